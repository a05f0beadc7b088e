import { type Day, formatDate } from '../src/core/time/day';
import type { Database } from '../src/data/database';
import { formatMoment } from '../src/data/moment';
import { insertShifts } from '../src/data/week/shift-store';
import { DAY } from '../src/core/time/span';
import { insertPunches } from './clock';
import { largePlan } from './large';

const INKS = ['olive', 'sea', 'plum', 'clay', 'moss', 'brick', 'slate', 'ochre'];

/** Rows of one insert; SQLite takes a limited number of values at once. */
const BATCH = 400;

/**
 * Adds the site for scale, with `count` people and a full week from `monday` on, in which they clocked up to an elapsed minute. Does
 * nothing if it is there.
 */
export async function makeLargeSite(
  db: Database,
  monday: Day,
  count: number,
  until = (monday + 1) * DAY + 600,
): Promise<void> {
  const plan = largePlan(count, monday);
  const { site } = plan;
  const there = await db.selectFrom('site').select('id').where('id', '=', site.id).executeTakeFirst();
  if (there) return;
  await db.transaction().execute(async (trx) => {
    await trx
      .insertInto('site')
      .values({
        id: site.id,
        name: site.name,
        time_zone: site.timeZone,
        currency: site.currency,
        week_start: site.weekStart,
        hour_format: '24',
        block_minutes: site.blockMinutes,
        margin_before: site.margins.before,
        margin_after: site.margins.after,
        never_closed: 0,
        rules: JSON.stringify(plan.rules),
        position: 100,
        version: 0,
      })
      .execute();
    await trx
      .insertInto('site_budget')
      .values({
        site_id: site.id,
        since: null,
        minutes: plan.budget.minutes,
        cost_minor: Math.round(plan.budget.cost! * 100),
        sales_minor: null,
      })
      .execute();
    const hours = site.openHours!.flatMap((spans, weekday) =>
      spans.map((span) => ({
        site_id: site.id,
        since: null,
        weekday,
        from_minute: span.from,
        to_minute: span.to,
      })),
    );
    await trx.insertInto('site_hours').values(hours).execute();
    const roles = plan.roles.map((role, i) => ({
      id: role.id,
      name: role.name,
      mark: role.name.slice(0, 1),
      ink: INKS[i % INKS.length],
      rate_minor: Math.round(role.hourlyRate! * 100),
    }));
    await trx.insertInto('role').values(roles).execute();
    await trx
      .insertInto('site_role')
      .values(plan.roles.map((role, position) => ({ site_id: site.id, role_id: role.id, position })))
      .execute();
    await trx
      .insertInto('need_set')
      .values({ id: site.id, site_id: site.id, name: null, since: null })
      .execute();
    await inBatches(
      plan.needs.flatMap((need, i) =>
        need.days!.flatMap((on, weekday) =>
          on
            ? [
                {
                  id: `${site.id}-${i}`,
                  set_id: site.id,
                  role_id: need.role,
                  weekday,
                  from_minute: need.from,
                  to_minute: need.to,
                  count: need.count,
                },
              ]
            : [],
        ),
      ),
      (rows) => trx.insertInto('need').values(rows).execute(),
    );
    await insertCrowd(trx, plan);
    await insertShifts(trx, site.id, plan.shifts, (shift) => shift.date < monday + 2);
    await insertPunches(trx, site.id, monday, until);
  });
}

async function insertCrowd(db: Database, plan: ReturnType<typeof largePlan>): Promise<void> {
  const { people, site } = plan;
  await inBatches(
    people.map((person) => ({
      id: person.id,
      name: person.name,
      birth_date: null,
      employed_from: person.employedFrom === null ? null : formatDate(person.employedFrom),
      employed_to: null,
      contract_minutes: person.contractMinutes,
      max_week_minutes: person.maxWeekMinutes,
      standard_day_minutes: null,
      number: String(1000 + Number(person.id.slice(1))),
      contract_kind: person.contractMinutes! >= 2160 ? 'full-time' : 'part-time',
    })),
    (rows) => db.insertInto('person').values(rows).execute(),
  );
  await inBatches(
    people.map((person, position) => ({ person_id: person.id, site_id: site.id, position })),
    (rows) => db.insertInto('person_site').values(rows).execute(),
  );
  await inBatches(
    people.flatMap((person) =>
      person.roles.map(({ role }, position) => ({
        person_id: person.id,
        role_id: role,
        until: null,
        position,
      })),
    ),
    (rows) => db.insertInto('person_role').values(rows).execute(),
  );
  const said = people.filter((person) => person.availability.length > 0);
  await inBatches(
    said.map(({ id }) => ({ id: `${id}-1`, person_id: id, since: null, until: null, comment: null })),
    (rows) => db.insertInto('availability').values(rows).execute(),
  );
  await inBatches(
    said.flatMap((person) =>
      person.availability.flatMap((entry) =>
        entry.days.flatMap((on, weekday) =>
          on
            ? [
                {
                  availability_id: `${person.id}-1`,
                  weekday,
                  from_minute: entry.from,
                  to_minute: entry.to,
                  kind: entry.kind,
                },
              ]
            : [],
        ),
      ),
    ),
    (rows) => db.insertInto('availability_block').values(rows).execute(),
  );
  await inBatches(
    people.flatMap((person) =>
      person.leave.map((leave) => ({
        id: leave.id,
        person_id: person.id,
        from_at: formatMoment(leave.from),
        to_at: formatMoment(leave.to),
        state: leave.state,
      })),
    ),
    (rows) => db.insertInto('leave').values(rows).execute(),
  );
}

async function inBatches<Row>(
  rows: readonly Row[],
  insert: (part: Row[]) => Promise<unknown>,
): Promise<void> {
  for (let i = 0; i < rows.length; i += BATCH) await insert(rows.slice(i, i + BATCH));
}
