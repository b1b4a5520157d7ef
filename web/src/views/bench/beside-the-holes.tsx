import type { BodyProps } from './at-work-props';
import { lazy, useMemo } from 'react';
import { cageOf, clickOf } from '#core/depth/cage-record';
import { setupCards } from '#core/work/cards';
import { cardRows } from '../../models/use-bench';

/* What one set-up shows and another does not comes with the first that wants it. */
const DepthPanel = lazy(() => import('./depth-panel').then((m) => ({ default: m.DepthPanel })));
const DimpleChecks = lazy(() => import('./dimple-checks').then((m) => ({ default: m.DimpleChecks })));
const InspectPanel = lazy(() => import('./inspect-panel').then((m) => ({ default: m.InspectPanel })));
const ReachPanel = lazy(() => import('./reach-panel').then((m) => ({ default: m.ReachPanel })));
const SettingPanel = lazy(() => import('./setting-panel').then((m) => ({ default: m.SettingPanel })));
const SetupCardPanel = lazy(() => import('./setup-card-panel').then((m) => ({ default: m.SetupCardPanel })));
/** What is set, tried on scrap, measured or looked at. */
export function BesideTheHoles({ data, current, item, rows, marks, onMark, at, tools }: BodyProps) {
  const { row, holes, touched } = at;
  const { key, operation } = current.setup;
  const click = useMemo(() => clickOf(cageOf(tools, marks, key)), [tools, marks, key]);
  const card = useMemo(() => setupCards(cardRows(rows), () => click, key)[0], [rows, click, key]);
  const sheet = item.steps.find((s) => s.layerId !== null);
  const atHole = touched ?? holes[0]?.id;
  switch (operation) {
    case 'inspected':
      return (
        <InspectPanel
          key={`${item.rowId}/${touched ?? ''}`}
          data={data}
          row={row}
          rows={rows}
          holes={holes}
          marks={marks}
          holeId={touched}
          onMark={onMark}
        />
      );
    case 'set':
      return (
        <SettingPanel
          data={data}
          row={row}
          odd={at.odd}
          holes={holes}
          tools={tools}
          marks={marks}
          setting={at.setting}
          onSetting={at.changeSetting}
          onMark={onMark}
        />
      );
    case 'countersunk':
      return card ? (
        <>
          <DepthPanel data={data} current={current} card={card} tools={tools} row={row} marks={marks} holeId={touched} onMark={onMark} />
          <SetupCardPanel data={data} card={card} current={current} item={item} row={row} tools={tools} marks={marks} />
        </>
      ) : null;
    case 'dimpled':
      return (
        <>
          {card ? <SetupCardPanel data={data} card={card} current={current} item={item} row={row} tools={tools} marks={marks} /> : null}
          <ReachPanel data={data} item={item} row={row} />
          {sheet?.layerId && sheet.partId && atHole ? (
            <DimpleChecks
              assemblyId={data.assembly.id}
              rowId={item.rowId}
              layerId={sheet.layerId}
              partId={sheet.partId}
              partName={data.parts.find((p) => p.id === sheet.partId)?.definition.name ?? ''}
              wantedDeg={data.parts.find((p) => p.id === sheet.partId)?.definition.flangeAngleDeg}
              hole={{ id: atHole, number: holes.findIndex((h) => h.id === atHole) + 1 }}
              marks={marks}
              onMark={onMark}
            />
          ) : null}
        </>
      );
    default:
      return null;
  }
}
