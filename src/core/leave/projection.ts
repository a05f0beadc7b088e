import type { Day } from '../time/day';
import type { LeaveAmount } from './amount';
import { type Entitled, leaveYearOf } from './entitlement';
import type { LeaveType } from './leave-type';
import { type KeyedEntry, dueUntil } from './posting';

/** How much is left of a kind of leave, now and later. */
export interface Outlook {
  readonly now: LeaveAmount;
  /** After what is asked for, on its last day; and when the year of that day ends. Both are worked out ahead. */
  readonly after: LeaveAmount;
  readonly yearEnd: LeaveAmount;
  /** The last day of that year. */
  readonly yearLast: Day;
  /** The lowest that the balance would come to from the first day asked for on. */
  readonly lowest: LeaveAmount;
}

/** What is taken on a date: below zero. */
export interface Taken {
  readonly date: Day;
  readonly amount: LeaveAmount;
}

/** An entry with the balance after it; `isAhead`: it is not there yet, but worked out. */
export interface ProjectedEntry extends KeyedEntry {
  readonly balance: LeaveAmount;
  readonly isAhead: boolean;
}

/**
 * The entries of a ledger until a date as they will be if nothing else happens: those that stand, what the calendar
 * brings until then, and what is to be taken. On one date what is given comes before what is taken.
 */
export function projected(
  { entitlement, carryOver, since }: Pick<LeaveType, 'entitlement' | 'carryOver' | 'since'>,
  person: Entitled,
  entries: readonly KeyedEntry[],
  until: Day,
  taken: readonly Taken[] = [],
): ProjectedEntry[] {
  const asked = taken.map(({ date, amount }, i): KeyedEntry => ({
    ...{ id: `asked ${i}`, key: null, date, kind: 'taken', amount, reverses: null },
  }));
  const due = entitlement
    ? dueUntil({ entitlement, carryOver }, person, [...entries, ...asked], since, until)
    : [];
  const ahead = new Set<KeyedEntry>([...asked, ...due]);
  let balance = 0;
  return [...entries, ...asked, ...due]
    .filter(({ date }) => date <= until)
    .sort((a, b) => a.date - b.date || rank(a) - rank(b))
    .map((entry) => ({ ...entry, balance: (balance += entry.amount), isAhead: ahead.has(entry) }));
}

/** Of one date: what is given, what is taken, and what becomes of the rest when a year ends. */
function rank(entry: KeyedEntry): number {
  return isYearEnd(entry) ? 2 : entry.amount < 0 ? 1 : 0;
}

/** Whether an entry clears a balance on the last day of its year: until then it is there. */
function isYearEnd({ key }: KeyedEntry): boolean {
  return key !== null && /^(?:lost|carried out) /.test(key);
}

/** How much is left now, after something is taken, and at the end of its year. */
export function outlook(
  type: Pick<LeaveType, 'entitlement' | 'carryOver' | 'since'>,
  person: Entitled,
  entries: readonly KeyedEntry[],
  today: Day,
  taken: readonly Taken[],
): Outlook {
  const dates = taken.map(({ date }) => date);
  const last = Math.max(today, ...dates);
  const start = dates.length > 0 ? Math.min(...dates) : today;
  const year = type.entitlement?.year ?? { from: 'calendar' as const };
  const yearLast = leaveYearOf(year, last, person.employedFrom).end - 1;
  const line = projected(type, person, entries, yearLast, taken);
  const without = projected(type, person, entries, today);
  const touched = line.filter((entry) => entry.date >= start && entry.amount < 0 && !isYearEnd(entry));
  return {
    now: balanceAt(without, today),
    after: balanceAt(line, last),
    yearEnd: balanceAt(line, yearLast),
    yearLast,
    lowest: Math.min(balanceAt(line, start), ...touched.map(({ balance }) => balance)),
  };
}

/** The balance on a date, before what becomes of it when its year ends. */
export function balanceAt(line: readonly ProjectedEntry[], date: Day): LeaveAmount {
  return (
    line.findLast((entry) => entry.date <= date && !(entry.date === date && isYearEnd(entry)))?.balance ?? 0
  );
}
