import { DEFAULT_HOURS_RULES, type HoursRules } from '../src/core/timesheet/hours-rules';
import { judge } from '../src/core/consequences/judge';
import type { Shift } from '../src/core/plan/types';
import { type Day, civilOf, formatDate } from '../src/core/time/day';
import { DAY } from '../src/core/time/span';
import type { Database } from '../src/data/database';
import { formatMoment } from '../src/data/moment';
import { loadPlan } from '../src/data/week/plan-store';
import { insertShifts } from '../src/data/week/shift-store';
import { type DemoAvailability, type DemoPerson, type DemoSite, PEOPLE, ROLES, SITES } from './cast';
import { insertAccounts } from './accounts';
import { insertFieldWork } from './field';
import { insertJobTimes } from './field-times';
import { type Slot, fill } from './fill';
import { insertLeaveHistory } from './leave';
import { insertRequests } from './requests';
import { insertStaff } from './staff';
import { insertActivities, insertPunches } from './clock';
import { detailed, insertRepeating } from './repeating';
import { spoil, untroubled } from './spoil';

/** Days of the current week that are published, from its Monday on. */
const PUBLISHED_DAYS = 4;
/** The sites at which people clock in. */
const CLOCKING = ['bistro', 'chandlery'];

/** How hours become pay everywhere: by weeks, due on Wednesdays. */
const HOURS: HoursRules = {
  ...DEFAULT_HOURS_RULES,
  periods: [{ since: null, kind: 'weekly' }],
  kinds: [
    { id: 'on-call', name: 'On call', multiplier: 0.4, isRetired: false },
    { id: 'training', name: 'Training', multiplier: 1, isRetired: false },
  ],
  codes: { regular: '100', 'overtime:1.5': '115', 'own:on-call': '140', 'own:training': '150' },
};

/**
 * Makes the demo in an empty data file: Saltmere Quay around the week that begins on `monday`. Last week is
 * complete and published, this week has snags, the next two are empty. `until`: up to which elapsed minute people clocked.
 */
export async function makeDemo(db: Database, monday: Day, until = (monday + 1) * DAY + 600): Promise<void> {
  await db.transaction().execute(async (trx) => {
    await trx.insertInto('setting').values({ name: 'business', value: 'Saltmere Quay' }).execute();
    await insertRoles(trx);
    for (const [position, site] of SITES.entries()) await insertSite(trx, site, position, monday);
    for (const [position, person] of PEOPLE.entries()) await insertPerson(trx, person, position, monday);
    await insertAway(trx, monday);
    await insertRepeating(trx, monday);
    await insertStaff(trx, monday);
    await insertAccounts(trx, `${formatDate(monday)}T00:00:00.000Z`);
    for (const site of SITES) {
      for (const week of [monday - 7, monday]) {
        const stored = (await loadPlan(trx, site.id, week, 7))!;
        const slots = slotsOf(site, week);
        const filled = fill(stored.plan, slots, (index) => `${site.id}-${formatDate(week)}-${index}`);
        const spoiled = week === monday && site.id === 'bistro';
        const { plan } = spoiled ? spoil(filled) : filled;
        const publishedUntil = week < monday ? Infinity : monday + PUBLISHED_DAYS;
        const shifts = site.id === 'bistro' ? plan.shifts.map((one) => detailed(one, week)) : plan.shifts;
        await insertShifts(trx, site.id, shifts, (shift) => shift.date < publishedUntil);
        const asked = spoiled ? untroubled(judge(plan), 6) : undefined;
        if (asked) await askForDay(trx, asked);
      }
    }
    await insertActivities(trx);
    for (const site of CLOCKING) await insertPunches(trx, site, monday, until);
    await insertFieldWork(trx, 'dockside', monday);
    await insertJobTimes(trx, 'dockside', monday, until);
    await insertLeaveHistory(trx, monday);
    await insertRequests(trx, monday);
    await trx
      .insertInto('setting')
      .values({ name: 'demo', value: formatDate(monday) })
      .execute();
  });
}

function slotsOf(site: DemoSite, monday: Day): Slot[] {
  return site.slots.flatMap((slot) =>
    slot.days.flatMap((weekday) =>
      Array.from({ length: slot.count }, () => ({
        role: slot.role,
        date: monday + weekday,
        ...times(slot.time),
      })),
    ),
  );
}

/** Two times of the 24-hour clock, `7-23:30`, as written: nothing is meant otherwise here. */
function times(text: string): { from: number; to: number } {
  const [from, to] = text.split('-').map((time) => {
    const [hour, minute = '0'] = time.split(':');
    return Number(hour) * 60 + Number(minute);
  });
  return { from, to };
}

