import type { AssemblyAnswer } from '#contract/answers';
import type { ReactNode } from 'react';
import type { UndoControl } from './use-undo';
import { assemblyViews, TopBar, type AssemblyViewName } from './top-bar';
import { useUnits } from './units';

interface AssemblyPageProps {
  readonly data: AssemblyAnswer;
  readonly here: AssemblyViewName;
  readonly undo: UndoControl;
  readonly onKeys?: () => void;
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
      <main className="p-4">
        <p role="status">Loading what was marked …</p>
      </main>
    </AssemblyPage>
  );
}

/** The frame of every view of an assembly: where you are, its views, undo. */
export function AssemblyPage({ data: { kit, assembly }, here, undo, onKeys, height = 'min-h-full', children }: AssemblyPageProps) {
  return (
    <div className={`flex flex-col ${height}`}>
      <TopBar
        trail={[{ text: kit.definition.name, to: `/kits/${kit.id}` }, { text: assembly.definition.name }]}
        kit={kit}
        views={assemblyViews(assembly.id, here)}
        units={useUnits()}
        undo={undo}
        onKeys={onKeys}
      />
      {children}
    </div>
  );
}
