import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { Button, ErrorText } from '../../ui/controls';
import type { KitHoursAnswer } from '../../workers/kit-hours.worker';

/** Hours left over the whole kit, worked out off the page, assembly by assembly. */
export function KitHours({ kitId }: { kitId: string }) {
  const [answer, setAnswer] = useState<KitHoursAnswer | null>(null);
  const worker = useRef<Worker | null>(null);
  useEffect(() => () => worker.current?.terminate(), []);
  const stop = () => {
    worker.current?.terminate();
    setAnswer(null);
  };
  const start = () => {
    worker.current?.terminate();
    const started = new Worker(new URL('../../workers/kit-hours.worker.ts', import.meta.url), { type: 'module' });
    worker.current = started;
    setAnswer({ kind: 'progress', done: 0, of: 0 });
    started.onmessage = (event: MessageEvent<KitHoursAnswer>) => setAnswer(event.data);
    started.postMessage({ kitId });
  };
  return (
    <section aria-label="Hours left over the kit" className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="label text-[22px]">Hours left over the kit</h2>
        {answer?.kind === 'progress' ? (
          <>
            <p role="status">
              Assembly {answer.done + 1} of {answer.of || '…'}{' '}
              <progress value={answer.done} max={answer.of || 1} aria-label="Assemblies worked through" />
            </p>
            <Button onClick={stop}>Stop</Button>
          </>
        ) : (
          <Button onClick={start}>{answer?.kind === 'hours' ? 'Work them out again' : 'Work them out'}</Button>
        )}
      </div>
      {answer?.kind === 'problem' ? <ErrorText>{answer.message}</ErrorText> : null}
      {answer?.kind === 'hours' ? (
        <>
          <p className="text-[18px]">
            {answer.whole.low.toFixed(0)} to {answer.whole.high.toFixed(0)} hours, eight times in ten; in the middle{' '}
            {answer.whole.middle.toFixed(0)}.{' '}
            {answer.whole.ownShare === 0
              ? 'All of it rests on stated defaults.'
              : `${Math.round(answer.whole.ownShare * 100)} % of it rests on your own shifts.`}
          </p>
          <table className="text-[15px]">
            <thead className="text-left text-ink2">
              <tr>
                <th>Assembly</th>
                <th className="text-right">Operations left</th>
                <th className="text-right">Changes of set-up</th>
                <th className="text-right">Hours</th>
                <th className="pl-4">Dead ends</th>
              </tr>
            </thead>
            <tbody>
              {answer.lines.map((l) => (
                <tr key={l.id} className="border-t border-line tabular-nums">
                  <td>
                    <Link className="underline underline-offset-2" to={`/assemblies/${l.id}/sequence`}>
                      {l.name}
                    </Link>
                  </td>
                  <td className="text-right">
                    {l.left} of {l.operations}
                  </td>
                  <td className="text-right">{l.setupChanges}</td>
                  <td className="text-right">
                    {l.hours.low.toFixed(1)} to {l.hours.high.toFixed(1)}
                  </td>
                  <td className="pl-4">{l.deadEnds > 0 ? <strong className="text-stop">{l.deadEnds}</strong> : 'none'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      ) : null}
    </section>
  );
}
