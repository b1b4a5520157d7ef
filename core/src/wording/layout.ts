import { countOf } from './words';
import type { LayoutChange } from '../compose/keep-layout';
import type { Units } from '../units/length';
import { showLength } from '../units/show';

/** What keeping a layout changes, as a sentence. */
export function layoutChangeSentence(c: LayoutChange, units: Units): string {
  const L = (mm: number | null) => (mm === null ? 'nothing' : showLength(mm, units));
  const row = `${c.row || 'This row'}${c.isNew ? ' (a new row)' : ''}`;
  const becomes = (name: string) => `${row}: ${name} ${c.from === null ? L(c.to) : `${L(c.from)} becomes ${L(c.to)}`}.`;
  switch (c.what) {
    case 'holes':
      return c.from === null
        ? `${row}: ${countOf(c.to ?? 0, 'hole')}.`
        : `${row}: ${countOf(c.from, 'hole')} ${c.from === 1 ? 'becomes' : 'become'} ${c.to}.`;
    case 'pitch':
      return becomes('pitch');
    case 'edge':
      return becomes('nearest edge');
    case 'row-distance':
      return becomes('distance to the row beside it');
    case 'sheet-edge':
      return becomes(`nearest edge of ${c.sheet}`);
    case 'places':
      return `${row}: ${c.from} measured places give way to the even ones.`;
    case 'stays':
      return `${row} stays as it is and is no longer this row's second one.`;
  }
}
