import { useQuery } from '@tanstack/react-query';
import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import type { FoundAnswer, KitAnswer } from '#contract/answers';
import { Finder, type Findable } from '#core/find/find';
import { get } from '../../api/client';
import { readLocal, writeLocal } from '../../api/device';
import { keys } from '../../api/queries';
import { assemblyPlaces, kitPlaces } from '../places';

/** What can be chosen: somewhere to go, or something to do at once. */
interface Target extends Findable {
  readonly group: 'Places' | 'Assemblies' | 'Rows' | 'Parts' | 'Commands';
  /** Said after the title. */
  readonly beside: string;
  readonly to: string | null;
  readonly run?: () => void;
}

const GROUPS = ['Places', 'Assemblies', 'Rows', 'Parts', 'Commands'] as const;
/** So many of a group are shown; words narrow it down. */
const SHOWN = 40;

/** A hole asked for by its number, as in "hole 12 of the keel", and the question without it. */
function holeAsked(question: string): { readonly hole: number | null; readonly rest: string } {
  const found = /\bholes?\s+(\d{1,4})\b/i.exec(question);
  return found ? { hole: Number(found[1]), rest: question.replace(found[0], ' ') } : { hole: null, rest: question };
}

/** The kit's rows and parts to be found, asked for when somebody looks for something. */
function useIndex(kitId: string) {
  return useQuery({ queryKey: ['kit', kitId, 'index'], queryFn: () => get<FoundAnswer>(`/kits/${kitId}/index`) });
}

export function FindDialog({ kitId, onClose }: { kitId: string; onClose: () => void }) {
  const navigate = useNavigate();
  const { assemblyId } = useParams();
  const [question, setQuestion] = useState('');
  const index = useIndex(kitId);
  const kit = useQuery({ queryKey: keys.kit(kitId), queryFn: () => get<KitAnswer>(`/kits/${kitId}`) });
  const targets = useMemo(
    () => [...placesOf(kitId, assemblyId), ...assembliesOf(kit.data), ...(index.data?.items ?? []).map(targetOf), ...COMMANDS],
    [kitId, assemblyId, kit.data, index.data],
  );
  const finder = useMemo(() => new Finder(targets), [targets]);
  const { hole, rest } = holeAsked(question);
  const isAsked = question.trim() !== '';
  const found = isAsked ? finder.find(rest, SHOWN) : targets.filter((t) => t.group === 'Places' || t.group === 'Assemblies');
  const go = (target: Target) => {
    onClose();
    if (target.run) target.run();
    if (target.to === null) return;
    const isHole = hole !== null && target.group === 'Rows';
    void navigate(isHole ? `${target.to}&holes=${hole}` : target.to);
  };
  return (
    <Dialog.Root open onOpenChange={(next) => (next ? undefined : onClose())}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/45" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[8vh] left-1/2 z-40 flex max-h-[80vh] w-[94vw] max-w-2xl -translate-x-1/2 flex-col rounded-lg border border-edge bg-paper shadow-xl"
        >
          <Dialog.Title className="sr-only">Find</Dialog.Title>
          <Command shouldFilter={false} label="Find" className="flex min-h-0 flex-col">
            <Command.Input
              value={question}
              onValueChange={setQuestion}
              placeholder="flush 3/32 rows on the bottom skin, page FL-07, hole 12 of the keel …"
              className="min-h-14 rounded-t-lg border-b border-line bg-raised px-4 text-[18px]"
            />
            <p role="status" className="sr-only">
              {isAsked ? `${found.length} found` : ''}
            </p>
            {isAsked && found.length === 0 ? (
              <p className="p-3 text-ink2">{index.isLoading ? 'Reading the kit …' : 'Nothing is called that.'}</p>
            ) : null}
            <Command.List className="min-h-0 overflow-y-auto p-2" label="Found">
              {GROUPS.map((group) => {
                const own = found.filter((t) => t.group === group);
                if (own.length === 0) return null;
                return (
                  <Command.Group key={group} heading={group} className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:text-ink2">
                    {own.map((t) => (
                      <Command.Item
                        key={t.id}
                        value={t.id}
                        onSelect={() => go(t)}
                        className="flex min-h-11 cursor-pointer items-center justify-between gap-3 rounded px-3 data-[selected=true]:bg-dye-soft"
                      >
                        <span className="label truncate text-[17px]">
                          {t.title}
                          {hole !== null && group === 'Rows' ? `, hole ${hole}` : ''}
                        </span>
                        <span className="truncate text-[14px] text-ink2">{t.beside}</span>
                      </Command.Item>
                    ))}
                  </Command.Group>
                );
              })}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function placesOf(kitId: string, assemblyId: string | undefined): Target[] {
  const own = assemblyId ? assemblyPlaces(assemblyId, 'plan', null, null) : [];
  const above = kitPlaces(kitId, null);
  return [
    ...own.map((p) => ({ ...p, beside: 'of this assembly' })),
    ...(assemblyId ? [{ text: 'Photograph', to: `/assemblies/${assemblyId}/photo`, beside: 'measure a sheet of this assembly' }] : []),
    ...above.map((p) => ({ ...p, beside: 'of the kit' })),
    { text: 'Kits', to: '/', beside: 'all of them' },
    { text: 'Practice', to: '/practice', beside: 'to turn the cage or to leave it' },
  ].map(({ text, to, beside }) => ({ id: `place ${to}`, group: 'Places', title: text, beside, to, words: ['place', 'view', beside] }));
}

function assembliesOf(kit: KitAnswer | undefined): Target[] {
  return (kit?.assemblies ?? []).map((a) => ({
    id: a.id,
    group: 'Assemblies',
    title: a.definition.name,
    beside: `${a.rows} ${a.rows === 1 ? 'row' : 'rows'}`,
    to: `/assemblies/${a.id}/plan`,
    words: ['assembly'],
  }));
}

function targetOf(item: FoundAnswer['items'][number]): Target {
  const isRow = item.kind === 'row';
  const holes = `${item.holes} ${item.holes === 1 ? 'hole' : 'holes'}, `;
  return {
    id: item.id,
    group: isRow ? 'Rows' : 'Parts',
    title: item.title,
    beside: `${isRow ? holes : ''}${item.assembly}`,
    to: isRow ? `/assemblies/${item.assemblyId}/plan?row=${item.id}` : `/assemblies/${item.assemblyId}/parts?part=${item.id}`,
    words: item.words,
  };
}

const COMMANDS: readonly Target[] = [
  { id: 'inch', title: 'Show inches', words: ['units', 'inch'], run: () => writeLocal('units', 'in') },
  { id: 'mm', title: 'Show millimetres', words: ['units', 'mm', 'metric'], run: () => writeLocal('units', 'mm') },
  {
    id: 'theme',
    title: 'Change between day and night theme',
    words: ['dark', 'light', 'night', 'day'],
    run: () => writeLocal('theme', readLocal('theme') === 'dark' ? 'light' : 'dark'),
  },
  { id: 'print', title: 'Print this place', words: ['paper'], run: () => setTimeout(() => window.print(), 100) },
].map((c) => ({ ...c, id: `command ${c.id}`, group: 'Commands', beside: '', to: null }));
