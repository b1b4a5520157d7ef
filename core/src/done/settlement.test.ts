import { describe, expect, it } from 'vitest';
import type { StandingFinding } from './findings';
import { gatherFindings } from './row-standing';
import { settlementOf } from './settlement';

const row = { layers: ['angle', 'skin'].map((partId) => ({ id: partId, partId, plans: null, edge: null, bothSides: false })) };
const otherwise = (layer: number): StandingFinding => ({
  code: 'prepared-otherwise',
  severity: 'stop',
  layer,
  data: { there: 'dimple', wanted: 'none' },
});
const larger = (layer: number, figure: number): StandingFinding => ({
  code: 'hole-larger-than-planned',
  severity: 'stop',
  layer,
  data: { hole: figure },
  figure,
});
const answered = (findings: ReadonlyMap<string, readonly StandingFinding[]>, which: number) => {
  const gathered = gatherFindings({ findings })[which];
  if (!gathered) throw new Error('nothing gathered');
  const answer = { words: 'kit maker: leave it', page: 'FL-3' };
  return settlementOf('r', row, { findings }, gathered, new Map([['skin', 2]]), answer).payload;
};

describe('an answer to a finding', () => {
  it('is for the sheet it was given for, and no other', () => {
    const { finding, note } = answered(new Map([['h', [otherwise(0), otherwise(1)]]]), 1);
    expect(finding.stood).toEqual([{ holeId: 'h', partId: 'skin', piece: 2, severity: 'stop' }]);
    expect([finding.code, finding.page, note]).toEqual(['prepared-otherwise', 'FL-3', 'kit maker: leave it']);
  });
  it('of a hole too large is for every sheet it goes through, each with its figure', () => {
    const { finding } = answered(new Map([['h', [larger(0, 2.8), larger(1, 2.8)]]]), 0);
    expect(finding.stood.map((s) => [s.partId, s.figure])).toEqual([
      ['angle', 2.8],
      ['skin', 2.8],
    ]);
  });
  it('does not answer again what is settled', () => {
    const findings = new Map([['h', [{ ...otherwise(0), isSettled: true as const }, otherwise(1)]]]);
    expect(answered(findings, 0).finding.stood.map((s) => s.partId)).toEqual(['skin']);
  });
});
