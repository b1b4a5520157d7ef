import { readFileSync } from 'node:fs';
import { basename, extname } from 'node:path';

interface Given {
  readonly name: string;
  readonly mimeType: string;
  readonly buffer: Buffer;
}

const TYPES: Readonly<Record<string, string>> = {
  '.png': 'image/png',
  '.jpg': 'image/jpeg',
  '.json': 'application/json',
  '.csv': 'text/csv',
};

/** What is given to a file field, as the page gets it: by path, or with its bytes. */
export function filesOf(given: unknown): File[] {
  const all = Array.isArray(given) ? (given as (string | Given)[]) : [given as string | Given];
  return all.map((one) =>
    typeof one === 'string'
      ? new File([new Uint8Array(readFileSync(one))], basename(one), { type: TYPES[extname(one)] ?? '' })
      : new File([new Uint8Array(one.buffer)], one.name, { type: one.mimeType }),
  );
}
