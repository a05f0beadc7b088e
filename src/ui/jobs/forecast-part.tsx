import { useCallback, useMemo, useState } from 'react';
import { formatMinor } from '@/core/checks/shared/messages';
import { decimalsOf } from '@/core/hours/money';
import { FORECAST_PARTS, type ForecastCell, type ForecastPart as Part } from '@/core/jobs/forecast';
import { type Day, formatDate, startOfWeek } from '@/core/time/day';
import { bareHours, formatLongDay } from '@/core/time/format';
import type { MoneyPage } from '@/server/jobs/money-page';
import { buttonClass } from '../kit/button';
import { Chart, type ChartColours } from '../kit/chart';
import { Segmented } from '../kit/inputs/segmented';
import { Select } from '../kit/inputs/select';
import { EmptyState } from '../kit/states';
import { Table } from '../kit/table';

/** How many weeks are shown before this one, and from it on. */
const [BACK, AHEAD] = [4, 12];

const NAMES: Readonly<Record<Part, string>> = { done: 'Done', planned: 'Planned', open: 'Not planned yet' };

type Measure = 'minutes' | 'money';
type By = 'none' | 'service' | 'crew';

/** Hours and money by week: done, planned, not planned yet; as a chart, its table, and a file. */
export function ForecastPart({ page }: { readonly page: MoneyPage }) {
  const [measure, setMeasure] = useState<Measure>('minutes');
  const [by, setBy] = useState<By>('none');
  const [only, setOnly] = useState('');
  const weeks = useMemo(() => {
    const first = startOfWeek(page.today, page.weekStart) - BACK * 7;
    return Array.from({ length: BACK + AHEAD }, (_, i) => first + i * 7);
  }, [page.today, page.weekStart]);
  const nameOf = useCallback(
    (cell: ForecastCell): string =>
      by === 'service'
        ? (page.services[cell.service ?? ''] ?? 'No service')
        : by === 'crew'
          ? (page.crews[cell.crew ?? ''] ?? 'No crew yet')
          : '',
    [by, page],
  );
  const names = useMemo(
    () => (by === 'none' ? [] : [...new Set(page.forecast.map(nameOf))].sort()),
    [by, page.forecast, nameOf],
  );
  const cells = useMemo(
    () => page.forecast.filter((cell) => only === '' || nameOf(cell) === only),
    [page.forecast, only, nameOf],
  );
  const sum = useCallback(
    (week: Day | null, part: Part | null) =>
      cells
        .filter((cell) => cell.week === week && (part === null || cell.part === part))
        .reduce((all, cell) => all + cell[measure], 0),
    [cells, measure],
  );
  const cell = (value: number) => (value === 0 ? <span className="text-muted">–</span> : text(value));
  const text = (value: number) =>
    measure === 'minutes' ? bareHours(value) : formatMinor(value, page.currency, true);
  const optionOf = useCallback(
    ({ ink, muted, rule, sea, paper }: ChartColours) => {
      const unit = (value: number) =>
        measure === 'minutes' ? Math.round(value / 6) / 10 : value / 10 ** decimalsOf(page.currency);
      const fill: Readonly<Record<Part, object>> = {
        done: { color: ink },
        planned: { color: sea },
        open: { color: paper, borderColor: ink, borderWidth: 1, borderType: 'dashed' },
      };
      return {
        animation: false,
        grid: { left: 48, right: 8, top: 34, bottom: 24 },
        legend: { top: 0, left: 40, itemWidth: 14, textStyle: { color: ink } },
        tooltip: { trigger: 'axis' },
        xAxis: {
          type: 'category',
          data: weeks.map((week) => formatDate(week).slice(5).split('-').reverse().map(Number).join('/')),
          axisLabel: { color: muted },
          axisLine: { lineStyle: { color: ink } },
          axisTick: { show: false },
        },
        yAxis: {
          type: 'value',
          axisLabel: { color: muted },
          splitLine: { lineStyle: { color: rule } },
        },
        series: FORECAST_PARTS.map((part) => ({
          ...{ name: NAMES[part], type: 'bar', stack: 'all', itemStyle: fill[part], barCategoryGap: '30%' },
          // A bar of nothing would be drawn as a line.
          data: weeks.map((week) => (sum(week, part) === 0 ? null : unit(sum(week, part)))),
        })),
      };
    },
    [measure, weeks, sum, page.currency],
  );
  if (page.forecast.length === 0)
    return (
      <EmptyState title="There is no work yet.">Jobs stand here by week, as they are planned.</EmptyState>
    );
  const dateless = sum(null, null);
  const inView = weeks.reduce((all, week) => all + sum(week, null), 0);
  const beyond = cells.reduce((all, cell) => all + cell[measure], 0) - inView - dateless;
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        {page.seesPay && (
          <Segmented<Measure>
            label="What is counted"
            value={measure}
            onChange={setMeasure}
            options={[
              { value: 'minutes', name: 'Person-hours' },
              { value: 'money', name: `Money in ${page.currency}` },
            ]}
          />
        )}
        <Select<By>
          label="Whose"
          value={by}
          onChange={(next) => {
            setBy(next);
            setOnly('');
          }}
          options={[
            ['none', 'all work'],
            ['service', 'by service'],
            ['crew', 'by crew'],
          ]}
        />
        {by !== 'none' && (
          <Select
            label="Only"
            value={only}
            onChange={setOnly}
            options={[['', 'all'], ...names.map((name) => [name, name] as const)]}
          />
        )}
        <a
          className={buttonClass('plain', 'ml-auto')}
          href={`/api/jobs/${encodeURIComponent(page.site)}/forecast`}
          download
        >
          Save as CSV
        </a>
      </div>
      <Chart
        label={`Work by week: done, planned and not planned yet; as a table below`}
        height={260}
        optionOf={optionOf}
      />
      <div className="mt-3 overflow-x-auto">
        <Table isFlush>
          <thead>
            <tr>
              <th scope="col">Week of</th>
              {FORECAST_PARTS.map((part) => (
                <th key={part} scope="col" className="text-right">
                  {NAMES[part]}
                </th>
              ))}
              <th scope="col" className="text-right">
                In all
              </th>
            </tr>
          </thead>
          <tbody>
            {weeks.map((week) => (
              <tr key={week}>
                <th scope="row" className="text-ink text-base font-normal">
                  {formatLongDay(week)}
                </th>
                {FORECAST_PARTS.map((part) => (
                  <td key={part} className="text-right">
                    {cell(sum(week, part))}
                  </td>
                ))}
                <td className="text-right font-semibold">{cell(sum(week, null))}</td>
              </tr>
            ))}
            {dateless > 0 && (
              <tr>
                <th scope="row" className="text-ink text-base font-normal">
                  No date
                </th>
                <td />
                <td />
                <td className="text-right">{text(dateless)}</td>
                <td className="text-right font-semibold">{text(dateless)}</td>
              </tr>
            )}
          </tbody>
        </Table>
      </div>
      <p className="text-muted mt-2 text-sm">
        What is overdue counts for this week; jobs of rounds take what their service takes in that month.
        {beyond > 0 && ` Before and after these weeks: ${text(beyond)}.`}
      </p>
    </>
  );
}
