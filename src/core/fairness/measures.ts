import { type PlanContext, holidaysOf, openOn } from '../plan/plan-context';
import type { PlanShift } from '../checks/shared/check';
import { weekdayOf } from '../time/day';
import { DAY, type Span, shared } from '../time/span';

/** What is shared out among people, as far as one shift says it. A new one is an entry of {@link MEASURES}. */
export interface Measure {
  readonly key: string;
  readonly name: string;
  /** What counts, in a sentence for those who look. */
  readonly says: string;
  /** Whether a shift counts. `weekend`: the days of it, 0 Monday. */
  readonly counts: (shift: PlanShift, context: PlanContext, weekend: readonly number[]) => boolean;
}

/** Minutes of the day: work that begins before, and that ends at or after. */
export const EARLY = 7 * 60 + 30;
export const LATE = 22 * 60;
/** The hours of the night, and how many minutes in them make a night of a shift. */
export const NIGHT: Span = { from: 23 * 60, to: DAY + 6 * 60 };
export const NIGHT_MINUTES = 180;

/** Shifts that some people would rather leave to others. */
export const MEASURES: readonly Measure[] = [
  {
    key: 'late',
    name: 'Late ends',
    says: 'Shifts that end at 22:00 or later.',
    counts: ({ planShift }) => planShift!.to >= LATE,
  },
  {
    key: 'weekend',
    name: 'Weekends',
    says: 'Shifts that begin on a day of the weekend.',
    counts: ({ date }, _, weekend) => weekend.includes(weekdayOf(date)),
  },
  {
    key: 'holiday',
    name: 'Holidays',
    says: 'Shifts that begin on a public holiday of theirs.',
    counts: ({ date, planShift }, { plan }) => holidaysOf(plan, planShift!.person!, date).length > 0,
  },
  {
    key: 'early',
    name: 'Early starts',
    says: 'Shifts that begin before 7:30.',
    counts: ({ planShift }) => planShift!.from < EARLY,
  },
  {
    key: 'closing',
    name: 'Closings',
    says: 'Shifts that last until the site closes, or longer.',
    counts: ({ date, planShift }, { plan }) => {
      const open = openOn(plan, date);
      const closes = open.at(-1)?.to;
      return plan.site.openHours !== null && closes !== undefined && planShift!.to >= closes;
    },
  },
  {
    key: 'night',
    name: 'Nights',
    says: 'Shifts with three hours or more between 23:00 and 6:00.',
    counts: ({ planShift }) => {
      const { from, to } = planShift!;
      const early = { from: NIGHT.from - DAY, to: NIGHT.to - DAY };
      return Math.max(shared({ from, to }, NIGHT), shared({ from, to }, early)) >= NIGHT_MINUTES;
    },
  },
];
