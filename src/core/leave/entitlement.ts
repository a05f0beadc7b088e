import { type Day, civilOf, dayOf } from '../time/day';
import { monthOf } from '../time/month';
import { type LeaveAmount, type Rounding, roundedTo } from './amount';

/** When the year of an entitlement begins: with the calendar, on the day of hiring, or on a date of its own. */
export type LeaveYear =
  | { readonly from: 'calendar' }
  | { readonly from: 'hiring' }
  | { readonly from: 'own'; readonly month: number; readonly date: number };

/** How much somebody is entitled to, and how it comes to them. */
export interface Entitlement {
  /** For a whole year at full time. */
  readonly amount: LeaveAmount;
  readonly year: LeaveYear;
  /** All of it when the year begins, a share at the end of each month, or by the hours that were worked in it. */
  readonly comes: 'yearly' | 'monthly' | 'hourly';
  /** What an hour brings where it comes by hours, in hundredths of a percent: 1207 for 12.07%. */
  readonly hourShare: number;
  /** Contract minutes of full time a week: those who work less get less; null: the same for all. */
  readonly fullTimeMinutes: number | null;
  readonly step: LeaveAmount;
  readonly rounding: Rounding;
  /** Days after hiring before anything is given; what they would have brought comes with the first that is. */
  readonly waitingDays: number;
  /** The most that a balance may grow to; null: as much as it will. */
  readonly cap: LeaveAmount | null;
}

/** What of a person an entitlement depends on. */
export interface Entitled {
  readonly employedFrom: Day | null;
  readonly employedTo: Day | null;
  /** Contract minutes a week from dates on, in their order; the first holds before its date too. */
  readonly contract: readonly { readonly since: Day; readonly minutes: number | null }[];
  /** Figures that are different for this person from dates on, in their order. */
  readonly exceptions?: readonly LeaveException[];
}

/** Figures of an entitlement that are different for one person from a date on. */
export interface LeaveException {
  readonly since: Day;
  readonly figures: LeaveFigures;
}

/** The figures that can be different for one person; left out: as for all. */
export type LeaveFigures = Partial<
  Pick<Entitlement, 'amount' | 'cap' | 'waitingDays'> & { readonly mostCarried: LeaveAmount | null }
>;

/** An entitlement as it is for a person on a date, with what is different for them. */
export function entitlementOn(
  entitlement: Entitlement,
  { exceptions = [] }: Pick<Entitled, 'exceptions'>,
  date: Day,
): Entitlement {
  return exceptions.reduce(
    (all, { since, figures: { amount, cap, waitingDays } }) =>
      since > date
        ? all
        : {
            ...all,
            ...(amount === undefined ? {} : { amount }),
            ...(cap === undefined ? {} : { cap }),
            ...(waitingDays === undefined ? {} : { waitingDays }),
          },
    entitlement,
  );
}

/** An amount that is due on a date; its key is the same whenever it is worked out. */
export interface Due {
  readonly key: string;
  readonly date: Day;
  readonly amount: LeaveAmount;
}

/** The year that a date lies in, half-open. Of a year that begins on 29 February the others begin on 1 March. */
export function leaveYearOf(
  year: LeaveYear,
  date: Day,
  employedFrom: Day | null,
): { readonly first: Day; readonly end: Day } {
  const [month, day] = startOf(year, employedFrom);
  const { year: civil } = civilOf(date);
  const start = (of: number) => dayOf(of, month, day);
  const first = start(civil) <= date ? civil : civil - 1;
  return { first: start(first), end: start(first + 1) };
}

function startOf(year: LeaveYear, employedFrom: Day | null): readonly [month: number, date: number] {
  if (year.from === 'own') return [year.month, year.date];
  if (year.from === 'calendar' || employedFrom === null) return [1, 1];
  const { month, date } = civilOf(employedFrom);
  return [month, date];
}

/**
 * What an entitlement brings in the year of a date, not rounded: of the whole amount the share of the days of the year
 * on which the person is employed, each by what the contract of that day is of full time.
 */
export function yearlyShare(entitlement: Entitlement, person: Entitled, date: Day): number {
  const { first, end } = leaveYearOf(entitlement.year, date, person.employedFrom);
  return shareBetween(entitlement, person, first, end, end - first);
}

