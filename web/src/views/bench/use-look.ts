import { useState } from 'react';
import { typedMm } from '#core/compose/compose-drawing';
import { diagnose } from '#core/inspect/diagnose';
import { carryLook, NOTHING_MEASURED, readLooks, type LookTyped } from '#core/inspect/look-text';
import { diagnoseLook, FIELDS_OF_LOOK, type Look, type LookField } from '#core/inspect/looked-at';
import type { Limits } from '#core/tables/limits';
import type { Disposition, HeadCheck, HeadDefect } from '#core/record/marks';
import type { Units } from '#core/units/length';
import { useUnitSwitch } from '../../ui/units';

interface LookQuestion {
  readonly look: Look;
  readonly rivet: Parameters<typeof diagnose>[1];
  readonly limits: Limits;
  readonly units: Units;
  readonly onKeep: (head: HeadCheck, note: string) => void;
}

/** One look at a rivet while it is typed: what was measured, gauged or named, what it means, and how it is kept. */
export function useLook({ look, rivet, limits, units, onKeep }: LookQuestion) {
  const [typed, setTyped] = useState<LookTyped>(NOTHING_MEASURED);
  const [gauge, setGauge] = useState<HeadCheck['gauge']>(undefined);
  const [defects, setDefects] = useState<readonly HeadDefect[]>([]);
  const [note, setNote] = useState('');
  const [error, setError] = useState<string | null>(null);
  useUnitSwitch((from) => setTyped((old) => carryLook(old, from)));
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
    setTyped(NOTHING_MEASURED);
    setGauge(undefined);
    setDefects([]);
    setNote('');
    onKeep({ ...check, disposition }, note.trim());
  };
  /* In the order of the fields: width first, then height; a third one is the width across. */
  const takeReading = (mm: number) => {
    const next = fields.find((f) => f !== 'gap' && typed[f].trim() === '');
    if (next) setTyped({ ...typed, [next]: typedMm(mm, units).text });
    else setError('Everything that is measured here is there already: decide, or empty a field.');
  };
  const [first, second] = fields;
  return {
    fields,
    typed,
    bad,
    measured,
    type: (field: LookField, text: string) => setTyped({ ...typed, [field]: text }),
    takeReading,
    gauge,
    setGauge,
    defects,
    setDefects,
    note,
    setNote,
    error,
    found,
    /** Whether anything was measured, gauged or named. */
    isSaid: Object.keys(check).length > 0,
    /** Whether what decides is there. */
    isMeasured: first !== undefined && typed[first].trim() !== '' && (second === undefined || typed[second].trim() !== ''),
    keep,
  };
}
