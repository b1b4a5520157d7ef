import type { Limits } from '#core/tables/limits';
import { useState } from 'react';
import type { Entity, Hand, RowDefinition } from '#core/record/definitions';
import { parseCallout } from '#core/rivet/callout';
import { SCHOOL_IDS, type SchoolId } from '#core/prep/stack';
import { schoolWords } from '#core/wording/words';
import { problemMessage } from '#core/wording/problems';
import { Button, Field, Select, TextInput } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import { ReasonDialog } from './reason-dialog';

interface BulkBarProps {
  readonly rows: readonly Entity<'row'>[];
  readonly units: 'in' | 'mm';
  /** The kit's limits, for the schools' names. */
  readonly limits: Limits;
  readonly onEdit: (next: readonly { row: Entity<'row'>; definition: RowDefinition }[], reason: string) => Promise<void>;
  readonly onDelete: () => void;
  readonly onMirror: () => void;
  readonly onClear: () => void;
}

/** What can be done to the chosen rows together. */
export function BulkBar({ rows, units, limits, onEdit, onDelete, onMirror, onClear }: BulkBarProps) {
  const [isOpen, setOpen] = useState(false);
  if (rows.length === 0) return null;
  return (
    <div role="toolbar" aria-label="Chosen rows" className="flex flex-wrap items-center gap-2 border-b border-line bg-dye-soft px-2 py-1">
      <span className="label">{rows.length} chosen</span>
      <Button onClick={() => setOpen(true)}>Edit together</Button>
      <Button onClick={onMirror} disabled={!rows.some((r) => r.definition.hand)}>
        Mirror
      </Button>
      <Button tone="danger" onClick={onDelete}>
        Delete
      </Button>
      <Button tone="quiet" onClick={onClear}>
        None
      </Button>
      {isOpen ? <BulkDialog rows={rows} units={units} limits={limits} onEdit={onEdit} onClose={() => setOpen(false)} /> : null}
    </div>
  );
}

function BulkDialog({
  rows,
  units,
  limits,
  onEdit,
  onClose,
}: Pick<BulkBarProps, 'rows' | 'units' | 'limits' | 'onEdit'> & { onClose: () => void }) {
  const [hand, setHand] = useState<'' | Hand | 'none'>('');
  const [school, setSchool] = useState<'' | SchoolId | 'kit'>('');
  const [callout, setCallout] = useState('');
  const [pitch, setPitch] = useState('');
  const [edge, setEdge] = useState('');
  const [page, setPage] = useState('');
  const keep = async (reason: string) => {
    const change: Partial<RowDefinition> = {};
    if (hand !== '') Object.assign(change, { hand: hand === 'none' ? null : hand });
    if (school !== '') Object.assign(change, { school: school === 'kit' ? null : school });
    if (page.trim() !== '') Object.assign(change, { page: page.trim() });
    for (const [key, text] of [
      ['pitch', pitch],
      ['edge', edge],
    ] as const) {
      const value = dimensionValue(text, units);
      if (value.isBad) throw new Error(`The ${key} does not read.`);
      if (value.length) Object.assign(change, { [key]: value.length });
    }
    let isOtherSize: (row: RowDefinition) => boolean = () => false;
    if (callout.trim() !== '') {
      const parsed = parseCallout(callout);
      if (!parsed.ok) throw new Error(problemMessage(parsed.problem));
      const { head, size, alloy, lengthDash } = parsed.value;
      Object.assign(change, { head, dash: size.dash, alloy, lengthDash });
      isOtherSize = (row) => row.dash !== size.dash;
    }
    if (Object.keys(change).length === 0) throw new Error('Fill in what should change; empty fields leave the rows as they are.');
    await onEdit(
      rows.map((row) => ({ row, definition: { ...row.definition, ...change, ...(isOtherSize(row.definition) ? { hole: null } : {}) } })),
      reason,
    );
  };
  return (
    <ReasonDialog title={`Edit ${rows.length} rows together`} onClose={onClose} onKeep={keep}>
      <p className="text-[14px] text-ink2">Empty fields leave the rows as they are.</p>
      <div className="grid grid-cols-2 gap-3">
        <Field label="Rivet">
          <TextInput value={callout} onChange={(e) => setCallout(e.target.value)} placeholder="426AD3" />
        </Field>
        <Field label="Hand">
          <Select value={hand} onChange={(e) => setHand(e.target.value as typeof hand)}>
            <option value="">as it is</option>
            <option value="L">left</option>
            <option value="R">right</option>
            <option value="none">no hand</option>
          </Select>
        </Field>
        <DimensionField label="Pitch" text={pitch} onText={setPitch} units={units} />
        <DimensionField label="Edge distance" text={edge} onText={setEdge} units={units} />
        <Field label="Plan page">
          <TextInput value={page} maxLength={80} onChange={(e) => setPage(e.target.value)} />
        </Field>
        <Field label="School">
          <Select value={school} onChange={(e) => setSchool(e.target.value as typeof school)}>
            <option value="">as it is</option>
            <option value="kit">the kit&apos;s</option>
            {SCHOOL_IDS.map((id) => (
              <option key={id} value={id}>
                {schoolWords(id, limits, units).name}
              </option>
            ))}
          </Select>
        </Field>
      </div>
    </ReasonDialog>
  );
}
