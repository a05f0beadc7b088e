import type { Day } from '../time/day';
import { DAY } from '../time/span';
import { zoneClock } from '../time/zone';
import { MONDAY, at, span } from '../testing';
import { CLOCK_RULE_SETS, type ClockRules } from './clock-rules';
import { type Clocked, type Entry, entriesOf } from './entries';
import type { PlannedSpan } from './planned-span';
import { NO_WORK, type Punch, type PunchKind } from './punch';
import { BY_SHIFTS } from './time-model';

/** Clocked days for tests: Lisbon, the week of the spring clock change. */

/** Everything counts as it was clocked, and every break is taken off. */
export const AS_CLOCKED: ClockRules = {
  ...CLOCK_RULE_SETS[0].rules,
  breaks: { kind: 'clocked', paidUpTo: 0 },
};

export const CLOCK = zoneClock('Europe/Lisbon', MONDAY - 30, MONDAY + 60);

/** The elapsed minute of a time on a day; hours past 24 are the next day's. */
export const instant = (date: Day, time: string) => CLOCK.elapsed(date * DAY + at(time));

let made = 0;

export function punch(kind: PunchKind | null, date: Day, time: string, more: Partial<Punch> = {}): Punch {
  const id = `c${String(++made).padStart(5, '0')}`;
  return {
    ...{ id, person: 'p', at: instant(date, time), kind, source: 'device', work: null },
    ...{ replaces: null, isRemoval: false, recorded: made },
    ...more,
  };
}

/**
 * The punches of a day: stretches of work such as `8-12`, `12:30-16` with breaks between them. `change`: other work from a time on.
 */
export function punchesOf(
  who: string,
  date: Day,
  spans: readonly string[],
  { change }: { readonly change?: { readonly time: string; readonly role: string } } = {},
): Punch[] {
  const punches = spans.flatMap((text, i) => {
    const [from, to] = text.split('-');
    return [
      punch(i === 0 ? 'in' : 'break-ends', date, from, { person: who }),
      punch(i === spans.length - 1 ? 'out' : 'break-begins', date, to, { person: who }),
    ];
  });
  if (change)
    punches.push(
      punch('change', date, change.time, { person: who, work: { ...NO_WORK, role: change.role } }),
    );
  return punches;
}

/** A planned span of a day, `9-17`. */
export function spanAt(date: Day, times: string, more: Partial<PlannedSpan> = {}): PlannedSpan {
  const { from, to } = span(times);
  return {
    ...{ date, start: CLOCK.elapsed(date * DAY + from), end: CLOCK.elapsed(date * DAY + to) },
    ...{ role: 'bar', break: null, moreBreak: 0, shift: `${date} ${times}` },
    ...more,
  };
}

/** What days are worked out from where nothing was clocked or planned, long after. */
export function clockOf(more: Partial<Clocked> = {}): Clocked {
  return {
    ...{ punches: [], planned: [], rules: [AS_CLOCKED], model: BY_SHIFTS, clock: CLOCK, tiers: [] },
    now: instant(MONDAY + 30, '0'),
    ...more,
  };
}

/** The entries of a Monday of stretches of work with breaks between them. */
export function day(spans: readonly string[], more: Partial<Clocked> = {}): Entry[] {
  return entriesOf(clockOf({ punches: punchesOf('p', MONDAY, spans), ...more }));
}
