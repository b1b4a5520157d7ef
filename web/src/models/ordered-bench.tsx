import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, type ReactNode } from 'react';
import { benchInOrder, benchStations, worksInOrder, type BenchStation, type OrderedSetup } from '#core/access/bench-order';
import { useFollow } from '../api/queries';
import { useBench, type Bench } from './use-bench';
import { useDerived, useSequence, type Sequence } from './use-sequence';
import { useIsWorkReady } from './use-is-work-ready';

/** What is still to do, by set-up, in the order that is followed. */
export interface OrderedBenchOf extends Bench {
  readonly sequence: Sequence;
  readonly setups: readonly OrderedSetup[];
  /** Set-ups and work on the whole, in the order that is followed. */
  readonly stations: readonly BenchStation[];
}

const NOTHING: ReadonlySet<string> = new Set();

interface StageProps {
  readonly data: AssemblyAnswer;
  readonly children: (ordered: OrderedBenchOf) => ReactNode;
}

/**
 * Works out what is still to do and in which order, in three stages: rows and set-ups, operations, order. Each is a component of its own,
 * so that a page being opened answers between them. `loading`: what is shown until all it rests on is there.
 */
export function OrderedBench({ loading, ...stage }: StageProps & { readonly loading: ReactNode }) {
  useFollow(stage.data.kit.id);
  return useIsWorkReady(stage.data) ? <BenchStage {...stage} /> : loading;
}

function BenchStage({ data, children }: StageProps) {
  const bench = useBench(data);
  return (
    <DerivedStage data={data} bench={bench}>
      {children}
    </DerivedStage>
  );
}

function DerivedStage({ data, bench, children }: StageProps & { readonly bench: Bench }) {
  const { model, derived } = useDerived(data, bench.rows);
  return (
    <OrderStage data={data} bench={bench} model={model} derived={derived}>
      {children}
    </OrderStage>
  );
}

function OrderStage({
  data,
  bench,
  model,
  derived,
  children,
}: StageProps & { readonly bench: Bench } & Pick<Sequence, 'model' | 'derived'>) {
  const sequence = useSequence(data, bench.rows, { model, derived });
  const setups = useMemo(
    () => benchInOrder(bench.setups, sequence.order, sequence.byId, sequence.derived.done),
    [bench.setups, sequence.order, sequence.byId, sequence.derived.done],
  );
  const stations = useMemo(() => {
    const rows = new Map(bench.rows.map((r) => [r.entity.id, { row: r.entity.definition, states: r.states }]));
    const works = worksInOrder(sequence.order, sequence.byId, sequence.derived, rows, bench.rows[0]?.partsDone ?? NOTHING);
    return benchStations(setups, works);
  }, [setups, bench.rows, sequence.order, sequence.byId, sequence.derived]);
  return children({ ...bench, setups, stations, sequence });
}
