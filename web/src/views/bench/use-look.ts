import { useState } from 'react';
import { typedMm } from '#core/compose/compose-drawing';
import { diagnose } from '#core/inspect/diagnose';
import { readLooks } from '#core/inspect/look-text';
import { diagnoseLook, FIELDS_OF_LOOK, type Look, type LookField } from '#core/inspect/looked-at';
import type { Limits } from '#core/tables/limits';
import type { Disposition, HeadCheck, HeadDefect } from '#core/record/marks';
import type { Units } from '#core/units/length';
import { useUnitSwitch } from '../../ui/units';
import { BLANK_LOOK, lookDrafts, useLookDrafts, type LookDraft } from './look-drafts';

interface LookQuestion {
  readonly look: Look;
  readonly rivet: Parameters<typeof diagnose>[1];
  readonly limits: Limits;
  readonly units: Units;
  /** Whose look at which hole it is; null: no hole is at hand. */
  readonly draftKey: string | null;
  readonly onKeep: (head: HeadCheck, note: string) => void;
}

/** One look at a rivet while it is typed: what was measured, gauged or named, what it means, and how it is kept. */
export function useLook({ look, rivet, limits, units, draftKey, onKeep }: LookQuestion) {
  const drafts = useLookDrafts();
  const draft = (draftKey === null ? undefined : drafts.get(draftKey)) ?? BLANK_LOOK;
  const { typed, gauge, defects, note } = draft;
  const change = (next: Partial<LookDraft>) => {
    if (draftKey !== null) lookDrafts.change(draftKey, { ...draft, ...next });
  };
  const [error, setError] = useState<string | null>(null);
  useUnitSwitch((from) => lookDrafts.carry(from));
  const fields = FIELDS_OF_LOOK[look];
  const { check: measured, bad } = readLooks(look, typed, units);
  const check: Omit<HeadCheck, 'disposition'> = {
    ...measured,
    ...(gauge ? { gauge } : {}),
    ...(defects.length > 0 ? { defects } : {}),
  };
  const found = look === 'driven' ? diagnose(check, rivet, limits) : diagnoseLook(check, look, limits);
  const keep = (disposition: Disposition) => {
    if (bad.length > 0) return setError('One of the measures does not read.');
    if (disposition === 'accept-note' && note.trim() === '') return setError('Accepting with a note wants the note.');
    setError(null);
    change(BLANK_LOOK);
    onKeep({ ...check, disposition }, note.trim());
  };
  /* In the order of the fields: width first, then height; a third one is the width across. */
  const takeReading = (mm: number) => {
    const next = fields.find((f) => f !== 'gap' && typed[f].trim() === '');
    if (next) change({ typed: { ...typed, [next]: typedMm(mm, units).text } });
    else setError('Everything that is measured here is there already: decide, or empty a field.');
  };
  const [first, second] = fields;
  return {
    fields,
    typed,
    bad,
    measured,
    type: (field: LookField, text: string) => change({ typed: { ...typed, [field]: text } }),
    takeReading,
    gauge,
    setGauge: (next: HeadCheck['gauge']) => change({ gauge: next }),
    defects,
    setDefects: (next: readonly HeadDefect[]) => change({ defects: next }),
    note,
    setNote: (next: string) => change({ note: next }),
    error,
    found,
    /** Whether anything was measured, gauged or named. */
    isSaid: Object.keys(check).length > 0,
    /** Whether what decides is there. */
    isMeasured: first !== undefined && typed[first].trim() !== '' && (second === undefined || typed[second].trim() !== ''),
    keep,
  };
}
