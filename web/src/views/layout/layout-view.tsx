import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import { Camera } from 'lucide-react';
import { Link, useSearchParams } from 'react-router';
import { rowTitle } from '#core/record/title';
import { stackOf } from '#core/record/stack-of';
import { useAllMarks } from '../../api/all-marks';
import { useFollow } from '../../api/queries';
import { Select } from '../../ui/controls';
import { AssemblyPage } from '../../ui/assembly-page';
import { useUndo } from '../../ui/use-undo';
import { contextOf, partsById } from '../../models/planned-rows';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { HoleOfRow } from './hole-of-row';
import { LayoutOfRow } from './layout-of-row';

/** Where the holes go: even spacing on a part, marks for a ruler, and an existing row picked up. */
export function LayoutView() {
  return <AssemblyScreen name="Layout">{(data) => <LayoutOfAssembly data={data} />}</AssemblyScreen>;
}

function LayoutOfAssembly({ data }: { data: AssemblyAnswer }) {
  const { kit, assembly } = data;
  useFollow(kit.id);
  const marks = useAllMarks(assembly.id);
  const undo = useUndo(kit, marks);
  const [search, setSearch] = useSearchParams();
  const row = data.rows.find((r) => r.id === search.get('row')) ?? data.rows[0];
  const parts = useMemo(() => partsById(data.parts), [data.parts]);
  const stack = row ? stackOf(row.definition, contextOf(data)) : null;
  return (
    <AssemblyPage data={data} here="layout" undo={undo}>
      <main id="content" className="flex flex-col gap-3 p-3">
        <div className="flex flex-wrap items-center gap-3">
          <h1 className="label text-[22px]">Layout</h1>
          {row ? (
            <Select aria-label="Row to lay out" value={row.id} onChange={(e) => setSearch({ row: e.target.value }, { replace: true })}>
              {data.rows.map((r) => (
                <option key={r.id} value={r.id}>
                  {rowTitle(r.definition, parts)}
                </option>
              ))}
            </Select>
          ) : (
            <p className="text-ink2">No row to lay out yet: type one under Plan.</p>
          )}
          {row ? <HoleOfRow key={row.id} data={data} row={row} marks={marks} /> : null}
          <Link
            to={`/assemblies/${assembly.id}/photo${row ? `?row=${row.id}` : ''}`}
            className="label inline-flex min-h-8 items-center gap-1.5 rounded border border-edge bg-raised px-2.5 text-[15px] hover:bg-panel pointer-coarse:min-h-11"
          >
            <Camera size={18} aria-hidden /> Measure from a photograph
          </Link>
        </div>
        {row && stack ? (
          <LayoutOfRow key={row.id} data={data} row={row} stack={stack} parts={parts} title={rowTitle(row.definition, parts)} />
        ) : null}
      </main>
    </AssemblyPage>
  );
}
