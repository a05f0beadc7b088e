import { useState } from 'react';
import { type Day, civilOf, dayOf, weekdayOf } from '@/core/time/day';
import { MONTH_NAMES, formatLongDay } from '@/core/time/format';
import { monthOf } from '@/core/time/month';
import type { OwnLeavePage } from '@/server/leave/payload';
import { Button } from '../../kit/button';
import { STANDING_WORDS } from '@/core/leave/request';
import { useStaff } from '../staff-context';

type Mark = 'approved' | 'waiting' | 'draft' | 'holiday' | null;

const LOOK: Readonly<Record<Exclude<Mark, null>, string>> = {
  approved: 'bg-ink',
  waiting: 'border-ink border border-dashed',
  draft: 'border-muted border border-dotted',
  holiday: 'bg-rule',
};

/** One's own year, a line a month: away, asked for, holidays, days without leave. */
export function OwnYear({ page }: { readonly page: OwnLeavePage }) {
  const [year, setYear] = useState(civilOf(page.today).year);
  const { page: own } = useStaff();
  const marks = marksOf(page);
  const inYear = page.requests.filter(
    ({ standing, first, last }) =>
      (standing === 'approved' || standing === 'waiting' || standing === 'partly-approved') &&
      civilOf(first).year <= year &&
      civilOf(last).year >= year,
  );
  return (
    <section aria-labelledby="year">
      <h2 id="year" className="border-ink flex items-center border-b pb-1 font-serif text-lg font-semibold">
        <span className="mr-auto">My year {year}</span>
        <Button
          kind="quiet"
          className="size-11 text-xl"
          aria-label="The year before"
          onClick={() => setYear(year - 1)}
        >
          ‹
        </Button>
        <Button
          kind="quiet"
          className="size-11 text-xl"
          aria-label="The year after"
          onClick={() => setYear(year + 1)}
        >
          ›
        </Button>
      </h2>
      <div aria-hidden className="mt-2 flex flex-col gap-[3px]">
        {MONTH_NAMES.map((name, i) => {
          const first = dayOf(year, i + 1, 1);
          return (
            <div key={name} className="flex items-center">
              <span className="text-muted w-9 text-sm">{name.slice(0, 3)}</span>
              <span className="grid flex-1 grid-cols-[repeat(31,minmax(0,1fr))] gap-px">
                {Array.from({ length: monthOf(first).days }, (_, day) => (
                  <Cell
                    key={day}
                    mark={marks.get(first + day) ?? null}
                    isToday={first + day === page.today}
                    isWeekend={own.weekend.includes(weekdayOf(first + day))}
                  />
                ))}
              </span>
            </div>
          );
        })}
      </div>
      <p className="text-muted mt-1 text-sm">
        Filled: away. Dashed: waiting. Dotted: not sent. Grey: holiday. Pale: weekend. A line: today.
      </p>
      <ul className="sr-only">
        {inYear.map(({ id, when, standing }) => (
          <li key={id}>
            {when}: {STANDING_WORDS[standing]}
          </li>
        ))}
        {page.holidays
          .filter(({ date }) => civilOf(date).year === year)
          .map(({ date, name }) => (
            <li key={date}>
              {formatLongDay(date)}: {name}
            </li>
          ))}
      </ul>
    </section>
  );
}

function Cell({
  mark,
  isToday,
  isWeekend,
}: {
  readonly mark: Mark;
  readonly isToday: boolean;
  readonly isWeekend: boolean;
}) {
  const ground = mark ? LOOK[mark] : isWeekend ? 'bg-fine' : 'bg-sheet border-fine border';
  return <span className={`h-[14px] ${ground} ${isToday ? 'outline-sea outline-2 outline-offset-0' : ''}`} />;
}

function marksOf({ requests, holidays }: OwnLeavePage): Map<Day, Mark> {
  const marks = new Map<Day, Mark>(holidays.map(({ date }) => [date, 'holiday']));
  for (const { days, standing } of requests)
    if (standing !== 'withdrawn')
      for (const { date, state } of days)
        if (state === 'approved' || state === 'waiting')
          marks.set(date, standing === 'draft' ? 'draft' : state);
  return marks;
}
