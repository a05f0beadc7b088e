import type { Shift } from '@/core/plan/types';
import { checkOf } from '@/core/checks/list';
import type { Words } from '@/core/checks/shared/messages';
import type { Exchanged } from '@/core/requests/exchange';
import type { Basis } from '@/core/requests/moved';
import type { RequestKind } from '@/core/requests/request';
import { type HourFormat, formatDay, formatHours, formatTimeSpan } from '@/core/time/format';
import type { ExchangeView, RequestShift } from './payload';

/** A shift in words: `Fri 27, 15:00–23:00 Bar`. */
export function shiftWords(
  { id, date, from, to, role }: Pick<Shift, 'id' | 'date' | 'from' | 'to' | 'role'>,
  roles: Readonly<Record<string, string>>,
  hourFormat: HourFormat,
): RequestShift {
  const named = role === null ? '' : ` ${roles[role] ?? ''}`;
  return { id, date, text: `${formatDay(date)}, ${formatTimeSpan(from, to, hourFormat)}${named}` };
}

/** What is asked for, in a sentence. */
export function requestText(
  kind: RequestKind,
  asker: string,
  colleague: string | null,
  mine: readonly RequestShift[],
  theirs: readonly RequestShift[],
): string {
  const list = (shifts: readonly RequestShift[]) => shifts.map(({ text }) => text).join(' and ');
  if (kind === 'swap')
    return `${asker} gives ${list(mine)} for ${list(theirs)} of ${colleague ?? 'a colleague'}`;
  if (kind === 'hand-over') return `${asker} hands ${list(mine)} over to ${colleague ?? 'a colleague'}`;
  if (kind === 'give-up')
    return colleague === null
      ? `${asker} gives ${list(mine)} up`
      : `${asker} gives ${list(mine)} up, and ${colleague} takes it`;
  return `${asker} takes the open shift ${list(theirs)}`;
}

/** What an exchange would do to somebody, in words; `words`: of the plan that it was judged on. */
export function exchangeView(
  { person, snags, addedMinutes, weekMinutes, overtimeMinutes, rest }: Exchanged,
  name: string,
  words: Words,
): ExchangeView {
  return {
    ...{ person, name, added: addedMinutes, week: weekMinutes, overtime: overtimeMinutes },
    rest:
      rest === null
        ? null
        : `${formatHours(rest.minutes)} rest ${rest.isBefore ? 'before' : 'after'} ${formatDay(rest.shift.date)}`,
    snags: snags.map((snag) => ({ severity: snag.severity, text: checkOf(snag.code)!.message(snag, words) })),
  };
}

/** Ids of the people that a request is about. */
export function peopleOf({
  asker,
  colleague,
}: {
  readonly asker: string;
  readonly colleague: string | null;
}) {
  return colleague === null ? [asker] : [asker, colleague];
}

/** Ids of shifts that a request is about. */
export function shiftIdsOf({
  mine,
  theirs,
}: {
  readonly mine: readonly Basis[];
  readonly theirs: readonly Basis[];
}) {
  return [...mine, ...theirs].map(({ id }) => id);
}
