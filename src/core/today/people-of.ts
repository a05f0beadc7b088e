import type { ClockRules } from '../clock/clock-rules';
import { rulesOn } from '../clock/clock-rules';
import { entriesOf } from '../clock/entries';
import type { PlannedSpan } from '../clock/planned-span';
import type { Punch } from '../clock/punch';
import { BY_SHIFTS } from '../clock/time-model';
import type { BreakTier } from '../plan/types';
import type { Day } from '../time/day';
import type { Span } from '../time/span';
import type { ZoneClock } from '../time/zone';
import { type PresentPerson, standingAt } from './presence';

/** Somebody with what they were to work on a day and what they clocked. */
export interface DayPerson {
  readonly id: string;
  readonly name: string;
  readonly planned: readonly PlannedSpan[];
  readonly punches: readonly Punch[];
  /** Approved leave, in elapsed minutes. */
  readonly leave: readonly Span[];
}

/** The people of a day at a site, with the rules by which they are looked at. */
export interface DayOfPeople<Of extends DayPerson> {
  readonly date: Day;
  readonly people: readonly Of[];
  readonly rules: readonly ClockRules[];
  readonly tiers: readonly BreakTier[];
}

/** Somebody of a day with how they stand. */
export interface ShownPerson<Of extends DayPerson = DayPerson> extends PresentPerson {
  readonly of: Of;
}

/** How everybody of the day stands at an elapsed minute, by when they are due. */
export function peopleOf<Of extends DayPerson>(
  page: DayOfPeople<Of>,
  clock: ZoneClock,
  now: number,
): ShownPerson<Of>[] {
  const shown = page.people.flatMap((of): ShownPerson<Of>[] => {
    const { punches, leave } = of;
    const { rules, tiers } = page;
    const all = entriesOf({ punches, planned: of.planned, rules, model: BY_SHIFTS, clock, tiers, now });
    const midnight = clock.elapsed(page.date * 1440);
    // Of yesterday only what is still under way or was not over at midnight, and what nobody came for while it lasts.
    const worked = new Set(all.flatMap(({ parts }) => parts.map((part) => part.planned)));
    const planned = of.planned.filter(
      (span) => span.date === page.date || span.end > now || worked.has(span),
    );
    const entries = all.filter(
      ({ date, runningSince }) =>
        date === page.date ||
        runningSince !== null ||
        planned.some((span) => span.date === date && span.end > midnight),
    );
    const standing = standingAt(now, entries, planned, leave, rulesOn(rules, page.date));
    return standing ? [{ person: of.id, of, planned, entries, standing }] : [];
  });
  const dueAt = ({ planned, standing }: ShownPerson<Of>) => planned[0]?.start ?? standing.at;
  return shown.sort((a, b) => dueAt(a) - dueAt(b) || (a.of.name < b.of.name ? -1 : 1));
}
