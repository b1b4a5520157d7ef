import { showLength } from '#core/units/show';
import type { Mm } from '#core/units/length';
import { useGauges, type GaugeReading } from '../../api/gauge';
import { useLocal, writeLocal } from '../../api/device';
import { Button } from '../../ui/controls';
import { useUnits } from '../../ui/units';

/** A digital gauge on the line: what it shows now, taken by its own button or by this one. */
export function GaugeField({ onTake }: { onTake: (gauge: string, reading: GaugeReading) => void }) {
  const units = useUnits();
  /* Several windows hear every gauge: the button is heard where somebody said so. */
  const heard = useLocal('gauge');
  const { gauges, isAway } = useGauges((gauge, reading) => (gauge === heard && !document.hidden ? onTake(gauge, reading) : undefined));
  const plugged = gauges.filter((g) => g.isConnected);
  const gone = gauges.filter((g) => !g.isConnected && g.wasHere);
  return (
    <div role="group" aria-label="Digital gauge" className="flex flex-wrap items-center gap-3 text-[16px]">
      {plugged.map((g) => (
        <span key={g.gauge} className="flex flex-wrap items-center gap-2">
          <span className="text-ink2">{g.gauge}</span>
          <output aria-label={`${g.gauge} shows`} className="min-w-32 text-right text-[26px]">
            {g.last ? showLength(g.last.mm as Mm, units) : '…'}
          </output>
          <Button
            tone="primary"
            className="min-h-14 px-4 text-[18px]"
            disabled={!g.last}
            onClick={() => (g.last ? onTake(g.gauge, g.last) : undefined)}
          >
            Take this reading
          </Button>
          <label className="flex min-h-14 items-center gap-2 text-[15px]">
            <input
              type="checkbox"
              className="size-6"
              checked={heard === g.gauge}
              onChange={(e) => writeLocal('gauge', e.target.checked ? g.gauge : '')}
            />
            its own button takes a reading here
          </label>
          {g.badLines > 0 ? (
            <span className="text-caution">
              {g.badLines} {g.badLines === 1 ? 'line' : 'lines'} made no sense and {g.badLines === 1 ? 'was' : 'were'} passed over
            </span>
          ) : null}
        </span>
      ))}
      {gone.slice(-1).map((g) => (
        <span key={g.gauge} role="status" className="text-caution">
          {g.gauge} is unplugged; every reading taken from it is kept.
        </span>
      ))}
      {plugged.length + gone.length === 0 ? <span className="text-[14px] text-ink2">No digital gauge is plugged in.</span> : null}
      {isAway ? <span className="text-caution">The server is away: the gauge cannot be heard.</span> : null}
    </div>
  );
}
