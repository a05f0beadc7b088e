import { type Day, civilOf, dayOf } from '../time/day';
import type { LeaveAmount } from './amount';
import {
  type Entitled,
  type Entitlement,
  atYearEnd,
  dueInYear,
  earnedBy,
  entitlementOn,
  leaveYearOf,
  withinCap,
} from './entitlement';
import { type EntryKind, type LedgerEntry, balanceOn, carriedLeft } from './ledger';

/** What becomes of what is left when a year ends. */
export interface CarryOver {
  /** How much is carried over at most; null: all of it. */
  readonly most: LeaveAmount | null;
  /** Months after the new year's beginning when what was carried over ends; null: it does not. */
  readonly endsAfter: number | null;
}

/** An entry that the calendar made. No two have the same key, so that nothing is posted twice. */
export interface KeyedEntry extends LedgerEntry {
  readonly key: string | null;
}

/**
 * The entries that are due until a date and are not posted yet, in their order: what an entitlement brings, what is
 * carried over when a year ends and what is lost, and what was carried over and is not taken in time. Posting them day
 * by day comes to the same as posting them at once.
 *
 * @param since from which date on the balance is kept; what lies before it is not worked out
 */
export function dueUntil(
  { entitlement, carryOver }: { readonly entitlement: Entitlement; readonly carryOver: CarryOver | null },
  person: Entitled,
  entries: readonly KeyedEntry[],
  since: Day,
  until: Day,
): KeyedEntry[] {
  const all = [...entries];
  const posted = new Map(entries.map((entry) => [entry.key, entry]));
  const fresh: KeyedEntry[] = [];
  const post = ({ key, date, kind, amount }: Event) => {
    if (posted.has(key) || date < since || date > until) return;
    const entry: KeyedEntry = { ...{ id: key, key, date, kind }, amount: amount(all), reverses: null };
    // Where a cap lets nothing in, an entry of nothing says why, and stands in the way of another.
    if (entry.amount === 0 && kind !== 'accrual' && kind !== 'grant') return;
    posted.set(key, entry);
    all.push(entry);
    fresh.push(entry);
  };
  const { year } = entitlement;
  for (let day = since; day <= until;) {
    const { first, end } = leaveYearOf(year, day, person.employedFrom);
    const before = leaveYearOf(year, first - 1, person.employedFrom).first;
    const events = [
      // What left the year before comes into this one, where it is known as what was carried over.
      ...(carryOver ? [carriedInto(first, () => -(posted.get(`carried out ${before}`)?.amount ?? 0))] : []),
      ...granted(entitlement, person, first),
      ...(until < end ? setRight(entitlement, person, first, end, until, posted) : []),
      ...(carryOver ? endsOf(carryOver, person, first, end) : []),
    ];
    for (const event of events.sort((a, b) => a.date - b.date)) post(event);
    day = end;
  }
  return fresh;
}

/** Something that happens to a balance on a date; how much, the entries until then tell. */
interface Event {
  readonly key: string;
  readonly date: Day;
  readonly kind: EntryKind;
  readonly amount: (entries: readonly LedgerEntry[]) => LeaveAmount;
}

function granted(entitlement: Entitlement, person: Entitled, first: Day): Event[] {
  const kind = entitlement.comes === 'yearly' ? 'grant' : 'accrual';
  return dueInYear(entitlement, person, first).map(({ key, date, amount }) => ({
    ...{ key, date, kind },
    amount: (entries) =>
      withinCap(amount, balanceOn(entries, date), entitlementOn(entitlement, person, date).cap),
  }));
}

/**
 * What a year brought at its beginning, set right where the contract, what is different for the person or the last day
 * of work changed within it. What a cap kept out stays out.
 */
