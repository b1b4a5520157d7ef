import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { OrderedItem, OrderedSetup } from '#core/access/bench-order';
import type { FirstPieces } from '#core/inspect/first-pieces';
import { oddHoles } from '#core/inspect/odd-holes';
import { rejectedRivets } from '#core/inspect/rejected';
import { settingFor } from '#core/inspect/setting';
import { settingRanks } from '#core/inspect/setting-order';
import { notSolid } from '#core/prep/stack';
import { firstOutOfReach, setters, settingAccess } from '#core/reach/setting-reach';
import type { Entity } from '#core/record/definitions';
import { formatRange, holesInPlan } from '#core/record/holes';
import type { FinishWay } from '#core/record/mark-work';
import type { Deviation, HoleOrigin, Mark, Setting } from '#core/record/marks';
import { AT_HOLE } from '#core/record/step-key';
import { isHeld, type Step } from '#core/record/steps';
import { lookBegunSentence, NOT_MARKED } from '#core/wording/bench';
import { OPERATION_WORDS } from '#core/wording/setups';
import { outOfReachSentence } from '#core/wording/tools';
import { marksFor } from '#core/work/bench';
import { haveSameDies } from '#core/work/together';
import { usePerson, type MarkWish } from '../../api/commands';
import { lookKey, useLookDrafts } from './look-drafts';
import type { RowModel } from '../../models/row-model';
import { partsById } from '../../models/planned-rows';
import { useSetting } from '../../models/use-setting';
import { useMomentOf } from '../../ui/zone';

const NO_ODD: ReadonlyMap<string, Deviation> = new Map();
const NO_HOLES: ReadonlySet<string> = new Set();

interface AtHandProps {
  readonly data: AssemblyAnswer;
  readonly current: OrderedSetup;
  readonly item: OrderedItem;
  readonly rows: readonly RowModel[];
  readonly marks: readonly Mark[];
  readonly tools: readonly Entity<'tool'>[];
  /** The first pieces of the batch that a rivet of this row, set so, would belong to. */
  readonly firstOf: (setting: Setting) => FirstPieces | null;
  readonly onMark: (wishes: readonly MarkWish[], onKept?: () => void) => void;
  /** Says in words what was marked. */
  readonly onMarked: (text: string) => void;
}

