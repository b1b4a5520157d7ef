import { Copy, Download, FlipHorizontal2, Pencil, SlidersHorizontal, Trash2 } from 'lucide-react';
import { useMemo, useRef, type ReactNode } from 'react';
import type { Verdict } from '#core/prep/findings';
import type { Plan } from '#core/prep/plan';
import type { PlanCall, SchoolId, Stack } from '#core/prep/stack';
import { schoolWords } from '#core/wording/words';
import { fileName, saveFile } from '../../ui/save-file';
import { drawSection } from '../../drawing/section-drawing';
import { Button } from '../../ui/controls';
import { useUnits } from '../../ui/units';
import { VerdictSign } from '../../ui/verdict';
import { FindingsList } from './findings-list';
import { Schools } from './schools';
import { SectionFigure } from './section-figure';
import { WhatToDo } from './what-to-do';

const FRAME = { plotWidth: 280, plotHeight: 270, labelWidth: 112 };

export interface RowActions {
  readonly onEdit: () => void;
  readonly onDuplicate: () => void;
  readonly onMirror: (() => void) | null;
  readonly onMore: () => void;
  readonly onDelete: () => void;
  readonly onSchool: (school: SchoolId | null) => void;
  readonly onPlans: (layer: number, plans: PlanCall | null) => void;
  readonly onPart: (layer: number) => void;
}

interface RowDetailProps {
  readonly title: string;
  readonly subtitle: ReactNode;
  readonly stack: Stack;
  readonly plan: Plan;
  /** Absent on a draft that is still being typed. */
  readonly actions?: RowActions;
  /** Of the plan and the work, the graver; absent: the plan's alone. */
  readonly verdict?: Verdict;
  /** What the work says against the plan. */
  readonly work?: ReactNode;
  /** The row's own school, where it has one. */
  readonly ownSchool?: SchoolId | null;
}

/** One row: its section, what to do, findings and the schools. */
export function RowDetail({ title, subtitle, stack, plan, actions, verdict, work, ownSchool }: RowDetailProps) {
  const svg = useRef<SVGSVGElement>(null);
  const save = async () => {
    const { svgFile } = await import('../../drawing/export-svg');
    if (svg.current) saveFile(fileName(title, 'svg'), svgFile(svg.current, title), 'image/svg+xml');
  };
  return (
    <div className="flex flex-col gap-2 p-3">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <h2 className="label text-[22px] leading-tight">{title}</h2>
        <VerdictSign of={verdict ?? plan.verdict} />
        <span className="text-[14px] text-ink2">{subtitle}</span>
        {actions ? (
          <ActionButtons actions={actions} />
        ) : (
          <span className="label ml-auto rounded bg-dye-soft px-2 text-dye">not kept yet</span>
        )}
      </div>
      <div className="grid items-start gap-x-4 gap-y-3 xl:grid-cols-[minmax(0,504px)_minmax(0,1fr)]">
        <div className="flex min-w-0 flex-col gap-2">
          <figure className="flex flex-col">
            <SectionFigure svgRef={svg} stack={stack} plan={plan} title={title} frame={FRAME} />
            <figcaption className="flex items-center justify-between gap-2 text-[13px] text-ink2">
              <SectionCaption stack={stack} plan={plan} />
              <Button tone="quiet" onClick={() => void save()} aria-label="Save the section as SVG">
                <Download size={16} aria-hidden /> SVG
              </Button>
            </figcaption>
          </figure>
          <SchoolChoice stack={stack} plan={plan} actions={actions} ownSchool={ownSchool} />
        </div>
        <div className="flex min-w-0 flex-col gap-3">
          {work}
          <FindingsList stack={stack} plan={plan} />
          <WhatToDo stack={stack} plan={plan} onPlans={actions?.onPlans} onPart={actions?.onPart} />
        </div>
      </div>
    </div>
  );
}

function SchoolChoice({ stack, plan, actions, ownSchool }: Pick<RowDetailProps, 'stack' | 'plan' | 'actions' | 'ownSchool'>) {
  const units = useUnits();
  return (
    <div className="flex flex-col gap-1">
      <div className="flex flex-wrap items-center gap-x-2">
        <h2 className="label text-[15px]">The schools, each without the plans</h2>
        {ownSchool ? (
          <span className="text-[13px] text-ink2">This row has its own: {schoolWords(ownSchool, stack.limits, units).name}.</span>
        ) : null}
        {ownSchool && actions ? (
          <button type="button" className="label text-[14px] underline" onClick={() => actions.onSchool(null)}>
            back to the kit&apos;s school
          </button>
        ) : null}
      </div>
      <Schools stack={stack} plan={plan} onChoose={actions?.onSchool} />
    </div>
  );
}

function ActionButtons({ actions }: { actions: RowActions }) {
  return (
    <div className="ml-auto flex flex-wrap gap-1 [&_button]:px-1.5 [&_button]:text-[14px]">
      <Button onClick={actions.onEdit} title="Key E">
        <Pencil size={15} aria-hidden /> Edit
      </Button>
      <Button onClick={actions.onMore}>
        <SlidersHorizontal size={15} aria-hidden /> More
      </Button>
      <Button onClick={actions.onDuplicate}>
        <Copy size={15} aria-hidden /> Duplicate
      </Button>
      <Button
        onClick={actions.onMirror ?? undefined}
        disabled={!actions.onMirror}
        title={actions.onMirror ? 'Make this row for the other hand' : 'The row has no hand: add hand=L or hand=R'}
      >
        <FlipHorizontal2 size={15} aria-hidden /> Mirror
      </Button>
      <Button tone="danger" onClick={actions.onDelete}>
        <Trash2 size={15} aria-hidden /> Delete
      </Button>
    </div>
  );
}

/** The scale, and how to read the drawing. */
function SectionCaption({ stack, plan }: { stack: Stack; plan: Plan }) {
  const units = useUnits();
  const { scale } = useMemo(() => drawSection(stack, plan, units, FRAME), [stack, plan, units]);
  return (
    <span>
      Scale {scale}:1, head side up{stack.fastener && stack.fastener.kind !== 'solid' ? '' : '; dashed: the rivet before it is driven'}
    </span>
  );
}
