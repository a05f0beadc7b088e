'use client';

import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { formatDate, type Day } from '@/core/time/day';
import { counted } from '@/core/time/format';
import { type Span } from '@/core/time/span';
import type { LeaveBar, LeaveCalendar, LeaveRow } from '@/server/leave/calendar';
import type { RequestsPage } from '@/server/requests/page';
import { Button } from '../../kit/button';
import { Checkbox } from '../../kit/inputs/checkbox';
import { Segmented } from '../../kit/inputs/segmented';
import { Select } from '../../kit/inputs/select';
import { TextInput } from '../../kit/inputs/text-input';
import { DecidePanel } from '../decide-panel';
import { isOver } from './away-strip';
import { BarPanel } from './bar-panel';
import { EnterPanel } from './enter-panel';
import { type CalendarFilter, formatRange, linesOf } from './geometry';
import { LeaveCanvas } from './leave-canvas';

/** What stands beside the calendar. */
type Side =
  | { readonly open: 'bar'; readonly person: string; readonly request: string }
  | { readonly open: 'enter'; readonly person: string | null; readonly from: Day; readonly to: Day }
  | { readonly open: 'move'; readonly row: LeaveRow; readonly bar: LeaveBar; readonly to: Span };

const WEEKS = [
  { value: 5, name: '5 weeks' },
  { value: 9, name: '9 weeks' },
  { value: 26, name: 'Half a year' },
  { value: 53, name: 'Year' },
];

/** Who is away over some weeks, and what waits: entered, moved and shortened by hand, and decided beside it. */
export function CalendarScreen({
  page,
  calendar,
}: {
  readonly page: RequestsPage;
  readonly calendar: LeaveCalendar;
}) {
  const router = useRouter();
  const [filter, setFilter] = useState<CalendarFilter>({
    text: '',
    type: '',
    state: 'all',
    isAwayOnly: false,
  });
  const [side, setSide] = useState<Side | null>(null);
  const lines = useMemo(() => linesOf(calendar, filter), [calendar, filter]);
  const { from, days, away } = calendar;
  const weeks = days / 7;
  const show = (first: Day, many: number) =>
    router.push(
      `/requests/${encodeURIComponent(page.site)}/calendar?from=${formatDate(first)}&weeks=${many}`,
    );
  const over = away.filter(isOver);
  const step = weeks > 9 ? Math.round(weeks / 2) * 7 : 28;
  return (
    <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
      <main className="flex min-h-0 min-w-0 flex-1 flex-col max-lg:min-h-[520px]" aria-label="Leave calendar">
        <div className="border-rule flex flex-wrap items-center gap-x-3 gap-y-2 border-b px-4 py-2">
          <h2 className="font-serif text-lg font-semibold whitespace-nowrap">{formatRange(from, days)}</h2>
          <span className="flex">
            <Button aria-label="Earlier" onClick={() => show(from - step, weeks)}>
              ‹
            </Button>
            <Button onClick={() => show(page.today - 7, weeks)}>Today</Button>
            <Button aria-label="Later" onClick={() => show(from + step, weeks)}>
              ›
            </Button>
          </span>
          <Segmented label="How long" value={weeks} options={WEEKS} onChange={(many) => show(from, many)} />
          {over.length > 0 && (
            <span className="text-gap font-semibold">{counted(over.length, 'day')} over a limit</span>
          )}
          {page.mayEnter && (
            <Button
              kind="primary"
              className="ml-auto"
              onClick={() => setSide({ open: 'enter', person: null, from: page.today, to: page.today })}
            >
              Enter leave …
            </Button>
          )}
        </div>
        <div className="border-fine flex flex-wrap items-center gap-x-3 gap-y-1 border-b px-4 py-1.5">
          <TextInput
            label="Find a person or group"
            placeholder="Find a person or group"
            className="w-[170px]"
            value={filter.text}
            onChange={(text) => setFilter({ ...filter, text })}
          />
          <Select
            label="Kind of leave"
            value={filter.type}
            onChange={(type) => setFilter({ ...filter, type })}
            options={[['', 'every kind'], ...page.types.map(({ id, name }) => [id, name] as const)]}
          />
          <Select
            label="State"
            value={filter.state}
            onChange={(state) => setFilter({ ...filter, state })}
            options={[
              ['all', 'waiting and approved'],
              ['waiting', 'waiting'],
              ['approved', 'approved'],
            ]}
          />
          <Checkbox
            checked={filter.isAwayOnly}
            onChange={(isAwayOnly) => setFilter({ ...filter, isAwayOnly })}
          >
            Only who is away
          </Checkbox>
        </div>
        <LeaveCanvas
          calendar={calendar}
          lines={lines}
          today={page.today}
          weekStart={page.weekStart}
          mayEnter={page.mayEnter}
          chosen={side?.open === 'bar' ? side.request : null}
          onBar={(row, bar) =>
            bar.request && setSide({ open: 'bar', person: row.person, request: bar.request })
          }
          onDraw={(row, first, last) => setSide({ open: 'enter', person: row.person, from: first, to: last })}
          onMove={(row, bar, to) => setSide({ open: 'move', row, bar, to })}
        />
      </main>
      {side && (
        <aside
          aria-label="What is chosen"
          className="border-rule bg-sheet w-[400px] shrink-0 overflow-y-auto border-l px-4 py-4 max-lg:w-full max-lg:border-t max-lg:border-l-0"
        >
          <div className="mb-2 flex justify-end">
            <Button onClick={() => setSide(null)}>Close</Button>
          </div>
          <SidePanel side={side} page={page} calendar={calendar} onDone={() => setSide(null)} />
        </aside>
      )}
    </div>
  );
}

function SidePanel({
  side,
  page,
  calendar,
  onDone,
}: {
  readonly side: Side;
  readonly page: RequestsPage;
  readonly calendar: LeaveCalendar;
  readonly onDone: () => void;
}) {
  if (side.open === 'enter')
    return (
      <EnterPanel
        key={`${side.person} ${side.from} ${side.to}`}
        page={page}
        people={calendar.rows}
        person={side.person}
        from={side.from}
        to={side.to}
        onDone={onDone}
      />
    );
  if (side.open === 'move')
    return (
      <BarPanel
        key={`${side.bar.request} ${side.to.from} ${side.to.to}`}
        {...side}
        page={page}
        onDone={onDone}
      />
    );
  const waiting = page.waiting?.mine.find(({ id }) => id === side.request);
  if (waiting) return <DecidePanel key={waiting.id} request={waiting} page={page} />;
  const row = calendar.rows.find(({ person }) => person === side.person);
  const bar = row?.bars.find(({ request }) => request === side.request);
  if (!row || !bar) return <p className="text-muted">It is not in what is shown any more.</p>;
  return (
    <BarPanel
      key={`${side.request} ${bar.from} ${bar.to}`}
      row={row}
      bar={bar}
      to={null}
      page={page}
      onDone={onDone}
    />
  );
}
