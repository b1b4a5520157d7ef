import { lazy, Suspense, useState } from 'react';
import type { Entity } from '#core/record/definitions';
import { dentsOf } from '#core/record/dents';
import { DENTED, type Mark } from '#core/record/marks';
import { showBoth } from '#core/units/show';
import { DENTED_WORDS } from '#core/wording/marks';
import type { MarkWish } from '../api/commands';
import { Button } from './controls';
import { Photos } from './notes';
import { useUnits } from './units';

const DentForm = lazy(() => import('./dent-form').then((m) => ({ default: m.DentForm })));

interface DentsProps {
  readonly kit: Entity<'kit'>;
  /** Parts a dent may be in. */
  readonly parts: readonly Entity<'part'>[];
  readonly marks: readonly Mark[];
  /** The job they come in. */
  readonly jobId?: string;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** Dents of parts, off any hole: where each is, and what became of it; with a field for one more. */
export function Dents({ kit, parts, marks, jobId, onMark }: DentsProps) {
  const units = useUnits();
  const [wasOpened, setOpened] = useState(false);
  const dents = dentsOf(marks, new Set(parts.map((p) => p.id))).filter((d) => !d.isGone);
  const assemblyId = parts[0]?.definition.assemblyId;
  const names = new Map(parts.map((p) => [p.id, p.definition.name]));
  if (assemblyId === undefined) return null;
  return (
    <section aria-label="Dents" className="flex flex-col gap-2">
      {dents.length > 0 ? (
        <ul className="flex flex-col gap-2">
          {dents.map(({ found, settled }) => {
            const { dent, partIds = [], note, photoIds = [] } = found.payload;
            const where = `${partIds.flatMap((id) => names.get(id) ?? []).join(', ')}, ${dent.where}`;
            return (
              <li key={found.id} className="flex flex-wrap items-center gap-3 border-t border-line pt-1 text-[17px]">
                <span className={settled ? '' : 'label text-caution'}>
                  Dent: {where}
                  {dent.deep ? `, ${showBoth(dent.deep.mm, units)} deep` : ''}
                  {note ? `. ${note}` : ''}
                  {settled ? `; ${DENTED_WORDS[settled.payload.dented]}` : ', open'}
                </span>
                <Photos ids={photoIds} alt={`Photo of the dent, ${where}`} />
                {settled
                  ? null
                  : DENTED.map((dented) => (
                      <Button
                        key={dented}
                        className="min-h-14 px-3"
                        aria-label={`${DENTED_WORDS[dented]}: ${where}`}
                        onClick={() =>
                          onMark([
                            { kind: 'dent-settled', rowId: assemblyId, holeIds: [], payload: { partIds, because: found.id, dented } },
                          ])
                        }
                      >
                        {DENTED_WORDS[dented]}
                      </Button>
                    ))}
              </li>
            );
          })}
        </ul>
      ) : null}
      <details onToggle={() => setOpened(true)}>
        <summary className="label min-h-11 cursor-pointer py-2 text-[16px]">A dent came</summary>
        {wasOpened ? (
          <Suspense fallback={null}>
            <DentForm kit={kit} parts={parts} assemblyId={assemblyId} jobId={jobId} onMark={onMark} />
          </Suspense>
        ) : null}
      </details>
    </section>
  );
}
