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
    ['UTF-16 with its mark', 'utf16le', [0xff, 0xfe]],
    ['UTF-16 without it', 'utf16le', []],
  ] as const)('%s', (_, encoding, mark) => {
    const bytes = Uint8Array.from([...mark, ...Buffer.from('name\tstack\r\nKiel \u0142\tskin .025\r\n', encoding)]).buffer;
    expect(readTable(decodeText(bytes))).toEqual({ ok: true, heads: ['name', 'stack'], lines: [['Kiel \u0142', 'skin .025']] });
  });
  it('UTF-16 the other way round', () => {
    const bytes = Buffer.from('\ufeffname\tstack\nKiel\ta .025\n', 'utf16le').swap16();
    expect(readTable(decodeText(Uint8Array.from(bytes).buffer))).toMatchObject({ ok: true, lines: [['Kiel', 'a .025']] });
  });
  it.each(['sep=;\r\n', '"sep=;"\n', 'SEP=;\n'])('a first line %j only says what stands between the cells', (first) =>
    expect(readTable(`${first}name;stack\nKeel, lower;"skin 0,6 mm"\n`)).toEqual({
      ok: true,
      heads: ['name', 'stack'],
      lines: [['Keel, lower', 'skin 0,6 mm']],
    }),
  );
  it.each([
    ['nothing', '', 'table-empty'],
    ['heads only', 'name;stack\n', 'table-empty'],
    ['a program', 'MZ\0\0', 'table-unreadable'],
    ['too many lines', `name,stack\n${'a,b\n'.repeat(TABLE_MAX_LINES + 1)}`, 'table-too-long'],
  ])('%s is refused', (_, text, code) => {
    expect(readTable(text)).toEqual({ ok: false, code });
  });
});
