import type { HoldKind, RowDefinition, ShutSide } from '#core/record/definitions';

export interface DemoRow {
  /** The row as a builder would type it. */
  readonly line: string;
  /** What a line does not say; `path` in inches, where the row lies; `places` where its holes were measured. */
  readonly extra?: Partial<Pick<RowDefinition, 'school' | 'sharesLoadWith' | 'cutterAngleDeg' | 'start'>> & {
    /** Room behind the first and the last hole, inches. */
    room?: readonly [number, number];
    /** Holes held back, by number. */
    holds?: Readonly<Record<number, HoldKind>>;
    fixedNest?: string;
    hole?: string;
    rowDistance?: string;
    path?: readonly InchPlace[];
    places?: readonly InchPlace[];
    layer?: { index: number; bothSides?: boolean; edge?: string };
    /** What shuts it off: another row of the assembly by its place, or a part by its name; room left in inches. */
    shutBy?: readonly DemoShutOff[];
    /** Later parts it waits for, by name. */
    waitsFor?: readonly string[];
  };
  /** The mirrored copy still names this page: the other side has been revised since. */
  readonly mirroredPage?: string;
  /** Work done so far: holes by range, what was done, and how many days ago. */
  readonly done?: readonly DemoWork[];
}

export interface DemoShutOff {
  readonly row?: number;
  readonly part?: string;
  readonly side: ShutSide;
  readonly room?: string;
}

/** Evenings at work: when they began and how long they took. */
export interface DemoShift {
  readonly assembly: string;
  readonly by: 'RV' | 'TK';
  readonly daysAgo: number;
  readonly minutes: number;
  readonly pauseMinutes: number;
}

export interface DemoWork {
  readonly holes: string;
  readonly what: 'drilled' | 'deburred' | 'prepared';
  /** Layers by place from the head side, for what belongs to a layer; absent: all of them. */
  readonly layers?: readonly number[];
  readonly daysAgo: number;
  readonly by: 'RV' | 'TK';
}

/** Across and up, inches. */
export type InchPlace = readonly [number, number];

export interface DemoAssembly {
  /** Part of every id made for it. */
  readonly key: string;
  readonly name: string;
  readonly rows: readonly DemoRow[];
  /** Outlines by part name. */
  readonly outlines?: Readonly<
    Record<string, { readonly kind: 'rectangle' | 'taper' | 'corners'; readonly corners: readonly InchPlace[] }>
  >;
  /** Parts that join into a sub-assembly, by its name. */
  readonly subAssemblies?: Readonly<Record<string, readonly string[]>>;
  /** The plans' own order, rows by their place; followed for this reason. */
  readonly plansOrder?: { readonly rows: readonly number[]; readonly reason: string };
  /** What was done on all of its parts, and how many days ago. */
  readonly partsDone?: {
    readonly kinds: readonly ('scuffed' | 'cleaned' | 'primed')[];
    readonly daysAgo: number;
    readonly by: 'RV' | 'TK';
  };
  /** The other side is there too, made as its mirror. */
  readonly isMirrored?: boolean;
}
