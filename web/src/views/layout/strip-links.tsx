import { stripSvg } from '#core/formats/strip-svg';
import { rowStrip } from '#core/record/row-strip';
import type { Stack } from '#core/prep/stack';
import type { Entity, PartDefinition } from '#core/record/definitions';
import { fileName, saveFile } from '../../ui/save-file';
import { Button } from '../../ui/controls';

interface StripLinksProps {
  readonly row: Entity<'row'>;
  readonly title: string;
  readonly stack: Stack;
  readonly parts: ReadonlyMap<string, PartDefinition>;
  readonly units: 'in' | 'mm';
  /** The end the distances count from, as in the marks table. */
  readonly from: 'start' | 'end';
}

/** The row as it is kept, printed 1:1. */
export function StripLinks({ row, title, stack, parts, units, from }: StripLinksProps) {
  const strip = rowStrip(row.definition, { title, stack, parts, units, from });
  if (!strip) return null;
  const link =
    'label inline-flex min-h-8 items-center rounded border border-edge bg-raised px-2.5 text-[15px] hover:bg-panel pointer-coarse:min-h-11';
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span className="text-[14.5px]">Drilling strip 1:1, as kept, distances from the {from}:</span>
      <a className={link} href={`/api/rows/${row.id}/strip.pdf?paper=a4&from=${from}`} download={fileName(title, 'pdf')}>
        PDF, A4
      </a>
      <a className={link} href={`/api/rows/${row.id}/strip.pdf?paper=letter&from=${from}`} download={fileName(title, 'pdf')}>
        PDF, Letter
      </a>
      <Button onClick={() => saveFile(fileName(`${title} strip`, 'svg'), stripSvg(strip, units), 'image/svg+xml')}>SVG</Button>
    </div>
  );
}