/** What is at hand in a set-up: the row, which of its holes and sheets are meant, how they are set, and the marks a press writes. */
export function useWorkAtHand({ data, current, item, rows, marks, tools, firstOf, onMark, onMarked }: AtHandProps) {
  const { operation } = current.setup;
  const row = rows.find((r) => r.entity.id === item.rowId) as RowModel;
  const holes = useMemo(() => holesInPlan(row.entity.definition.holes), [row]);
  const [chosen, setChosen] = useState<ReadonlySet<string> | null>(null);
  const [off, setOff] = useState<ReadonlySet<string>>(new Set());
  const [doneAt, setDoneAt] = useState('');
  const [how, setHow] = useState<HoleOrigin | ''>('');
  const [finishWay, setFinishWay] = useState<FinishWay>('primed');
  const [search] = useSearchParams();
  /* A hole asked for by the address is the one at hand. */
  const [touched, setTouched] = useState<string | null>(() =>
    search.get('row') === item.rowId ? (holes[Number.parseInt(search.get('holes') ?? '', 10) - 1]?.id ?? null) : null,
  );
  /** Why the last press marked nothing, or what was tapped is not chosen. */
  const [said, setSaid] = useState<string | null>(null);
  /* A rivet that is not in, or was decided against, is not looked at with the rest. */
  const rejected = useMemo(
    () =>
      operation === 'inspected' ? new Set(rejectedRivets(marks).flatMap((r) => (r.rowId === item.rowId ? [r.holeId] : []))) : NO_HOLES,
    [operation, marks, item.rowId],
  );
  /* Holes that go a size up are odd among the row's; in set-ups of their own they are what is at hand. What was answered stops nothing. */
  const odd = useMemo(() => {
    if (operation !== 'set') return NO_ODD;
    const isOdd = ([id, found]: [string, Deviation]) =>
      found.verdict === 'next-size' ? item.ownDash === undefined : row.standing.stopped.has(id);
    return new Map([...oddHoles(marks, item.rowId)].filter(isOdd));
  }, [operation, marks, item.rowId, item.ownDash, row.standing.stopped]);
  const open = new Set(
    operation === 'inspected'
      ? item.openHoleIds.filter((id) => row.states.get(id)?.has(AT_HOLE.set) && !rejected.has(id))
      : item.openHoleIds.filter((id) => !odd.has(id)),
  );
  /* Holes with a rivet of their own size are worked on by its figures. */
  const asked = (item.ownDash === undefined ? null : row.own.of(item.ownDash)) ?? row;
  const { remembered, remember } = useSetting(asked.stack.size.dash);
  const drafts = useLookDrafts();
  const person = usePerson(data.kit);
  /* Another length is this row's alone; way, tool and pressure stay from row to row. */
  const [chosenSetting, setChosenSetting] = useState<Partial<Setting>>({});
  const otherKind = notSolid(row.stack)?.kind;
  const setting = settingFor({
    remembered,
    meant: row.entity.definition.setting?.way ?? null,
    chosen: chosenSetting,
    isBlind: otherKind === 'blind',
  });
  const changeSetting = (next: Setting) => {
    setChosenSetting(next);
    const { lengthDash: _, gap: __, ...rest } = next;
    remember(rest);
  };
  const isSetByTool = operation === 'set' && (otherKind === undefined || otherKind === 'blind');
  /* The first pieces of a batch are proposed alone, in the order they are riveted in. */
  const first = isSetByTool ? firstOf(setting) : null;
  const ranks = useMemo(() => settingRanks(holes.map((h) => h.id)), [holes]);
  const inOrder = [...open].sort((a, b) => (ranks.get(a) ?? 0) - (ranks.get(b) ?? 0));
  const proposed = first && first.left > 0 ? new Set(inOrder.slice(0, first.left)) : open;
  const isOnPart = item.partId !== null;
  /* What was held back meanwhile, or found odd, is not marked with the rest, whoever chose it. */
  const isHere = (id: string) => {
    const hole = holes.find((h) => h.id === id);
    const isOfItem = isOnPart || row.standing.own.get(id) === item.ownDash;
    return hole !== undefined && isOfItem && !odd.has(id) && !isHeld(hole, operation, row.states.get(id));
  };
  const valid = chosen ? new Set([...chosen].filter(isHere)) : proposed;
  /* The row's other dimpled sheets, where the dies in hand are made for them, too. */
  const sameDies = useMemo(
    () =>
      operation === 'dimpled'
        ? row.setups.filter((u) => u.setup.key !== current.setup.key && haveSameDies(tools, u.setup, current.setup)).flatMap((u) => u.steps)
        : [],
    [row.setups, current.setup, operation, tools],
  );
  const steps = item.steps.filter((s) => !off.has(s.key));
  const together = [...steps, ...sameDies.filter((s) => !off.has(s.key))];
  const name = isOnPart ? (data.parts.find((p) => p.id === item.partId)?.definition.name ?? '') : row.title;
  const word = OPERATION_WORDS[operation];
  const amount = isOnPart ? '' : howMany(valid.size, together);

  /* Another finish than primer is said with the mark; primer is filled in with its batch. */
  const finishSaid = () => {
    if (operation !== 'primed' || finishWay === 'primed') return {};
    return { work: { finish: data.parts.find((p) => p.id === item.partId)?.definition.finish ?? '', how: finishWay } };
  };
  const momentOf = useMomentOf();
  /** Writes the marks of what is chosen. */
  const markNow = () => {
    const payload = {
      ...(how === '' ? {} : { how }),
      /* A screw, a bolt, a pin is put in by hand: no squeezer, no gun. */
      ...(isSetByTool ? { setting } : {}),
      ...finishSaid(),
    };
    const at = momentOf(doneAt);
    const time = at === undefined ? {} : { doneAt: at };
    const order = operation === 'set' ? [...ranks.keys()] : holes.map((h) => h.id);
    onMark(
      marksFor(
        together,
        order.filter((id) => valid.has(id)),
      ).map((m) =>
        m.partIds.length > 0
          ? { kind: m.kind, rowId: data.assembly.id, holeIds: [], payload: { ...payload, partIds: m.partIds }, ...time }
          : { kind: m.kind, rowId: item.rowId, holeIds: m.holeIds, layerIds: m.layerIds, side: m.side, payload, ...time },
      ) as MarkWish[],
      /* Said, and the choice let go, only once it is kept: a question may come first. */
      () => {
        onMarked(`${isOnPart ? name : `${amount} of ${name}`} ${word.done}`);
        setChosen(null);
      },
    );
  };
  /** Why a press would mark nothing; null: it marks. Never refused for what was not measured; what is known not to reach is. */
  const whyNot = (): string | null => {
    if (steps.length === 0) return NOT_MARKED['no-sheet'];
    if (!isOnPart && valid.size === 0) return open.size === 0 ? NOT_MARKED['nothing-open'] : NOT_MARKED['no-hole'];
    const begun =
      operation === 'inspected'
        ? holes.flatMap((h, i) => (valid.has(h.id) && drafts.has(lookKey(person, item.rowId, h.id)) ? [i] : []))
        : [];
    if (begun.length > 0) return lookBegunSentence(formatRange(begun), begun.length);
    if (!isSetByTool) return null;
    const able = setters(tools, otherKind === 'blind').filter(
      (s) => s.way === setting.way && (setting.toolId === undefined || s.tool.id === setting.toolId),
    );
    const refused = firstOutOfReach(
      able,
      settingAccess(row.entity.definition, partsById(data.parts)),
      holes.flatMap((h, i) => (valid.has(h.id) ? [i] : [])),
    );
    return refused ? outOfReachSentence(refused.hole + 1, refused.tool, refused.failures) : null;
  };
  return {
    row,
    asked,
    holes,
    open,
    odd,
    chosen: valid,
    choose: (next: ReadonlySet<string> | null) => {
      setSaid(null);
      setChosen(next);
    },
    touched,
    touch: setTouched,
    said,
    say: setSaid,
    off,
    toggleOff: (key: string) => setOff(toggled(off, key)),
    sameDies,
    first,
    setting,
    changeSetting,
    isOnPart,
    name,
    amount,
    doneWord: word.done,
    how,
    setHow,
    finishWay,
    setFinishWay,
    doneAt,
    setDoneAt,
    whyNot,
    markNow,
  };
}

export type WorkAtHand = ReturnType<typeof useWorkAtHand>;

/** What one press marks: holes times sheets times sides. */
function howMany(holes: number, steps: readonly Step[]): string {
  const sheets = new Set(steps.map((s) => s.layerId)).size;
  const sides = new Set(steps.map((s) => s.side)).size;
  if (steps.length !== sheets * sides) return `${holes} × ${steps.length}`;
  /* A single sheet with no sides to tell apart says no more than its holes. */
  return [holes, ...(steps[0]?.layerId && (sheets > 1 || sides > 1) ? [sheets] : []), ...(steps[0]?.side ? [sides] : [])].join(' × ');
}

function toggled(set: ReadonlySet<string>, key: string): ReadonlySet<string> {
  const next = new Set(set);
  if (!next.delete(key)) next.add(key);
  return next;
}
