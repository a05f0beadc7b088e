import { candidatesFor } from '@/core/cover/candidates';
import { judge } from '@/core/consequences/judge';
import { type Day, startOfWeek } from '@/core/time/day';
import { formatTime } from '@/core/time/format';
import { zoneClock } from '@/core/time/zone';
import { type AlertCase, alertCases, filledText } from '@/core/today/alerts';
import { peopleOf } from '@/core/today/people-of';
import { alertRulesFromRow } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';
import { type RowOf, loadRows } from '@/data/records/records';
import { inTransaction } from '@/data/transaction';
import { loadPlan } from '@/data/week/plan-store';
import { publicAddress } from '../access/origin';
import { schedulersAt } from '../leave/tell';
import { now, timestamp } from '../now';
import { enqueueTellings } from '../outbox/enqueue';
import { offAt } from '../site/capabilities';
import { ITSELF } from './itself';
import { todayAt } from './queries';

/** How many of those who could step in are named. */
const MOST_COVER = 3;

/** The minute that was looked at last, by data file: more often nothing new is found. */
const looked = new WeakMap<Database, number>();

/** Tells what is to be told of today at every site, once for each case. */
export async function watchToday(db: Database): Promise<void> {
  const present = Math.floor(now() / 60_000);
  if (looked.get(db) === present) return;
  looked.set(db, present);
  const sites = await db.selectFrom('site').selectAll().where('clock_alerts', 'is not', null).execute();
  for (const site of sites) {
    const rules = alertRulesFromRow(site);
    const off = await offAt(db, site.id);
    if (rules.length === 0 || off.has('clock')) continue;
    const found = await todayAt(db, ITSELF, site.id);
    if (!found.ok) continue;
    const { page } = found;
    const groups = await groupsOf(
      db,
      page.people.map(({ id }) => id),
    );
    const people = page.people.map((person) => ({ ...person, groups: groups.get(person.id) ?? [] }));
    const clock = zoneClock(page.timeZone, page.date - 2, page.date + 2);
    const shown = peopleOf({ ...page, people }, clock, page.now);
    const cases = await untold(db, alertCases(rules, shown, page.now));
    for (const one of cases) {
      const name = page.people.find(({ id }) => id === one.person)!.name;
      const values = {
        ...{ name, minutes: String(one.minutes), site: site.name },
        time: formatTime(clock.wall(one.at), page.hourFormat),
      };
      const cover = one.rule.text.includes('{cover}') ? await coverFor(db, site, one.shift, page.date) : '';
      await tell(db, site, one, filledText(one.rule.text, { ...values, cover }));
    }
  }
}

async function groupsOf(db: Database, ids: readonly string[]): Promise<Map<string, string[]>> {
  const rows = await db
    .selectFrom('person')
    .select(['id', 'groups'])
    .where('id', 'in', amongTexts(ids))
    .execute();
  return new Map(rows.map(({ id, groups }) => [id, JSON.parse(groups) as string[]]));
}

async function untold(db: Database, cases: readonly AlertCase[]): Promise<AlertCase[]> {
  const told = await db
    .selectFrom('clock_alert')
    .select('id')
    .where('id', 'in', amongTexts(cases.map(({ key }) => key)))
    .execute();
  const known = new Set(told.map(({ id }) => id));
  return cases.filter(({ key }) => !known.has(key));
}

/** The names of those who could step in best, with their phone; `nobody` where there is nobody. */
async function coverFor(db: Database, site: RowOf<'site'>, shift: string | null, date: Day): Promise<string> {
  const stored = await loadPlan(db, site.id, startOfWeek(date, site.week_start), 7);
  const open = stored?.plan.shifts.find(({ id }) => id === shift);
  if (!stored || !open) return 'nobody is known';
  const best = candidatesFor(judge(stored.plan), open)
    .filter(
      ({ impossible, snags }) => impossible === null && !snags.some(({ severity }) => severity === 'stop'),
    )
    .slice(0, MOST_COVER);
  if (best.length === 0) return 'nobody';
  const rows = await db
    .selectFrom('person')
    .select(['id', 'phone'])
    .where('id', 'in', amongTexts(best.map(({ person }) => person.id)))
    .execute();
  const phones = new Map(rows.map(({ id, phone }) => [id, phone]));
  return best.map(({ person }) => [person.name, phones.get(person.id)].filter(Boolean).join(' ')).join(', ');
}

/** Tells a case to those whom its rule names, and keeps that it was told. */
async function tell(db: Database, site: RowOf<'site'>, { key, rule, person }: AlertCase, message: string) {
  const [row] = await loadRows(db, 'person', { id: person });
  const whom = new Set([
    ...rule.people,
    ...(rule.tells.includes('schedulers') ? await schedulersAt(db, site.id, person) : []),
    ...(rule.tells.includes('manager') && row.manager_id !== null ? [row.manager_id] : []),
    ...(rule.tells.includes('person') ? [person] : []),
  ]);
  const names = await db
    .selectFrom('person')
    .select(['id', 'name'])
    .where('id', 'in', amongTexts([...whom]))
    .orderBy('name')
    .execute();
  await inTransaction(db, async (trx) => {
    const kept = await trx
      .insertInto('clock_alert')
      .values({
        ...{ id: key, site_id: site.id, person_id: person, kind: rule.kind, at: timestamp(), message },
        told: JSON.stringify(names.map(({ name }) => name)),
      })
      .onConflict((conflict) => conflict.doNothing())
      .executeTakeFirst();
    // Another process was first.
    if (kept.numInsertedOrUpdatedRows === 0n) return;
    await enqueueTellings(
      trx,
      names.map(({ id }) => {
        const path = id === person ? '/me/hours' : `/today/${encodeURIComponent(site.id)}`;
        return {
          ...{ person: id, site: site.id, subject: message.slice(0, 120), line: message },
          body: `${message}\n\n${publicAddress()}${path}`,
        };
      }),
    );
  });
}
