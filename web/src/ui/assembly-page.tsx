import type { AssemblyAnswer } from '#contract/answers';
import type { ReactNode } from 'react';
import type { UndoControl } from './use-undo';
import { useSearchParams } from 'react-router';
import { assemblyPlaces, kitPlaces, placeName, type AssemblyPlaceName } from './places';
import { TopBar } from './top-bar';
import { useUnits } from './units';

interface AssemblyPageProps {
  readonly data: AssemblyAnswer;
  readonly here: AssemblyPlaceName;
  /** What it is called, where it is a place within another. */
  readonly title?: string;
  /** The row that is worked on, which goes along to other places; absent: the one in the address. */
  readonly rowId?: string | null;
  /** It has no heading of its own that says what it is. */
  readonly isUnheaded?: boolean;
  readonly undo: UndoControl;
  /** How high it stands; the whole of what is in it, where nothing is said. */
  readonly height?: string;
  readonly children: ReactNode;
}

const NOTHING_TO_UNDO: UndoControl = {
  label: null,
  run: () => undefined,
  redoLabel: null,
  redo: () => undefined,
  deeds: [],
  failed: new Map(),
  turn: () => undefined,
};

/** A view of an assembly whose marks are still on their way. */
export function LoadingPage(at: Pick<AssemblyPageProps, 'data' | 'here'>) {
  return (
    <AssemblyPage {...at} undo={NOTHING_TO_UNDO}>
      <main id="content" className="p-4">
        <p role="status">Loading what was marked …</p>
      </main>
    </AssemblyPage>
  );
}

/** The frame of every view of an assembly: where you are, its views, undo. */
export function AssemblyPage({
  data: { kit, assembly },
  here,
  title = placeName(here),
  rowId,
  isUnheaded,
  undo,
  height = 'min-h-full',
  children,
}: AssemblyPageProps) {
  const [search] = useSearchParams();
  const row = rowId === undefined ? search.get('row') : rowId;
  return (
    <div className={`flex flex-col max-sm:pb-16 ${height}`}>
      <TopBar
        trail={[{ text: kit.definition.name, to: `/kits/${kit.id}` }, { text: assembly.definition.name }]}
        kit={kit}
        title={title}
        heading={isUnheaded ? `${title}: ${assembly.definition.name}` : undefined}
        places={{ label: 'Views', list: assemblyPlaces(assembly.id, here, row, row === search.get('row') ? search.get('holes') : null) }}
        above={kitPlaces(kit.id, null)}
        units={useUnits()}
        undo={undo}
      />
      {children}
    </div>
  );
}
