import clsx from 'clsx';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { DAY } from '@/core/time/span';
import { startOfWeek } from '@/core/time/day';
import {
  formatAxisTime,
  formatDays,
  formatHours,
  formatLongDay,
  formatTimeSpan,
  weekdayName,
} from '@/core/time/format';
import type { OwnLeave, OwnPage, OwnShift } from '@/server/staff/payload';
import { Button } from '../kit/button';
import { ShiftDetails } from './shift-details';
import { useStaff } from './staff-context';
import { shiftWords } from './words';

const ShiftAsk = dynamic(() => import('./requests/shift-ask').then((part) => part.ShiftAsk), { ssr: false });

/** How far one can go back and ahead, in weeks. */
const [BACK, AHEAD] = [5, 11];

/** A week of one's own, with the way to those before and after it. */
export function OwnWeek() {
  const { page } = useStaff();
  const now = startOfWeek(page.today, page.weekStart);
  const [at, goTo] = useState(0);
  const first = now + at * 7;
  const shifts = page.shifts.filter(({ shift }) => shift.date >= first && shift.date < first + 7);
  const last = Math.max(now, ...page.shifts.map(({ shift }) => startOfWeek(shift.date, page.weekStart)));
  return (
    <section aria-label={`Week ${formatDays(first, 7)}`}>
      <div className="border-ink flex flex-wrap items-center gap-1 border-b">
        <h2 className="mr-auto font-serif text-xl font-semibold">{formatDays(first, 7)}</h2>
        {at !== 0 && (
          <Button kind="link" className="min-h-11 px-2" onClick={() => goTo(0)}>
            This week
          </Button>
        )}
        <Button
          kind="quiet"
          className="size-11 text-xl"
          aria-label="Week before"
          disabled={at <= -BACK}
          onClick={() => goTo(at - 1)}
        >
          ‹
        </Button>
        <Button
          kind="quiet"
          className="size-11 text-xl"
          aria-label="Week after"
          disabled={at >= AHEAD}
          onClick={() => goTo(at + 1)}
        >
          ›
        </Button>
      </div>
      <WeekHours first={first} shifts={shifts} page={page} />
      {shifts.length > 0 && <Axis hourFormat={page.hourFormat} />}
      <ul>
        {Array.from({ length: 7 }, (_, i) => (
          <DayRow
            key={first + i}
            date={first + i}
            shifts={shifts.filter(({ shift }) => shift.date === first + i)}
          />
        ))}
      </ul>
      {shifts.length === 0 && first > last && (
        <p className="text-muted py-2">Nothing of this week is published yet.</p>
      )}
    </section>
  );
}

/** The hours of a week against the contract; opened, what they are made of. */
function WeekHours({
  first,
  shifts,
  page,
}: {
  readonly first: number;
  readonly shifts: readonly OwnShift[];
  readonly page: OwnPage;
}) {
  const paid = shifts.reduce((sum, one) => sum + one.paid, 0);
  const credited = page.credited[first] ?? 0;
  const { contractMinutes: contract } = page;
  const left = contract === null ? null : contract - paid - credited;
  return (
    <details className="border-fine border-b">
      <summary className="flex min-h-11 cursor-pointer items-center gap-2">
        <span className="font-semibold">{formatHours(paid + credited)}</span>
        {contract !== null && <span>of {formatHours(contract)}</span>}
      </summary>
      <ul className="text-muted pb-2">
        {shifts.map(({ shift, paid: minutes }) => (
          <li key={shift.id} className="flex justify-between gap-3">
            <span>
              {weekdayName(shift.date)} {formatTimeSpan(shift.from, shift.to, page.hourFormat)}
            </span>
            {formatHours(minutes)}
          </li>
        ))}
        {credited > 0 && (
          <li className="flex justify-between gap-3">
            <span>Leave and holidays</span>
            {formatHours(credited)}
          </li>
        )}
        {left !== null && left !== 0 && (
          <li className="text-ink flex justify-between gap-3 font-semibold">
            <span>{left > 0 ? 'Below the contract' : 'Above the contract'}</span>
            {formatHours(Math.abs(left))}
          </li>
        )}
        {shifts.length === 0 && credited === 0 && <li>No shift and no leave.</li>}
      </ul>
    </details>
  );
}

