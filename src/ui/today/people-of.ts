import { rulesOn } from '@/core/clock/clock-rules';
import { entriesOf } from '@/core/clock/entries';
import { BY_SHIFTS } from '@/core/clock/time-model';
import { type PresentPerson, standingAt } from '@/core/today/presence';
import type { ZoneClock } from '@/core/time/zone';
import type { TodayPage, TodayPerson } from '@/server/today/payload';

/** Somebody of the day as the screen shows them. */
export interface ShownPerson extends PresentPerson {
  readonly of: TodayPerson;
}

/** How everybody of the day stands at an elapsed minute, by when they are due. */
export function peopleOf(page: TodayPage, clock: ZoneClock, now: number): ShownPerson[] {
  const shown = page.people.flatMap((of): ShownPerson[] => {
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
  const dueAt = ({ planned, standing }: ShownPerson) => planned[0]?.start ?? standing.at;
  return shown.sort((a, b) => dueAt(a) - dueAt(b) || (a.of.name < b.of.name ? -1 : 1));
}
