import { useEffect } from 'react';
import { Link, Route, Routes } from 'react-router';
import { useLocal } from './api/device';
import { BenchView } from './views/bench/bench-view';
import { KitView } from './views/kit/kit-view';
import { KitsView } from './views/kits/kits-view';
import { InspectView } from './views/inspect/inspect-view';
import { LogView } from './views/log/log-view';
import { RemovalView } from './views/removal/removal-view';
import { StockView } from './views/stock/stock-view';
import { LayoutView } from './views/layout/layout-view';
import { MapView } from './views/map/map-view';
import { PartsView } from './views/parts/parts-view';
import { PracticeView } from './views/practice/practice-view';
import { SequenceView } from './views/sequence/sequence-view';
import { SetupsView } from './views/setups/setups-view';
import { ToolsView } from './views/tools/tools-view';
import { TodayView } from './views/today/today-view';
import { PlanView } from './views/plan/plan-view';

export function App() {
  const theme = useLocal('theme');
  useEffect(() => {
    document.documentElement.dataset.theme = theme === 'dark' ? 'dark' : 'light';
  }, [theme]);
  return (
    <Routes>
      <Route path="/" element={<KitsView />} />
      <Route path="/kits/:kitId" element={<KitView />} />
      <Route path="/assemblies/:assemblyId/plan" element={<PlanView />} />
      <Route path="/assemblies/:assemblyId/parts" element={<PartsView />} />
      <Route path="/assemblies/:assemblyId/layout" element={<LayoutView />} />
      <Route path="/assemblies/:assemblyId/map" element={<MapView />} />
      <Route path="/assemblies/:assemblyId/setups" element={<SetupsView />} />
      <Route path="/assemblies/:assemblyId/sequence" element={<SequenceView />} />
      <Route path="/assemblies/:assemblyId/bench" element={<BenchView />} />
      <Route path="/assemblies/:assemblyId/inspect" element={<InspectView />} />
      <Route path="/assemblies/:assemblyId/removal" element={<RemovalView />} />
      <Route path="/kits/:kitId/log" element={<LogView />} />
      <Route path="/kits/:kitId/stock" element={<StockView />} />
      <Route path="/kits/:kitId/today" element={<TodayView />} />
      <Route path="/practice" element={<PracticeView />} />
      <Route path="/kits/:kitId/tools" element={<ToolsView />} />
      <Route path="*" element={<Nowhere />} />
    </Routes>
  );
}

function Nowhere() {
  return (
    <main className="p-6">
      <h1 className="label text-2xl">There is nothing at this address</h1>
      <Link to="/" className="text-dye underline">
        To the kits
      </Link>
    </main>
  );
}
