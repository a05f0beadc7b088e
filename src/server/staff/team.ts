import { type ColleagueView, colleagueViewsIn } from '@/core/setup/colleagues';
import { type Result, fail } from '@/core/plan/problem';
import type { Shift } from '@/core/plan/types';
import { type Day, startOfWeek } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';
import { loadSite } from '@/data/site/site-store';
import { loadDaybook } from '@/data/week/daybook-store';
import { loadPublished } from '@/data/week/shift-store';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { offAt } from '../site/capabilities';
import type { Colleague, TeamDay } from './payload';
import { resolvedAt } from './resolved-at';

/** What staff may see of each other at a site. */
export async function viewsAt(db: Database, site: string): Promise<ReadonlySet<ColleagueView>> {
  const row = await db.selectFrom('site').select('staff_sees').where('id', '=', site).executeTakeFirst();
  return colleagueViewsIn(JSON.parse(row?.staff_sees ?? '[]') as string[]);
}

/**
 * Who works at a site on a day, as far as staff there may see it: published shifts that begin on the day or reach into
 * it. What may not be seen is not in the answer at all.
 */
export async function teamOn(
  db: Database,
  actor: Actor,
  site: string,
  date: Day,
): Promise<Result<{ team: TeamDay }>> {
  const refused = checkAccess(actor, 'team.read', site);
  if (refused) return refused;
  const stored = await loadSite(db, site, date);
  if (!stored) return fail('unknown', 'there is no such site', 'site');
  const views = await viewsAt(db, site);
  const week = startOfWeek(date, stored.site.weekStart);
  // The whole week is read only where its hours are shown.
  const [first, end] = views.has('hours') ? [week - 1, week + 8] : [date - 1, date + 1];
  const published = views.has('team') ? await loadPublished(db, site, first, end) : [];
  const here = published.filter(
    (shift) => shift.person !== null && (shift.date === date || (shift.date === date - 1 && shift.to > DAY)),
  );
  const people = new Map(
    (
      await db
        .selectFrom('person')
        .select(['id', 'name', 'email', 'phone'])
        .where('id', 'in', amongTexts(here.map(({ person }) => person!)))
        .execute()
    ).map((row) => [row.id, row]),
  );
  const resolved = resolvedAt(stored, views.has('hours') ? published : []);
  const paidOf = ({ id }: Shift) => resolved.get(id)?.paid ?? 0;
  const colleagues = here
    .filter(({ person }) => people.has(person!))
    .map((shift): Colleague => {
      const { name, email, phone } = people.get(shift.person!)!;
      return {
        isSelf: shift.person === actor.person,
        name: views.has('names') || shift.person === actor.person ? name : null,
        role: shift.role,
        // Of a night that began the day before, on the clock of this day.
        from: shift.from - (date - shift.date) * DAY,
        to: shift.to - (date - shift.date) * DAY,
        ...(views.has('contacts') ? { email, phone } : {}),
        ...(views.has('hours') ? { paid: paidOf(shift), week: weekOf(shift, published, week, paidOf) } : {}),
        ...(views.has('notes') ? noteOf(shift) : {}),
      };
    });
  const { roles } = stored;
  const used = new Set(colleagues.map(({ role }) => role));
  const book = (await offAt(db, site)).has('daybook') ? [] : await loadDaybook(db, site, date, date + 1);
  return {
    ok: true,
    team: {
      site,
      date,
      isShown: views.has('team'),
      roles: Object.fromEntries(roles.filter(({ id }) => used.has(id)).map(({ id, name }) => [id, name])),
      daybook: book[0]?.note ?? null,
      colleagues: colleagues.sort((a, b) => a.from - b.from || (a.name ?? '').localeCompare(b.name ?? '')),
    },
  };
}

/** Paid minutes of the week of whoever has a shift. */
function weekOf(
  { person }: Shift,
  published: readonly Shift[],
  week: Day,
  paidOf: (shift: Shift) => number,
): number {
  return published
    .filter((one) => one.person === person && one.date >= week && one.date < week + 7)
    .reduce((sum, one) => sum + paidOf(one), 0);
}

function noteOf({ note, label, detail }: Shift): Pick<Colleague, 'note' | 'label' | 'station' | 'duties'> {
  return { note, label, station: detail?.station ?? null, duties: detail?.duties ?? [] };
}
