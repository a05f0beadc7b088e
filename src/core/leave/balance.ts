import type { Day } from '../time/day';
import type { LeaveAmount } from './amount';
import { leaveYearOf, type LeaveYear } from './entitlement';
import { type CarryOver, carriedEnd } from './posting';
import { type LedgerEntry, carriedLeft, standing } from './ledger';

/** A balance in the parts that a table shows. Granted less taken and approved ahead is what is left. */
export interface BalanceParts {
  /** All that came to it in this year, what was carried over and lost among it. */
  readonly granted: LeaveAmount;
  /** Taken until today, of this year. */
  readonly taken: LeaveAmount;
  /** Approved for days to come. */
  readonly ahead: LeaveAmount;
  readonly left: LeaveAmount;
}

/**
 * A balance in its parts: of the year of a date what came and what was taken, and what is approved for later, in this
 * year or another. What was left when the year began is among what came.
 */
export function balanceParts(
  entries: readonly LedgerEntry[],
  year: LeaveYear,
  employedFrom: Day | null,
  today: Day,
): BalanceParts {
  const { first } = leaveYearOf(year, today, employedFrom);
  let [granted, taken, ahead] = [0, 0, 0];
  for (const { date, kind, amount } of entries) {
    const isUse = kind === 'taken' || kind === 'given-back';
    if (!isUse) granted += date <= today ? amount : 0;
    else if (date > today) ahead -= amount;
    else if (date >= first) taken -= amount;
    else granted += amount;
  }
  return { granted, taken, ahead, left: granted - taken - ahead };
}

/** What of a balance ends next: carried over, and to be taken until a date; null: nothing does. */
export function endsNext(
  entries: readonly LedgerEntry[],
  year: LeaveYear,
  employedFrom: Day | null,
  carryOver: CarryOver,
  today: Day,
): { readonly date: Day; readonly amount: LeaveAmount } | null {
  const { first } = leaveYearOf(year, today, employedFrom);
  const date = carriedEnd(carryOver, first);
  if (date === null || date < today) return null;
  const amount = carriedLeft(standing(entries), first, date);
  return amount > 0 ? { date, amount } : null;
}
