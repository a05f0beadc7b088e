import { sql } from 'kysely';
import { erasePerson } from '../activity/erase';
import type { Database } from '../database';

/** Who was erased, and when; nobody where the file is from before there was erasing. */
export async function erasedPeople(db: Database): Promise<{ person: string; at: string }[]> {
  const { rows } = await sql`select 1 from sqlite_master where name = 'erased_person'`.execute(db);
  if (rows.length === 0) return [];
  return (await db.selectFrom('erased_person').selectAll().execute()).map(({ person_id, at }) => ({
    person: person_id,
    at,
  }));
}

/** Erases people again who were erased in another copy of the file; returns how many had to be. */
export async function eraseAgain(
  db: Database,
  people: readonly { readonly person: string; readonly at: string }[],
): Promise<number> {
  const known = new Set((await erasedPeople(db)).map(({ person }) => person));
  let erased = 0;
  for (const { person, at } of people.filter((one) => !known.has(one.person)))
    if (await eraseEverywhere(db, person, at)) erased++;
  return erased;
}

/**
 * Takes the name of somebody and everything that tells of them out of the file: contacts, birth date, notes, own
 * fields, availability, wishes, messages, account and log. Shifts, hours, leave dates and rates stay, under a name
 * that tells nothing. False: there is nobody of that id. `at`: UTC; `known`: their name in titles, where it is gone
 * from the person already.
 */
export async function eraseEverywhere(
  db: Database,
  person: string,
  at: string,
  known?: string,
): Promise<boolean> {
  const row = await db.selectFrom('person').select('name').where('id', '=', person).executeTakeFirst();
  if (!row) return false;
  const name = known ?? row.name;
  await erasePerson(db, person, name);
  // What was done to them is not taken back: what it would put there is gone.
  await db
    .updateTable('activity')
    .set({ inverse: null })
    .where('seq', 'in', (subjects) =>
      subjects
        .selectFrom('activity_subject')
        .select('seq')
        .where('kind', '=', 'person')
        .where('id', '=', person),
    )
    .execute();
  const of = ['person_id', '=', person] as const;
  await sql`delete from availability_block where availability_id in (select id from availability where person_id = ${person})`.execute(
    db,
  );
  for (const table of [
    'availability',
    'availability_proposal',
    'person_field',
    'told_wish',
    'wish',
    'task_tick',
    'news',
    'outbox',
    'calendar_event',
    'person_pin',
    'confirmed_phone',
    'punch_photo',
    'clock_alert',
    'call_asked',
  ] as const)
    await db
      .deleteFrom(table)
      .where(...of)
      .execute();
  // How much leave there was stays, as hours do; what was said about it goes.
  await db
    .updateTable('leave_request')
    .set({ note: '' })
    .where(...of)
    .execute();
  await sql`update leave_event set reason = '' where request_id in (select id from leave_request where person_id = ${person})`.execute(
    db,
  );
  await db
    .updateTable('shift_request')
    .set({ note: '' })
    .where(...of)
    .execute();
  await sql`update shift_request_event set words = ''
    where request_id in (select id from shift_request where person_id = ${person})
      or actor in (select id from user where person_id = ${person})`.execute(db);
  await db
    .updateTable('leave_entry')
    .set({ note: '' })
    .where(...of)
    .execute();
  await db
    .updateTable('leave_exception')
    .set({ note: '' })
    .where(...of)
    .execute();
  // When somebody worked stays, and how far their hours are; what was written to it goes.
  await db
    .updateTable('punch')
    .set({ note: null })
    .where(...of)
    .execute();
  await db
    .updateTable('job_note')
    .set({ note: '' })
    .where(...of)
    .execute();
  await db
    .updateTable('typed_hours')
    .set({ note: '' })
    .where(...of)
    .execute();
  await db
    .updateTable('timesheet_step')
    .set({ content: '' })
    .where(...of)
    .execute();
  await db
    .updateTable('punch_request')
    .set({ reason: '', answer: '' })
    .where(...of)
    .execute();
  await sql`update clock_device set keeper_id = null where keeper_id = ${person}`.execute(db);
  const accounts = (await db.selectFrom('user').select('id').where('person_id', '=', person).execute()).map(
    ({ id }) => id,
  );
  for (const user of accounts) {
    for (const table of ['session', 'credential', 'account_grant', 'sign_in_event'] as const)
      await db.deleteFrom(table).where('user_id', '=', user).execute();
    await db
      .updateTable('user')
      .set({ name: NOBODY, email: `erased-${user}@staff.invalid`, stopped_at: at })
      .where('id', '=', user)
      .execute();
  }
  await db
    .deleteFrom('invitation')
    .where(...of)
    .execute();
  await db
    .updateTable('person')
    .set({
      ...{ name: NOBODY, number: null, email: null, phone: null, birth_date: null, notes: null },
      ...{ manager_id: null, usual_week: null, groups: '[]' },
    })
    .where('id', '=', person)
    .execute();
  await db.updateTable('person').set({ manager_id: null }).where('manager_id', '=', person).execute();
  await db
    .insertInto('erased_person')
    .values({ person_id: person, at })
    .onConflict((one) => one.doNothing())
    .execute();
  return true;
}

/** What stands in place of the name of who was erased. */
const NOBODY = 'Former colleague';
