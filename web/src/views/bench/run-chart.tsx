import {
  CategoryScale,
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartData,
  type ChartOptions,
  type Plugin,
} from 'chart.js';
import { useMemo } from 'react';
import { Chart as Drawn } from 'react-chartjs-2';
import { chartLook } from '../../ui/chart-look';

Chart.register(LineController, LineElement, PointElement, LinearScale, CategoryScale, Tooltip);

export interface RunChartProps {
  /** Readings in the units shown, oldest first. */
  readonly values: readonly number[];
  readonly target: number;
  /** Half the width of what is accepted. */
  readonly tolerance: number;
  /** Before which reading (zero-based) the setting was changed. */
  readonly changes: readonly number[];
  readonly label: string;
}

/** Readings in the order they were taken, with target, limits and changes of the setting. What it shows also stands in the list below it. */
export default function RunChart({ values, target, tolerance, changes, label }: RunChartProps) {
  const drawn = useMemo(() => {
    const colour = chartLook();
    const count = Math.max(values.length, 8);
    const flat = (y: number) => Array.from({ length: count }, () => y);
    const line = (y: number, name: string, dash: number[]) => ({
      label: name,
      data: flat(y),
      borderColor: colour(dash.length > 0 ? '--caution' : '--ink'),
      borderDash: dash,
      borderWidth: 1.5,
      pointRadius: 0,
    });
    const data: ChartData<'line'> = {
      labels: Array.from({ length: count }, (_, i) => String(i + 1)),
      datasets: [
        {
          label: 'reading',
          data: [...values],
          borderColor: colour('--dye'),
          backgroundColor: colour('--dye'),
          borderWidth: 1,
          pointRadius: 5,
          /* A change of the setting breaks the line: what is before it says nothing of what is after. */
          segment: { borderColor: (s) => (changes.includes(s.p1DataIndex) ? 'transparent' : colour('--dye')) },
        },
        line(target, 'target', []),
        line(target + tolerance, 'upper limit', [6, 4]),
        line(target - tolerance, 'lower limit', [6, 4]),
      ],
    };
    const options: ChartOptions<'line'> = {
      animation: false,
      maintainAspectRatio: false,
      scales: {
        x: { title: { display: true, text: 'reading' }, grid: { color: colour('--line') } },
        y: { suggestedMin: target - 2 * tolerance, suggestedMax: target + 2 * tolerance, grid: { color: colour('--line') } },
      },
    };
    const plugins: Plugin<'line'>[] = [
      {
        id: 'changes',
        afterDatasetsDraw: ({ ctx, scales, chartArea }) => {
          const x = scales.x;
          if (!x) return;
          ctx.save();
          ctx.strokeStyle = colour('--stop');
          ctx.lineWidth = 2;
          for (const c of changes) {
            const at = (x.getPixelForValue(Math.max(0, c - 1)) + x.getPixelForValue(c)) / 2;
            ctx.beginPath();
            ctx.moveTo(at, chartArea.top);
            ctx.lineTo(at, chartArea.bottom);
            ctx.stroke();
          }
          ctx.restore();
        },
      },
    ];
    return { data, options, plugins };
  }, [values, target, tolerance, changes]);
  return (
    <div className="h-56">
      <Drawn type="line" {...drawn} role="img" aria-label={label} />
    </div>
  );
}
