import { useState } from 'react';
import { useParams } from 'react-router';
import { TOOL_KINDS, type Edit, type Entity, type ToolDefinition, type ToolKind } from '#core/record/definitions';
import { typedText } from '#core/record/compose';
import type { ReachingKind } from '#core/reach/reach';
import { USUAL_TOOLS } from '#core/tables/usual-tools';
import { TOOL_WORDS } from '#core/wording/tools';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { useTools, type ToolsAnswer } from '../../api/queries';
import { useScreenUnits } from '../../ui/assembly-screen';
import { Button, ErrorText, Field, Select, TextInput } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import { TopBar } from '../../ui/top-bar';
import { UnitsContext } from '../../ui/units';
import { SilhouettePicture } from './tool-silhouette-picture';

/** The tools somebody owns, by their measures. */
export function ToolsView() {
  const { kitId = '' } = useParams();
  const answer = useTools(kitId);
  const kit = answer.data?.kit;
  const units = useScreenUnits(kit?.definition.units);
  return (
    <UnitsContext value={units}>
      <div className="flex min-h-full flex-col">
        <TopBar
          trail={[...(kit ? [{ text: kit.definition.name, to: `/kits/${kit.id}` }] : []), { text: 'My tools' }]}
          kit={kit}
          units={units}
        />
        <main className="mx-auto flex w-full max-w-4xl flex-col gap-3 p-4">
          <h1 className="label text-[26px]">My tools</h1>
          {answer.error ? <ErrorText>{answer.error.message}</ErrorText> : null}
          {answer.data ? <ToolsOfKit data={answer.data} /> : <p role="status">Loading …</p>}
        </main>
      </div>
    </UnitsContext>
  );
}

function ToolsOfKit({ data }: { data: ToolsAnswer }) {
  const keep = useKeep(data.kit);
  const [error, setError] = useState<string | null>(null);
  const save = (edits: Edit[], reason: string) =>
    keep({ edits, reason }).then(
      () => setError(null),
      (e: Error) => setError(e.message),
    );
  const begin = () =>
    void save(
      USUAL_TOOLS.map((t): Edit => ({ kind: 'tool', id: newId(), expectedVersion: 0, definition: { v: 1, kitId: data.kit.id, ...t } })),
      'Usual tools to start with',
    );
  const add = () =>
    void save(
      [
        {
          kind: 'tool',
          id: newId(),
          expectedVersion: 0,
          definition: {
            v: 1,
            kitId: data.kit.id,
            name: 'squeezer',
            kind: 'squeezer',
            throat: null,
            noseHalfWidth: null,
            noseHeight: null,
            takesBent: true,
            dash: null,
            angleDeg: null,
            sheet: null,
          },
        },
      ],
      '',
    );
  const sorted = [...data.tools].sort(
    (a, b) =>
      TOOL_KINDS.indexOf(a.definition.kind) - TOOL_KINDS.indexOf(b.definition.kind) || a.definition.name.localeCompare(b.definition.name),
  );
  return (
    <>
      <p className="text-[15px] text-ink2">
        A measure left empty limits nothing; the bench asks for it where it would change an answer. Measure your own: the usual ones are
        only a start.
      </p>
      {sorted.length === 0 ? (
        <Button tone="primary" className="self-start" onClick={begin}>
          Start with the usual tools
        </Button>
      ) : null}
      {error ? <ErrorText>{error}</ErrorText> : null}
      <ul className="flex flex-col gap-2">
        {sorted.map((t) => (
          <li key={`${t.id}/${t.version}`}>
            <ToolCard
              tool={t}
              units={data.kit.definition.units}
              onKeep={(definition) => save([{ kind: 'tool', id: t.id, expectedVersion: t.version, definition }], '')}
            />
          </li>
        ))}
      </ul>
      <Button className="self-start" onClick={add}>
        Add a tool
      </Button>
    </>
  );
}

