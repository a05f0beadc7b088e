import { randomUUID } from 'node:crypto';
import { groupedBy } from '@/core/grouped';
import { WHOLE_DAY } from '@/core/leave/amount';
import type { LeaveType } from '@/core/leave/leave-type';
import { type KeyedEntry, type MonthWorked, dueUntil, earnedUntil } from '@/core/leave/posting';
import { type Day, parseDate } from '@/core/time/day';
import { holidayDates } from '@/core/plan/holiday-rule';
import { monthOf } from '@/core/time/month';
import type { Database } from '@/data/database';
import { lastSeq } from '@/data/activity/activity-store';
import { CALENDAR, type StoredEntry, entryRow, loadEntries, loadLeaveTypes } from '@/data/leave/leave-store';
import { amongTexts } from '@/data/records/lines';
import { holidayRule, listSites } from '@/data/site/site-store';
import { inTransaction } from '@/data/transaction';
import { loadPublished, publishedShiftsOf } from '@/data/week/shift-store';
import { timestamp } from '../now';
import { todayOf } from '../commands/request';
import { resolvedAll } from '../staff/resolved-at';
import { entitledOf } from './ground';
import { grantedTo, laterShare } from './grant';
import type { GrantedTo } from './payload';

/** How far back hours are looked at again, in days: what was published later sets them right. */
const BACK = 400;

/** What was posted last, by data file: the day, and how far the log had come. */
const POSTED = new WeakMap<Database, string>();

/**
 * Posts what the calendar brings to balances and is due: grants, what comes by months or by hours, what is carried
 * over and what ends, and what those who joined later are granted. Every entry has a key, so that nothing is posted
 * twice, whatever process does it.
 */
export async function postLeave(db: Database): Promise<void> {
  const today = await todayOf(db);
  const state = `${today} ${await lastSeq(db)}`;
  if (POSTED.get(db) === state) return;
  for (const type of await loadLeaveTypes(db)) {
    if (type.entitlement) await postType(db, type, today);
    if (type.balance) await postLater(db, type, today);
    if (type.balance) await postHolidays(db, type, today);
  }
  POSTED.set(db, state);
}

async function postType(db: Database, type: LeaveType, today: Day): Promise<void> {
  const people = await db.selectFrom('person').select(['id', 'employed_to']).execute();
  const ids = people.map(({ id }) => id);
  const entries = groupedBy(await loadEntries(db, ids, type.id), ({ person }) => person);
  const entitled = await entitledOf(db, ids, type.id);
  const entitlement = type.entitlement!;
  const fresh: StoredEntry[] = [];
  for (const { id, employed_to: until } of people) {
    const mine = entries.get(id) ?? [];
    const person = entitled.get(id)!;
    // Nothing more is due to who has left.
    const last = until === null ? today : Math.min(today, parseDate(until)!);
    const due = dueUntil({ entitlement, carryOver: type.carryOver }, person, mine, type.since, last);
    const months = entitlement.comes === 'hourly' ? await monthsOf(db, id, type.since, last) : [];
    const earned = earnedUntil(entitlement, person, [...mine, ...due], months, last);
    for (const entry of [...due, ...earned]) fresh.push(postedEntry(entry, id, type.id));
  }
  await insertEntries(db, fresh);
}

function postedEntry(entry: KeyedEntry, person: string, type: string, note = ''): StoredEntry {
  return {
    ...entry,
    ...{ id: randomUUID(), person, type, note, at: timestamp(), actor: CALENDAR, request: null },
  };
}

/** Paid minutes of somebody's published shifts, by month. */
async function monthsOf(db: Database, person: string, since: Day, until: Day): Promise<MonthWorked[]> {
  const from = Math.max(since, monthOf(until - BACK).first);
  const worked = await publishedShiftsOf(db, person, from, until + 1);
  const resolved = await resolvedAll(db, worked);
  const months = new Map<Day, number>();
  for (let day = from; day <= until; day = monthOf(day).first + monthOf(day).days)
    months.set(monthOf(day).first, 0);
  for (const { shift } of worked) {
    const { first } = monthOf(shift.date);
    months.set(first, (months.get(first) ?? 0) + resolved.get(shift.id)!.paid);
  }
  return [...months].map(([first, minutes]) => ({ first, last: first + monthOf(first).days - 1, minutes }));
}

