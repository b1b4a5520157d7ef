import type { AssemblyAnswer } from '#contract/answers';
import { memo, useMemo, type ReactNode } from 'react';
import { benchStations, worksInOrder, type BenchStation, type OrderedSetup } from '#core/access/bench-order';
import { useFollow } from '../api/queries';
import { setupsInOrder } from './sequence-work';
import { useBench, type Bench } from './use-bench';
import { useDerived, useSequence, type Sequence } from './use-sequence';
import { useWorkedOut, type WorkedOut } from './use-worked-out';

/** What is still to do, by set-up, in the order that is followed. */
export interface OrderedBenchOf extends Bench {
  readonly sequence: Sequence;
  readonly setups: readonly OrderedSetup[];
  /** Set-ups and work on the whole, in the order that is followed. */
  readonly stations: readonly BenchStation[];
}

const NOTHING: ReadonlySet<string> = new Set();

interface StageProps {
  /** What it is worked out of. */
  readonly of: WorkedOut;
  /** `data`: the assembly that it was worked out of. */
  readonly children: (ordered: OrderedBenchOf, data: AssemblyAnswer) => ReactNode;
}

/**
 * Works out what is still to do and in which order, in four stages: rows and set-ups, operations, their order, what stands where. Each is a
 * component of its own, so that a page being opened answers between them. `loading`: what is shown until all it rests on is there.
 */
export function OrderedBench({
  data,
  loading,
  children,
}: Omit<StageProps, 'of'> & { readonly data: AssemblyAnswer; readonly loading: ReactNode }) {
  useFollow(data.kit.id);
  const worked = useWorkedOut(data);
  return worked ? <BenchStage of={worked}>{children}</BenchStage> : loading;
}

/* Not made anew while it is as before: of many rows what comes is worked out first. */
const BenchStage = memo(({ of, children }: StageProps) => {
  const bench = useBench(of);
  return (
    <DerivedStage of={of} bench={bench}>
      {children}
    </DerivedStage>
  );
});

function DerivedStage({ of, bench, children }: StageProps & { readonly bench: Bench }) {
  const { model, derived } = useDerived(of.data, bench.rows);
  return (
    <OrderStage of={of} bench={bench} model={model} derived={derived}>
      {children}
    </OrderStage>
  );
}

function OrderStage({ of, bench, model, derived, children }: StageProps & { readonly bench: Bench } & Pick<Sequence, 'model' | 'derived'>) {
  const sequence = useSequence(of.data, bench.rows, { model, derived });
  return (
    <StationStage of={of} bench={bench} sequence={sequence}>
      {children}
    </StationStage>
  );
}

function StationStage({ of, bench, sequence, children }: StageProps & { readonly bench: Bench; readonly sequence: Sequence }) {
  const { order, byId, derived } = sequence;
  const setups = useMemo(() => setupsInOrder(bench.setups, order, byId, derived.done), [bench.setups, order, byId, derived.done]);
  const stations = useMemo(() => {
    const rows = new Map(bench.rows.map((r) => [r.entity.id, { row: r.entity.definition, states: r.states }]));
    const works = worksInOrder(order, byId, derived, rows, bench.rows[0]?.partsDone ?? NOTHING);
    return benchStations(setups, works);
  }, [setups, bench.rows, order, byId, derived]);
  return children({ ...bench, setups, stations, sequence }, of.data);
}