function ToolCard({
  tool,
  units,
  onKeep,
}: {
  tool: Entity<'tool'>;
  units: 'in' | 'mm';
  onKeep: (next: ToolDefinition | null) => Promise<void>;
}) {
  const was = tool.definition;
  const textOf = (l: ToolDefinition['throat']) => (l ? typedText(l, units) : '');
  const [name, setName] = useState(was.name);
  const [kind, setKind] = useState<ToolKind>(was.kind);
  const [measures, setMeasures] = useState({
    throat: textOf(was.throat),
    noseHalfWidth: textOf(was.noseHalfWidth),
    noseHeight: textOf(was.noseHeight),
  });
  const [takesBent, setTakesBent] = useState(was.takesBent);
  const [dash, setDash] = useState(was.dash ?? 3);
  const [sheet, setSheet] = useState(was.sheet ?? 'skin');
  const [angle, setAngle] = useState(String(was.angleDeg ?? 100));
  const [problem, setProblem] = useState<string | null>(null);
  const isDies = kind === 'die-set';
  const keep = () => {
    const read = Object.fromEntries(Object.entries(measures).map(([k, text]) => [k, dimensionValue(text, units)]));
    if (Object.values(read).some((v) => v.isBad)) return setProblem('One of the measures does not read.');
    const angleDeg = Number(angle);
    if (isDies && !(angleDeg >= 30 && angleDeg <= 170)) return setProblem('The angle lies between 30 and 170 degrees.');
    if (name.trim() === '') return setProblem('The tool needs a name.');
    setProblem(null);
    void onKeep({
      ...was,
      name: name.trim(),
      kind,
      throat: isDies ? null : (read.throat?.length ?? null),
      noseHalfWidth: isDies ? null : (read.noseHalfWidth?.length ?? null),
      noseHeight: isDies ? null : (read.noseHeight?.length ?? null),
      takesBent,
      dash: isDies ? dash : null,
      angleDeg: isDies ? angleDeg : null,
      sheet: isDies ? sheet : null,
    });
  };
  return (
    <details className="rounded border border-line">
      <summary className="label cursor-pointer px-2 py-2 text-[17px]">
        {was.name} <span className="text-ink2">{TOOL_WORDS[was.kind]}</span>
      </summary>
      <form
        className="flex flex-wrap items-end gap-3 p-2"
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
        {isDies ? (
          <>
            <Field label="For rivets of dash">
              <Select value={dash} onChange={(e) => setDash(Number(e.target.value) as 3 | 4 | 5 | 6)}>
                {[3, 4, 5, 6].map((d) => (
                  <option key={d}>{d}</option>
                ))}
              </Select>
            </Field>
            <Field label="Angle, degrees">
              <TextInput className="w-24" inputMode="decimal" value={angle} onChange={(e) => setAngle(e.target.value)} />
            </Field>
            <Field label="Made for">
              <Select value={sheet} onChange={(e) => setSheet(e.target.value as 'skin' | 'substructure')}>
                <option value="skin">the skin</option>
                <option value="substructure">the substructure: deeper</option>
              </Select>
            </Field>
          </>
        ) : (
          <>
            <SilhouettePicture kind={kind as ReachingKind} />
            <DimensionField
              label="Throat depth T"
              text={measures.throat}
              onText={(throat) => setMeasures({ ...measures, throat })}
              units={units}
            />
            <DimensionField
              label="Half the nose’s width w"
              text={measures.noseHalfWidth}
              onText={(noseHalfWidth) => setMeasures({ ...measures, noseHalfWidth })}
              units={units}
            />
            <DimensionField
              label="Nose height h"
              text={measures.noseHeight}
              onText={(noseHeight) => setMeasures({ ...measures, noseHeight })}
              units={units}
            />
            <label className="flex items-center gap-2">
              <input type="checkbox" className="size-5" checked={takesBent} onChange={(e) => setTakesBent(e.target.checked)} />
              takes bent sheet
            </label>
          </>
        )}
        <Button type="submit" tone="primary">
          Keep the tool
        </Button>
        <Button tone="danger" onClick={() => void onKeep(null)}>
          Delete
        </Button>
        {problem ? <ErrorText>{problem}</ErrorText> : null}
      </form>
    </details>
  );
}
