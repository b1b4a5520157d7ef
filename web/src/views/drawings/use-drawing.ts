import { useCallback, useEffect, useRef, useState } from 'react';
import type { Place } from '#core/layout/path';
import { problemMessage } from '#core/wording/problems';
import { DRAWING_MAX_BYTES, type DrawingAnswer, type DrawingAsk, type DrawingSummary, type DrawnRows } from '../../workers/drawing-reader';

/** Units a drawing may be in, by millimetres. */
export const DRAWING_UNITS = [
  { value: 25.4, text: 'inches' },
  { value: 1, text: 'millimetres' },
  { value: 10, text: 'centimetres' },
  { value: 1000, text: 'metres' },
] as const;

/** A row of the drawing, where it stands in the answer. */
export interface DrawnRow {
  readonly index: number;
  readonly name: string;
  readonly count: number;
  readonly diameterMm: number | null;
}

/** Holes that a drawing is taken for are bigger and smaller than these, mm. */
const ODD_UNDER_MM = 0.8;
const ODD_OVER_MM = 30;

/** One DXF file: read and grouped in a worker that lives as long as the dialog. */
export function useDrawing() {
  const worker = useRef<Worker | null>(null);
  const [summary, setSummary] = useState<DrawingSummary | null>(null);
  const [layers, setLayers] = useState<readonly string[]>([]);
  const [mmPerUnit, setMmPerUnit] = useState<number | null>(null);
  const [rows, setRows] = useState<DrawnRows | null>(null);
  const waiting = useRef<((corners: readonly Place[]) => void) | null>(null);
  const [busy, setBusy] = useState<'reading' | 'grouping' | null>(null);
  const [error, setError] = useState<string | null>(null);
  const stop = useCallback(() => {
    worker.current?.terminate();
    worker.current = null;
    setBusy(null);
  }, []);
  useEffect(() => stop, [stop]);

  const ask = useCallback((question: DrawingAsk): void => {
    worker.current?.postMessage(question, question.kind === 'read' ? [question.data] : []);
  }, []);
  const group = useCallback(
    (nextLayers: readonly string[], nextUnit: number | null) => {
      setRows(null);
      if (nextUnit === null || nextLayers.length === 0 || !worker.current) return;
      setBusy('grouping');
      ask({ kind: 'group', layers: nextLayers, mmPerUnit: nextUnit });
    },
    [ask],
  );
  const open = useCallback(
    async (file: File) => {
      stop();
      setSummary(null);
      setRows(null);
      setError(null);
      if (file.size > DRAWING_MAX_BYTES) {
        setError(problemMessage({ code: 'drawing-too-long', data: { max: DRAWING_MAX_BYTES / 1e6 } }));
        return;
      }
      setBusy('reading');
      const started = new Worker(new URL('../../workers/drawing.worker.ts', import.meta.url), { type: 'module' });
      worker.current = started;
      started.onmessage = (event: MessageEvent<DrawingAnswer>) => {
        const answer = event.data;
        setBusy(null);
        if (answer.kind === 'problem') return setError(problemMessage({ code: answer.code, data: answer.data ?? {} }));
        if (answer.kind === 'group') return setRows(answer.rows);
        if (answer.kind === 'outline') return waiting.current?.(answer.corners);
        const all = answer.summary.layers.map((l) => l.name);
        setSummary(answer.summary);
        setLayers(all);
        setMmPerUnit(answer.summary.mmPerUnit);
        group(all, answer.summary.mmPerUnit);
      };
      started.onerror = () => {
        stop();
        setError(problemMessage({ code: 'drawing-unreadable' }));
      };
      ask({ kind: 'read', data: await file.arrayBuffer() });
    },
    [ask, group, stop],
  );
  const halt = () => {
    stop();
    setSummary(null);
    setRows(null);
    setError(problemMessage({ code: 'drawing-stopped' }));
  };
  const middleMm = summary?.middleDiameter == null || mmPerUnit === null ? null : summary.middleDiameter * mmPerUnit;
  return {
    summary,
    rows,
    layers,
    mmPerUnit,
    busy,
    error,
    open,
    halt,
    /** Asks for the corners of one outline, mm. */
    outline: (index: number, onCorners: (corners: readonly Place[]) => void) => {
      if (mmPerUnit === null) return;
      waiting.current = onCorners;
      ask({ kind: 'outline', index, mmPerUnit });
    },
    /** The diameters make no sense as rivet holes in this unit. */
    oddMm: middleMm !== null && (middleMm < ODD_UNDER_MM || middleMm > ODD_OVER_MM) ? middleMm : null,
    chooseLayers: (next: readonly string[]) => {
      setLayers(next);
      group(next, mmPerUnit);
    },
    chooseUnit: (next: number | null) => {
      setMmPerUnit(next);
      group(layers, next);
    },
  };
}

export type OpenDrawing = ReturnType<typeof useDrawing>;

/** The rows of a drawing as a list. */
export function drawnRows(rows: DrawnRows): DrawnRow[] {
  return rows.names.map((name, index) => ({
    index,
    name,
    count: (rows.starts[index + 1] as number) - (rows.starts[index] as number),
    diameterMm: rows.diameters[index] || null,
  }));
}

/** The places of one of them, mm. */
export function placesOf(rows: DrawnRows, index: number): Place[] {
  const places: Place[] = [];
  for (let i = rows.starts[index] as number; i < (rows.starts[index + 1] as number); i++)
    places.push({ x: rows.xs[i] as number, y: rows.ys[i] as number });
  return places;
}
