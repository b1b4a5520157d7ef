import type { AssemblyAnswer, FastenersAnswer } from '#contract/answers';
import Papa from 'papaparse';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { fastenerTable, readFastenerTable } from '#core/compose/fastener-text';
import { FASTENER_COLUMNS, matchColumns, readCell, writeCell } from '#core/typed/csv-cells';
import type { Edit, FastenerDefinition } from '#core/record/definitions';
import { problemMessage } from '#core/wording/problems';
import { followGroups } from '#core/compose/groups';
import { get } from '../../api/client';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { useFasteners, useFollow } from '../../api/queries';
import { fileName, saveFile } from '../../ui/save-file';
import { Button, ErrorText } from '../../ui/controls';
import { KitPage } from '../../ui/kit-page';
import { useUnits } from '../../ui/units';
import { FastenerCard, FastenerSummary, NewFastener } from './fastener-card';

/** What closes the holes of a kit, beside the solid rivets of the tables: made once here, named in rows. */
export function FastenersView() {
  const { kitId = '' } = useParams();
  return (
    <KitPage
      hasUndo
      here="fasteners"
      name="Fasteners"
      answer={useFasteners(kitId)}
      waiting="Loading …"
      layout="mx-auto flex w-full max-w-4xl flex-col gap-3 p-4"
    >
      {(data) => <FastenersOfKit data={data} />}
    </KitPage>
  );
}

function FastenersOfKit({ data }: { data: FastenersAnswer }) {
  const units = useUnits();
  const keep = useKeep(data.kit);
  useFollow(data.kit.id);
  const sorted = [...data.fasteners].sort((a, b) => a.definition.name.localeCompare(b.definition.name));
  const used = useMemo(() => {
    const rows = new Map<string, FastenersAnswer['rows']>();
    for (const r of data.rows) rows.set(r.fastenerId, [...(rows.get(r.fastenerId) ?? []), r]);
    return rows;
  }, [data.rows]);
  const save = (edits: readonly Edit[], reason: string) => keep({ edits, reason });
  return (
    <>
      <h1 className="label text-[26px]">Fasteners</h1>
      <p className="text-[15px] text-ink2">
        What is no solid rivet of the tables: blind, screws, bolts, pins, rivets of another head, holes that take nothing. Made once here,
        it is named in a row in the place of a call-out. A figure this program cannot cite is yours to type from its own sheet, or to
        measure.
      </p>
      <ul className="flex flex-col" aria-label="Fasteners of this kit">
        {sorted.map((f) => {
          const rows = used.get(f.id) ?? [];
          return (
            <li key={f.id}>
              <details className="border-t border-line">
                <summary className="label cursor-pointer py-2 text-[17px]">
                  <FastenerSummary entry={f.definition} rows={rows.length} stock={data.kit.definition.stock?.[f.definition.name] ?? 0} />
                </summary>
                {rows.length > 0 ? (
                  <p className="pb-2 text-[15px]">
                    Named by{' '}
                    {rows.map((r, i) => (
                      <span key={r.rowId}>
                        {i === 0 ? '' : ', '}
                        <Link className="underline underline-offset-2" to={`/assemblies/${r.assemblyId}?row=${r.rowId}`}>
                          {r.name || 'an unnamed row'}
                        </Link>
                      </span>
                    ))}
                    .
                  </p>
                ) : null}
                <FastenerCard
                  fastener={f}
                  tools={data.tools}
                  units={units}
                  rows={rows.length}
                  onKeep={async (expectedVersion, definition, reason) => {
                    const edit: Edit = { kind: 'fastener', id: f.id, expectedVersion, definition };
                    await save(definition ? await withSmallHoles(edit, f.definition, rows) : [edit], reason);
                  }}
                />
              </details>
            </li>
          );
        })}
        {sorted.length === 0 ? (
          <li className="border-t border-line py-2 text-ink2">None yet: every row is closed with a solid rivet of the tables.</li>
        ) : null}
      </ul>
      <section aria-label="Add one" className="flex flex-col gap-2 border-t border-line pt-3">
        <h2 className="label text-[20px]">Add one</h2>
        <NewFastener
          kitId={data.kit.id}
          tools={data.tools}
          units={units}
          onAdd={(definition) => save([{ kind: 'fastener', id: newId(), expectedVersion: 0, definition }], '')}
        />
      </section>
      <PasteList
        data={data}
        onKeep={(made) =>
          save(
            made.map((definition): Edit => ({ kind: 'fastener', id: newId(), expectedVersion: 0, definition })),
            'List of fasteners',
          )
        }
      />
    </>
  );
}

