import { describe, expect, it } from 'vitest';
import { rowOf } from '../../test/build';
import type { RowDefinition } from '../record/definitions';
import { problemMessage } from '../wording/problems';
import { carryRowTyped, readRowTyped, ROW_THEMES, THEME_OF_FINDING, themeOfField, typedOfRow, type RowTyped } from './row-text';

const IN = (text: string, mm: number) => ({ mm, text, units: 'in' as const });
const ROW: RowDefinition = {
  ...rowOf(['a', 'b'], 3),
  start: 'undersize',
  hole: IN('#40', 0.098 * 25.4),
  rowDistance: IN('.5', 0.5 * 25.4),
  nest: { fixed: IN('.007', 0.007 * 25.4) },
  sharesLoadWith: 'bolts',
  setting: { way: 'gun', isSealed: true, bareZone: 'the lap' },
  gotAtLater: 'the drain',
  drilledFrom: 'shop',
  access: {
    edge: null,
    wall: IN('.25', 0.25 * 25.4),
    room: IN('1', 25.4),
    roomAtEnd: null,
    isBent: true,
    wallAngleDeg: 75,
    behind: IN('.3', 0.3 * 25.4),
    sheetIndex: 1,
  },
  layers: rowOf(['a', 'b'], 3).layers.map((l, i) => ({ ...l, edge: i === 0 ? IN('3/8', 0.375 * 25.4) : null, bothSides: i === 1 })),
};
const readOf = (typed: RowTyped, was = ROW, units: 'in' | 'mm' = 'in') => readRowTyped(typed, was, units);
const faults = (more: Partial<RowTyped>) => {
  const read = readOf({ ...typedOfRow(ROW, 'in'), ...more });
  return read.ok ? [] : read.problems.map((p) => `${p.path}: ${p.code}`);
};

describe('a row as it is typed in a form', () => {
  it('reads back as the row it was, with nothing touched', () => {
    const read = readOf(typedOfRow(ROW, 'in'));
    expect(read).toEqual({ ok: true, value: ROW });
  });

  it('of a plain row says nothing that was not said', () => {
    const plain = { ...rowOf(['a'], 2), start: 'undersize' as const };
    const read = readOf(typedOfRow(plain, 'in'), plain);
    expect(read.ok && read.value).toMatchObject({ access: null, setting: null, hole: null, nest: null });
  });

  it('sealed, with nothing said of how it is set, means no way of setting', () => {
    const plain = { ...rowOf(['a'], 2), start: 'undersize' as const };
    const read = readOf({ ...typedOfRow(plain, 'in'), isSealed: true }, plain);
    expect(read.ok && read.value.setting).toEqual({ isSealed: true });
    expect(read.ok && typedOfRow(read.value, 'in')).toMatchObject({ way: '', isSealed: true });
  });

  it('means the same on a screen in the other units, and after the screen changes them', () => {
    const shown = readOf(typedOfRow(ROW, 'mm'), ROW, 'mm');
    expect(shown.ok && shown.value.rowDistance?.mm).toBe(0.5 * 25.4);
    const carried = readOf(carryRowTyped({ ...typedOfRow(ROW, 'in'), rowDistance: '.5' }, 'in'), ROW, 'mm');
    expect(carried.ok && carried.value.rowDistance?.mm).toBe(0.5 * 25.4);
    expect(carried.ok && carried.value.layers[0]?.edge?.mm).toBe(0.375 * 25.4);
  });

  it('tells every fault at once, each at its field, in words', () => {
    const { access } = typedOfRow(ROW, 'in');
    const more = {
      hole: 'big',
      headAngle: '29.9',
      cutterAngle: '171',
      nestKind: 'fixed' as const,
      nest: '',
      access: { ...access, wallAngle: '180' },
    };
    expect(faults(more)).toEqual([
      'nest: fixed-allowance-missing',
      'hole: dimension-unreadable',
      'headAngle: angle-not-between',
      'cutterAngle: angle-not-between',
      'access.wallAngle: angle-not-between',
    ]);
    expect(problemMessage({ code: 'angle-not-between', data: { from: 30, to: 170 } })).toContain('between 30 and 170');
  });

  it.each([
    ['30', true],
    ['170', true],
    ['29.99', false],
    ['170.01', false],
    ['', false],
    ['82,5', true],
    ['100°', true],
  ])('takes a head angle of "%s": %s', (headAngle, isTaken) => {
    expect(faults({ headAngle }).length === 0).toBe(isTaken);
  });

  it('has a theme for every field a fault can stand at, and for what findings ask', () => {
    expect(['hole', 'headAngle', 'nest', 'access.wall', 'sheets.0.edge', 'bareZone', 'sheets.1.bothSides'].map(themeOfField)).toEqual([
      null, 'cone', 'cone', 'access', 'distances', 'setting', 'cone',
    ]); // prettier-ignore
    for (const theme of Object.values(THEME_OF_FINDING)) expect(ROW_THEMES).toContain(theme);
  });
});