/** What an entitlement brings from one day to another, of a year of so many days. */
function shareBetween(
  entitlement: Entitlement,
  person: Entitled,
  from: Day,
  to: Day,
  yearDays: number,
): number {
  const { fullTimeMinutes } = entitlement;
  const { employedFrom, employedTo, contract, exceptions = [] } = person;
  const changes = [...contract, ...exceptions].map(({ since }) => since);
  const first = Math.max(from, employedFrom ?? from);
  const end = Math.min(to, employedTo === null ? to : employedTo + 1);
  let share = 0;
  for (let day = first; day < end;) {
    const until = Math.min(end, ...changes.filter((since) => since > day));
    const now = contract.findLast(({ since }) => since <= day) ?? contract[0];
    const part =
      fullTimeMinutes === null || fullTimeMinutes === 0 ? 1 : (now?.minutes ?? 0) / fullTimeMinutes;
    share += entitlementOn(entitlement, person, day).amount * (until - day) * part;
    day = until;
  }
  return share / yearDays;
}

/**
 * What is due in the year of a date: one amount when it begins, or one at the end of each month. The months add up to
 * exactly what the year brings, however each is rounded. Nothing is due while somebody waits after hiring: it comes
 * with the first that is.
 */
export function dueInYear(entitlement: Entitlement, person: Entitled, date: Day): Due[] {
  const { year, comes, step, rounding } = entitlement;
  const { employedFrom, employedTo } = person;
  if (comes === 'hourly') return [];
  const { waitingDays } = entitlementOn(entitlement, person, employedFrom ?? date);
  const { first, end } = leaveYearOf(year, date, employedFrom);
  if ((employedTo !== null && employedTo < first) || (employedFrom !== null && employedFrom >= end))
    return [];
  const start = Math.max(first, employedFrom ?? first);
  const ready = employedFrom === null ? first : employedFrom + waitingDays;
  const total = roundedTo(yearlyShare(entitlement, person, date), step, rounding);
  const key = (name: string) => `${comes} ${first} ${name}`;
  if (comes === 'yearly') {
    const on = Math.max(start, ready);
    return total === 0 || on >= end ? [] : [{ key: key('year'), date: on, amount: total }];
  }
  const due: Due[] = [];
  let given = 0;
  for (const [i, until] of monthEnds(first, end).entries()) {
    const on = until - 1;
    if (on < Math.max(start, ready)) continue;
    const isLast = until === end || (employedTo !== null && employedTo < until);
    const soFar = isLast
      ? total
      : roundedTo(shareBetween(entitlement, person, first, until, end - first), step, rounding);
    if (soFar !== given) due.push({ key: key(`month ${i + 1}`), date: on, amount: soFar - given });
    given = soFar;
    if (isLast) break;
  }
  return due;
}

/** The ends of the twelve months of a year that begins on a date, half-open: a month that is shorter ends with its last day. */
function monthEnds(first: Day, end: Day): Day[] {
  const { year, month, date } = civilOf(first);
  const ends = Array.from({ length: 11 }, (_, i) => {
    const months = month + i;
    const start = dayOf(year + Math.floor(months / 12), (months % 12) + 1, 1);
    return start + Math.min(date, monthOf(start).days) - 1;
  });
  return [...ends, end];
}

/** What is earned by hours that were worked: a share of them in hundredths of a percent, 1207 for 12.07%. */
export function earnedBy(minutes: number, share: number, step: LeaveAmount, rounding: Rounding): LeaveAmount {
  return roundedTo((minutes * share) / 10_000, step, rounding);
}

/** An amount as far as a balance may take it under its cap. */
export function withinCap(amount: LeaveAmount, balance: LeaveAmount, cap: LeaveAmount | null): LeaveAmount {
  return cap === null ? amount : Math.max(0, Math.min(amount, cap - balance));
}

/** What becomes of a balance when its year ends: how much is carried over, and how much is lost. What is owed stays owed. */
export function atYearEnd(
  balance: LeaveAmount,
  most: LeaveAmount | null,
): { readonly carried: LeaveAmount; readonly lost: LeaveAmount } {
  if (balance <= 0 || most === null) return { carried: balance, lost: 0 };
  const carried = Math.min(balance, most);
  return { carried, lost: balance - carried };
}
