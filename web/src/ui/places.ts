import {
  Boxes,
  CalendarDays,
  ClipboardCheck,
  Hammer,
  LayoutPanelTop,
  ListChecks,
  ListOrdered,
  Map as MapIcon,
  NotebookText,
  Package,
  Ruler,
  Rows3,
  Settings2,
  SlidersHorizontal,
  Sun,
  Wrench,
  type LucideIcon,
} from 'lucide-react';

/** A place to go to in the bar. */
export interface Place {
  readonly text: string;
  readonly to: string;
  readonly icon: LucideIcon;
  readonly isHere: boolean;
}

const KIT_PLACES = {
  today: ['Today', '/today', Sun],
  assemblies: ['Assemblies', '', Boxes],
  log: ['Log', '/log', NotebookText],
  stock: ['Stock', '/stock', Package],
  tools: ['Tools', '/tools', Wrench],
  fasteners: ['Fasteners', '/fasteners', Hammer],
  settings: ['Kit', '/settings', Settings2],
} as const;
export type KitPlaceName = keyof typeof KIT_PLACES;

/** The places of a kit; `here` null: somewhere below them. */
export function kitPlaces(kitId: string, here: KitPlaceName | null): Place[] {
  return (Object.keys(KIT_PLACES) as KitPlaceName[]).map((name) => {
    const [text, path, icon] = KIT_PLACES[name];
    return { text, to: `/kits/${kitId}${path}`, icon, isHere: name === here };
  });
}

const ASSEMBLY_PLACES = {
  plan: ['Plan', Rows3],
  map: ['Map', MapIcon],
  parts: ['Parts', LayoutPanelTop],
  layout: ['Layout', Ruler],
  setups: ['Set-ups', SlidersHorizontal],
  jobs: ['Jobs', ListChecks],
  sequence: ['Sequence', ListOrdered],
  bench: ['Bench', CalendarDays],
  inspect: ['Inspect', ClipboardCheck],
} as const;
export type AssemblyPlaceName = keyof typeof ASSEMBLY_PLACES;

/** The places of an assembly. The row one is at, and its holes, go along; a place that knows none leaves them be. */
export function assemblyPlaces(assemblyId: string, here: AssemblyPlaceName, rowId: string | null, holes: string | null): Place[] {
  return (Object.keys(ASSEMBLY_PLACES) as AssemblyPlaceName[]).map((name) => {
    const [text, icon] = ASSEMBLY_PLACES[name];
    const row = rowId === null ? '' : `?${new URLSearchParams({ row: rowId, ...(holes === null ? {} : { holes }) }).toString()}`;
    return { text, to: `/assemblies/${assemblyId}/${name}${row}`, icon, isHere: name === here };
  });
}

/** What a place of an assembly is called. */
export const placeName = (name: AssemblyPlaceName): string => ASSEMBLY_PLACES[name][0];
