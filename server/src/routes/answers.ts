import type { Response } from 'express';

const ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** Whether a path parameter can be an id at all. */
export function isId(text: string): boolean {
  return ID.test(text);
}

/** A refusal: a code with its data; the page words it where it is shown. */
export function refuse(res: Response, status: number, code: string, data: object = {}): void {
  res.status(status).json({ error: { code, ...data } });
}
