import { describe, expect, it } from 'vitest';
import { TOOL_KINDS, type ToolDefinition, type ToolKind, type TypedLength } from '../record/definitions';
import { USUAL_TOOLS } from '../reach/usual-tools';
import { asksOfTool, carryToolTyped, LENGTHS_OF, readToolTyped, TOOL_LENGTHS, typedOfTool, type ToolTyped } from './tool-text';

const inch = (n: number): TypedLength => ({ mm: n * 25.4, text: String(n), units: 'in' });
const tool = (kind: ToolKind, more: Partial<ToolDefinition> = {}): ToolDefinition => ({
  v: 1,
  kitId: 'k',
  name: 'mine',
  kind,
  throat: null,
  noseHalfWidth: null,
  noseHeight: null,
  takesBent: true,
  dash: null,
  angleDeg: null,
  sheet: null,
  ...more,
});
const read = (kind: ToolKind, more: Partial<ToolTyped> = {}, was = tool(kind), units: 'in' | 'mm' = 'in') =>
  readToolTyped({ ...typedOfTool(was, units), ...more }, was, units);
const lengths = (more: Partial<ToolTyped['lengths']>) => ({ ...typedOfTool(tool('frame'), 'in').lengths, ...more });

describe('a tool as it is typed', () => {
  it.each(USUAL_TOOLS.map((t) => [t.name, t] as const))('%s, shown and read again, is the same', (_name, usual) => {
    const was: ToolDefinition = { v: 1, kitId: 'k', ...usual };
    for (const units of ['in', 'mm'] as const) {
      const back = readToolTyped(typedOfTool(was, units), was, units);
      if (!back.ok) throw new Error(JSON.stringify(back.problems));
      for (const key of TOOL_LENGTHS) expect(back.value[key] ?? null).toEqual(was[key] ?? null);
      expect({ ...back.value, ...was }).toEqual(back.value);
    }
  });
  it('tells every fault at once, each at its field', () => {
    const made = read('cutter', { name: ' ', angle: '20', lengths: lengths({ diameter: '??', largest: 'x y' }) });
    expect(made.ok ? [] : made.problems.map((p) => p.path)).toEqual(['name', 'angle', 'lengths.diameter', 'lengths.largest']);
  });
  it.each([
    ['29.9', false],
    ['30', true],
    ['170', true],
    ['170.1', false],
    ['', false],
    ['100 deg', true],
    ['99,5', true],
    ['x', false],
  ])('an angle of %j: read %j', (angle, ok) => expect(read('die-set', { angle }).ok).toBe(ok));
  it('what another kind was measured by stops nothing and is not kept', () => {
    const made = read('frame', { kind: 'bit', angle: '??', lengths: lengths({ throat: '??', diameter: '#40' }) });
    expect(made).toMatchObject({ ok: true, value: { kind: 'bit', throat: null, angleDeg: null, diameter: { text: '#40' } } });
    for (const kind of TOOL_KINDS) {
      const full = read(kind, { lengths: lengths(Object.fromEntries(TOOL_LENGTHS.map((k) => [k, '1'])) as ToolTyped['lengths']) });
      if (!full.ok) throw new Error(kind);
      expect(TOOL_LENGTHS.filter((k) => full.value[k])).toEqual(TOOL_LENGTHS.filter((k) => LENGTHS_OF[kind].includes(k)));
      expect(full.value.dash !== null).toBe(asksOfTool(kind).dash);
    }
  });
  it('a measure keeps its meaning when the screen changes units, typed or kept', () => {
    const was = tool('frame', { throat: inch(12), noseHeight: inch(1.5) });
    const typed = { ...typedOfTool(was, 'in'), lengths: lengths({ throat: '12', noseHeight: '1.5', noseHalfWidth: '.375' }) };
    const made = readToolTyped(carryToolTyped(typed, 'in'), was, 'mm');
    expect(made).toMatchObject({
      ok: true,
      value: {
        throat: { mm: expect.closeTo(304.8, 9) },
        noseHeight: { mm: expect.closeTo(38.1, 9) },
        noseHalfWidth: { mm: expect.closeTo(9.525, 9) },
      },
    });
    expect(read('frame', { lengths: lengths({ throat: '12' }) }, tool('frame'), 'mm')).toMatchObject({
      ok: true,
      value: { throat: { mm: 12 } },
    });
  });
});
