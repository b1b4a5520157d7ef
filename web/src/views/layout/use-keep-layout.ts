import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { evenPitch, leastGap, placeHoles, typedMm, weaveHoles } from '#core/compose/compose-drawing';
import { followGroups } from '#core/compose/groups';
import { editsOfLayout, layoutChanges, type LayoutChange } from '#core/compose/keep-layout';
import type { Place } from '#core/layout/path';
import type { Edit, Entity, PartDefinition, RowDefinition } from '#core/record/definitions';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { useUnits } from '../../ui/units';
import type { LaidOut, LayoutFields } from '#core/compose/layout-text';

interface ToKeep {
  /** Null: its fields do not read. */
  readonly laid: LaidOut | null;
  readonly fields: LayoutFields;
  readonly data: AssemblyAnswer;
  readonly row: Entity<'row'>;
  readonly parts: ReadonlyMap<string, PartDefinition>;
}

interface KeepLayout {
  /** What keeping the even layout changes; null: nothing is laid out. */
  readonly changes: readonly LayoutChange[] | null;
  readonly said: { readonly ok: boolean; readonly text: string } | null;
  readonly keepEven: () => void;
  /** Keeps holes where they were picked up, in place of those there are. */
  readonly keepPlaces: (places: readonly Place[], reason: string) => void;
  /** The same; old holes stay the holes they are, with what was marked at them. */
  readonly keepBetween: (places: readonly Place[], reason: string) => void;
}

/** Keeping a layout in its row, against the version it was opened with. */
export function useKeepLayout({ data, row, parts, laid, fields }: ToKeep): KeepLayout {
  const units = useUnits();
  const keep = useKeep(data.kit);
  const [base, setBase] = useState(row.version);
  const [said, setSaid] = useState<KeepLayout['said']>(null);
  const planned = useMemo(() => {
    if (!laid) return null;
    const { measured: _, ...typed } = fields;
    const secondRowId = row.definition.laid?.typed?.secondRowId;
    const question = {
      row: { ...row, version: base },
      laid,
      typed: { ...typed, units, ...(secondRowId === undefined ? {} : { secondRowId }) },
      parts,
      rows: data.rows,
      units,
      newId,
    };
    const edits = editsOfLayout(question);
    return { edits, changes: layoutChanges(edits, question) };
  }, [laid, fields, row, base, parts, data.rows, units]);
  const keepEdits = async (edits: readonly Edit[], reason: string) => {
    try {
      await keep({ edits: followGroups(edits, { rows: data.rows, parts: data.parts, fasteners: data.fasteners, newId }), reason });
      setBase(base + 1);
      setSaid({ ok: true, text: 'Kept in the row.' });
    } catch (e) {
      setSaid({ ok: false, text: `${(e as Error).message} Open the row again to start from what it is now.` });
    }
  };
  const keepRow = (definition: RowDefinition, reason: string) =>
    void keepEdits([{ kind: 'row', id: row.id, expectedVersion: base, definition }], reason);
  return {
    changes: planned?.changes ?? null,
    said,
    keepEven: () => {
      if (planned) void keepEdits(planned.edits, 'Laid out');
    },
    keepPlaces: (places, reason) => {
      const least = leastGap(places);
      const pitch = least === null ? row.definition.pitch : typedMm(evenPitch(places) ?? least, units);
      keepRow({ ...placeHoles(row.definition, places, newId), pitch }, reason);
    },
    keepBetween: (places, reason) => {
      const pitch = typedMm(evenPitch(places) ?? leastGap(places) ?? 1, units);
      keepRow({ ...weaveHoles(row.definition, places, newId), pitch }, reason);
    },
  };
}