async function postLater(db: Database, type: LeaveType, today: Day): Promise<void> {
  const grants = await db
    .selectFrom('leave_grant')
    .selectAll()
    .where('type_id', '=', type.id)
    .where('is_ended', '=', 0)
    .execute();
  const fresh: Posted[] = [];
  for (const { id, date, amount, note, whom } of grants) {
    const { site, to } = JSON.parse(whom) as { site: string | null; to: GrantedTo };
    const people = (await grantedTo(db, site, to, { date: parseDate(date)!, today })).map(
      ({ person }) => person,
    );
    const joined = await db
      .selectFrom('person')
      .select(['id', 'employed_from'])
      .where('id', 'in', amongTexts(people))
      .where('employed_from', '>', date)
      .execute();
    const known = new Set(
      (
        await db
          .selectFrom('leave_entry')
          .select('person_id')
          .where('type_id', '=', type.id)
          .where('grant_id', '=', id)
          .execute()
      ).map((row) => row.person_id),
    );
    for (const { id: person, employed_from: from } of joined) {
      const share = known.has(person) ? null : laterShare(type, { date, amount }, parseDate(from!)!);
      if (!share || share.date > today) continue;
      const entry = { id: '', key: `grant ${id}`, kind: 'grant' as const, reverses: null, ...share };
      fresh.push({ ...postedEntry(entry, person, type.id, note), grant: id });
    }
  }
  await insertEntries(db, fresh);
}

/** Time off for hours that were worked on holidays which give it, once their day is over; set right where hours changed. */
async function postHolidays(db: Database, type: LeaveType, today: Day): Promise<void> {
  const rows = await db.selectFrom('holiday').selectAll().where('detail', 'like', '%timeOff%').execute();
  const giving = rows
    .map((row) => ({ id: row.id, site: row.site_id, rule: holidayRule(row) }))
    .filter(({ rule }) => rule.timeOff === type.id);
  const fresh: StoredEntry[] = [];
  for (const { id, site, rule } of giving)
    for (const date of holidayDates(rule, Math.max(type.since, today - BACK), today)) {
      const worked = await workedOn(db, site, date, rule.groups);
      const key = `holiday ${id} ${date}`;
      const posted = await db
        .selectFrom('leave_entry')
        .select(['person_id', 'amount'])
        .where('type_id', '=', type.id)
        .where((where) => where.or([where('key', '=', key), where('key', 'like', `${key} %`)]))
        .execute();
      const known = groupedBy(posted, (row) => row.person_id);
      for (const person of new Set([...worked.keys(), ...known.keys()])) {
        const before = known.get(person) ?? [];
        const minutes = worked.get(person) ?? 0;
        const due = type.unit === 'hours' ? minutes : minutes > 0 ? WHOLE_DAY : 0;
        const amount = due - before.reduce((sum, one) => sum + one.amount, 0);
        if (amount === 0) continue;
        const isFirst = before.length === 0;
        const entry: KeyedEntry = {
          ...{ id: '', key: isFirst ? key : `${key} ${before.length}`, date, amount, reverses: null },
          kind: isFirst ? 'earned' : 'correction',
        };
        fresh.push(postedEntry(entry, person, type.id, rule.name));
      }
    }
  await insertEntries(db, fresh);
}

/** Paid minutes of published shifts on a date, by person; at a site, or at all; of everybody, or of some groups. */
async function workedOn(
  db: Database,
  site: string | null,
  date: Day,
  groups: readonly string[] | null,
): Promise<Map<string, number>> {
  const sites = site === null ? (await listSites(db)).map((one) => one.id) : [site];
  const people = await db.selectFrom('person').select(['id', 'groups']).execute();
  const isMeant = new Map(
    people.map((row) => [
      row.id,
      groups === null || (JSON.parse(row.groups) as string[]).some((group) => groups.includes(group)),
    ]),
  );
  const minutes = new Map<string, number>();
  for (const at of sites) {
    const shifts = (await loadPublished(db, at, date, date + 1)).map((shift) => ({ site: at, shift }));
    const resolved = await resolvedAll(db, shifts);
    for (const { shift } of shifts)
      if (shift.person !== null && isMeant.get(shift.person))
        minutes.set(shift.person, (minutes.get(shift.person) ?? 0) + resolved.get(shift.id)!.paid);
  }
  return minutes;
}

/** An entry that is posted; `grant`: of which standing grant it is a share. */
type Posted = StoredEntry & { readonly grant?: string };

async function insertEntries(db: Database, entries: readonly Posted[]): Promise<void> {
  if (entries.length === 0) return;
  await inTransaction(db, async (trx) => {
    for (let i = 0; i < entries.length; i += 200)
      await trx
        .insertInto('leave_entry')
        .values(entries.slice(i, i + 200).map((entry) => entryRow(entry, entry.grant ?? null)))
        // Another process was first.
        .onConflict((row) => row.columns(['person_id', 'type_id', 'key']).doNothing())
        .execute();
  });
}
