import Drawing from 'dxf-writer';
import type { Place } from '../layout/path';

/** A row as it goes into a drawing: its path, its holes with their diameter, mm. */
export interface DrawnRow {
  readonly name: string;
  readonly path: readonly Place[];
  readonly holes: readonly Place[];
  readonly holeMm: number;
}

/** Layer names keep letters, digits, blanks, dash and underline; every row's is its own. */
export function layerNames(rows: readonly DrawnRow[]): string[] {
  const used = new Set<string>();
  return rows.map((row, i) => {
    const base =
      row.name
        .normalize('NFKD')
        .replace(/[^A-Za-z0-9 _-]/g, '')
        .trim()
        .slice(0, 60) || `ROW ${i + 1}`;
    let name = base;
    for (let n = 2; used.has(name.toLowerCase()); n++) name = `${base} ${n}`;
    used.add(name.toLowerCase());
    return name;
  });
}

/** A DXF text in millimetres: a layer a row, its path as a polyline, each hole a circle of its drilled diameter. */
export function writeDxf(rows: readonly DrawnRow[]): string {
  const drawing = new Drawing();
  drawing.setUnits('Millimeters');
  const names = layerNames(rows);
  rows.forEach((row, i) => {
    const layer = names[i] as string;
    drawing.addLayer(layer, Drawing.ACI.WHITE, 'CONTINUOUS').setActiveLayer(layer);
    if (row.path.length > 1) drawing.drawPolyline(row.path.map((p): [number, number] => [p.x, p.y]));
    for (const h of row.holes) drawing.drawCircle(h.x, h.y, row.holeMm / 2);
  });
  return drawing.toDxfString();
}
