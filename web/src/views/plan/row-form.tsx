import { DrilledFromChoice, StartChoice, WayChoice } from '../../ui/row-choices';
import type { AssemblyAnswer } from '#contract/answers';
import { useUnits } from '../../ui/units';
import { useState } from 'react';
import type { SharedLoad } from '#core/prep/stack';
import { type Edit, type Entity, type RowDefinition, type RowStart, type SettingWay } from '#core/record/definitions';
import { typedText } from '#core/compose/compose';
import { Field, Select, TextInput } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import type { Mm } from '#core/units/length';
import { ClosedWithFields, useClosedWith } from './closed-with-fields';
import { RibRoom } from './rib-room';
import { ReasonDialog } from './reason-dialog';

interface RowFormProps {
  readonly data: AssemblyAnswer;
  readonly row: Entity<'row'>;
  /** `edits`: of the kit's fasteners, kept in the same change. */
  readonly onKeep: (next: RowDefinition, reason: string, edits: readonly Edit[]) => Promise<void>;
  readonly onClose: () => void;
}

const ACCESS_FIELDS = [
  ['edge', 'To the edge the tool comes from'],
  ['wall', 'To the nearest upstanding wall'],
  ['room', 'Room behind the first hole'],
  ['roomAtEnd', 'Room behind the last hole, where it tapers'],
  ['behind', 'Depth free behind, for a step drill'],
] as const;