/** An edit of a fastener, with what the small holes of its groups become in every assembly that has some. */
async function withSmallHoles(edit: Edit, was: FastenerDefinition, rows: FastenersAnswer['rows']): Promise<readonly Edit[]> {
  const next = edit.definition as FastenerDefinition | null;
  if (!was.group && !next?.group) return [edit];
  const found: Edit[] = [];
  for (const id of new Set(rows.map((r) => r.assemblyId))) {
    const { rows: own, parts, fasteners } = await get<AssemblyAnswer>(`/assemblies/${id}`);
    found.push(...followGroups([edit], { rows: own, parts, fasteners, newId }).slice(1));
  }
  return [edit, ...found];
}

/** Many at once from a list that is pasted, good lines and bad ones each by itself; and the list as a file. */
function PasteList({ data, onKeep }: { data: FastenersAnswer; onKeep: (made: readonly FastenerDefinition[]) => Promise<unknown> }) {
  const units = useUnits();
  const [text, setText] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const read = useMemo(() => {
    if (text.trim() === '') return null;
    const table = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true }).data.map((line) => line.map(readCell));
    const [heads = [], ...lines] = table;
    const columns = matchColumns(heads, FASTENER_COLUMNS);
    if (columns.name === undefined || columns.kind === undefined) return { heads, lines: [] };
    return { heads, lines: readFastenerTable(lines, columns, { kitId: data.kit.id, units, there: data.fasteners, newId }) };
  }, [text, data, units]);
  const good = read?.lines.flatMap((l) => (l.made ? [l.made.definition] : [])) ?? [];
  const bad = read?.lines.filter((l) => l.problem) ?? [];
  const save = () => {
    const table = fastenerTable(
      data.fasteners.map((f) => f.definition),
      data.kit.definition.units,
    );
    const csv = Papa.unparse(
      table.map((line) => line.map(writeCell)),
      { newline: '\r\n' },
    );
    saveFile(fileName(`${data.kit.definition.name} fasteners`, 'csv'), `\uFEFF${csv}\r\n`, 'text/csv;charset=utf-8');
  };
  return (
    <section aria-label="From a list" className="flex flex-col gap-2 border-t border-line pt-3">
      <h2 className="label text-[20px]">From a list</h2>
      <p className="text-[15px] text-ink2">
        Paste a table with its heads, from a spreadsheet or as CSV: name and kind at least, then any of{' '}
        {FASTENER_COLUMNS.slice(2).join(', ')}. A bare number is in {units}.
      </p>
      <textarea
        className="field min-h-24 font-mono text-[13px]"
        aria-label="A list of fasteners with its heads"
        value={text}
        placeholder={
          'name\tkind\tdiameter\thole\thead\thead diameter\thead angle\tgrip from\tgrip to\npull stem 3/32\tblind\t3/32\t.098\tflush\t.179\t120\t.032\t.125'
        }
        onChange={(e) => setText(e.target.value)}
      />
      {read && read.lines.length === 0 ? (
        <ErrorText>The first line names the columns: name and kind are wanted among them.</ErrorText>
      ) : null}
      {bad.map((l) => (
        <p key={l.number} className="text-[15px] text-stop" role="alert">
          Line {l.number}, {l.column}: {l.problem ? problemMessage(l.problem) : ''}
        </p>
      ))}
      <div className="flex flex-wrap gap-2">
        <Button
          tone="primary"
          disabled={good.length === 0}
          onClick={() =>
            void onKeep(good).then(
              () => {
                setSaid(good.length === 1 ? 'One is kept.' : `${good.length} are kept.`);
                setText('');
              },
              (e: Error) => setSaid(e.message),
            )
          }
        >
          Keep {good.length} {good.length === 1 ? 'fastener' : 'fasteners'}
        </Button>
        <Button onClick={save}>Save the list as CSV</Button>
      </div>
      {said ? <p role="status">{said}</p> : null}
    </section>
  );
}
