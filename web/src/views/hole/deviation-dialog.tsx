import type { AssemblyAnswer } from '#contract/answers';
import { cutText } from '#core/typed/whole-text';
import { carryUnit } from '#core/units/carry';
import { useUnits, useUnitSwitch } from '../../ui/units';
import { useMemo, useRef, useState } from 'react';
import { judgeHole, missingOf } from '#core/deviation/judge';
import type { TypedLength } from '#core/record/definitions';
import { holesInPlan } from '#core/record/holes';
import { DEVIATION_KINDS, type DeviationKind } from '#core/record/marks';
import type { Mm } from '#core/units/length';
import { DEVIATION_WORDS } from '#core/wording/deviations';
import { sheetName } from '#core/wording/words';
import { useKeep, useMark } from '../../api/commands';
import { sendPhoto } from '../../api/photos';
import { Button, ErrorText, Field, Select } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import { Modal } from '../../ui/modal';
import { PhotoInput } from '../../ui/photo-input';
import type { RowModel } from '../../models/row-model';
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
  const [kind, setKind] = useState<DeviationKind>(first);
  const [hole, setHole] = useState('');
  const [edges, setEdges] = useState<Readonly<Record<string, string>>>({});
  /* One distance for all of them, where their edges lie one over the other. */
  const [isSameEdge, setSameEdge] = useState(false);
  const edgeOf = (l: { readonly id: string }) => edges[isSameEdge ? (definition.layers[0]?.id ?? '') : l.id] ?? '';
  const [pitch, setPitch] = useState('');
  const [off, setOff] = useState('');
  const [note, setNote] = useState('');
  const [cutLayer, setCutLayer] = useState(0);
  const [isWhole, setWhole] = useState(false);
  const [photo, setPhoto] = useState<File | null>(null);
  const [error, setError] = useState<string | null>(null);
  useUnitSwitch((from) => {
    for (const set of [setHole, setPitch, setOff]) set((old) => carryUnit(old, from));
    setEdges((old) => Object.fromEntries(Object.entries(old).map(([id, text]) => [id, carryUnit(text, from)])));
  });

  const read = {
    hole: dimensionValue(hole, units),
    pitch: dimensionValue(pitch, units),
    off: dimensionValue(off, units),
    edges: definition.layers.map((l) => dimensionValue(edgeOf(l), units)),
  };
  const isBad = [read.hole, read.pitch, read.off, ...read.edges].some((v) => v.isBad);
  const isOnPurpose = kind === 'opened-up';
  const isCutAway = kind === 'over-deburred';
  const judgement = useMemo(() => {
    const mmOf = (v: { length: TypedLength | null }) => v.length?.mm as Mm | undefined;
    const found = {
      hole: mmOf(read.hole),
      isElongated: kind === 'elongated',
      moved: kind === 'out-of-place' ? ('place' as const) : kind === 'near-edge' ? ('edge' as const) : undefined,
      isOnPurpose,
      edges: read.edges.map(mmOf),
      pitch: mmOf(read.pitch),
      cutAway: isCutAway && read.off.length ? { layer: cutLayer, depth: read.off.length.mm as Mm } : undefined,
    };
    return judgeHole(row.stack, found);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the texts are what is read
  }, [row.stack, kind, hole, pitch, off, cutLayer, isSameEdge, JSON.stringify(edges)]);
  const verdict = isJudged(kind) ? judgement.verdict : 'stop';

  /* One at a time: a photo takes its while, and a second press would keep it twice. */
  const isSaving = useRef(false);
  const save = async () => {
    if (isSaving.current) return;
    isSaving.current = true;
    try {
      await keepIt();
    } finally {
      isSaving.current = false;
    }
  };
  const keepIt = async () => {
    setError(null);
    if (isBad) return setError('One of the lengths does not read.');
    if (isCutAway && !read.off.length) return setError('Measure how deep the edge of the hole was cut away.');
    if (isOnPurpose && note.trim() === '') return setError('Opening up on purpose wants its reason.');
    const photoIds: string[] = [];
    try {
      if (photo) photoIds.push(await sendPhoto(data.kit, photo));
      if (isOnPurpose && isWhole && judgement.next) {
        const dash = judgement.next.stack.size.dash;
        await keep({
          edits: [
            {
              kind: 'row',
              id: row.entity.id,
              expectedVersion: row.entity.version,
              definition: { ...definition, dash, hole: null, lengthDash: null },
            },
          ],
          reason: cutText(`Opened up a size: ${note.trim()}`, 500),
        });
      }
    } catch (e) {
      return setError((e as Error).message);
    }
    const typed = (v: { length: TypedLength | null }) => v.length ?? undefined;
    const measured = definition.layers.flatMap((l, i) => {
      const length = read.edges[i]?.length;
      return length ? [[l.id, length] as const] : [];
    });
    mark([
      {
        kind: 'deviation',
        rowId: row.entity.id,
        layerIds: isCutAway ? definition.layers.slice(cutLayer, cutLayer + 1).map((l) => l.id) : [],
        holeIds: isWhole ? holesInPlan(definition.holes).map((h) => h.id) : [holeId],
        payload: {
          deviation: {
            kind,
            hole: typed(read.hole),
            pitch: typed(read.pitch),
            off: typed(read.off),
            ...(measured.length > 0 ? { edges: Object.fromEntries(measured) } : {}),
            verdict,
            ...(verdict === 'unknown' ? { missing: missingOf(judgement, definition) } : {}),
          },
          ...(note.trim() === '' ? {} : { note: note.trim() }),
          ...(photoIds.length > 0 ? { photoIds } : {}),
        },
      },
    ]);
    onClose();
  };
  return (
    <Modal title={`Deviation: ${row.title}, hole ${number}`} open onClose={onClose} wide>
      <div
        className="grid gap-4 md:grid-cols-2"
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) void save();
        }}
      >
        <div className="flex flex-col gap-2">
          <Field label="What is wrong">
            <Select className="min-h-12" value={kind} onChange={(e) => setKind(e.target.value as DeviationKind)}>
              {DEVIATION_KINDS.map((k) => (
                <option key={k} value={k}>
                  {DEVIATION_WORDS[k]}
                </option>
              ))}
            </Select>
          </Field>
          <DimensionField
            label={kind === 'elongated' ? 'Hole, the longer way' : 'Hole as measured'}
            text={hole}
            onText={setHole}
            units={units}
            placeholder="as planned"
            isFirst
          />
          {definition.layers.length > 1 ? (
            <label className="flex min-h-11 items-center gap-2">
              <input type="checkbox" className="size-6" checked={isSameEdge} onChange={(e) => setSameEdge(e.target.checked)} />
              the edges of all sheets lie one over the other
            </label>
          ) : null}
          {(isSameEdge ? definition.layers.slice(0, 1) : definition.layers).map((l, i) => (
            <DimensionField
              key={l.id}
              label={isSameEdge ? 'Edge distance in every sheet' : `Edge distance in ${sheetName(row.plan.layers[i]?.part, i)}`}
              text={edges[l.id] ?? ''}
              onText={(text) => setEdges({ ...edges, [l.id]: text })}
              units={units}
              placeholder="as planned"
            />
          ))}
          <DimensionField label="To the nearest neighbour" text={pitch} onText={setPitch} units={units} placeholder="as planned" />
          {isCutAway ? (
            <>
              <Field label="In which sheet">
                <Select className="min-h-12" value={cutLayer} onChange={(e) => setCutLayer(Number(e.target.value))}>
                  {definition.layers.map((l, i) => (
                    <option key={l.id} value={i}>
                      {sheetName(row.plan.layers[i]?.part, i)}
                    </option>
                  ))}
                </Select>
              </Field>
              <DimensionField label="How deep it was cut away" text={off} onText={setOff} units={units} placeholder=".010" />
              <p className="text-ink2">
                The sheet counts as so much thinner where the head or the dimple sits: the section and the verdict are of that.
              </p>
            </>
          ) : null}
          {kind === 'out-of-place' ? <DimensionField label="Off by" text={off} onText={setOff} units={units} /> : null}
          <Field label={isOnPurpose ? 'Your reason' : 'A word about it, if you like'}>
            <textarea className="field min-h-12" maxLength={500} value={note} onChange={(e) => setNote(e.target.value)} />
          </Field>
          {isOnPurpose ? (
            <label className="flex min-h-10 items-center gap-2">
              <input type="checkbox" checked={isWhole} onChange={(e) => setWhole(e.target.checked)} />
              The whole row, and its rivet with it
            </label>
          ) : null}
          <PhotoInput label="Photo (JPEG, PNG, WebP)" files={photo ? [photo] : NO_FILES} onFiles={(f) => setPhoto(f[0] ?? null)} isTaken />
        </div>
        <DeviationVerdict title={`${row.title}, hole ${number} as measured`} kind={kind} verdict={verdict} judgement={judgement} />
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
