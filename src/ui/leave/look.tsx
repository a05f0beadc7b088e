'use client';

import { useQuery } from '@tanstack/react-query';
import { formatAmount } from '@/core/leave/leave-type';
import type { LeaveUnit } from '@/core/leave/amount';
import {
  counted,
  formatDay,
  formatDays,
  formatLongDay,
  formatTimeSpan,
  type HourFormat,
} from '@/core/time/format';
import type { AskDraft, AskLook, AskedDayLine } from '@/server/leave/payload';
import { queryClient } from '../commands/query-client';
import { useSettled } from '../commands/use-settled';

/** What is looked at before it is asked for; `person` null: one's own. */
export type LookInput = Omit<AskDraft, 'id'> & { readonly person: string | null };

/** What asking would come to, asked anew whenever what is typed rests; null: not known yet. */
export function useLook(input: LookInput | null): { look: AskLook | null; trouble: string | null } {
  const key = input === null ? null : JSON.stringify(input);
  const settled = useSettled(key, 250);
  const { data, isError } = useQuery<Answer>(
    {
      queryKey: ['look at leave', settled],
      enabled: settled !== null && settled === key,
      gcTime: 0,
      placeholderData: (before) => before,
      queryFn: async ({ signal }): Promise<Answer> => {
        const response = await fetch('/api/leave/look', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: settled,
          signal,
        });
        return (await response.json()) as Answer;
      },
    },
    queryClient(),
  );
  if (input === null) return { look: null, trouble: null };
  if (isError) return { look: null, trouble: 'There is no connection, so nothing can be counted.' };
  if (data && !data.ok) return { look: null, trouble: data.problem.message };
  return { look: data?.ok ? data.look : null, trouble: null };
}

type Answer = { ok: true; look: AskLook } | { ok: false; problem: { message: string } };

/** The days that are asked for, what each counts and why not, and what is left then. */
export function LookDays({
  look,
  unit,
  hourFormat,
  isOwn,
}: {
  readonly look: AskLook;
  readonly unit: LeaveUnit;
  readonly hourFormat: HourFormat;
  /** Of who looks, or of somebody they decide about. */
  readonly isOwn: boolean;
}) {
  const { days, total, balance, waiting, others, limits, closed, shifts } = look;
  if (days.length === 0) return null;
  return (
    <div className="flex flex-col gap-3">
      <table className="w-full" aria-label="Days and what they count">
        <tbody>
          {runsOf(days, hourFormat).map(({ name, why, amount }) => (
            <tr key={name} className="border-fine border-b">
              <th scope="row" className="py-1 pr-2 text-left font-normal">
                {name}
                {why && <span className="text-muted">, {why}</span>}
              </th>
              <td className="py-1 text-right whitespace-nowrap">
                {amount === 0 ? <span className="text-muted">–</span> : formatAmount(amount, unit)}
              </td>
            </tr>
          ))}
          <tr className="border-ink border-t">
            <th scope="row" className="py-1 text-left font-semibold">
              Counts
            </th>
            <td className="py-1 text-right font-semibold whitespace-nowrap">{formatAmount(total, unit)}</td>
          </tr>
        </tbody>
      </table>
      {balance && (
        <p>
          Left now <b>{formatAmount(balance.now, unit)}</b>, then{' '}
          <b className={balance.after < 0 ? 'text-gap' : ''}>{formatAmount(balance.after, unit)}</b>, on{' '}
          {formatLongDay(balance.yearLast)} <b>{formatAmount(balance.yearEnd, unit)}</b>
          <span className="text-muted"> as things stand</span>.
          {waiting > 0 && ` ${formatAmount(waiting, unit)} more ${waiting === 1000 ? 'waits' : 'wait'}.`}
        </p>
      )}
      {others.length > 0 && (
        <p>
          {isOwn ? 'Others of your role away' : 'Others of the same role away'}:{' '}
          {others.map(({ date, count }) => `${formatDay(date)} ${count}`).join(', ')}.
        </p>
      )}
      {limits.length > 0 && (
        <ul className="border-brass border-l-4 pl-3">
          {limits.map((text) => (
            <li key={text}>{text}.</li>
          ))}
        </ul>
      )}
      {closed.length > 0 && !isOwn && (
        <ul className="border-brass border-l-4 pl-3">
          {closed.map((text) => (
            <li key={text}>{text}.</li>
          ))}
        </ul>
      )}
      {shifts.length > 0 && isOwn && (
        <p className="border-brass border-l-4 pl-3">
          {counted(shifts.length, 'shift')} of yours {shifts.length === 1 ? 'is' : 'are'} published then:{' '}
          {shifts.join('; ')}.
        </p>
      )}
    </div>
  );
}

/** Days one after the other that count alike are one line: `Mon 21–Thu 24`. */
export function runsOf(
  days: readonly AskedDayLine[],
  hourFormat: HourFormat,
): { readonly name: string; readonly why: string; readonly amount: number }[] {
  const runs: AskedDayLine[][] = [];
  const reason = ({ words }: AskedDayLine) => words.replace(/^[^:]*: /, '');
  for (const day of days) {
    const last = runs.at(-1)?.at(-1);
    const isAlike =
      last &&
      last.date + 1 === day.date &&
      !last.part &&
      !day.part &&
      reason(last) === reason(day) &&
      (last.amount === 0) === (day.amount === 0);
    if (isAlike) runs.at(-1)!.push(day);
    else runs.push([day]);
  }
  return runs.map((run) => {
    const [first, last] = [run[0], run.at(-1)!];
    const name =
      run.length === 1
        ? `${formatDay(first.date)} ${formatDays(first.date, 1, true).split(' ')[1]}`
        : `${formatDay(first.date)} to ${formatDay(last.date)} ${formatDays(last.date, 1, true).split(' ')[1]}`;
    const part = first.part ? `, ${formatTimeSpan(first.part.from, first.part.to, hourFormat)}` : '';
    return {
      name: `${name}${part}`,
      why: reason(first),
      amount: run.reduce((sum, { amount }) => sum + amount, 0),
    };
  });
}
