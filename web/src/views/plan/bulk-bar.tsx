import { countOf } from '#core/wording/words';
import { DrilledFromChoice, StartChoice, WayChoice } from '../../ui/row-choices';
import type { Limits } from '#core/tables/limits';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState } from 'react';
import { closedWithText, type ComposeContext } from '#core/compose/compose';
import {
  type Entity,
  type Hand,
  type RowAccess,
  type RowDefinition,
  type RowStart,
  type SettingWay,
  type TypedLength,
} from '#core/record/definitions';
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
  /** The kit's fasteners and units, for what is typed. */
  readonly context: ComposeContext;
  readonly onEdit: (next: readonly { row: Entity<'row'>; definition: RowDefinition }[], reason: string) => Promise<void>;
  readonly onDelete: () => void;
  readonly onMirror: () => void;
  /** Moves them among the others; null: the list stands in another order, or is narrowed. */
  readonly onMove: ((by: -1 | 1) => void) | null;
  readonly onClear: () => void;
}

/** What can be done to the chosen rows together: at the foot of the list, where its coming moves no row from under a finger. */
export function BulkBar({ rows, units, limits, context, onEdit, onDelete, onMirror, onMove, onClear }: BulkBarProps) {
  const [isOpen, setOpen] = useState(false);
  if (rows.length === 0) return null;
  return (
    <div
      role="toolbar"
      aria-label="Chosen rows"
      className="order-last flex flex-wrap items-center gap-2 border-t border-line bg-dye-soft px-2 py-1"
    >
      <span className="label">{rows.length} chosen</span>
      <Button onClick={() => setOpen(true)}>Edit together</Button>
      <Button onClick={onMirror} disabled={!rows.some((r) => r.definition.hand)}>
        Mirror
      </Button>
      {onMove ? (
        <>
          <Button onClick={() => onMove(-1)} aria-label="Move up">
            <ArrowUp size={16} aria-hidden />
          </Button>
          <Button onClick={() => onMove(1)} aria-label="Move down">
            <ArrowDown size={16} aria-hidden />
          </Button>
        </>
      ) : null}
      <Button tone="danger" onClick={onDelete}>
        Delete
      </Button>
      <Button tone="quiet" onClick={onClear}>
        None
      </Button>
      {isOpen ? (
        <BulkDialog rows={rows} units={units} limits={limits} context={context} onEdit={onEdit} onClose={() => setOpen(false)} />
      ) : null}
    </div>
  );
}

const NO_ACCESS: RowAccess = { edge: null, wall: null, room: null, roomAtEnd: null, isBent: false };
const REACH_LABELS = {
  edge: 'To the edge the tool comes from',
  wall: 'To the nearest upstanding wall',
  room: 'Room behind the holes',
} as const;

function BulkDialog({
  rows,
  units,
  limits,
  context,
  onEdit,
  onClose,
}: Pick<BulkBarProps, 'rows' | 'units' | 'limits' | 'context' | 'onEdit'> & { onClose: () => void }) {
  const [hand, setHand] = useState<'' | Hand | 'none'>('');
  const [school, setSchool] = useState<'' | SchoolId | 'kit'>('');
  const [callout, setCallout] = useState('');
  const [pitch, setPitch] = useState('');
  const [edge, setEdge] = useState('');
  const [page, setPage] = useState('');
  const [start, setStart] = useState<'' | RowStart>('');
  const [drilledFrom, setDrilledFrom] = useState<'' | 'head' | 'shop'>('');
  const [way, setWay] = useState<'' | SettingWay | 'none'>('');
  const [reach, setReach] = useState({ edge: '', wall: '', room: '' });
  /** What was typed of a tool's way to the holes; null: nothing. */
  const readAccess = (): Partial<RowAccess> | null => {
    const read: Partial<Record<keyof typeof reach, TypedLength>> = {};
    for (const [key, text] of Object.entries(reach) as [keyof typeof reach, string][]) {
      const value = dimensionValue(text, units);
      if (value.isBad) throw new Error(`${REACH_LABELS[key]} does not read.`);
      if (value.length) read[key] = value.length;
    }
    return Object.keys(read).length === 0 ? null : { ...read, ...(read.room ? { roomAtEnd: null } : {}) };
  };
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
    if (start !== '') Object.assign(change, { start });
    if (drilledFrom !== '') Object.assign(change, { drilledFrom });
    const access = readAccess();
    const nothing = Object.keys(change).length === 0 && callout.trim() === '' && way === '' && access === null;
    if (nothing) throw new Error('Fill in what should change; empty fields leave the rows as they are.');
    await onEdit(
      rows.map((row) => {
        const was = row.definition;
        const closed = callout.trim() === '' ? null : closedWithText(callout, context, was);
        if (closed && !closed.ok) throw new Error(problemMessage(closed.problem));
        const setting = way === '' ? {} : { setting: way === 'none' ? null : { ...was.setting, way } };
        const reach = access === null ? {} : { access: { ...(was.access ?? NO_ACCESS), ...access } };
        return { row, definition: { ...was, ...change, ...setting, ...reach, ...(closed?.value ?? {}) } };
      }),
      reason,
    );
  };
  return (
    <ReasonDialog title={`Edit ${countOf(rows.length, 'row')} together`} onClose={onClose} onKeep={keep}>
      <p className="text-[14px] text-ink2">Empty fields leave the rows as they are.</p>
      <div className="grid grid-cols-2 gap-3">
        <Field label="Closed with: a call-out, or a fastener of the kit">
          <TextInput
            value={callout}
            list="kit-fasteners"
            maxLength={160}
            onChange={(e) => setCallout(e.target.value)}
            placeholder="426AD3"
          />
          <datalist id="kit-fasteners">
            {(context.fasteners ?? []).map((f) => (
              <option key={f.id} value={f.definition.name} />
            ))}
          </datalist>
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
        <StartChoice value={start} onChoose={setStart} before={{ '': 'as it is' }} />
        <DrilledFromChoice value={drilledFrom} onChoose={setDrilledFrom} before={{ '': 'as it is' }} />
        <WayChoice value={way} onChoose={setWay} before={{ '': 'as it is', none: 'not said' }} />
        {(Object.keys(REACH_LABELS) as (keyof typeof reach)[]).map((key) => (
          <DimensionField
            key={key}
            label={REACH_LABELS[key]}
            text={reach[key]}
            onText={(text) => setReach({ ...reach, [key]: text })}
            units={units}
          />
        ))}
      </div>
    </ReasonDialog>
  );
}
