import { wholeText } from '#core/typed/whole-text';
import { NO_ANSWER } from '#core/wording/no-answer';

/** A refusal by the server, with its code and data. `code` `offline`: no answer came at all. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly data: Record<string, unknown>,
    message: string,
  ) {
    super(message);
  }
}

/** What a refusal says; the sentences come over the line with the first one. */
async function saidBy(code: string, data: Record<string, unknown>): Promise<string> {
  if (typeof data.message === 'string') return data.message;
  if (code === 'not-available') return NO_ANSWER[code];
  const { problemMessage } = await import('#core/wording/problems');
  return problemMessage({ code, data: data.data as Record<string, string> | undefined });
}

async function call<T>(path: string, init?: RequestInit): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, init);
  } catch {
    throw new ApiError(0, 'offline', {}, NO_ANSWER.offline);
  }
  const body = (await response.json().catch(() => ({}))) as T & { error?: { code: string } & Record<string, unknown> };
  if (!response.ok) {
    const { code = 'not-available', ...data } = body.error ?? {};
    throw new ApiError(response.status, code, data, await saidBy(code, data));
  }
  return body;
}

export function get<T>(path: string): Promise<T> {
  return call<T>(path);
}

/** Sends a file's bytes as they are. */
export function upload<T>(path: string, file: Blob): Promise<T> {
  return call<T>(path, { method: 'PUT', headers: { 'content-type': 'application/octet-stream' }, body: file });
}

/** Sends a file's text as it is. */
export function postText<T>(path: string, text: string): Promise<T> {
  return call<T>(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: text });
}

export function remove<T>(path: string): Promise<T> {
  return call<T>(path, { method: 'DELETE' });
}

/** What was cut in the middle of a character loses that half: the server would refuse it. */
function repaired(_key: string, value: unknown): unknown {
  return typeof value === 'string' ? wholeText(value) : value;
}

export function post<T>(path: string, body: unknown): Promise<T> {
  return call<T>(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body, repaired) });
}
