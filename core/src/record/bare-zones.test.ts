import { describe, expect, it } from 'vitest';
import { mark, rowOf } from '../../test/build';
import { BARE_ZONES_MAX, bareChecked, bareZonesOf, readZones, ZONE_MAX } from './bare-zones';

describe('zones that stay bare', () => {
  it('are the part’s own and what its sealed rows ask for, each once', () => {
    const sealed = rowOf(['p1', 'p2'], 3, { setting: { way: 'gun', isSealed: true, bareZone: 'the lap' } });
    const other = rowOf(['p3', 'p2'], 3, { setting: { way: 'gun', isSealed: true, bareZone: 'the rim' } });
    expect(bareZonesOf('p1', { bareZones: ['the bond', 'the lap'] }, [sealed, other])).toEqual(['the bond', 'the lap']);
    expect(bareZonesOf('p2', undefined, [sealed, other])).toEqual(['the lap', 'the rim']);
    expect(bareZonesOf('p4', {}, [sealed, other])).toEqual([]);
  });
  it('are looked at part by part; what is taken back is open again', () => {
    const looked = mark('m1', { kind: 'bare-checked', holeIds: [], payload: { partIds: ['p1'], zone: 'the lap' } });
    const back = mark('m2', { kind: 'undo', holeIds: [], payload: { undoes: 'm1' } });
    expect([...bareChecked([looked], 'p1')]).toEqual(['the lap']);
    expect(bareChecked([looked], 'p2').size).toBe(0);
    expect(bareChecked([looked, back], 'p1').size).toBe(0);
    /* A new sheet was not looked at; another part's scrap does not matter. */
    const scrap = (id: string, partId: string) =>
      mark(id, { kind: 'scrapped', holeIds: [], doneAt: '2027-01-01T00:00:00.000Z', payload: { partIds: [partId] } });
    expect(bareChecked([looked, scrap('m3', 'p1')], 'p1').size).toBe(0);
    expect(bareChecked([looked, scrap('m4', 'p2')], 'p1').size).toBe(1);
  });
  it.each([
    ['', []],
    ['the lap\n\n  the rim \nthe lap', ['the lap', 'the rim']],
    ['x'.repeat(ZONE_MAX), ['x'.repeat(ZONE_MAX)]],
    ['x'.repeat(ZONE_MAX + 1), null],
    [Array.from({ length: BARE_ZONES_MAX + 1 }, (_, i) => `z${i}`).join('\n'), null],
  ])('typed one a line: %j', (text, zones) => {
    const read = readZones(text);
    expect(read.ok ? read.value : null).toEqual(zones);
  });
});
