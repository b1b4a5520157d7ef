import { describe, expect, it } from 'vitest';
import { decodeText, readTable, TABLE_MAX_LINES } from './table-reader';

const latin1 = (text: string) => Uint8Array.from([...text].map((c) => c.charCodeAt(0))).buffer;

describe('tables as spreadsheets write them', () => {
  it('Latin-1 with semicolons, decimal commas, and a quoted newline', () => {
    const read = readTable(decodeText(latin1('name;stack;rivet\r\n"Kiel, B\u00fcgel\nvorn";"skin 0,6 mm / rib 0,8 mm";426AD3\r\n')));
    expect(read).toEqual({
      ok: true,
      heads: ['name', 'stack', 'rivet'],
      lines: [['Kiel, B\u00fcgel\nvorn', 'skin 0,6 mm / rib 0,8 mm', '426AD3']],
    });
  });
  it('tabs, a byte order mark, blank lines, and the escape taken off', () => {
    expect(readTable("\uFEFFname\tstack\n\n'=x\ta .025\n\n")).toEqual({ ok: true, heads: ['name', 'stack'], lines: [['=x', 'a .025']] });
  });
  it.each([
    ['nothing', '', 'table-empty'],
    ['heads only', 'name;stack\n', 'table-empty'],
    ['a program', 'MZ\0\0', 'table-unreadable'],
    ['too many lines', `name,stack\n${'a,b\n'.repeat(TABLE_MAX_LINES + 1)}`, 'table-too-long'],
  ])('%s is refused', (_, text, code) => {
    expect(readTable(text)).toEqual({ ok: false, code });
  });
});
