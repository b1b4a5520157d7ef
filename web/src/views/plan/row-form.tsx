import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState, type ReactNode } from 'react';
import { useForm, useWatch, type Control } from 'react-hook-form';
import {
  carryRowTyped,
  readRowTyped,
  ROW_THEMES,
  THEME_OF_FINDING,
  themeOfField,
  typedOfRow,
  type RowTheme,
  type RowTyped,
} from '#core/compose/row-text';
import { planStack } from '#core/prep/plan';
import type { Edit, Entity, RowDefinition } from '#core/record/definitions';
import { stackOf } from '#core/record/stack-of';
import type { Units } from '#core/units/length';
import { contextOf } from '../../models/planned-rows';
import { Button, ErrorText, Field, TextInput } from '../../ui/controls';
import { Fold } from '../../ui/fold';
import { faultsOf } from '../../ui/form-faults';
import { LengthField } from '../../ui/form-fields';
import { Modal } from '../../ui/modal';
import { DrilledFromChoice, StartChoice } from '../../ui/row-choices';
import { useUnits, useUnitSwitch } from '../../ui/units';
import { ClosedWithFields, useClosedWith } from './closed-with-fields';
import { FindingsList } from './findings-list';
import { AccessTheme, ConeTheme, DistancesTheme, MakingTheme, SettingTheme } from './row-form-themes';
import { SectionFigure } from './section-figure';

interface RowFormProps {
  readonly data: AssemblyAnswer;
  readonly row: Entity<'row'>;
  /** `edits`: of the kit's fasteners, kept in the same change. */
  readonly onKeep: (next: RowDefinition, reason: string, edits: readonly Edit[]) => Promise<void>;
  readonly onClose: () => void;
}

const FRAME = { plotWidth: 220, plotHeight: 240, labelWidth: 120 };

const THEME_WORDS: Readonly<Record<RowTheme, string>> = {
  making: 'How its holes are made',
  distances: 'Distances and shared loads',
  cone: 'Angles, nest, strips cut from both faces',
  setting: 'How it is set',
  access: 'What a tool finds here',
};

/** All that a row's line does not say: what decides in sight with the section beside it, the rest by theme, open where a finding or a fault is about it. */
export function RowForm({ data, row, onKeep, onClose }: RowFormProps) {
  const units = useUnits();
  const was = row.definition;
  const closed = useClosedWith(data, was, units);
  const [reason, setReason] = useState('');
  const [error, setError] = useState<string | null>(null);
  const form = useForm<RowTyped>({ defaultValues: typedOfRow(was, units), resolver: (typed) => resolve(typed, was, units) });
  const { control, formState } = form;
  useUnitSwitch((from) => form.reset(carryRowTyped(form.getValues(), from), { keepDirty: true }));
  const faults = new Set(fieldsOf(formState.errors).map(themeOfField));
  const asked = useMemo(() => askedThemes(data, was), [data, was]);
  const names = was.layers.map((l) => data.parts.find((p) => p.id === l.partId)?.definition.name ?? '?');
  const keep = form.handleSubmit(async (typed) => {
    const read = readRowTyped(typed, was, units);
    if (!read.ok) return;
    try {
      const closing = closed.read();
      await onKeep({ ...read.value, ...closing.row }, reason, closing.edits);
      onClose();
    } catch (e) {
      setError((e as Error).message);
    }
  });
  const bodies: Readonly<Record<RowTheme, () => ReactNode>> = {
    making: () => <MakingTheme control={control} />,
    distances: () => <DistancesTheme control={control} names={names} />,
    cone: () => <ConeTheme control={control} names={names} />,
    setting: () => <SettingTheme control={control} />,
    access: () => (
      <AccessTheme
        form={form}
        names={names}
        lastThickness={data.parts.find((p) => p.id === was.layers.at(-1)?.partId)?.definition.thickness.mm ?? 0}
      />
    ),
  };
  return (
    <Modal title="More about this row" open onClose={onClose} wide>
      <form onSubmit={(e) => void keep(e)} className="grid items-start gap-4 md:grid-cols-[minmax(0,1fr)_360px]" noValidate>
        <div className="flex min-w-0 flex-col gap-2">
          <div className="grid gap-3 sm:grid-cols-2">
            <LengthField control={control} name="hole" label="Hole as it is (empty: the drill's)" placeholder="#40" />
            <Chosen control={control} name="start" />
            <Chosen control={control} name="drilledFrom" />
            <ClosedWithFields data={data} row={was} choice={closed} units={units} />
          </div>
          {ROW_THEMES.map((theme) => (
            <Fold
              key={theme}
              title={THEME_WORDS[theme]}
              opened={faults.has(theme)}
              isOpenFirst={asked.has(theme)}
              className="border-t border-line pt-1"
            >
              <div className="grid items-start gap-3 pb-2 sm:grid-cols-2">{bodies[theme]()}</div>
            </Fold>
          ))}
        </div>
        <SectionBeside data={data} was={was} control={control} units={units} />
        <div className="sticky -bottom-4 col-span-full -mx-4 -mb-4 flex flex-col gap-2 border-t border-line bg-paper px-4 py-3">
          {error ? <ErrorText>{error}</ErrorText> : null}
          <div className="flex flex-wrap items-end gap-2">
            <div className="min-w-60 flex-1">
              <Field label="Reason (kept with who and when)">
                <TextInput
                  maxLength={500}
                  value={reason}
                  onChange={(e) => setReason(e.target.value)}
                  placeholder="such as: plans page FL-07 revision B"
                />
              </Field>
            </div>
            <Button onClick={onClose}>Leave it</Button>
            <Button type="submit" tone="primary" disabled={formState.isSubmitting}>
              Keep
            </Button>
          </div>
        </div>
      </form>
    </Modal>
  );
}

