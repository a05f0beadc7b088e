import type { BreakTier } from '../plan/types';
import type { Day } from '../time/day';
import { DAY } from '../time/span';
import type { ZoneClock } from '../time/zone';
import { type ClockRules, rulesOn } from './clock-rules';
import { type Part, countPart } from './counted';
import { type ClockException, exceptionsOf } from './exceptions';
import type { PlannedSpan } from './planned-span';
import { type StandingPunch, standingPunches, type Punch } from './punch';
import { round } from './rounding';
import { standingOf } from './standing-of';
import { type Stint, begunAt, pairPunches } from './stints';
import type { TimeModel } from './time-model';

/** A day's work of one person with its breaks inside. Whatever is worked for a planned span belongs to the date it starts on. */
export interface Entry {
  readonly date: Day;
  readonly parts: readonly Part[];
  /** Punches that said nothing new. */
  readonly repeated: readonly StandingPunch[];
  /** Paid minutes of what is over, and what rounding the total of the day added to them or took off. */
  readonly worked: number;
  readonly roundedBy: number;
  /** Somebody is in since this elapsed minute; null: nobody is. */
  readonly runningSince: number | null;
  readonly exceptions: readonly ClockException[];
  /** Something in it was set by hand. */
  readonly isByHand: boolean;
}

/** What the days of one person are worked out from. */
export interface Clocked {
  /** In any order; those of a day before and after the ones asked for belong to it. */
  readonly punches: readonly Punch[];
  /** By start. */
  readonly planned: readonly PlannedSpan[];
  /** The rules of the site, each from its date. */
  readonly rules: readonly ClockRules[];
  readonly model: TimeModel;
  readonly clock: ZoneClock;
  readonly tiers: readonly BreakTier[];
  /** The present elapsed minute. */
  readonly now: number;
}

/** The days of one person on which something was clocked or planned, by date. The order of the punches does not matter. */
export function entriesOf({ punches, planned, rules, model, clock, tiers, now }: Clocked): Entry[] {
  const standing = standingPunches(punches);
  const { stints, repeated } = pairPunches(standing, planned, ({ date }) => rulesOn(rules, date));
  const byDate = new Map<Day, { parts: Stint[][]; repeated: StandingPunch[]; planned: PlannedSpan[] }>();
  const of = (date: Day) => {
    let found = byDate.get(date);
    if (!found) byDate.set(date, (found = { parts: [], repeated: [], planned: [] }));
    return found;
  };
  for (const span of planned) of(span.date).planned.push(span);
  for (const stint of stints) {
    const { parts } = of(stint.planned?.date ?? dateAt(begunAt(stint), clock));
    const same = stint.planned && parts.find(([first]) => first.planned === stint.planned);
    if (same) same.push(stint);
    else parts.push([stint]);
  }
  const last = stints.at(-1);
  for (const punch of repeated) of(dateAt(punch.at, clock)).repeated.push(punch);
  return [...byDate.entries()]
    .sort(([a], [b]) => a - b)
    .map(([date, found]): Entry => {
      const its = rulesOn(rules, date);
      const how = { rules: its, clock, tiers, now };
      const parts = found.parts.map((part) => countPart(part, part.at(-1) === last, how));
      const exact = parts.reduce((sum, part) => sum + part.worked, 0);
      const worked = its.rounding.of === 'day' ? round(exact, its.rounding.total) : exact;
      const running = parts.flatMap((part) => part.stints).find(({ isRunning }) => isRunning);
      const entry = { date, parts, repeated: found.repeated, worked, roundedBy: worked - exact };
      return {
        ...entry,
        runningSince: running ? (running.stint.in?.at ?? running.start.counted) : null,
        exceptions: exceptionsOf(entry, found.planned, { ...how, model }),
        isByHand: standingOf(entry).some(({ isByHand }) => isByHand),
      };
    });
}

function dateAt(at: number, clock: ZoneClock): Day {
  return Math.floor(clock.wall(at) / DAY);
}
