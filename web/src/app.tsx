import { lazy, Suspense, useEffect, type ComponentType, type LazyExoticComponent } from 'react';
import { Link, Navigate, Route, Routes, useLocation, useParams } from 'react-router';
import { useLocal } from './api/device';
import { Arrival, SkipLink } from './ui/arrival';
import { Announcer } from './ui/announcer';
import { AwayNotice } from './ui/away-notice';
import { FileDrop } from './ui/file-drop';
import { Screen } from './ui/screen';
import { TopBar } from './ui/top-bar';

/** A view that comes over the line when it is first opened. */
function later<K extends string>(name: K, load: () => Promise<Record<K, ComponentType>>): LazyExoticComponent<ComponentType> {
  return lazy(() => load().then((m) => ({ default: m[name] })));
}

/** Every address with what it shows. */
const VIEWS: readonly (readonly [path: string, view: ComponentType])[] = [
  ['/', later('KitsView', () => import('./views/kits/kits-view'))],
  ['/practice', later('PracticeView', () => import('./views/practice/practice-view'))],
  ['/kits/:kitId', later('KitView', () => import('./views/kit/kit-view'))],
  ['/kits/:kitId/today', later('TodayView', () => import('./views/today/today-view'))],
  ['/kits/:kitId/log', later('LogView', () => import('./views/log/log-view'))],
  ['/kits/:kitId/stock', later('StockView', () => import('./views/stock/stock-view'))],
  ['/kits/:kitId/tools', later('ToolsView', () => import('./views/tools/tools-view'))],
  ['/kits/:kitId/fasteners', later('FastenersView', () => import('./views/fasteners/fasteners-view'))],
  ['/kits/:kitId/recalls', later('RecallsView', () => import('./views/recalls/recalls-view'))],
  ['/kits/:kitId/settings', later('KitSettingsView', () => import('./views/kit/kit-settings-view'))],
  ['/assemblies/:assemblyId/plan', later('PlanView', () => import('./views/plan/plan-view'))],
  ['/assemblies/:assemblyId/parts', later('PartsView', () => import('./views/parts/parts-view'))],
  ['/assemblies/:assemblyId/tags', later('TagsView', () => import('./views/parts/tags-view'))],
  ['/assemblies/:assemblyId/layout', later('LayoutView', () => import('./views/layout/layout-view'))],
  ['/assemblies/:assemblyId/map', later('MapView', () => import('./views/map/map-view'))],
  ['/assemblies/:assemblyId/setups', later('SetupsView', () => import('./views/setups/setups-view'))],
  ['/assemblies/:assemblyId/jobs', later('JobsView', () => import('./views/jobs/jobs-view'))],
  ['/assemblies/:assemblyId/sequence', later('SequenceView', () => import('./views/sequence/sequence-view'))],
  ['/assemblies/:assemblyId/bench', later('BenchView', () => import('./views/bench/bench-view'))],
  ['/assemblies/:assemblyId/inspect', later('InspectView', () => import('./views/inspect/inspect-view'))],
  ['/assemblies/:assemblyId/photo', later('PhotoView', () => import('./views/photo/photo-view'))],
  ['/assemblies/:assemblyId/removal', later('RemovalView', () => import('./views/removal/removal-view'))],
];

/** The theme chosen here; until one is, the system's own, also when it changes. */
function useTheme(): void {
  const chosen = useLocal('theme');
  useEffect(() => {
    const system = window.matchMedia('(prefers-color-scheme: dark)');
    const set = () => {
      document.documentElement.dataset.theme = (chosen ?? (system.matches ? 'dark' : 'light')) === 'dark' ? 'dark' : 'light';
    };
    set();
    system.addEventListener('change', set);
    return () => system.removeEventListener('change', set);
  }, [chosen]);
}

export function App() {
  useTheme();
  return (
    <>
      <SkipLink />
      <Arrival />
      <Announcer />
      <AwayNotice />
      <FileDrop />
      <Routes>
        {VIEWS.map(([path, View]) => (
          <Route
            key={path}
            path={path}
            element={
              <Screen>
                <Suspense fallback={<Waiting />}>
                  <View />
                </Suspense>
              </Screen>
            }
          />
        ))}
        <Route path="/assemblies/:assemblyId" element={<ToThePlan />} />
        <Route path="*" element={<Nowhere />} />
      </Routes>
    </>
  );
}

function Waiting() {
  return (
    <main id="content" className="p-4">
      <p role="status">Loading …</p>
    </main>
  );
}

/** An assembly's own address leads to its plan, with the row it names. */
function ToThePlan() {
  const { assemblyId = '' } = useParams();
  const { search } = useLocation();
  return <Navigate to={`/assemblies/${assemblyId}/plan${search}`} replace />;
}

function Nowhere() {
  const units = useLocal('units') === 'mm' ? 'mm' : 'in';
  return (
    <div className="flex min-h-full flex-col">
      <TopBar trail={[{ text: 'Nothing here' }]} units={units} />
      <main id="content" className="flex flex-col gap-3 p-6">
        <h1 className="label text-2xl">There is nothing at this address</h1>
        <p>It may have been deleted, or mistyped. Deleted kits can be brought back on the first page.</p>
        <Link to="/" className="text-dye underline">
          To the kits
        </Link>
      </main>
    </div>
  );
}
