import {
  DEFAULT_RULES,
  NO_DETAIL,
  type AvailabilityEntry,
  type Break,
  type Plan,
  type Rules,
} from '../plan/types';
import { seeded } from '../seeded';
import { person, plan } from '../testing';
import { parseDate } from '../time/day';

/** Mondays of weeks without a change of clocks, and with one, in Lisbon and in New York. */
const WEEKS = ['2026-11-23', '2027-03-22', '2026-10-19', '2027-03-08', '2026-10-26'].map((date) =>
  parseDate(date)!,
);

/** A plan for tests in which anything may happen that a plan can hold, made from a number. */
export function richPlan(seed: number): Plan {
  const random = seeded(seed);
  const below = (n: number) => Math.floor(random() * n);
  const pick = <T>(list: readonly T[]): T => list[below(list.length)];
  const some = <T>(most: number, make: () => T): T[] => Array.from({ length: below(most + 1) }, make);
  const from = pick(WEEKS);
  const days = pick([7, 7, 7, 5, 9, 14]);
  const step = pick([1, 5, 15, 30]);
  const minutes = (low: number, high: number) => low + step * below(Math.floor((high - low) / step) + 1);
  const span = (longest = 1440) => {
    const start = minutes(0, 1439 - step);
    return { from: start, to: start + Math.max(step, minutes(0, longest - step)) };
  };
  const flags = () => Array.from({ length: 7 }, () => random() < 0.5);
  const date = (early = 0, late = 0) => from - early + below(days + early + late);
  const pause = (at: { from: number; to: number }): Break | null => {
    if (random() < 0.4) return null;
    const length = Math.min(pick([0, 15, 30, 45]), at.to - at.from);
    const fixed = random() < 0.5 ? at.from + below(at.to - at.from - length + 1) : null;
    return { minutes: length, at: fixed, paid: random() < 0.3 };
  };
  const names = ['ann', 'bo', 'cy', 'di', 'ed'];
  const entry = (): AvailabilityEntry => ({
    since: pick([null, null, date(9)]),
    until: pick([null, null, date(0, 9)]),
    days: flags(),
    ...span(),
    kind: pick(['available', 'available', 'rather-not', 'not-available'] as const),
  });
  const held = () => ({
    role: pick(['bar', 'floor']),
    until: pick([null, null, date()]),
    hourlyRate: pick([null, 11.5, 17.333333]),
    ...(random() < 0.3 ? { laterRates: [{ since: date(), hourlyRate: pick([null, 20]) }] } : {}),
  });
  const people = names.map((id) =>
    person(id, {
      roles: [held(), ...some(1, held)].filter(
        (one, i, all) => all.findIndex(({ role }) => role === one.role) === i,
      ),
      contractMinutes: pick([null, 600, 1200, 2400]),
      maxWeekMinutes: pick([null, 900, 2000]),
      standardDayMinutes: pick([null, 400]),
      employedFrom: pick([null, null, date(3)]),
      employedTo: pick([null, null, date(0, 3)]),
      birthDate: pick([null, from + below(9) - Math.round(365.2425 * pick([15, 16, 17, 18]))]),
      availability: random() < 0.3 ? [] : some(5, entry),
      leave: some(2, () => {
        const [start, whole] = [date(1), random() < 0.5];
        const at = whole ? { from: 0, to: 1440 * (1 + below(3)) } : span();
        return {
          id: `leave-${id}-${below(1e9)}`,
          from: start * 1440 + at.from,
          to: start * 1440 + at.to,
          state: pick(['approved', 'approved', 'waiting', 'declined'] as const),
        };
      }),
    }),
  );
  const shifts = Array.from({ length: 4 + below(24) }, (_, n) => {
    const at = span(pick([300, 600, 1440]));
    return {
      ...{ id: `s${n}`, date: date(), fixed: false, note: null, label: null, ...at },
      person: pick([...names, ...names, null]),
      role: pick(['bar', 'floor', 'floor', null]),
      break: pause(at),
      ...(random() < 0.3
        ? { detail: { ...NO_DETAIL, moreBreaks: some(3, () => pause(at)).filter((one) => one !== null) } }
        : {}),
    };
  });
  const around = some(12, () => {
    const elsewhere = random() < 0.5;
    const on = elsewhere ? date(14, 7) : pick([date(14) - days, from + days + below(7)]);
    const at = span(600);
    return {
      person: pick(names),
      role: elsewhere ? null : pick(['bar', 'floor', null]),
      site: elsewhere ? 'chandlery' : null,
      date: on,
      ...at,
      break: pause(at),
    };
  });
  const rules: Rules = {
    ...DEFAULT_RULES,
    breaks: some(3, () => ({
      atLeastMinutes: pick([240, 360, 480]),
      minutes: pick([15, 30, 45]),
      paid: random() < 0.3,
    })),
    dailyRestMinutes: pick([0, 480, 660, 900]),
    weeklyRestMinutes: pick([1440, 2100, 4000]),
    maxDaysInARow: pick([1, 2, 4, 6]),
    minShiftMinutes: pick([60, 120, 240]),
    maxShiftMinutes: pick([360, 480, 600]),
    maxDayMinutes: pick([300, 480, 600]),
    slipMinutes: pick([900, 960, 1200]),
    minimumOn: pick([0, 1, 2]),
    surplusTolerance: pick([0, 0, 1]),
    overtime: pick([
      null,
      {
        weekMinutes: pick([null, 300, 900]),
        multiplier: 1.5,
        day: some(2, () => ({ overMinutes: pick([120, 300, 480]), multiplier: pick([1.25, 1.5, 2]) })),
        after: some(2, () => ({ time: minutes(0, 1439), multiplier: pick([1.1, 1.25, 1.75]) })),
        seventhDay: pick([
          null,
          { multiplier: 1.5, overMinutes: pick([null, 60]), thenMultiplier: pick([null, 2]) },
        ]),
      },
    ]),
    young: some(3, () => ({
      underAge: pick([15, 16, 17, 18]),
      from: pick([300, 420]),
      to: pick([1140, 1320, 1500]),
      dayMinutes: pick([null, 240, 480]),
      weekMinutes: pick([null, 600, 2400]),
    })).filter((rule, i, all) => all.findIndex(({ underAge }) => underAge === rule.underAge) === i),
    off: some(2, () => pick(['closed', 'surplus', 'short-shift', 'overlap'])),
    severity: pick([{}, { gap: 'note', closed: 'stop' }]) as Rules['severity'],
  };
  return plan({
    from,
    days,
    people,
    shifts,
    surroundingShifts: around,
    rules,
    budget: { minutes: pick([null, 1200]), cost: pick([null, 180.55]) },
    holidays: some(2, () => ({ date: date(1, 1), name: 'Harbour Day', closed: random() < 0.7 })),
    needs: some(8, () => {
      const dated = random() < 0.3;
      return {
        role: pick(['bar', 'floor', null]),
        days: dated ? null : flags(),
        date: dated ? date() : null,
        ...span(),
        count: 1 + below(3),
      };
    }),
    site: {
      timeZone: pick(['Europe/Lisbon', 'America/New_York']),
      blockMinutes: pick([15, 30, 60]),
      currency: pick(['EUR', 'EUR', 'JPY']),
      openHours: pick([null, Array.from({ length: 7 }, () => some(2, () => span(900)))]),
      openDates: new Map(some(2, () => [date(1, 1), some(1, () => span())] as const)),
      margins: { before: pick([0, 60]), after: pick([0, 30]) },
    },
  });
}
