/** Expected failures are values: a code with its data. Their wording is made in `wording/` where they are shown. */
export interface Problem {
  readonly code: string;
  readonly data?: Readonly<Record<string, string | number | boolean | null>>;
  /** Zero-based index of the offending character, where the input is one line of text. */
  readonly at?: number;
  /** Path into the document (`stack[1].thickness`), where the input is a document. */
  readonly path?: string;
}

export type Result<T, P extends Problem = Problem> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: P };

export function good<T>(value: T): { readonly ok: true; readonly value: T } {
  return { ok: true, value };
}

export function bad<P extends Problem>(problem: P): { readonly ok: false; readonly problem: P } {
  return { ok: false, problem };
}