async function insertRoles(db: Database): Promise<void> {
  await db
    .insertInto('role')
    .values(
      ROLES.map(({ id, name, mark, ink, rate }) => ({
        id,
        name,
        mark,
        ink,
        rate_minor: Math.round(rate * 100),
      })),
    )
    .execute();
}

async function insertSite(db: Database, site: DemoSite, position: number, monday: Day): Promise<void> {
  const rules = {
    breaks: [{ atLeastMinutes: 360, minutes: 30, paid: false }],
    overtime: { weekMinutes: 2400, multiplier: 1.5, day: [], after: [], seventhDay: null },
    young: [{ underAge: 18, from: 360, to: 1320, dayMinutes: 480, weekMinutes: 2400 }],
    minimumOn: site.minimumOn,
    off: site.off,
  };
  await db
    .insertInto('site')
    .values({
      id: site.id,
      name: site.name,
      time_zone: 'Europe/Lisbon',
      currency: 'EUR',
      week_start: 0,
      hour_format: '24',
      block_minutes: 30,
      margin_before: 60,
      margin_after: 60,
      never_closed: 0,
      sales_per_hour_minor: site.salesPerHour * 100,
      rules: JSON.stringify(rules),
      position,
      version: 0,
      // Where nobody clocks people type their hours.
      ...(CLOCKING.includes(site.id) ? {} : { capabilities_off: JSON.stringify(['clock']) }),
      hours_rules: JSON.stringify(HOURS),
    })
    .execute();
  await db
    .insertInto('site_budget')
    .values({
      site_id: site.id,
      since: null,
      minutes: site.budgetHours * 60,
      cost_minor: site.budgetCost * 100,
      sales_minor: site.budgetHours * site.salesPerHour * 100,
    })
    .execute();
  await db
    .insertInto('area')
    .values(
      site.areas.map((name, i) => ({ id: `${site.id}-area-${i + 1}`, site_id: site.id, name, position: i })),
    )
    .execute();
  const hours = site.hours.flatMap((text, weekday) =>
    text === null
      ? []
      : [
          {
            site_id: site.id,
            since: null,
            weekday,
            from_minute: times(text).from,
            to_minute: times(text).to,
          },
        ],
  );
  await db.insertInto('site_hours').values(hours).execute();
  await db
    .insertInto('site_role')
    .values(site.roles.map((role_id, i) => ({ site_id: site.id, role_id, position: i })))
    .execute();
  const needs = site.slots.flatMap((slot) =>
    slot.days.map((weekday) => ({ ...slot, weekday, ...times(slot.time) })),
  );
  await db
    .insertInto('need_set')
    .values({ id: site.id, site_id: site.id, name: null, since: null })
    .execute();
  await db
    .insertInto('need')
    .values(
      needLevels(needs).map((need, i) => ({
        id: `${site.id}-${String(i).padStart(3, '0')}`,
        set_id: site.id,
        role_id: need.role,
        weekday: need.weekday,
        from_minute: need.from,
        to_minute: need.to,
        count: need.count,
      })),
    )
    .execute();
  if (site.id === 'bistro')
    await db
      .insertInto('holiday')
      .values([
        { id: 'regatta', site_id: null, date: formatDate(monday + 5), name: 'Regatta', closed: 0 },
        { id: 'harbour-day', site_id: null, date: formatDate(monday + 9), name: 'Harbour Day', closed: 1 },
      ])
      .execute();
}

interface Wanted {
  readonly role: string;
  readonly weekday: number;
  readonly from: number;
  readonly to: number;
  readonly count: number;
}

/** Headcount over the day from slots that may overlap: spans of equal count, a role and weekday. */
function needLevels(slots: readonly Wanted[]): Wanted[] {
  const levels: Wanted[] = [];
  const groups = new Map<string, Wanted[]>();
  for (const slot of slots) {
    const key = `${slot.weekday} ${slot.role}`;
    groups.set(key, [...(groups.get(key) ?? []), slot]);
  }
  for (const group of groups.values()) {
    const edges = [...new Set(group.flatMap((slot) => [slot.from, slot.to]))].sort((a, b) => a - b);
    for (let i = 1; i < edges.length; i++) {
      const [from, to] = [edges[i - 1], edges[i]];
      const inside = group.filter((slot) => slot.from <= from && slot.to >= to);
      const count = inside.reduce((sum, slot) => sum + slot.count, 0);
      // Hand-overs overlap for an hour; what is needed then is what either side needs.
      const most = Math.max(0, ...neighbours(group, from, to).map((slot) => slot.count));
      if (count > 0)
        levels.push({ ...group[0], from, to, count: isHandOver(group, from, to) ? most : count });
    }
  }
  return levels;
}

function neighbours(group: readonly Wanted[], from: number, to: number): Wanted[] {
  return group.filter((slot) => slot.from < to && slot.to > from);
}

