import { useEffect } from 'react';
import { Link, Route, Routes } from 'react-router';
import { useLocal } from './api/device';
import { BenchView } from './views/bench/bench-view';
import { KitView } from './views/kit/kit-view';
import { KitsView } from './views/kits/kits-view';
import { InspectView } from './views/inspect/inspect-view';
import { LogView } from './views/log/log-view';
import { RemovalView } from './views/removal/removal-view';
import { RecallsView } from './views/recalls/recalls-view';
import { StockView } from './views/stock/stock-view';
import { LayoutView } from './views/layout/layout-view';
import { MapView } from './views/map/map-view';
import { PartsView } from './views/parts/parts-view';
import { PracticeView } from './views/practice/practice-view';
import { SequenceView } from './views/sequence/sequence-view';
import { SetupsView } from './views/setups/setups-view';
import { FastenersView } from './views/fasteners/fasteners-view';
import { ToolsView } from './views/tools/tools-view';
import { TodayView } from './views/today/today-view';
import { PlanView } from './views/plan/plan-view';
import { Screen } from './ui/screen';

export function App() {
  const theme = useLocal('theme');
  useEffect(() => {
    document.documentElement.dataset.theme = theme === 'dark' ? 'dark' : 'light';
  }, [theme]);
  return (
    <Routes>
      <Route
        path="/"
        element={
          <Screen>
            <KitsView />
          </Screen>
        }
      />
      <Route
        path="/kits/:kitId"
        element={
          <Screen>
            <KitView />
          </Screen>
        }
      />
      <Route
        path="/assemblies/:assemblyId/plan"
        element={
          <Screen>
            <PlanView />
          </Screen>
        }
      />
      <Route
        path="/assemblies/:assemblyId/parts"
        element={
          <Screen>
            <PartsView />
          </Screen>
        }
      />
      <Route
        path="/assemblies/:assemblyId/layout"
        element={
          <Screen>
            <LayoutView />
          </Screen>
        }
      />
      <Route
        path="/assemblies/:assemblyId/map"
        element={
          <Screen>
            <MapView />
          </Screen>
        }
      />
      <Route
        path="/assemblies/:assemblyId/setups"
        element={
          <Screen>
            <SetupsView />
          </Screen>
        }
      />
      <Route
        path="/assemblies/:assemblyId/sequence"
        element={
          <Screen>
            <SequenceView />
          </Screen>
        }
      />
      <Route
        path="/assemblies/:assemblyId/bench"
        element={
          <Screen>
            <BenchView />
          </Screen>
        }
      />
      <Route
        path="/assemblies/:assemblyId/inspect"
        element={
          <Screen>
            <InspectView />
          </Screen>
        }
      />
      <Route
        path="/assemblies/:assemblyId/removal"
        element={
          <Screen>
            <RemovalView />
          </Screen>
        }
      />
      <Route
        path="/kits/:kitId/log"
        element={
          <Screen>
            <LogView />
          </Screen>
        }
      />
      <Route
        path="/kits/:kitId/stock"
        element={
          <Screen>
            <StockView />
          </Screen>
        }
      />
      <Route
        path="/kits/:kitId/today"
        element={
          <Screen>
            <TodayView />
          </Screen>
        }
      />
      <Route
        path="/practice"
        element={
          <Screen>
            <PracticeView />
          </Screen>
        }
      />
      <Route
        path="/kits/:kitId/tools"
        element={
          <Screen>
            <ToolsView />
          </Screen>
        }
      />
      <Route
        path="/kits/:kitId/fasteners"
        element={
          <Screen>
            <FastenersView />
          </Screen>
        }
      />
      <Route
        path="/kits/:kitId/recalls"
        element={
          <Screen>
            <RecallsView />
          </Screen>
        }
      />
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
