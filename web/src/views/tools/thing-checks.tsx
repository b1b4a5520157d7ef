import { useQueryClient } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import type { RecallsAnswer, RecallView } from '#contract/answers';
import { readThingCheck, type ThingCheckTyped } from '#core/done/thing-check-text';
import type { Entity } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { carryUnit } from '#core/units/carry';
import type { Units } from '#core/units/length';
import { problemMessage } from '#core/wording/problems';
import { checkSentence } from '#core/wording/recalls';
import { useMark } from '../../api/commands';
import { Button } from '../../ui/controls';
import { TextField } from '../../ui/form-fields';
import { useUnitSwitch } from '../../ui/units';
import { useShowMoment } from '../../ui/zone';

interface ThingChecksProps {
  readonly kit: Entity<'kit'>;
  /** A tool, a lot or a batch. */
  readonly thing: { readonly id: string; readonly name: string };
  readonly isGauge: boolean;
  readonly units: Units;
  readonly answer: RecallsAnswer | undefined;
}

/** After a mark was sent the answer is asked for anew. */
const SENT_MS = 400;

/** What was found of a thing, when it was proved good, and what has to be looked at again because of it. */
export function ThingChecks({ kit, thing, isGauge, units, answer }: ThingChecksProps) {
  const mark = useMark(kit);
  const client = useQueryClient();
  const show = useShowMoment();
  const form = useForm<ThingCheckTyped>({ defaultValues: { note: '', off: '' } });
  const { control } = form;
  useUnitSwitch((from) => form.setValue('off', carryUnit(form.getValues('off'), from)));
  const again = () => window.setTimeout(() => void client.invalidateQueries({ queryKey: ['marks', 'recalls'] }), SENT_MS);
  const keep = (isGood: boolean) => {
    const read = readThingCheck(form.getValues(), isGood, units);
    form.clearErrors();
    if (!read.ok) {
      read.problems.forEach((p, i) =>
        form.setError(p.path as keyof ThingCheckTyped, { type: p.code, message: problemMessage(p) }, { shouldFocus: i === 0 }),
      );
      return;
    }
    const said = { thingId: thing.id, name: thing.name, isGood, ...(read.off ? { off: read.off } : {}) };
    const payload = { thing: said, ...(read.note === undefined ? {} : { note: read.note }) };
    mark([{ kind: isGood ? 'thing-check' : 'thing-finding', rowId: kit.id, holeIds: [], payload }]);
    form.reset();
    again();
  };
  const own = (answer?.checks ?? []).filter((m) => m.payload.thing?.thingId === thing.id);
  const recalls = (answer?.recalls ?? []).filter((r) => r.cause.payload.thing?.thingId === thing.id);
  return (
    <section aria-label={`Checks of ${thing.name}`} className="flex flex-col gap-2 pb-3">
      <form
        className="flex flex-wrap items-start gap-3"
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          keep(false);
        }}
      >
        <TextField control={control} name="note" label="What was found" placeholder="die cracked; proved on a block" maxLength={500} />
        {isGauge ? <TextField control={control} name="off" label="It reads off by (low: minus)" placeholder="-.002" /> : null}
        <div className="flex flex-wrap gap-3 self-start pt-6">
          <Button onClick={() => keep(true)}>Proved good</Button>
          <Button type="submit" tone="danger">
            Something is wrong with it
          </Button>
        </div>
      </form>
      {own.length > 0 ? (
        <ul aria-label={`What was found of ${thing.name}`} className="flex flex-col">
          {own.map((m) => (
            <li key={m.id} className="flex flex-wrap items-center gap-x-3 border-t border-line py-1">
              <span className="flex-1">{checkSentence(m, units, (iso) => show(iso, 'day'))}</span>
              <RecallLink kit={kit} recall={recalls.find((r) => r.cause.id === m.id)} />
              <TakeBack mark={m} kit={kit} onTaken={again} />
            </li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}

/** How many holes and parts a finding leaves to be looked at. */
export function leftOf(recall: RecallView): number {
  return recall.places.reduce((n, p) => n + p.holes.filter((h) => !h.isLookedAt).length + p.parts.length, 0);
}

/** How many holes and parts of that time name no thing, and are not looked at. */
export function unnamedOf(recall: RecallView): number {
  return recall.unnamed.reduce((n, p) => n + p.holes.filter((h) => !h.isLookedAt).length + p.parts.length, 0);
}

function RecallLink({ kit, recall }: { kit: Entity<'kit'>; recall: RecallView | undefined }) {
  if (!recall) return null;
  const left = leftOf(recall);
  return (
    <Link className="underline underline-offset-2" to={`/kits/${kit.id}/recalls#${recall.cause.id}`}>
      {left > 0
        ? `${left} to look at again`
        : recall.places.length > 0
          ? 'all looked at again'
          : `no mark names it; ${unnamedOf(recall)} may have been made with it`}
    </Link>
  );
}

function TakeBack({ mark: { id, kind }, kit, onTaken }: { mark: Mark; kit: Entity<'kit'>; onTaken: () => void }) {
  const mark = useMark(kit);
  return (
    <Button
      tone="quiet"
      onClick={() => {
        mark([{ kind: 'undo', rowId: kit.id, holeIds: [], payload: { undoes: id } }]);
        onTaken();
      }}
    >
      {kind === 'thing-check' ? 'Take the check back' : 'Take the finding back'}
    </Button>
  );
}
