import type { AssemblyAnswer } from '#contract/answers';
import { DropdownMenu } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { HOLD_KINDS, type HoldKind } from '#core/record/definitions';
import { holesInPlan, withHold } from '#core/record/holes';
import type { Mark } from '#core/record/marks';
import { stageOf } from '#core/record/stage';
import { AT_HOLE } from '#core/record/step-key';
import { oddFacts } from '#core/wording/bench';
import { HOLD_WORDS, STAGE_WORDS } from '#core/wording/setups';
import { useKeep, type MarkWish } from '../../api/commands';
import type { RowModel } from '../../models/row-model';
import { HoleButton } from './hole-button';
import { HoleDialogs, type AskedOfHole } from './hole-dialogs';

export interface HoleMenuProps {
  readonly data: AssemblyAnswer;
  readonly row: RowModel;
  readonly marks: readonly Mark[];
  readonly holeId: string;
  /** The place it stands in: no way is offered to where one is. */
  readonly here: 'bench' | 'plan' | 'map' | 'layout' | 'inspect';
  /** For gloves. */
  readonly isBig?: boolean;
  readonly open: boolean;
  readonly onOpen: (isOpen: boolean) => void;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
  /** Says in words what was marked. */
  readonly onMarked?: (text: string) => void;
}

/** Everything that can be said of a hole or done to it: the same wherever holes are shown. */
export function HoleMenuOpen({ data, row, marks, holeId, here, isBig = false, open, onOpen, onMark, onMarked }: HoleMenuProps) {
  const keep = useKeep(data.kit);
  const [asked, setAsked] = useState<AskedOfHole>(null);
  const { definition, id: rowId } = row.entity;
  const holes = holesInPlan(definition.holes);
  const index = holes.findIndex((h) => h.id === holeId);
  const hole = holes[index];
  if (!hole) return null;
  const number = index + 1;
  const isSet = row.states.get(holeId)?.has(AT_HOLE.set) ?? false;
  const facts = oddFacts(hole.holds ?? [], row.deviations.get(holeId) ?? []);
  const to = (view: string, more: Readonly<Record<string, string>> = {}) =>
    `/assemblies/${data.assembly.id}/${view}?${new URLSearchParams({ row: rowId, holes: String(number), ...more }).toString()}`;
  const hold = (kind: HoldKind, isOn: boolean) =>
    keep({
      edits: [{ kind: 'row', id: rowId, expectedVersion: row.entity.version, definition: withHold(definition, [holeId], kind, isOn) }],
    }).then(
      () => onMarked?.(`Hole ${number}: ${isOn ? '' : 'no longer '}${HOLD_WORDS[kind].text}`),
      (e: Error) => setAsked({ kind: 'refused', text: e.message }),
    );
  const gauged = (gauge: 'go' | 'no-go') => {
    onMark([{ kind: 'hole-check', rowId, holeIds: [holeId], payload: { gauge } }]);
    onMarked?.(`Hole ${number} gauged: ${gauge === 'go' ? 'good' : 'the no-go end goes in'}`);
  };
  return (
    <>
      <DropdownMenu.Root open={open} onOpenChange={onOpen} modal={false}>
        <DropdownMenu.Trigger asChild>
          <HoleButton number={number} isBig={isBig} />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal container={document.getElementById('content')}>
          <DropdownMenu.Content
            align="start"
            collisionPadding={8}
            /* It may have to scroll, on a small screen. */
            tabIndex={0}
            className="z-30 max-h-(--radix-dropdown-menu-content-available-height) max-w-[min(94vw,420px)] overflow-auto rounded border border-edge bg-paper p-1 shadow-xl"
          >
            <DropdownMenu.Label className="px-3 py-1 text-[15px]">
              <strong className="label">
                Hole {number} of {row.title}
              </strong>
              : {STAGE_WORDS[stageOf(row.steps, row.states.get(holeId))]}
              {facts.length > 0 ? <span className="text-caution">; {facts.join('; ')}</span> : null}
            </DropdownMenu.Label>
            <Do isBig={isBig} onDo={() => setAsked({ kind: 'deviation', deviation: 'oversize' })}>
              Deviation: measured, and what follows …
            </Do>
            <Do isBig={isBig} onDo={() => setAsked({ kind: 'deviation', deviation: 'opened-up' })}>
              Opened up a size, it or the whole row …
            </Do>
            <Do isBig={isBig} onDo={() => setAsked({ kind: 'note' })}>
              Note or photo …
            </Do>
            {isSet ? (
              <Go isBig={isBig} to={to('removal', { hole: holeId })}>
                Take its rivet out: the card
              </Go>
            ) : (
              <>
                <Do isBig={isBig} onDo={() => setAsked({ kind: 'gave-way' })}>
                  A sheet gave way to the bit …
                </Do>
                <Do isBig={isBig} onDo={() => gauged('go')}>
                  Gauged: good
                </Do>
                <Do isBig={isBig} onDo={() => gauged('no-go')}>
                  Gauged: the no-go end goes in
                </Do>
              </>
            )}
            <Do isBig={isBig} onDo={() => setAsked({ kind: 'story' })}>
              What happened here
            </Do>
            <DropdownMenu.Separator className="my-1 border-t border-line" />
            {HOLD_KINDS.map((kind) => {
              const isOn = hole.holds?.includes(kind) ?? false;
              return (
                <DropdownMenu.CheckboxItem
                  key={kind}
                  checked={isOn}
                  onCheckedChange={(next) => void hold(kind, next)}
                  className={itemClass(isBig)}
                >
                  <span aria-hidden className="w-5 text-center">
                    {isOn ? '✓' : HOLD_WORDS[kind].sign}
                  </span>
                  {HOLD_WORDS[kind].text}
                </DropdownMenu.CheckboxItem>
              );
            })}
            <DropdownMenu.Separator className="my-1 border-t border-line" />
            {here === 'bench' ? null : (
              <Go isBig={isBig} to={to('bench')}>
                Its row at the bench
              </Go>
            )}
            {here === 'plan' ? null : (
              <Go isBig={isBig} to={to('plan')}>
                Its row in the plan
              </Go>
            )}
            {here === 'map' ? null : (
              <Go isBig={isBig} to={to('map')}>
                Where it lies: the map
              </Go>
            )}
            {here === 'layout' ? null : (
              <Go isBig={isBig} to={to('layout', { pick: 'up' })}>
                Off its true centre: pick the row up as it is
              </Go>
            )}
            <Go isBig={isBig} to={to('plan', { form: 'holes' })}>
              Delivered punched, undersize or final: say so
            </Go>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <HoleDialogs
        data={data}
        row={row}
        marks={marks}
        holeId={holeId}
        number={number}
        asked={asked}
        onMark={onMark}
        onMarked={onMarked}
        onClose={() => setAsked(null)}
      />
    </>
  );
}

const itemClass = (isBig: boolean) =>
  `flex ${isBig ? 'min-h-10 text-[17px] pointer-coarse:min-h-14' : 'min-h-9 text-[15px] pointer-coarse:min-h-11'} cursor-pointer items-center gap-2 rounded px-3 outline-none data-[highlighted]:bg-dye-soft`;

function Do({ isBig, onDo, children }: { isBig: boolean; onDo: () => void; children: ReactNode }) {
  return (
    <DropdownMenu.Item className={itemClass(isBig)} onSelect={onDo}>
      {children}
    </DropdownMenu.Item>
  );
}

function Go({ isBig, to, children }: { isBig: boolean; to: string; children: ReactNode }) {
  return (
    <DropdownMenu.Item asChild>
      <Link to={to} className={itemClass(isBig)}>
        {children}
      </Link>
    </DropdownMenu.Item>
  );
}
