import {
  CategoryScale,
  Chart,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartData,
  type ChartOptions,
  type PointStyle,
} from 'chart.js';
import { useMemo } from 'react';
import { Chart as Drawn } from 'react-chartjs-2';
import { chartLook } from '../../ui/chart-look';
import type { HeadReading } from '#core/inspect/heads';
import type { Profile } from '#core/tables/profiles';

Chart.register(LineController, LineElement, PointElement, LinearScale, CategoryScale, Tooltip, Legend);

interface HeadChartProps {
  readonly series: readonly { readonly name: string; readonly readings: readonly HeadReading[] }[];
  readonly profile: Profile;
}

const SIGNS: readonly PointStyle[] = ['circle', 'rectRot', 'triangle', 'rect', 'crossRot', 'star'];

/** Heights of heads in the order they were looked at, each series with a sign of its own. */
export default function HeadChart({ series, profile }: HeadChartProps) {
  const longest = Math.max(0, ...series.map((s) => s.readings.length));
  const drawn = useMemo(() => {
    const colour = chartLook();
    const colours = ['--dye', '--ink', '--caution', '--done'].map(colour);
    const count = Math.max(longest, 8);
    const limit = (y: number, label: string) => ({
      label,
      data: Array.from({ length: count }, () => y),
      borderColor: colour('--done'),
      borderDash: [6, 4],
      borderWidth: 1.5,
      pointRadius: 0,
    });
    const data: ChartData<'line'> = {
      labels: Array.from({ length: count }, (_, i) => String(i + 1)),
      datasets: [
        ...series.map((s, i) => ({
          label: s.name,
          data: s.readings.map((r) => r.heightD),
          borderColor: colours[i % colours.length] as string,
          backgroundColor: colours[i % colours.length] as string,
          pointStyle: SIGNS[i % SIGNS.length] as PointStyle,
          pointRadius: 5,
          borderWidth: 1,
          spanGaps: true,
        })),
        limit(profile.minHeightD, 'least'),
        limit(profile.maxHeightD, 'most'),
      ],
    };
    const options: ChartOptions<'line'> = {
      animation: false,
      maintainAspectRatio: false,
      plugins: { legend: { labels: { usePointStyle: true } } },
      scales: {
        x: { title: { display: true, text: 'head looked at' }, grid: { color: colour('--line') } },
        y: { title: { display: true, text: 'height / D' }, suggestedMin: 0.3, suggestedMax: 1.05, grid: { color: colour('--line') } },
      },
    };
    return { data, options };
  }, [series, profile, longest]);
  return (
    <div className="h-[420px]">
      <Drawn
        type="line"
        {...drawn}
        role="img"
        aria-label={`Heights of heads: ${series.map((s) => `${s.name} ${s.readings.length}`).join(', ')}`}
      />
    </div>
  );
}
