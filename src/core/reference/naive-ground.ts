import { Temporal } from 'temporal-polyfill';
import type { Break, Person, Plan, Shift, SurroundingShift } from '../plan/types';

export interface Work {
  readonly own: Shift | null;
  readonly id: string | null;
  readonly role: string | null;
  readonly site: string | null;
  readonly date: number;
  readonly from: number;
  readonly to: number;
  readonly start: number;
  readonly end: number;
  readonly pause: Break | null;
  readonly more: readonly Break[];
}

export const DAY = 1440;

/** A plan with what every part of the second computation asks of it. */
export type Ground = ReturnType<typeof groundOf>;

/** What the parts of the second computation stand on. */
export function groundOf(plan: Plan) {
  const { rules, site, from: first, days } = plan;
  const last = first + days;
  const snags: string[] = [];
  const clocks = new Map<number, number>();
  const elapsed = (wall: number): number => {
    const known = clocks.get(wall);
    if (known !== undefined) return known;
    const date = Math.floor(wall / DAY);
    const at = Temporal.PlainDate.from('1970-01-01')
      .add({ days: date })
      .toZonedDateTime({
        timeZone: site.timeZone,
        plainTime: Temporal.PlainTime.from('00:00').add({ minutes: wall - date * DAY }),
      });
    const minutes = at.epochMilliseconds / 60_000;
    clocks.set(wall, minutes);
    return minutes;
  };
  const closedDay = (date: number) => plan.holidays.some((one) => one.closed && one.date === date);
  const hoursOf = (date: number) =>
    closedDay(date)
      ? []
      : (site.openDates.get(date) ?? (site.openHours === null ? null : site.openHours[weekday(date)]));

  const tell = (
    code: string,
    date: number,
    {
      from = null,
      to = null,
      role = null,
      person = null,
      shifts = [],
      amount = null,
      limit = null,
    }: {
      from?: number | null;
      to?: number | null;
      role?: string | null;
      person?: string | null;
      shifts?: (string | null)[];
      amount?: number | null;
      limit?: number | null;
    },
  ) => {
    if (rules.off.includes(code) && code !== 'overlap') return;
    const said = rules.severity[code] ?? 'usual';
    snags.push([code, said, date - first, from, to, role, person, shifts.join('+'), amount, limit].join(' '));
  };

  const tierOf = (minutes: number): Break => {
    let best: Break = { minutes: 0, at: null, paid: false };
    for (const tier of rules.breaks)
      if (minutes >= tier.atLeastMinutes && tier.minutes > best.minutes)
        best = { minutes: tier.minutes, at: null, paid: tier.paid };
    return best;
  };
  const workOf = (shift: Shift | SurroundingShift): Work => {
    const own = 'id' in shift ? shift : null;
    const [from, to] = [shift.date * DAY + shift.from, shift.date * DAY + shift.to];
    return {
      own,
      id: own?.id ?? null,
      role: shift.role,
      site: own ? null : (shift as SurroundingShift).site,
      date: shift.date,
      from,
      to,
      start: elapsed(from),
      end: elapsed(to),
      pause: shift.break,
      more: own?.detail?.moreBreaks ?? [],
    };
  };
  const lasting = ({ start, end }: Work) => Math.max(0, end - start);
  const restsOf = (work: Work) => [work.pause ?? tierOf(lasting(work)), ...work.more];
  const paidOf = (work: Work) =>
    Math.max(0, lasting(work) - restsOf(work).reduce((sum, rest) => sum + (rest.paid ? 0 : rest.minutes), 0));
  const order = (a: Work, b: Work) =>
    a.from - b.from || (a.id === b.id ? 0 : a.id === null ? -1 : b.id === null ? 1 : a.id < b.id ? -1 : 1);
  const whole = (from: number, to: number) =>
    Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i);
  const placeOf = (work: Work, person: string | null) => ({
    from: work.own!.from,
    to: work.own!.to,
    role: work.role,
    person,
    shifts: [work.id],
  });
  /** Of several shifts the place of the last one of the plan. */
  const placeOfAll = (list: Work[], person: string) => {
    const own = list.filter((work) => work.own);
    return {
      date: own.at(-1)!.date,
      more: { ...placeOf(own.at(-1)!, person), shifts: own.map(({ id }) => id) },
    };
  };

  const open = plan.shifts
    .filter((shift) => shift.person === null)
    .map(workOf)
    .sort(order);
  const workers = plan.people.map((person) => ({
    person,
    all: [...plan.shifts, ...plan.surroundingShifts]
      .filter((shift) => shift.person === person.id)
      .map(workOf)
      .sort(order),
  }));

  return {
    plan,
    rules,
    site,
    first,
    days,
    last,
    snags,
    elapsed,
    closedDay,
    hoursOf,
    tell,
    tierOf,
    workOf,
    lasting,
    restsOf,
    paidOf,
    order,
    whole,
    placeOf,
    placeOfAll,
    open,
    workers,
  };
}

export const weekday = (date: number) => (((date + 3) % 7) + 7) % 7;

/** What a person's availability says of one wall-clock minute since 1970. */
export function availabilityAt({ availability }: Person, minute: number): 'free' | 'rather' | 'not' {
  const date = Math.floor(minute / DAY);
  const valid = (entry: Person['availability'][number], on: number) =>
    (entry.since ?? -1e9) <= on && (entry.until ?? 1e9) >= on;
  const holds = (kind: string) =>
    availability.some(
      (entry) =>
        entry.kind === kind &&
        [date - 1, date].some(
          (on) =>
            valid(entry, on) &&
            entry.days[weekday(on)] &&
            minute >= on * DAY + entry.from &&
            minute < on * DAY + entry.to,
        ),
    );
  if (holds('not-available')) return 'not';
  const said = availability.some((entry) => entry.kind === 'available' && valid(entry, date));
  if (said && !holds('available') && !holds('rather-not')) return 'not';
  return holds('rather-not') ? 'rather' : 'free';
}

export function ageAt(birth: number, date: number): number {
  const [born, day] = [birth, date].map((one) => Temporal.PlainDate.from('1970-01-01').add({ days: one }));
  return born.until(day, { largestUnit: 'years' }).years;
}