function isHandOver(group: readonly Wanted[], from: number, to: number): boolean {
  return (
    to - from <= 60 &&
    group.some((slot) => slot.to === to && slot.from < from) &&
    group.some((slot) => slot.from === from && slot.to > to)
  );
}

async function insertPerson(db: Database, person: DemoPerson, position: number, monday: Day): Promise<void> {
  const id = person.id;
  await db
    .insertInto('person')
    .values({
      id,
      name: person.name,
      birth_date: birthDate(person.birth, monday),
      employed_from: formatDate(monday - 200 - position * 31),
      employed_to: null,
      contract_minutes: person.hours * 60,
      max_week_minutes: 48 * 60,
      standard_day_minutes: null,
      number: String(101 + position),
      email: `${id}@saltmere.example`,
      contract_kind: person.hours >= 36 ? 'full-time' : person.hours >= 16 ? 'part-time' : 'on-call',
      groups: JSON.stringify(person.sites.length > 1 ? ['Floaters'] : []),
    })
    .execute();
  await db
    .insertInto('person_site')
    .values(person.sites.map((site_id) => ({ person_id: id, site_id, position })))
    .execute();
  await db
    .insertInto('person_role')
    .values(
      person.roles.map((role_id, i) => ({
        person_id: id,
        role_id,
        until: person.ends?.role === role_id ? formatDate(monday + person.ends.weekday) : null,
        position: i,
      })),
    )
    .execute();
  if (!person.availability) return;
  // What they say today was said some weeks ago, and holds until it is changed.
  const versions = [
    { since: monday - 70 - position, until: person.untilWeeks, blocks: person.availability },
    ...(person.later ? [{ since: monday + person.untilWeeks! * 7, blocks: person.later }] : []),
  ];
  for (const [i, version] of versions.entries())
    await insertAvailability(db, `${id}-${i + 1}`, id, version, monday);
}

async function insertAvailability(
  db: Database,
  id: string,
  person: string,
  version: { since: Day; until?: number; blocks: readonly DemoAvailability[] },
  monday: Day,
): Promise<void> {
  const until = version.until === undefined ? null : formatDate(monday + version.until * 7 - 1);
  await db
    .insertInto('availability')
    .values({ id, person_id: person, since: formatDate(version.since), until, comment: null })
    .execute();
  await db
    .insertInto('availability_block')
    .values(
      version.blocks.flatMap((block) =>
        block.days.flatMap((weekday) =>
          block.time.split(' ').map((span) => ({
            availability_id: id,
            weekday,
            from_minute: times(span).from,
            to_minute: times(span).to,
            kind: block.kind ?? ('available' as const),
          })),
        ),
      ),
    )
    .execute();
}

/** `+17`: seventeen years old in the demo's week, whenever that is. */
function birthDate(text: string, monday: Day): string {
  if (!text.startsWith('+')) return text;
  const { year, month } = civilOf(monday - 120);
  return `${year - Number(text.slice(1))}-${String(month).padStart(2, '0')}-15`;
}

/** Leave of a few people: two whole days, part of a day, and one that nobody has decided on yet. */
async function insertAway(db: Database, monday: Day): Promise<void> {
  const day = (offset: number) => monday + offset;
  const leave = [
    { id: 'caio-1', person: 'caio', from: day(2) * DAY, to: day(4) * DAY, state: 'approved' },
    { id: 'noor-1', person: 'noor', from: day(5) * DAY, to: day(6) * DAY, state: 'approved' },
    { id: 'tomasz-1', person: 'tomasz', from: day(0) * DAY + 720, to: day(0) * DAY + 960, state: 'approved' },
    { id: 'petra-1', person: 'petra', from: day(7) * DAY, to: day(12) * DAY, state: 'approved' },
    { id: 'nia-1', person: 'nia', from: day(3) * DAY, to: day(4) * DAY, state: 'approved' },
    { id: 'ilse-1', person: 'ilse', from: day(10) * DAY, to: day(12) * DAY, state: 'waiting' },
  ];
  await insertLeave(db, leave);
}

/** Leave for the whole day of a shift, asked for and not decided. */
async function askForDay(db: Database, { person, date }: Shift): Promise<void> {
  const [from, to] = [date * DAY, (date + 1) * DAY];
  await insertLeave(db, [{ id: `${person}-asked`, person: person!, from, to, state: 'waiting' }]);
}

async function insertLeave(
  db: Database,
  leave: readonly { id: string; person: string; from: number; to: number; state: string }[],
): Promise<void> {
  await db
    .insertInto('leave')
    .values(
      leave.map(({ id, person, from, to, state }) => ({
        id,
        person_id: person,
        from_at: formatMoment(from),
        to_at: formatMoment(to),
        state,
      })),
    )
    .execute();
}
