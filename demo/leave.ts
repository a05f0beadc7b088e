import { type AskedLeave, askedDays, countAsked, wholeDays } from '../src/core/leave/asked';
import type { LeaveGround } from '../src/core/leave/count-days';
import { STARTING_TYPES, type LeaveType } from '../src/core/leave/leave-type';
import { dueUntil } from '../src/core/leave/posting';
import { type LeaveRequest, after, bookingsOf, draftOf } from '../src/core/leave/request';
import { type Day, civilOf, dayOf, formatDate, parseDate } from '../src/core/time/day';
import { DAY } from '../src/core/time/span';
import type { Database } from '../src/data/database';
import {
  CALENDAR,
  type StoredRequest,
  entryRow,
  leaveRowsOf,
  requestRow,
  typeRow,
} from '../src/data/leave/leave-store';
import { parseMoment } from '../src/data/moment';

const IDS = ['annual', 'sick', 'unpaid', 'parental', 'overtime'];

/** Who asked for how many days of which kind, from so many days after the demo's Monday on, and how it stands. */
const ASKED: readonly (readonly [string, string, number, number, 'approved' | 'waiting', string])[] = [
  ['teo', 'annual', 21, 5, 'approved', ''],
  ['yuki', 'annual', 35, 5, 'approved', ''],
  ['fleur', 'annual', 42, 5, 'approved', 'Skiing'],
  ['priya', 'annual', 29, 3, 'approved', ''],
  ['dario', 'unpaid', 16, 2, 'approved', 'Moving house'],
  ['oona', 'annual', 28, 5, 'waiting', 'Family visit'],
  ['emil', 'annual', 29, 2, 'waiting', ''],
  ['caio', 'annual', 43, 2, 'waiting', 'A wedding'],
  ['lior', 'annual', 23, 1, 'waiting', ''],
  ['hanne', 'annual', 28, 3, 'waiting', ''],
  ['nia', 'annual', 36, 4, 'approved', ''],
];

/** Who of them has an account. */
const ACCOUNTS: ReadonlySet<string> = new Set(['hanne', 'ilse', 'bram', 'noor', 'emil', 'jonas', 'lior']);

/** How many weeks before the demo's Monday people were away in the summer. */
const SUMMER: readonly (readonly [string, number])[] = [
  ['teo', 16],
  ['noor', 14],
  ['priya', 15],
  ['fleur', 18],
  ['ilse', 12],
  ['caio', 17],
  ['yuki', 20],
  ['petra', 15],
  ['nia', 19],
];

/** Kinds of leave, what the year brought, what was taken of it and what is asked for; limits at the bistro. */
export async function insertLeaveHistory(db: Database, monday: Day): Promise<void> {
  await sayUsualWeeks(db);
  const since = dayOf(civilOf(monday).year, 1, 1);
  const types = STARTING_TYPES.map((type, i): LeaveType => ({ ...type, id: IDS[i], since }));
  await db.insertInto('leave_type').values(types.map(typeRow)).execute();
  const people = await db.selectFrom('person').selectAll().execute();
  const known = new Map(people.map((person) => [person.id, person]));
  const made: StoredRequest[] = [];
  const ask = (
    person: string,
    type: string,
    from: Day,
    days: number,
    isApproved: boolean,
    note: string,
    ago: number,
  ) => {
    const row = known.get(person);
    if (!row) return;
    const kind = types.find(({ id }) => id === type)!;
    const asked = wholeDays(from, from + days - 1);
    const counted = countAsked(askedDays(asked), groundOf(row, kind));
    // Whoever does not work on those days need not ask for them.
    if (counted.every(({ amount }) => amount === 0)) return;
    made.push({
      ...decided(draftOf(counted), isApproved),
      ...{
        id: `${person}-${type}-${from}`,
        person,
        at: `${formatDate(monday - ago)}T09:${String(10 + made.length)}:00.000Z`,
      },
      ...{
        askedBy: askerOf(person),
        asked,
        type: kind,
        note,
        isAbsence: false,
        seenAt: `${formatDate(monday)}T08:00:00.000Z`,
      },
    });
  };
  for (const [person, weeks] of SUMMER)
    ask(person, 'annual', monday - weeks * 7, 10, true, '', weeks * 7 + 30);
  for (const [person, type, from, days, state, note] of ASKED)
    ask(person, type, monday + from, days, state === 'approved', note, state === 'approved' ? 20 : 2);
  await db.insertInto('leave_request').values(made.map(requestRow)).execute();
  await db.insertInto('leave').values(made.flatMap(leaveRowsOf)).execute();
  const linked = await linkLeave(db, types[0], monday);
  await insertEntries(db, types[0], [...made, ...linked], monday);
  await insertTrails(db);
  await insertLimits(db, monday);
}

type PersonRow = {
  usual_week: string | null;
  contract_minutes: number | null;
  standard_day_minutes: number | null;
};

function groundOf(row: PersonRow, { unit, counting }: LeaveType): LeaveGround {
  return {
    ...{
      unit,
      counting,
      weekend: [5, 6],
      holidays: new Map(),
      employedFrom: null,
      employedTo: null,
      away: [],
    },
    usualWeek: row.usual_week === null ? null : (JSON.parse(row.usual_week) as number[]),
    standardDay:
      row.standard_day_minutes ?? (row.contract_minutes ? Math.round(row.contract_minutes / 5) : 480),
  };
}

function decided(draft: LeaveRequest, isApproved: boolean): LeaveRequest {
  const sent = after(draft, { do: 'send', approval: 'scheduler' });
  if (!sent.ok) throw new Error(sent.problem.message);
  if (!isApproved) return sent.request;
  const done = after(sent.request, { do: 'approve', days: draft.days.map(({ date }) => date) });
  if (!done.ok) throw new Error(done.problem.message);
  return done.request;
}