function setRight(
  entitlement: Entitlement,
  person: Entitled,
  first: Day,
  end: Day,
  until: Day,
  posted: ReadonlyMap<string | null, KeyedEntry>,
): Event[] {
  if (entitlement.comes !== 'yearly') return [];
  const { contract, exceptions = [], employedTo } = person;
  const brought = [...posted.values()].filter(({ key }) => key?.startsWith(`yearly ${first} `));
  if (brought.length === 0) return [];
  const [{ date }] = brought;
  const changed = [...contract, ...exceptions].some(({ since }) => since > date && since < end);
  const leaves = employedTo !== null && employedTo >= first && employedTo < end - 1;
  if (!changed && !leaves && brought.length === 1) return [];
  const { cap } = entitlementOn(entitlement, person, until);
  const due = dueInYear(entitlement, person, first).reduce((sum, { amount }) => sum + amount, 0);
  const amount = due - brought.reduce((sum, one) => sum + one.amount, 0);
  if (amount === 0 || (amount > 0 && cap !== null)) return [];
  return [
    {
      ...{ key: `yearly ${first} set right ${brought.length}`, date: until, kind: 'correction' },
      amount: () => amount,
    },
  ];
}

function carriedInto(first: Day, amount: () => LeaveAmount): Event {
  return { key: `carried in ${first}`, date: first, kind: 'carry-over', amount };
}

/** The end of what was carried into a year, and the end of the year itself: what is lost, and what goes on. */
function endsOf(carryOver: CarryOver, { exceptions = [] }: Entitled, first: Day, end: Day): Event[] {
  const last = end - 1;
  const own = exceptions.findLast(({ since, figures }) => since <= last && figures.mostCarried !== undefined);
  const most = own ? own.figures.mostCarried! : carryOver.most;
  const ends: Event[] = [];
  const date = carriedEnd(carryOver, first);
  if (date !== null) {
    const amount: Event['amount'] = (entries) => -carriedLeft(entries, first, date);
    ends.push({ key: `carried ends ${first}`, date, kind: 'expiry', amount });
  }
  const lost: Event['amount'] = (entries) => -atYearEnd(balanceOn(entries, last), most).lost;
  // What is owed is not carried: it stays where it is, and the balance goes on below zero.
  const out: Event['amount'] = (entries) => -Math.max(0, balanceOn(entries, last));
  ends.push({ key: `lost ${first}`, date: last, kind: 'expiry', amount: lost });
  ends.push({ key: `carried out ${first}`, date: last, kind: 'carry-over', amount: out });
  return ends;
}

/** The last day on which what was carried into a year that begins on a date can be taken; null: it does not end. */
export function carriedEnd({ endsAfter }: CarryOver, first: Day): Day | null {
  return endsAfter === null ? null : monthsAfter(first, endsAfter) - 1;
}

function monthsAfter(day: Day, months: number): Day {
  const { year, month, date } = civilOf(day);
  const count = month - 1 + months;
  return dayOf(year + Math.floor(count / 12), (count % 12) + 1, date);
}

/** Paid minutes of a month, by its first day. */
export interface MonthWorked {
  readonly first: Day;
  /** Its last day. */
  readonly last: Day;
  readonly minutes: number;
}

/**
 * What months that are over bring where leave comes by hours, and is not posted yet: what a month brought first, and a
 * correction where its hours were changed since.
 */
export function earnedUntil(
  entitlement: Entitlement,
  person: Entitled,
  entries: readonly KeyedEntry[],
  months: readonly MonthWorked[],
  until: Day,
): KeyedEntry[] {
  if (entitlement.comes !== 'hourly') return [];
  const all = [...entries];
  return months.flatMap(({ first, last, minutes }): KeyedEntry[] => {
    if (last > until) return [];
    const key = `hours ${first}`;
    const posted = all.filter((entry) => entry.key === key || entry.key?.startsWith(`${key} `));
    const { hourShare, step, rounding, cap } = entitlementOn(entitlement, person, last);
    const due =
      earnedBy(minutes, hourShare, step, rounding) - posted.reduce((sum, one) => sum + one.amount, 0);
    const amount = due > 0 ? withinCap(due, balanceOn(all, last), cap) : due;
    if (amount === 0) return [];
    const isFirst = posted.length === 0;
    const entry: KeyedEntry = {
      ...{ id: isFirst ? key : `${key} ${posted.length}`, key: isFirst ? key : `${key} ${posted.length}` },
      ...{ date: last, kind: isFirst ? 'accrual' : 'correction', amount, reverses: null },
    };
    all.push(entry);
    return [entry];
  });
}