/** A day of one's own: its shifts, leave, or that it is free. */
function DayRow({ date, shifts }: { readonly date: number; readonly shifts: readonly OwnShift[] }) {
  const { page } = useStaff();
  const away = page.leave.filter(({ from, to }) => from < (date + 1) * DAY && to > date * DAY);
  const isOver = date < page.today;
  return (
    <li
      className={clsx('border-fine flex gap-3 border-b', isOver && 'text-muted')}
      aria-label={formatLongDay(date)}
    >
      <span
        className={clsx(
          'relative w-11 shrink-0 py-2.5 leading-5',
          date === page.today &&
            'before:bg-base-content before:absolute before:inset-y-1 before:-left-3 before:w-1',
        )}
      >
        <span className="block font-semibold">{weekdayName(date)}</span>
        <span className="text-muted text-sm">{formatDays(date, 1, true).split(' ')[0]}</span>
      </span>
      <div className="flex min-w-0 flex-1 flex-col justify-center">
        {away.map((leave) => (
          <p key={leave.from} className="border-rule bg-sheet my-1.5 border px-2 py-1.5">
            {leaveText(leave, date, page)}
          </p>
        ))}
        {shifts.map((own) => (
          <ShiftRow key={own.shift.id} own={own} />
        ))}
        {shifts.length === 0 && away.length === 0 && <span className="text-muted text-sm">–</span>}
      </div>
    </li>
  );
}

function leaveText({ from, to, state }: OwnLeave, date: number, { hourFormat }: OwnPage): string {
  const what = state === 'approved' ? 'Away' : 'Leave asked for, waiting';
  const [start, end] = [Math.max(from, date * DAY), Math.min(to, (date + 1) * DAY)];
  if (end - start === DAY) return what;
  return `${what}, ${formatTimeSpan(start - date * DAY, end - date * DAY, hourFormat)}`;
}

function ShiftRow({ own }: { readonly own: OwnShift }) {
  const { page, go, isReadOnly } = useStaff();
  const { shift, site, paid } = own;
  const severalSites = Object.keys(page.sites).length > 1;
  const hasTeam = page.teams.some(({ id, isShown }) => id === site && isShown);
  return (
    <details className="group">
      <summary className="flex min-h-11 cursor-pointer list-none flex-col justify-center py-1.5">
        <span className="flex items-baseline gap-2">
          <span className="text-lg leading-6 font-semibold">
            {formatTimeSpan(shift.from, shift.to, page.hourFormat)}
          </span>
          <span className="min-w-0 flex-1 truncate">{shiftWords(shift, page)}</span>
          <span className="text-muted">{formatHours(paid)}</span>
        </span>
        <DayRule from={shift.from} to={shift.to} />
        {(severalSites || shift.label) && (
          <span className="text-muted text-sm">
            {[severalSites ? page.sites[site] : '', shift.label].filter(Boolean).join(', ')}
          </span>
        )}
      </summary>
      <ShiftDetails own={own} />
      <AskAbout own={own} />
      {hasTeam && !isReadOnly && (
        <Button kind="link" className="mb-2 min-h-11" onClick={() => go('team', `?on=${site}.${shift.date}`)}>
          The team that day
        </Button>
      )}
    </details>
  );
}

/** The way to swap a shift, hand it over or give it up, while it has not begun. */
function AskAbout({ own }: { readonly own: OwnShift }) {
  const { page, isReadOnly } = useStaff();
  const [isOpen, open] = useState(false);
  if (isReadOnly || own.shift.date < page.today || !page.asksAt.includes(own.site)) return null;
  return (
    <>
      <Button kind="link" className="mb-1 block min-h-11" onClick={() => open(true)}>
        Swap, hand over or give up …
      </Button>
      {isOpen && <ShiftAsk own={own} onClose={() => open(false)} />}
    </>
  );
}

/** The hours that the rules of the days below begin and end at. */
function Axis({ hourFormat }: Pick<OwnPage, 'hourFormat'>) {
  return (
    <div aria-hidden className="text-muted relative mt-1 ml-14 h-4 text-xs leading-4">
      {[6, 12, 18, 24].map((hour) => (
        <span
          key={hour}
          className="absolute -translate-x-1/2"
          style={{ left: `${((hour * 60) / WHOLE) * 100}%` }}
        >
          {formatAxisTime(hour * 60, hourFormat)}
        </span>
      ))}
    </div>
  );
}

/** What a rule stands for, in minutes: a day, and the night after it. */
const WHOLE = 30 * 60;

/** Where in the day, and the night after it, a shift lies: a rule with the shift in ink. */
function DayRule({ from, to }: { readonly from: number; readonly to: number }) {
  return (
    <span aria-hidden className="bg-rule relative mt-1 block h-1">
      <span
        className="bg-primary absolute inset-y-0"
        style={{
          left: `${(from / WHOLE) * 100}%`,
          width: `${((Math.min(to, WHOLE) - from) / WHOLE) * 100}%`,
        }}
      />
    </span>
  );
}
