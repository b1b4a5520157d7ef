import { AT_HOLE } from '#core/record/step-key';
import type { AssemblyAnswer } from '#contract/answers';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { holesInPlan } from '#core/record/holes';
import { useFollow } from '../../api/queries';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { AssemblyPage } from '../../ui/assembly-page';
import { useUndo } from '../../ui/use-undo';
import { useRecord } from '../../models/use-row-models';
import { HoleStory } from '../hole/hole-story';
import { MeasureHole } from './measure-hole';
import { Steps, inHoleOf } from './removal-steps';
import { WholeRow } from './whole-row';

/** One rivet taken out: one step at a time, big; then the hole measured and judged. */
export function RemovalView() {
  return <AssemblyScreen name="Taking a rivet out">{(data) => <RemovalOfAssembly data={data} />}</AssemblyScreen>;
}

function RemovalOfAssembly({ data }: { data: AssemblyAnswer }) {
  const { kit, assembly } = data;
  useFollow(kit.id);
  const { marks, rows } = useRecord(data);
  const undo = useUndo(kit, marks);
  const [search] = useSearchParams();
  const row = rows.find((r) => r.entity.id === search.get('row'));
  const holeId = search.get('hole') ?? '';
  const number = row ? holesInPlan(row.entity.definition.holes).findIndex((h) => h.id === holeId) + 1 : 0;
  const isSet = row?.states.get(holeId)?.has(AT_HOLE.set) ?? false;
  const [isOut, setOut] = useState(false);
  return (
    <AssemblyPage data={data} here="inspect" undo={undo}>
      <main id="content" className="mx-auto flex w-full max-w-5xl flex-col gap-4 p-4">
        {row && number === 0 ? (
          <WholeRow data={data} row={row} />
        ) : !row || number === 0 ? (
          <>
            <h1 className="label text-[26px]">Taking a rivet out</h1>
            <p className="text-[19px]">
              Choose a rivet first: look at it under{' '}
              <Link className="underline" to={`/assemblies/${assembly.id}/inspect`}>
                Inspect
              </Link>
              , decide to take it out, and come here from there.
            </p>
          </>
        ) : (
          <>
            <h1 className="label text-[30px] leading-tight">
              {isSet && !isOut ? 'Taking out' : 'The hole of'}: <span className="text-dye">{inHoleOf(row, holeId).name}</span>, {row.title},
              hole {number}
            </h1>
            {isSet && inHoleOf(row, holeId).isUnknown ? (
              <p role="note" className="text-caution">
                The record does not say which rivet went in. The card is for the one planned now: check the head before the bit goes in.
              </p>
            ) : null}
            {isSet && !isOut ? (
              <Steps data={data} row={row} holeId={holeId} onOut={() => setOut(true)} />
            ) : (
              <MeasureHole key={holeId} data={data} row={row} holeId={holeId} />
            )}
            <section aria-label="History of this hole" className="border-t border-line pt-2">
              <h2 className="label text-[20px]">What happened here</h2>
              <HoleStory kit={kit.definition} rowId={row.entity.id} holeId={holeId} marks={marks} meets={row.entity.definition.meets} />
            </section>
          </>
        )}
      </main>
    </AssemblyPage>
  );
}
