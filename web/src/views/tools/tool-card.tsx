import { carryUnit } from '#core/units/carry';
import { useUnitSwitch } from '../../ui/units';
import { useState } from 'react';
import type { RecallsAnswer } from '#contract/answers';
import {
  GAUGE_USES,
  TOOL_KINDS,
  type Entity,
  type GaugeUse,
  type ToolDefinition,
  type ToolKind,
  type TypedLength,
} from '#core/record/definitions';
import { typedText } from '#core/compose/compose';
import { REACHING_KINDS, type ReachingKind } from '#core/reach/reach';
import { GAUGE_WORDS, TOOL_WORDS } from '#core/wording/tools';
import { Button, ErrorText, Field, Select, TextInput } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import { ThingChecks } from './thing-checks';
import { SilhouettePicture } from './tool-silhouette-picture';

type LengthName = 'throat' | 'noseHalfWidth' | 'noseHeight' | 'gap' | 'click' | 'diameter' | 'pitch' | 'largest';

/** What each kind of tool is measured by. */
const LENGTHS_OF: Readonly<Record<ToolKind, readonly LengthName[]>> = {
  frame: ['throat', 'noseHalfWidth', 'noseHeight'],
  squeezer: ['throat', 'noseHalfWidth', 'noseHeight', 'gap', 'pitch'],
  'close-quarters': ['throat', 'noseHalfWidth', 'noseHeight'],
  'pull-through': ['throat', 'noseHalfWidth', 'noseHeight'],
  'die-set': [],
  cage: ['noseHalfWidth', 'click'],
  cutter: ['diameter', 'largest'],
  sets: [],
  bit: ['diameter'],
  reamer: ['diameter'],
  gauge: [],
  puller: ['noseHalfWidth', 'noseHeight'],
  bar: ['noseHeight', 'noseHalfWidth'],
  'back-set': ['noseHalfWidth', 'noseHeight'],
};
const HAS_DASH: readonly ToolKind[] = ['die-set', 'sets'];
const HAS_ANGLE: readonly ToolKind[] = ['die-set', 'cutter'];

function labelOf(name: LengthName, kind: ToolKind): string {
  switch (name) {
    case 'throat':
      return 'Throat depth T';
    case 'noseHalfWidth':
      return kind === 'cage'
        ? 'Half the foot’s width'
        : kind === 'back-set' || kind === 'bar'
          ? 'Half its width'
          : 'Half the nose’s width w';
    case 'noseHeight':
      return kind === 'bar'
        ? 'Its thickness behind the sheet'
        : kind === 'puller' || kind === 'back-set'
          ? 'Its length over the sheet'
          : 'Nose height h';
    case 'gap':
      return 'Gap between the sets, wide open';
    case 'pitch':
      return 'Pitch of its set’s thread';
    case 'largest':
      return 'Its largest diameter';
    case 'click':
      return 'One click (empty: .001 in)';
    case 'diameter':
      return kind === 'cutter' ? 'Its pilot’s diameter' : 'Diameter, such as #40';
  }
}

interface ToolCardProps {
  readonly kit: Entity<'kit'>;
  readonly tool: Entity<'tool'>;
  readonly recalls: RecallsAnswer | undefined;
  readonly units: 'in' | 'mm';
  readonly onKeep: (next: ToolDefinition | null) => Promise<void>;
}