function Chosen({ control, name }: { control: Control<RowTyped>; name: 'start' | 'drilledFrom' }) {
  const value = useWatch({ control, name });
  const { onChange } = control.register(name);
  const choose = (next: string) => void onChange({ target: { name, value: next }, type: 'change' });
  return name === 'start' ? (
    <StartChoice<RowTyped['start']> value={value as RowTyped['start']} onChoose={choose} />
  ) : (
    <DrilledFromChoice<'head'> value={value as 'head' | 'shop'} onChoose={choose} />
  );
}

/** The section as it would be with what is typed so far; while something does not read, as it was. */
function SectionBeside({
  data,
  was,
  control,
  units,
}: {
  data: AssemblyAnswer;
  was: RowDefinition;
  control: Control<RowTyped>;
  units: Units;
}) {
  const typed = useWatch({ control }) as RowTyped;
  const { stack, plan } = useMemo(() => {
    const read = readRowTyped(typed, was, units);
    const made = stackOf(read.ok ? read.value : was, contextOf(data));
    return { stack: made, plan: made ? planStack(made) : null };
  }, [typed, was, units, data]);
  if (!stack || !plan) return null;
  return (
    <div aria-live="polite" className="flex flex-col gap-2 md:sticky md:top-0">
      <SectionFigure stack={stack} plan={plan} title="The row as typed" frame={FRAME} />
      <FindingsList stack={stack} plan={plan} />
    </div>
  );
}

/** The themes that what was found about this row can be answered in. */
function askedThemes(data: AssemblyAnswer, was: RowDefinition): ReadonlySet<RowTheme> {
  const stack = stackOf(was, contextOf(data));
  const found = stack ? planStack(stack).findings.filter((f) => f.severity !== 'note') : [];
  return new Set(found.flatMap((f) => THEME_OF_FINDING[f.code] ?? []));
}

/** Every fault at its field, as the form wants them. */
function resolve(typed: RowTyped, was: RowDefinition, units: Units) {
  const read = readRowTyped(typed, was, units);
  return read.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<RowTyped>(read.problems) };
}

/** Paths of the fields that have a fault. */
function fieldsOf(errors: object, under = ''): string[] {
  return Object.entries(errors).flatMap(([key, value]: [string, unknown]) => {
    if (value === null || typeof value !== 'object') return [];
    return 'message' in value ? [`${under}${key}`] : fieldsOf(value, `${under}${key}.`);
  });
}
