import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { MARKS_SCHEMA } from '../src/formats/mark-schemas';
import { CHANGE_SCHEMA } from '../src/formats/record-schemas';

const FOLDER = 'core/test/examples';

describe('stored examples of every version ever written are still taken', () => {
  it.each(readdirSync(FOLDER))('%s', (file) => {
    const schema = file.startsWith('change') ? CHANGE_SCHEMA : MARKS_SCHEMA;
    expect(schema.validate(JSON.parse(readFileSync(`${FOLDER}/${file}`, 'utf8')), { convert: false }).error?.message).toBeUndefined();
  });
});
