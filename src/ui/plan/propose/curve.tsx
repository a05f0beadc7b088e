import dynamic from 'next/dynamic';
import { useCallback } from 'react';
import { bareHours } from '@/core/time/format';
import type { ProposalProgress } from '@/server/propose/payload';
import type { ChartColours } from '../../kit/chart';
import { Table } from '../../kit/table';

const Chart = dynamic(() => import('../../kit/chart').then((part) => part.Chart), {
  ssr: false,
  loading: () => <div className="h-[110px]" />,
});

/** How much above what was found at last the curve is drawn: what was worse in the first moments runs out of sight. */
const HEADROOM = 1.35;
/** How many lines the table has at most. */
const LINES = 12;

/** How what was found came near to what no plan can beat, over the time it was looked for; with its table. */
export function Curve({ curve }: { readonly curve: readonly ProposalProgress[] }) {
  const optionOf = useCallback(
    ({ ink, rule, sea }: ChartColours) => {
      const last = curve.at(-1);
      const most = (last?.total ?? 1) * HEADROOM;
      const least = Math.min(...curve.map(({ bound }) => bound).filter((bound) => bound > 0), most);
      const line = (name: string, of: (one: ProposalProgress) => number, style: object) => ({
        ...{ name, type: 'line', step: 'end', symbol: 'none', silent: true, ...style },
        data: curve.map((one) => [one.seconds, Math.min(most, Math.max(0, of(one)))]),
      });
      return {
        grid: { left: 4, right: 4, top: 8, bottom: 20 },
        xAxis: {
          ...{ type: 'value', min: 0, max: Math.max(1, last?.seconds ?? 1) },
          ...{ splitLine: { show: false }, axisLine: { lineStyle: { color: rule } } },
          minInterval: 1,
          axisLabel: {
            formatter: (seconds: number) => `${Math.round(seconds)} s`,
            ...{ hideOverlap: true, showMaxLabel: false },
          },
        },
        yAxis: { type: 'value', show: false, min: least * 0.97, max: most },
        series: [
          line('Best found', ({ total }) => total, { lineStyle: { color: ink, width: 1.8 } }),
          line('Proven', ({ bound }) => bound, { lineStyle: { color: sea, width: 1.4, type: 'dashed' } }),
        ],
      };
    },
    [curve],
  );
  if (curve.length < 2) return null;
  return (
    <figure className="mt-2">
      <Chart
        label="Best plan found and what no plan can beat, over time; as a table below"
        height={110}
        optionOf={optionOf}
      />
      <figcaption className="text-muted text-xs leading-4">
        Line: best found. Dashes: what no plan can beat.
      </figcaption>
      <details className="mt-1 text-sm">
        <summary className="cursor-pointer">As a table</summary>
        <Table isFlush>
          <thead>
            <tr>
              <th>After</th>
              <th className="text-right">Hours missing</th>
              <th className="text-right">At most from the best</th>
            </tr>
          </thead>
          <tbody>
            {thinned(curve).map((one) => (
              <tr key={one.seconds}>
                <td>{one.seconds.toFixed(1)} s</td>
                <td className="text-right">{bareHours(one.missingMinutes)}</td>
                <td className="text-right">{distance(one)}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </details>
    </figure>
  );
}

/** How far a plan is at most from the best, of all that counts; a dash where nothing is proven yet. */
export function distance({ total, bound }: Pick<ProposalProgress, 'total' | 'bound'>): string {
  if (!Number.isFinite(bound) || bound <= 0 || total <= 0) return '–';
  return `${percent((total - bound) / total)}\u00a0%`;
}

/** `0.4`, `12`, never below what it is: what is not nothing is 0.1 at least. */
export function percent(share: number): string {
  const value = share * 100;
  if (value >= 10) return String(Math.round(value));
  if (value > 0 && value < 0.1) return '0.1';
  return String(Math.round(value * 10) / 10);
}

/** The first and the last, and some between. */
function thinned(curve: readonly ProposalProgress[]): ProposalProgress[] {
  const step = Math.max(1, Math.ceil((curve.length - 1) / (LINES - 1)));
  return curve.filter((_, i) => i % step === 0 || i === curve.length - 1);
}