/** One tool: its kind, and what a tool of that kind is measured by. */
export function ToolCard({ kit, tool, recalls, units, onKeep }: ToolCardProps) {
  const was = tool.definition;
  const textOf = (l: TypedLength | null | undefined) => (l ? typedText(l, units) : '');
  const [name, setName] = useState(was.name);
  const [kind, setKind] = useState<ToolKind>(was.kind);
  const [texts, setTexts] = useState<Readonly<Record<LengthName, string>>>({
    throat: textOf(was.throat),
    noseHalfWidth: textOf(was.noseHalfWidth),
    noseHeight: textOf(was.noseHeight),
    gap: textOf(was.gap),
    click: textOf(was.click),
    diameter: textOf(was.diameter),
    pitch: textOf(was.pitch),
    largest: textOf(was.largest),
  });
  useUnitSwitch((from) =>
    setTexts((old) => Object.fromEntries(Object.entries(old).map(([k, t]) => [k, carryUnit(t, from)])) as typeof old),
  );
  const [takesBent, setTakesBent] = useState(was.takesBent);
  const [isCutAway, setCutAway] = useState(was.isCutAway ?? false);
  const [dash, setDash] = useState<3 | 4 | 5 | 6>(was.dash ?? 3);
  const [sheet, setSheet] = useState(was.sheet ?? 'skin');
  const [head, setHead] = useState(was.head ?? 'flush-100');
  const [angle, setAngle] = useState(String(was.angleDeg ?? 100));
  const [measures, setMeasures] = useState<GaugeUse>(was.measures ?? 'depth');
  const [problem, setProblem] = useState<string | null>(null);
  const lengths = LENGTHS_OF[kind];
  const isReaching = (REACHING_KINDS as readonly string[]).includes(kind);
  const keep = () => {
    const read = (key: LengthName) => (lengths.includes(key) ? dimensionValue(texts[key], units) : { length: null, isBad: false });
    const bad = lengths.find((key) => read(key).isBad);
    if (bad) return setProblem(`${labelOf(bad, kind)} does not read.`);
    const angleDeg = Number(angle);
    if (HAS_ANGLE.includes(kind) && !(angleDeg >= 30 && angleDeg <= 170)) return setProblem('The angle lies between 30 and 170 degrees.');
    if (name.trim() === '') return setProblem('The tool needs a name.');
    setProblem(null);
    void onKeep({
      v: 1,
      kitId: was.kitId,
      name: name.trim(),
      kind,
      throat: read('throat').length,
      noseHalfWidth: read('noseHalfWidth').length,
      noseHeight: read('noseHeight').length,
      takesBent: isReaching ? takesBent : true,
      dash: HAS_DASH.includes(kind) ? dash : null,
      angleDeg: HAS_ANGLE.includes(kind) ? angleDeg : null,
      sheet: kind === 'die-set' ? sheet : null,
      ...(lengths.includes('gap') ? { gap: read('gap').length } : {}),
      ...(lengths.includes('click') ? { click: read('click').length } : {}),
      ...(lengths.includes('diameter') ? { diameter: read('diameter').length } : {}),
      ...(lengths.includes('pitch') ? { pitch: read('pitch').length } : {}),
      ...(lengths.includes('largest') ? { largest: read('largest').length } : {}),
      ...(kind === 'sets' ? { head } : {}),
      ...(kind === 'cage' ? { isCutAway } : {}),
      ...(kind === 'gauge' ? { measures } : {}),
    });
  };
  return (
    <details className="border-t border-line">
      <summary className="label cursor-pointer py-2 text-[17px]">
        {was.name} <span className="text-ink2">{TOOL_WORDS[was.kind]}</span>
      </summary>
      <form
        className="flex flex-wrap items-end gap-3 pb-3"
        aria-label={was.name}
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        <Field label="Name">
          <TextInput value={name} maxLength={120} onChange={(e) => setName(e.target.value)} />
        </Field>
        <Field label="What it is">
          <Select value={kind} onChange={(e) => setKind(e.target.value as ToolKind)}>
            {TOOL_KINDS.map((k) => (
              <option key={k} value={k}>
                {TOOL_WORDS[k]}
              </option>
            ))}
          </Select>
        </Field>
        {HAS_DASH.includes(kind) ? (
          <Field label="For rivets of dash">
            <Select value={dash} onChange={(e) => setDash(Number(e.target.value) as 3 | 4 | 5 | 6)}>
              {[3, 4, 5, 6].map((d) => (
                <option key={d}>{d}</option>
              ))}
            </Select>
          </Field>
        ) : null}
        {HAS_ANGLE.includes(kind) ? (
          <Field label="Angle, degrees">
            <TextInput className="w-24" inputMode="decimal" value={angle} onChange={(e) => setAngle(e.target.value)} />
          </Field>
        ) : null}
        {kind === 'die-set' ? (
          <Field label="Made for">
            <Select value={sheet} onChange={(e) => setSheet(e.target.value as 'skin' | 'substructure')}>
              <option value="skin">the skin</option>
              <option value="substructure">the substructure: deeper</option>
            </Select>
          </Field>
        ) : null}
        {kind === 'sets' ? (
          <Field label="For heads that are">
            <Select value={head} onChange={(e) => setHead(e.target.value as 'flush-100' | 'protruding')}>
              <option value="flush-100">flush</option>
              <option value="protruding">protruding</option>
            </Select>
          </Field>
        ) : null}
        {kind === 'gauge' ? (
          <Field label="For">
            <Select value={measures} onChange={(e) => setMeasures(e.target.value as GaugeUse)}>
              {GAUGE_USES.map((u) => (
                <option key={u} value={u}>
                  {GAUGE_WORDS[u]}
                </option>
              ))}
            </Select>
          </Field>
        ) : null}
        {isReaching ? <SilhouettePicture kind={kind as ReachingKind} /> : null}
        {lengths.map((key) => (
          <DimensionField
            key={key}
            label={labelOf(key, kind)}
            text={texts[key]}
            onText={(t) => setTexts({ ...texts, [key]: t })}
            units={units}
          />
        ))}
        {isReaching ? (
          <label className="flex items-center gap-2">
            <input type="checkbox" className="size-5" checked={takesBent} onChange={(e) => setTakesBent(e.target.checked)} />
            takes bent sheet
          </label>
        ) : null}
        {kind === 'cage' ? (
          <label className="flex items-center gap-2">
            <input type="checkbox" className="size-5" checked={isCutAway} onChange={(e) => setCutAway(e.target.checked)} />
            its foot is cut away on one side
          </label>
        ) : null}
        <Button type="submit" tone="primary">
          Keep the tool
        </Button>
        <Button tone="danger" onClick={() => void onKeep(null)}>
          Delete
        </Button>
        {problem ? <ErrorText>{problem}</ErrorText> : null}
      </form>
      <ThingChecks kit={kit} thing={{ id: tool.id, name: was.name }} isGauge={was.kind === 'gauge'} units={units} answer={recalls} />
    </details>
  );
}
