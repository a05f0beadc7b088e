'use client';

import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useCallback, useMemo, useState } from 'react';
import { FAIRNESS_COLUMNS, type FairnessColumn, beyondShare, isUneven } from '@/core/fairness/columns';
import type { PersonFairness } from '@/core/fairness/fairness';
import { formatDays } from '@/core/time/format';
import type { FairnessPayload } from '@/server/fairness/queries';
import { Button } from '../kit/button';
import type { ChartColours } from '../kit/chart';
import { Select } from '../kit/inputs/select';
import { SplitPanel } from '../kit/page';
import { Table } from '../kit/table';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { Carries } from './carries';
import { differenceText, figureText, shareText } from './share-text';

const Chart = dynamic(() => import('../kit/chart').then((part) => part.Chart), { ssr: false });

/** How many people are listed before one asks for more, and how many the chart has at each end. */
const PAGE = 60;
const CHARTED = 12;
/** The height of one bar of the chart, in pixels. */
const BAR = 20;

/** Who carried what at a site: figures, shares and differences, as a table and as a chart of one of them. */
export function FairnessScreen({
  header,
  site,
  fairness,
}: {
  readonly header: ShellFrame;
  readonly site: string;
  readonly fairness: FairnessPayload;
}) {
  const { people, names, from, planned, to, limits } = fairness;
  const [key, setKey] = useState('late');
  const [pages, setPages] = useState(1);
  const column = FAIRNESS_COLUMNS.find((one) => one.key === key)!;
  const sorted = useMemo(
    () =>
      [...people].sort(
        (a, b) =>
          beyondShare(column.of(b)) - beyondShare(column.of(a)) ||
          names[a.person].localeCompare(names[b.person]),
      ),
    [people, column, names],
  );
  const [chosen, choose] = useState<string | null>(null);
  const one = sorted.find(({ person }) => person === chosen) ?? sorted[0] ?? null;
  return (
    <AppLayout
      header={header}
      site={site}
      area="people"
      strip={
        <div className="border-rule bg-sheet flex min-h-[50px] shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b px-4 py-1">
          <h1 className="font-serif text-lg font-semibold">Who carries what</h1>
          <span className="text-muted">
            {formatDays(from, planned - from)} so far, planned until {formatDays(to - 1, 1)}
          </span>
          <Link className="link link-primary font-semibold" href={`/people/${encodeURIComponent(site)}`}>
            All people
          </Link>
          <span className="ml-auto flex items-center gap-2">
            <span className="text-muted">Ordered by</span>
            <Select
              label="Ordered by"
              value={key}
              onChange={setKey}
              options={FAIRNESS_COLUMNS.map((each) => [each.key, each.name] as const)}
            />
          </span>
        </div>
      }
    >
      <SplitPanel
        label="What it is made of"
        side={
          one && (
            <Details
              site={site}
              one={one}
              name={names[one.person]}
              limits={limits}
              column={column}
              people={sorted}
              names={names}
            />
          )
        }
      >
        {people.length === 0 ? (
          <p className="text-muted">Nobody works here yet.</p>
        ) : (
          <>
            <Table isFlush>
              <thead>
                <tr>
                  <th>Person</th>
                  {FAIRNESS_COLUMNS.map((each) => (
                    <th
                      key={each.key}
                      className="text-right"
                      aria-sort={each.key === key ? 'descending' : undefined}
                    >
                      <button
                        type="button"
                        data-head
                        className={each.key === key ? 'text-ink font-semibold underline' : 'hover:underline'}
                        title={each.says(limits)}
                        onClick={() => setKey(each.key)}
                      >
                        {each.name}
                      </button>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {sorted.slice(0, PAGE * pages).map((each) => (
                  <tr key={each.person} className={each.person === one?.person ? 'bg-paper' : undefined}>
                    <th scope="row" className="font-semibold">
                      <button
                        type="button"
                        className="text-left hover:underline"
                        onClick={() => choose(each.person)}
                      >
                        {names[each.person]}
                      </button>
                    </th>
                    {FAIRNESS_COLUMNS.map((of) => (
                      <Figure key={of.key} one={each} column={of} />
                    ))}
                  </tr>
                ))}
              </tbody>
            </Table>
            {sorted.length > PAGE * pages && (
              <Button kind="link" onClick={() => setPages(pages + 1)}>
                Show {Math.min(PAGE, sorted.length - PAGE * pages)} more of {sorted.length}
              </Button>
            )}
            <p className="text-muted mt-3 max-w-[75ch] text-sm leading-[17px]">
              Beside each figure: how far it is from the share. Each shift is shared out among everybody who
              could have worked then (employed, available, not on leave), by the hours of their contracts.
            </p>
          </>
        )}
      </SplitPanel>
    </AppLayout>
  );
}

function Figure({ one, column }: { readonly one: PersonFairness; readonly column: FairnessColumn }) {
  const share = column.of(one);
  const uneven = isUneven(share, column.unit);
  return (
    <td className="text-right whitespace-nowrap" title={shareText(share, column.unit)}>
      {figureText(share.had + share.planned, column.unit)}{' '}
      <span className={`inline-block min-w-9 text-sm ${uneven ? 'font-semibold' : 'text-muted'}`}>
        {differenceText(share, column.unit)}
      </span>
    </td>
  );
}

/** One person's figures with what they are made of, and where they stand among all. */
function Details({
  site,
  one,
  name,
  column,
  people,
  names,
  limits,
}: {
  readonly site: string;
  readonly one: PersonFairness;
  readonly name: string;
  readonly column: FairnessColumn;
  readonly people: readonly PersonFairness[];
  readonly names: Readonly<Record<string, string>>;
  readonly limits: FairnessPayload['limits'];
}) {
  const charted = useMemo(
    () => (people.length <= 2 * CHARTED ? people : [...people.slice(0, CHARTED), ...people.slice(-CHARTED)]),
    [people],
  );
  const optionOf = useCallback(
    ({ ink, muted, rule, sea }: ChartColours) => {
      const values = charted.map((each) => {
        const beyond = beyondShare(column.of(each));
        return Math.round((column.unit === 'minutes' ? beyond / 60 : beyond) * 10) / 10;
      });
      return {
        grid: { left: 4, right: 8, top: 4, bottom: 20, containLabel: true },
        xAxis: { type: 'value', splitLine: { lineStyle: { color: rule } } },
        yAxis: {
          ...{ type: 'category', inverse: true, data: charted.map(({ person }) => names[person]) },
          axisLabel: { color: ink, width: 110, overflow: 'truncate', interval: 0 },
          ...{ axisLine: { onZero: true, lineStyle: { color: ink } }, axisTick: { show: false } },
        },
        series: [
          {
            ...{ type: 'bar', barWidth: 9, silent: true },
            data: values.map((value, i) => ({
              value,
              itemStyle: { color: charted[i].person === one.person ? ink : value >= 0 ? sea : muted },
            })),
          },
        ],
      };
    },
    [charted, column, names, one],
  );
  return (
    <div className="flex flex-col gap-4">
      <section>
        <h2 className="font-serif text-lg font-semibold">{name}</h2>
        <Carries
          own={one}
          limits={limits}
          behind={`/api/people/fairness/behind?site=${encodeURIComponent(site)}&person=${encodeURIComponent(one.person)}`}
        />
        <Link
          prefetch={false}
          className="link link-primary mt-1 inline-block text-sm font-semibold"
          href={`/people/${encodeURIComponent(site)}/${encodeURIComponent(one.person)}`}
        >
          Everything about {name}
        </Link>
      </section>
      <section>
        <h2 className="font-serif text-lg font-semibold">{column.name}: from the share</h2>
        <p className="text-muted text-sm leading-[17px]">
          {column.says(limits)}
          {charted.length < people.length && ` The ${CHARTED} at each end.`}
          {column.unit === 'minutes' && ' In hours.'}
        </p>
        <Chart
          label={`${column.name} of everybody, more or less than their share; the figures are in the table`}
          height={charted.length * BAR + 28}
          optionOf={optionOf}
        />
      </section>
    </div>
  );
}
