import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useRef, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import {
  carryDeviation,
  deviationOf,
  isNothing,
  measuredAsTyped,
  noDeviation,
  readDeviation,
  type DeviationLengths,
  type DeviationTyped,
} from '#core/deviation/deviation-text';
import { judgeHole } from '#core/deviation/judge';
import { sheetsOf } from '#core/done/with-work';
import { holesInPlan } from '#core/record/holes';
import type { DeviationKind } from '#core/record/marks';
import { cutText } from '#core/typed/whole-text';
import { useKeep, useMark } from '../../api/commands';
import { sendPhoto } from '../../api/photos';
import type { RowModel } from '../../models/row-model';
import { Button, ErrorText } from '../../ui/controls';
import { faultsOf } from '../../ui/form-faults';
import { Modal } from '../../ui/modal';
import { PhotoInput } from '../../ui/photo-input';
import { useUnits, useUnitSwitch } from '../../ui/units';
import { DeviationFields } from './deviation-fields';
import { DeviationVerdict, isJudged } from './deviation-verdict';

interface DeviationDialogProps {
  readonly data: AssemblyAnswer;
  readonly row: RowModel;
  readonly holeId: string;
  /** What is wrong, to begin with. */
  readonly first?: DeviationKind;
  readonly onClose: () => void;
}

const NO_FILES: readonly File[] = [];

/** What was measured at one hole; section and verdict follow at every key. */
export function DeviationDialog({ data, row, holeId, first = 'oversize', onClose }: DeviationDialogProps) {
  const units = useUnits();
  const mark = useMark(data.kit);
  const keep = useKeep(data.kit);
  const { definition } = row.entity;
  const number = holesInPlan(definition.holes).findIndex((h) => h.id === holeId) + 1;
  const form = useForm<DeviationTyped>({
    defaultValues: noDeviation(first, definition.layers.length),
    resolver: (typed) => {
      const made = readDeviation(typed, units);
      return made.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<DeviationTyped>(made.problems) };
    },
  });
  useUnitSwitch((from) => form.reset(carryDeviation(form.getValues(), from), { keepDirty: true }));
  const typed = useWatch({ control: form.control }) as DeviationTyped;
  const { kind } = typed;
  const [photo, setPhoto] = useState<File | null>(null);
  const [error, setError] = useState<string | null>(null);
  /* A hole with its own rivet is judged for that one. */
  const { stack } = row.own.of(row.standing.own.get(holeId) ?? 0) ?? row;
  const judgement = useMemo(() => judgeHole(stack, measuredAsTyped(typed, units)), [stack, typed, units]);
  const verdict = isJudged(kind) ? judgement.verdict : 'stop';

  /* One at a time: a photo takes its while, and a second press would keep it twice. */
  const isSaving = useRef(false);
  const keepIt = async (lengths: DeviationLengths) => {
    const note = typed.note.trim();
    const isWhole = kind === 'opened-up' && typed.isWhole;
    const photoIds = photo ? [await sendPhoto(data.kit, photo)] : [];
    if (isWhole && judgement.next)
      await keep({
        edits: [
          {
            kind: 'row',
            id: row.entity.id,
            expectedVersion: row.entity.version,
            definition: { ...definition, dash: judgement.next.stack.size.dash, hole: null, lengthDash: null },
          },
        ],
        reason: cutText(`Opened up a size: ${note}`, 500),
      });
    mark([
      {
        kind: 'deviation',
        rowId: row.entity.id,
        layerIds:
          kind === 'over-deburred'
            ? definition.layers
                .slice(Number(typed.cutLayer))
                .slice(0, 1)
                .map((l) => l.id)
            : [],
        holeIds: isWhole ? holesInPlan(definition.holes).map((h) => h.id) : [holeId],
        payload: {
          deviation: deviationOf(kind, lengths, { verdict, judgement }, definition),
          sheets: sheetsOf(definition.layers),
          ...(note === '' ? {} : { note }),
          ...(photoIds.length > 0 ? { photoIds } : {}),
        },
      },
    ]);
    onClose();
  };
  const save = form.handleSubmit(async () => {
    const made = readDeviation(typed, units);
    if (!made.ok || isSaving.current) return;
    if (isNothing(typed) && typed.note.trim() === '' && !photo)
      return setError('Measure it, describe it, or take a photo: then it is a deviation.');
    isSaving.current = true;
    setError(null);
    try {
      await keepIt(made.value);
    } catch (e) {
      setError((e as Error).message);
    } finally {
      isSaving.current = false;
    }
  });
  return (
    <Modal title={`Deviation: ${row.title}, hole ${number}`} open onClose={onClose} wide>
      <div
        className="grid gap-4 md:grid-cols-2"
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) void save();
        }}
      >
        <div className="flex flex-col gap-2">
          <DeviationFields form={form} row={row} />
          <PhotoInput label="Photo (JPEG, PNG, WebP)" files={photo ? [photo] : NO_FILES} onFiles={(f) => setPhoto(f[0] ?? null)} isTaken />
        </div>
        <DeviationVerdict
          title={`${row.title}, hole ${number} as measured`}
          kind={kind}
          verdict={verdict}
          judgement={judgement}
          isNothing={isNothing(typed)}
        />
      </div>
      {error ? <ErrorText>{error}</ErrorText> : null}
      <div className="flex justify-end gap-2">
        <Button className="min-h-14 px-5" onClick={onClose}>
          Keep nothing
        </Button>
        <Button tone="primary" className="min-h-14 px-5 text-[18px]" onClick={() => void save()}>
          Keep the deviation
        </Button>
      </div>
    </Modal>
  );
}
