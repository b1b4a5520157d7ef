import type { BodyProps } from './at-work-props';
import type { AssemblyAnswer } from '#contract/answers';
import { lazy, Suspense, useMemo, useRef, useState, type ReactNode } from 'react';
import type { OrderedItem } from '#core/access/bench-order';
import { hardestByHole } from '#core/reach/layer-reach';
import { isDone, isHeld } from '#core/record/steps';
import { heldSentence, oddFacts } from '#core/wording/bench';
import { useReach } from '../../models/use-reach';
import type { RowModel } from '../../models/row-model';
import { Button } from '../../ui/controls';
import { usePageKeys } from '../../ui/page-keys';
import { DialogComes } from '../../ui/dialog-comes';
import { HoleMenu } from '../hole/hole-menu';
import { HolePad } from './hole-pad';
import { orderNumbers } from './setting-order';

const DeviationDialog = lazy(() => import('../hole/deviation-dialog').then((m) => ({ default: m.DeviationDialog })));
const NO_ORDER: ReadonlyMap<string, number> = new Map();

/** The holes of a row at hand: chosen, held, odd, with what is done to them; and a menu of the one touched last. */
export function HolesAtHand({ data, current, item, marks, onMark, onMarked, at }: BodyProps) {
  const { row, holes } = at;
  const { operation } = current.setup;
  const [isMenuOpen, setMenuOpen] = useState(false);
  const [isDeviating, setDeviating] = useState(false);
  const hardest = useHardest(data, row, item, operation);
  const order = operation === 'set' ? orderNumbers(row, holes) : NO_ORDER;
  const menuHole = at.touched ?? holes[0]?.id;
  const pad = useRef<HTMLDivElement>(null);
  usePageKeys({
    holes: () => pad.current?.querySelector<HTMLElement>('[data-pad][tabindex="0"]')?.focus(),
    deviation: () => setDeviating(true),
    hole: () => setMenuOpen(true),
  });
  return (
    <>
      <div ref={pad}>
        <HolePad
          holes={holes.map((h, i) => ({
            id: h.id,
            number: i + 1,
            isDone: item.steps.filter((s) => !at.off.has(s.key)).every((s) => isDone(s, row.states.get(h.id))),
            isHeld: isHeld(h, operation, row.states.get(h.id)) || at.odd.has(h.id),
            hasDeviation: row.deviations.has(h.id),
            odd: oddFacts(h.holds ?? [], row.deviations.get(h.id) ?? []),
            tool: hardest[i],
            order: order.get(h.id),
          }))}
          chosen={at.chosen}
          touched={at.touched}
          onChoose={at.choose}
          onTouch={at.touch}
          onHeld={(h) => at.say(heldSentence(h.number, holes[h.number - 1]?.holds ?? [], at.odd.get(h.id)))}
          onMenu={() => setMenuOpen(true)}
        />
      </div>
      <div className="flex flex-wrap gap-2">
        <Big onClick={() => at.choose(at.open)}>All open ({at.open.size})</Big>
        <Big onClick={() => at.choose(new Set())}>None</Big>
        <Big onClick={() => at.choose(new Set(item.openHoleIds.filter((id) => !at.chosen.has(id))))}>All but these</Big>
        {menuHole ? <Big onClick={() => setDeviating(true)}>Deviation at hole {holes.findIndex((h) => h.id === menuHole) + 1}</Big> : null}
        {menuHole ? (
          <HoleMenu
            data={data}
            row={row}
            marks={marks}
            holeId={menuHole}
            here="bench"
            isBig
            open={isMenuOpen}
            onOpen={setMenuOpen}
            onMark={onMark}
            onMarked={onMarked}
          />
        ) : null}
      </div>
      {isDeviating && menuHole ? (
        <Suspense fallback={<DialogComes />}>
          <DeviationDialog data={data} row={row} holeId={menuHole} onClose={() => setDeviating(false)} />
        </Suspense>
      ) : null}
    </>
  );
}

/** Which tool each hole needs, where the set-up dimples. */
function useHardest(data: AssemblyAnswer, row: RowModel, item: OrderedItem, operation: string) {
  const reaches = useReach(
    data,
    useMemo(() => (operation === 'dimpled' ? [row] : []), [row, operation]),
  );
  return hardestByHole((reaches.get(row.entity.id) ?? []).filter((r) => item.steps.some((s) => s.layerId === r.layerId)));
}

function Big({ onClick, children }: { onClick: () => void; children: ReactNode }) {
  return (
    <Button className="min-h-14 px-4 text-[17px]" onClick={onClick}>
      {children}
    </Button>
  );
}