/** What a row's line does not say: the real hole, angles, distances, strips cut from both faces, shared loads. */
export function RowForm({ data, row, onKeep, onClose }: RowFormProps) {
  const units = useUnits();
  const was = row.definition;
  const textOf = (l: RowDefinition['hole']) => (l ? typedText(l, units) : '');
  const [hole, setHole] = useState(textOf(was.hole));
  const [rowDistance, setRowDistance] = useState(textOf(was.rowDistance));
  const [nest, setNest] = useState(was.nest === null || was.nest === 'computed' ? '' : typedText(was.nest.fixed, units));
  const [nestKind, setNestKind] = useState(was.nest === null ? 'kit' : was.nest === 'computed' ? 'computed' : 'fixed');
  const [headAngle, setHeadAngle] = useState(String(was.headAngleDeg));
  const [cutterAngle, setCutterAngle] = useState(String(was.cutterAngleDeg));
  const [start, setStart] = useState<RowStart>(was.start ?? 'undersize');
  const [drilledFrom, setDrilledFrom] = useState<'head' | 'shop'>(was.drilledFrom ?? 'head');
  const closed = useClosedWith(data, was, units);
  const [access, setAccess] = useState({
    edge: textOf(was.access?.edge ?? null),
    wall: textOf(was.access?.wall ?? null),
    room: textOf(was.access?.room ?? null),
    roomAtEnd: textOf(was.access?.roomAtEnd ?? null),
    behind: textOf(was.access?.behind ?? null),
  });
  const [wallAngle, setWallAngle] = useState(was.access?.wallAngleDeg === undefined ? '' : String(was.access.wallAngleDeg));
  const [gotAtLater, setGotAtLater] = useState(was.gotAtLater ?? '');
  const [way, setWay] = useState<SettingWay | ''>(was.setting?.way ?? '');
  const [isSealed, setSealed] = useState(was.setting?.isSealed ?? false);
  const [bareZone, setBareZone] = useState(was.setting?.bareZone ?? '');
  const [isBent, setBent] = useState(was.access?.isBent ?? false);
  const [sheetIndex, setSheetIndex] = useState(was.access?.sheetIndex ?? -1);
  const [isTilted, setTilted] = useState(was.access?.isTilted ?? false);
  const [needsSpacer, setSpacer] = useState(was.access?.needsSpacer ?? false);
  const [shares, setShares] = useState<SharedLoad | ''>(was.sharesLoadWith ?? '');
  const [edges, setEdges] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(was.layers.map((l) => [l.id, textOf(l.edge)])),
  );
  const [bothSides, setBothSides] = useState<ReadonlySet<string>>(() => new Set(was.layers.filter((l) => l.bothSides).map((l) => l.id)));
  const partName = (id: string) => data.parts.find((p) => p.id === id)?.definition.name ?? '?';

  const read = (): { row: RowDefinition; edits: readonly Edit[] } => {
    const lengthOf = (label: string, text: string) => {
      const value = dimensionValue(text, units);
      if (value.isBad) throw new Error(`${label} does not read.`);
      return value.length;
    };
    const wallAngleOf = (text: string) => {
      const value = Number(text.replace(',', '.'));
      if (!(value >= 1 && value <= 179)) throw new Error('The wall’s angle lies between 1 and 179 degrees.');
      return value;
    };
    const angleOf = (label: string, text: string) => {
      const value = Number(text);
      if (!(value >= 30 && value <= 170)) throw new Error(`${label} lies between 30 and 170 degrees.`);
      return value;
    };
    const allowance = nestKind === 'fixed' ? lengthOf('The fixed allowance', nest) : null;
    const closing = closed.read();
    if (nestKind === 'fixed' && !allowance) throw new Error('Give the fixed allowance.');
    const row: RowDefinition = {
      ...was,
      hole: lengthOf('The hole', hole),
      rowDistance: lengthOf('The distance to the next row', rowDistance),
      nest: nestKind === 'kit' ? null : nestKind === 'computed' || !allowance ? 'computed' : { fixed: allowance },
      headAngleDeg: angleOf('The head angle', headAngle),
      cutterAngleDeg: angleOf('The cutter angle', cutterAngle),
      ...(gotAtLater.trim() || was.gotAtLater ? { gotAtLater: gotAtLater.trim() || undefined } : {}),
      sharesLoadWith: shares === '' ? null : shares,
      start,
      ...(drilledFrom === 'shop' || was.drilledFrom ? { drilledFrom } : {}),
      ...closing.row,
      setting:
        way === '' && !isSealed
          ? null
          : {
              way: way === '' ? 'squeezer' : way,
              ...(isSealed ? { isSealed, ...(bareZone.trim() ? { bareZone: bareZone.trim() } : {}) } : {}),
            },
      access:
        Object.values(access).every((t) => t.trim() === '') && wallAngle.trim() === '' && !isBent && !isTilted && !needsSpacer
          ? null
          : {
              edge: lengthOf('The distance to the edge the tool comes from', access.edge),
              wall: lengthOf('The distance to the wall', access.wall),
              room: lengthOf('The room at the first hole', access.room),
              roomAtEnd: lengthOf('The room at the last hole', access.roomAtEnd),
              isBent,
              ...(wallAngle.trim() === '' ? {} : { wallAngleDeg: wallAngleOf(wallAngle) }),
              ...(access.behind.trim() === '' ? {} : { behind: lengthOf('The depth behind', access.behind) }),
              ...(sheetIndex >= 0 ? { sheetIndex } : {}),
              ...(isTilted ? { isTilted } : {}),
              ...(needsSpacer ? { needsSpacer } : {}),
            },
      layers: was.layers.map((l) => ({
        ...l,
        edge: lengthOf(`The edge distance in ${partName(l.partId)}`, edges[l.id] ?? ''),
        bothSides: bothSides.has(l.id),
      })),
    };
    return { row, edits: closing.edits };
  };
  return (
    <ReasonDialog
      title="More about this row"
      onClose={onClose}
      onKeep={async (reason) => {
        const { row: next, edits } = read();
        await onKeep(next, reason, edits);
      }}
    >
      <div className="grid grid-cols-2 gap-3">
        <DimensionField label="Hole as it is (empty: the drill's)" text={hole} onText={setHole} units={units} placeholder="#40" />
        <DimensionField label="Distance to the next row" text={rowDistance} onText={setRowDistance} units={units} />
        <Field label="Head angle, degrees">
          <TextInput inputMode="decimal" value={headAngle} onChange={(e) => setHeadAngle(e.target.value)} />
        </Field>
        <Field label="Cutter angle, degrees">
          <TextInput inputMode="decimal" value={cutterAngle} onChange={(e) => setCutterAngle(e.target.value)} />
        </Field>
        <Field label="Countersink under a dimple">
          <Select value={nestKind} onChange={(e) => setNestKind(e.target.value)}>
            <option value="kit">as the kit has it</option>
            <option value="computed">computed</option>
            <option value="fixed">fixed allowance</option>
          </Select>
        </Field>
        {nestKind === 'fixed' ? (
          <DimensionField label="Fixed allowance" text={nest} onText={setNest} units={units} placeholder=".007" />
        ) : (
          <span />
        )}
        <StartChoice<RowStart> value={start} onChoose={setStart} />
        <DrilledFromChoice<'head'> value={drilledFrom} onChoose={setDrilledFrom} />
        <ClosedWithFields data={data} row={was} choice={closed} units={units} />
        <WayChoice value={way} onChoose={setWay} before={{ '': 'not said' }} />
        <label className="flex items-center gap-2 pt-5">
          <input type="checkbox" className="size-5" checked={isSealed} onChange={(e) => setSealed(e.target.checked)} />
          set wet: sealed or bonded
        </label>
        {isSealed ? (
          <Field label="What stays bare for it">
            <TextInput maxLength={80} value={bareZone} placeholder="the lap, 1 in wide" onChange={(e) => setBareZone(e.target.value)} />
          </Field>
        ) : null}
        <Field label="Shares its load with">
          <Select value={shares} onChange={(e) => setShares(e.target.value as SharedLoad | '')}>
            <option value="">nothing else</option>
            <option value="bolts">bolts</option>
            <option value="close-pins">close-fitting pins</option>
          </Select>
        </Field>
      </div>
      <fieldset className="grid grid-cols-2 items-start gap-3 border-t border-line pt-1">
        <legend className="label pr-2">What a tool finds here</legend>
        <Field label="In which sheet">
          <Select value={sheetIndex} onChange={(e) => setSheetIndex(Number(e.target.value))}>
            <option value={-1}>every one</option>
            {was.layers.map((l, i) => (
              <option key={l.id} value={i}>
                {partName(l.partId)}
              </option>
            ))}
          </Select>
        </Field>
        {ACCESS_FIELDS.map(([key, label]) => (
          <DimensionField
            key={key}
            label={label}
            text={access[key]}
            onText={(text) => setAccess({ ...access, [key]: text })}
            units={units}
            placeholder="nothing in the way"
          />
        ))}
        <Field label="The wall’s angle to the sheet, degrees">
          <TextInput inputMode="decimal" value={wallAngle} placeholder="90" onChange={(e) => setWallAngle(e.target.value)} />
        </Field>
        <Field label="Has to be reached later, for">
          <TextInput maxLength={120} value={gotAtLater} placeholder="nothing" onChange={(e) => setGotAtLater(e.target.value)} />
        </Field>
        <label className="flex items-center gap-2 pt-6">
          <input type="checkbox" className="size-5" checked={isBent} onChange={(e) => setBent(e.target.checked)} />
          the sheet is bent here
        </label>
        <label className="flex items-center gap-2">
          <input type="checkbox" className="size-5" checked={isTilted} onChange={(e) => setTilted(e.target.checked)} />
          the face is tilted to the tool
        </label>
        <label className="flex items-center gap-2">
          <input type="checkbox" className="size-5" checked={needsSpacer} onChange={(e) => setSpacer(e.target.checked)} />
          narrower than a cage’s foot: wants a spacer
        </label>
        <RibRoom
          units={units}
          thickness={(data.parts.find((p) => p.id === was.layers.at(-1)?.partId)?.definition.thickness.mm ?? 0) as Mm}
          onRoom={(room, roomAtEnd) => setAccess({ ...access, room, roomAtEnd })}
        />
      </fieldset>
      {was.layers.map((l) => (
        <fieldset key={l.id} className="grid grid-cols-2 items-start gap-3 border-t border-line pt-1">
          <legend className="label pr-2">{partName(l.partId)}</legend>
          <DimensionField
            label="Hole centre to this sheet's edge"
            text={edges[l.id] ?? ''}
            onText={(t) => setEdges({ ...edges, [l.id]: t })}
            units={units}
          />
          <label className="flex items-center gap-2 pt-6">
            <input
              type="checkbox"
              className="size-5"
              checked={bothSides.has(l.id)}
              onChange={(e) => {
                const next = new Set(bothSides);
                if (e.target.checked) next.add(l.id);
                else next.delete(l.id);
                setBothSides(next);
              }}
            />
            countersunk from both faces
          </label>
        </fieldset>
      ))}
    </ReasonDialog>
  );
}
