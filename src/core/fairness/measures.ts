import { formatClock, formatHours } from '../time/format';
import type { BurdenLimits } from './limits';
import { type PlanContext, holidaysOf, openOn } from '../plan/plan-context';
import type { PlanShift } from '../checks/shared/check';
import { weekdayOf } from '../time/day';
import { DAY, type Span, shared } from '../time/span';

/** What is shared out among people, as far as one shift says it. A new one is an entry of {@link MEASURES}. */
export interface Measure {
  readonly key: string;
  readonly name: string;
  /** What counts, in a sentence for those who look. */
  readonly says: (limits: BurdenLimits) => string;
  readonly counts: (shift: PlanShift, context: PlanContext, site: BurdenSite) => boolean;
}

/** What a site says of its burdens. */
export interface BurdenSite {
  /** The days of the weekend, 0 Monday. */
  readonly weekend: readonly number[];
  readonly limits: BurdenLimits;
}

/** Shifts that some people would rather leave to others. */
export const MEASURES: readonly Measure[] = [
  {
    key: 'late',
    name: 'Late ends',
    says: ({ late }) => `Shifts that end at ${formatClock(late)} or later.`,
    counts: ({ planShift }, _, { limits }) => planShift!.to >= limits.late,
  },
  {
    key: 'weekend',
    name: 'Weekends',
    says: () => 'Shifts that begin on a day of the weekend.',
    counts: ({ date }, _, { weekend }) => weekend.includes(weekdayOf(date)),
  },
  {
    key: 'holiday',
    name: 'Holidays',
    says: () => 'Shifts that begin on a public holiday of theirs.',
    counts: ({ date, planShift }, { plan }) => holidaysOf(plan, planShift!.person!, date).length > 0,
  },
  {
    key: 'early',
    name: 'Early starts',
    says: ({ early }) => `Shifts that begin before ${formatClock(early)}.`,
    counts: ({ planShift }, _, { limits }) => planShift!.from < limits.early,
  },
  {
    key: 'closing',
    name: 'Closings',
    says: () => 'Shifts that last until the site closes, or longer.',
    counts: ({ date, planShift }, { plan }) => {
      const open = openOn(plan, date);
      const closes = open.at(-1)?.to;
      return plan.site.openHours !== null && closes !== undefined && planShift!.to >= closes;
    },
  },
  {
    key: 'night',
    name: 'Nights',
    says: ({ nightFrom, nightTo, nightMinutes }) =>
      `Shifts with ${formatHours(nightMinutes)} or more between ${formatClock(nightFrom)} and ${formatClock(nightTo)}.`,
    counts: ({ planShift }, _, { limits }) => {
      const { from, to } = planShift!;
      const night: Span = { from: limits.nightFrom, to: DAY + limits.nightTo };
      const early = { from: night.from - DAY, to: night.to - DAY };
      return Math.max(shared({ from, to }, night), shared({ from, to }, early)) >= limits.nightMinutes;
    },
  },
];