/** Leave that stands in plans already gets the requests it came from. */
async function linkLeave(db: Database, type: LeaveType, monday: Day): Promise<StoredRequest[]> {
  const rows = await db.selectFrom('leave').selectAll().where('request_id', 'is', null).execute();
  const people = new Map((await db.selectFrom('person').selectAll().execute()).map((row) => [row.id, row]));
  const linked: StoredRequest[] = [];
  for (const { id, person_id: person, from_at, to_at, state } of rows) {
    const [from, to] = [parseMoment(from_at), parseMoment(to_at)];
    const first = Math.floor(from / DAY);
    const last = Math.ceil(to / DAY) - 1;
    const asked: AskedLeave = {
      ...{ kind: 'span', from: first, to: last, fromMinute: from - first * DAY },
      toMinute: to - last * DAY,
    };
    const counted = countAsked(askedDays(asked), groundOf(people.get(person)!, type));
    const request: StoredRequest = {
      ...decided(draftOf(counted), state === 'approved'),
      ...{
        id: `${id}-request`,
        person,
        at: `${formatDate(monday - 9)}T10:00:00.000Z`,
        askedBy: askerOf(person),
      },
      ...{ asked, type, note: '', isAbsence: false, seenAt: `${formatDate(monday)}T08:00:00.000Z` },
    };
    await db.insertInto('leave_request').values(requestRow(request)).execute();
    await db.updateTable('leave').set({ request_id: request.id }).where('id', '=', id).execute();
    linked.push(request);
  }
  return linked;
}

/** Who asked: the person, or a scheduler for who has no account. */
function askerOf(person: string): string {
  return ACCOUNTS.has(person) ? `demo-${person}` : 'demo-ilse';
}

/** Days that some people of the demo usually work, weekends among them; minutes, Monday first. */
async function sayUsualWeeks(db: Database): Promise<void> {
  const weeks = { fleur: [456, 456, 0, 0, 456, 456, 456], noor: [0, 360, 0, 360, 360, 360, 360] };
  for (const [id, week] of Object.entries(weeks))
    await db
      .updateTable('person')
      .set({ usual_week: JSON.stringify(week) })
      .where('id', '=', id)
      .execute();
}

async function insertEntries(
  db: Database,
  type: LeaveType,
  made: readonly StoredRequest[],
  monday: Day,
): Promise<void> {
  const people = await db.selectFrom('person').selectAll().execute();
  const day = (text: string | null) => (text === null ? null : parseDate(text));
  const at = `${formatDate(monday)}T06:00:00.000Z`;
  const granted = people.flatMap((row) => {
    const person = {
      ...{ employedFrom: day(row.employed_from), employedTo: day(row.employed_to) },
      contract: [{ since: 0, minutes: row.contract_minutes }],
    };
    const due = dueUntil(
      { entitlement: type.entitlement!, carryOver: type.carryOver },
      person,
      [],
      type.since,
      monday,
    );
    return due.map((entry) =>
      entryRow({
        ...entry,
        ...{
          id: `${row.id} ${entry.key}`,
          person: row.id,
          type: type.id,
          note: '',
          at,
          actor: CALENDAR,
          request: null,
        },
      }),
    );
  });
  const taken = made.flatMap((request) =>
    request.type.balance === null
      ? []
      : bookingsOf(request.id, draftOf(request.days), request).map((booking) =>
          entryRow({
            ...{
              id: `${request.id} ${booking.key}`,
              person: request.person,
              type: request.type.id,
              note: '',
            },
            ...{ ...booking, at: request.at, actor: 'demo-ilse', request: request.id, reverses: null },
          }),
        ),
  );
  for (const rows of [granted, taken])
    for (let i = 0; i < rows.length; i += 100)
      await db
        .insertInto('leave_entry')
        .values(rows.slice(i, i + 100))
        .execute();
}

async function insertTrails(db: Database): Promise<void> {
  const requests = await db.selectFrom('leave_request').selectAll().execute();
  const rows = requests.flatMap(({ id, at, asked_by, days }) => {
    const all = JSON.parse(days) as { date: Day; state: string }[];
    const event = { request_id: id, days: JSON.stringify(all.map(({ date }) => date)), reason: '' };
    return [
      { ...event, id: `${id} asked`, at, actor: asked_by, what: 'asked' },
      ...(all.some(({ state }) => state === 'approved')
        ? [
            {
              ...event,
              id: `${id} approved`,
              at: at.replace('T09', 'T15'),
              actor: 'demo-ilse',
              what: 'approved it',
            },
          ]
        : []),
    ];
  });
  await db.insertInto('leave_event').values(rows).execute();
}

async function insertLimits(db: Database, monday: Day): Promise<void> {
  const plain = { site_id: 'bistro', of_kind: 'site', of_id: null, from_date: null, to_date: null };
  await db
    .insertInto('leave_limit')
    .values([
      { ...plain, id: 'bistro-away', most: 4, weekdays: null, position: 0 },
      {
        ...plain,
        ...{ id: 'bistro-away-weekend', most: 2, position: 1 },
        weekdays: JSON.stringify([false, false, false, false, true, true, false]),
      },
    ])
    .execute();
  await db
    .insertInto('leave_closed')
    .values({
      ...{ id: 'bistro-boat-show', site_id: 'bistro', reason: 'Boat show' },
      ...{ from_date: formatDate(monday + 18), to_date: formatDate(monday + 20) },
    })
    .execute();
}
