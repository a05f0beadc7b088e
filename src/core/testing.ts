import { DEFAULT_RULES } from './plan/types';
import type { AvailabilityEntry, Need, Person, Plan, Rules, Shift, Site } from './plan/types';
import { seeded } from './seeded';
import { type Day, WEEKDAYS, parseDate } from './time/day';
import { shared } from './time/span';
import { spanOf } from './week/placement';

/** Small plans for tests: Monday 22 March 2027, one week in Lisbon, the spring clock change on its Sunday. */

export const MONDAY: Day = parseDate('2027-03-22')!;

/** How often a property is tried: `full` times, in a quick run (`npm test -- --quick`) a fifth of it. */
export function repeats(full: number): number {
  return process.env.QUICK ? Math.ceil(full / 5) : full;
}

/** Minutes of `7`, `7:30`. */
export function at(text: string): number {
  const [hour, minute = '0'] = text.split(':');
  return Number(hour) * 60 + Number(minute);
}

/** A span written `9-17` or `22-30`, hours past 24 being the next day's. */
export function span(text: string): { from: number; to: number } {
  const [from, to] = text.split('-');
  return { from: at(from), to: at(to) };
}

let made = 0;

/** A shift of a person (null: open) on a weekday (0 Monday) with a span such as `9-17`. */
export function shift(
  person: string | null,
  weekday: number,
  times: string,
  more: Partial<Shift> = {},
): Shift {
  return {
    id: `s${String(++made).padStart(4, '0')}`,
    person,
    role: 'bar',
    date: MONDAY + weekday,
    ...span(times),
    break: null,
    fixed: false,
    note: null,
    label: null,
    ...more,
  };
}

/** A person who holds every role of the plan and about whom nothing else is known. */
export function person(id: string, more: Partial<Person> = {}): Person {
  return {
    id,
    name: id.toUpperCase(),
    roles: ['bar', 'floor'].map((role) => ({ role, until: null, hourlyRate: null })),
    contractMinutes: null,
    maxWeekMinutes: null,
    standardDayMinutes: null,
    employedFrom: null,
    employedTo: null,
    birthDate: null,
    availability: [],
    leave: [],
    ...more,
  };
}

/** Which weekdays, by number. */
export function on(...weekdays: number[]): boolean[] {
  return WEEKDAYS.map((_, i) => weekdays.includes(i));
}

export const EVERY_DAY = WEEKDAYS.map(() => true);

export function need(role: string | null, weekday: number, times: string, count = 1): Need {
  return { role, days: on(weekday), date: null, ...span(times), count };
}

export function available(
  weekdays: number[],
  times: string,
  kind: AvailabilityEntry['kind'] = 'available',
): AvailabilityEntry {
  return { since: null, until: null, days: on(...weekdays), ...span(times), kind };
}

/** A plan of one week; minimum on is 0 unless asked for, so that only what a test is about shows. */
export function plan({
  rules,
  site,
  ...more
}: Partial<Omit<Plan, 'rules' | 'site'>> & { rules?: Partial<Rules>; site?: Partial<Site> } = {}): Plan {
  return {
    site: {
      id: 'bistro',
      name: 'Quay Bistro',
      timeZone: 'Europe/Lisbon',
      weekStart: 0,
      blockMinutes: 30,
      currency: 'EUR',
      openHours: null,
      openDates: new Map(),
      margins: { before: 0, after: 0 },
      ...site,
    },
    from: MONDAY,
    days: 7,
    roles: [
      { id: 'bar', name: 'Bar', hourlyRate: 12 },
      { id: 'floor', name: 'Floor', hourlyRate: 10 },
    ],
    people: [person('ann'), person('bo')],
    holidays: [],
    needs: [],
    shifts: [],
    surroundingShifts: [],
    budget: { minutes: null, cost: null },
    ...more,
    rules: { ...DEFAULT_RULES, minimumOn: 0, ...rules },
  };
}

/** A busy week of five people made from a number: the same for the same number. Nobody is in two places at once. */
export function randomPlan(seed: number): Plan {
  const random = seeded(seed);
  const below = (n: number) => Math.floor(random() * n);
  const pick = <T>(list: readonly T[]): T => list[below(list.length)];
  const people = ['ann', 'bo', 'cy', 'di', 'ed'].map((id) =>
    person(id, {
      contractMinutes: pick([null, 1200, 2400]),
      maxWeekMinutes: pick([null, 2400]),
      employedTo: pick([null, null, MONDAY + 4]),
      availability: pick([[], [available([0, 1, 2, 3, 4], '8-26')], [available([2], '9-12', 'rather-not')]]),
      leave: pick([
        [],
        [
          {
            id: 'l',
            from: (MONDAY + 3) * 1440,
            to: (MONDAY + 4) * 1440,
            state: pick(['approved', 'waiting']),
          },
        ],
      ]),
      roles: pick([
        [{ role: 'bar', until: null, hourlyRate: null }],
        [
          { role: 'bar', until: MONDAY + 2, hourlyRate: 15 },
          { role: 'floor', until: null, hourlyRate: null },
        ],
      ]),
    }),
  );
  const shifts: Shift[] = [];
  for (let n = 0; n < 24; n++) {
    const from = below(44) * 30;
    const one = shift(pick([...people.map(({ id }) => id), null]), below(7), '0-1', {
      from,
      to: from + (2 + below(18)) * 30,
      role: pick(['bar', 'floor', null]),
      break: pick([null, { minutes: 30, at: null, paid: false }]),
    });
    const meets = (other: Shift) => other.person === one.person && shared(spanOf(other), spanOf(one)) > 0;
    if (one.person === null || !shifts.some(meets)) shifts.push(one);
  }
  return plan({
    people,
    shifts,
    needs: [
      need('bar', below(7), '9-17', 2),
      need('floor', below(7), '20-26'),
      need(null, below(7), '9-12', 3),
    ],
    holidays: pick([[], [{ date: MONDAY + below(7), name: 'Harbour Day', closed: pick([true, false]) }]]),
    surroundingShifts: pick([
      [],
      [{ person: 'ann', role: null, site: 'chandlery', date: MONDAY + 4, ...span('9-17'), break: null }],
    ]),
    rules: { breaks: [{ atLeastMinutes: 360, minutes: 30, paid: false }] },
  });
}
