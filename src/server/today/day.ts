import { type PlanContext, planContext } from '@/core/plan/plan-context';
import type { Shift } from '@/core/plan/types';
import type { Day } from '@/core/time/day';
import { formatDate } from '@/core/time/day';
import { DAY, type Span } from '@/core/time/span';
import type { Database } from '@/data/database';
import { formatMoment, parseMoment } from '@/data/moment';
import { amongTexts } from '@/data/records/lines';
import { type StoredSite, loadSite } from '@/data/site/site-store';
import { loadPublished, loadShifts } from '@/data/week/shift-store';

/** Somebody who works at a site, with when they are away on some days: approved leave, in wall-clock minutes. */
interface DayPerson {
  readonly id: string;
  readonly name: string;
  readonly phone: string | null;
  readonly away: readonly Span[];
}

/** What Today needs of some days at a site. */
export interface SiteDays {
  readonly stored: StoredSite;
  /** For setting shifts on the clocks of the site; nobody is in its plan. */
  readonly context: PlanContext;
  /** In the order in which the site has them. */
  readonly people: readonly DayPerson[];
  readonly drafts: readonly Shift[];
  readonly published: readonly Shift[];
}

/**
 * Reads what Today needs of some days at a site: who works there, what they were told, and when they are away. A whole plan would be read
 * with all that checks look at, which takes several times as long. Null: there is no such site.
 */
export async function loadDays(
  db: Database,
  site: string,
  from: Day,
  days: number,
): Promise<SiteDays | null> {
  const stored = await loadSite(db, site, from, days);
  if (!stored) return null;
  const [drafts, published] = [
    await loadShifts(db, site, from, from + days),
    await loadPublished(db, site, from, from + days),
  ];
  const nothing = { people: [], holidays: [], needs: [], shifts: [], surroundingShifts: [] };
  const guests = [...drafts, ...published].flatMap(({ person }) => person ?? []);
  return {
    ...{ stored, drafts, published },
    context: planContext({ ...stored, ...nothing, from, days }),
    people: await peopleOn(db, site, [from, from + days], guests),
  };
}

/** Who works at a site on some dates: those of the site who are employed then, and whoever has a shift there. */
async function peopleOn(
  db: Database,
  site: string,
  [from, to]: readonly [Day, Day],
  guests: readonly string[],
): Promise<DayPerson[]> {
  const rows = await db
    .selectFrom('person')
    .leftJoin('person_site', (join) =>
      join.onRef('person_site.person_id', '=', 'person.id').on('person_site.site_id', '=', site),
    )
    .select(['person.id', 'person.name', 'person.phone', 'person_site.site_id'])
    .where((is) =>
      is.or([
        is('person.id', 'in', amongTexts([...new Set(guests)])),
        is.and([
          is('person_site.site_id', '=', site),
          is.or([is('employed_to', 'is', null), is('employed_to', '>=', formatDate(from))]),
          is.or([is('employed_from', 'is', null), is('employed_from', '<', formatDate(to + 1))]),
        ]),
      ]),
    )
    // Guests come last.
    .orderBy((is) => is.fn.coalesce('person_site.position', is.lit(1_000_000)))
    .orderBy('person.id')
    .execute();
  const leave = await db
    .selectFrom('leave')
    .select(['person_id', 'from_at', 'to_at'])
    .where('state', '=', 'approved')
    .where('from_at', '<', formatMoment(to * DAY))
    .where('to_at', '>', formatMoment(from * DAY))
    .where('person_id', 'in', amongTexts(rows.map(({ id }) => id)))
    .execute();
  return rows.map(({ id, name, phone }) => ({
    ...{ id, name, phone },
    away: leave.flatMap((span) =>
      span.person_id === id ? [{ from: parseMoment(span.from_at), to: parseMoment(span.to_at) }] : [],
    ),
  }));
}
