import type { Change } from '@/core/plan/change';
import type { Travel } from '@/core/jobs/types';
import type { SurroundingShift, Person, Plan, Shift } from '@/core/plan/types';
import { type Day, formatDate } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import { zoneClock } from '@/core/time/zone';
import type { HourFormat } from '@/core/time/format';
import type { Database } from '../database';
import { fieldFromRows, travelFromRow } from '../jobs/field-store';
import { moneyIn } from '../money';
import { awayLimitsFromRows, withBalances } from '../leave/plan-leave';
import { type PersonGround, belongsTo, personOf, positionAt } from '../people/person-ground';
import { amongTexts } from '../records/lines';
import { type RowChange, withChanges } from '../records/records';
import { loadSiteRows } from '../site/site-rows';
import { type SiteRole, holidaysFromRows, needsFromRows, siteFromRows } from '../site/site-store';
import { AFTER, BEFORE, type PlanRows, loadPlanRows } from './plan-rows';
import { type Worked, surroundingShift, loadPublished, shiftsOfPeople } from './shift-store';

/** A plan as stored, with what the interface shows beside it. */
export interface StoredPlan {
  readonly plan: Plan;
  readonly roles: readonly SiteRole[];
  readonly hourFormat: HourFormat;
  readonly published: readonly Shift[];
  readonly version: number;
}

/** Everything needed to judge one site over some days. Null: there is no such site. */
export async function loadPlan(
  db: Database,
  site: string,
  from: Day,
  days: number,
): Promise<StoredPlan | null> {
  const made = planFromRows(await loadPlanRows(db, site, from, from + days), site, from, days);
  return made && { ...made, published: await loadPublished(db, site, from, from + days) };
}

/** A plan of one site over some days, made of rows that were read for these days or more. Null: no such site. */
export function planFromRows(
  { setUp, people, shifts, balances, field }: PlanRows,
  site: string,
  from: Day,
  days: number,
): Omit<StoredPlan, 'published'> | null {
  const stored = siteFromRows(setUp, site, from, days);
  if (!stored) return null;
  const to = from + days;
  const { here, beside, working } = shiftsAt(shifts, site, from, to);
  const used = new Set(here.map((shift) => shift.role));
  const shown = stored.roles.filter((role) => !role.retired || used.has(role.id));
  const roles = new Set(shown.map((role) => role.id));
  const of = { site, from, to: to + 1, roles, money: moneyIn(stored.site.currency) };
  const mine = [...people.values()]
    .filter((ground) => working.has(ground.person[0].id) || belongsTo(ground, of))
    .map((ground) => ({
      position: positionAt(ground, site),
      person: asGuest(personOf(ground, of), homeOf(ground, setUp.site) !== site),
    }))
    .sort((a, b) => a.position - b.position || (a.person.id < b.person.id ? -1 : 1))
    .map(({ person }) => withBalances(person, balances, from, to));
  const known = new Set(mine.map((person) => person.id));
  const isKnown = ({ person, role }: Shift) =>
    (person === null || known.has(person)) && (role === null || roles.has(role));
  const zones = new Map(setUp.site.map((row) => [row.id, row.time_zone]));
  const clocks = [...zones].join();
  return {
    plan: {
      site: stored.site,
      from,
      days,
      roles: shown.map(({ id, name, hourlyRate }) => ({ id, name, hourlyRate })),
      people: mine,
      holidays: holidaysFromRows(setUp, site, from - 1, to + 1, (groups) => inGroups(people, groups)),
      needs: needsFromRows(setUp, site, from, to).filter(
        (need) => need.role === null || roles.has(need.role),
      ),
      shifts: here.filter(isKnown),
      surroundingShifts: beside
        .filter(({ shift }) => known.has(shift.person!))
        .map((worked) => {
          const role = worked.shift.role !== null && roles.has(worked.shift.role);
          return kept(AROUND, worked, `${site} ${role} ${clocks}`, () => {
            const shift = inZoneOf(zones, site, surroundingShift(site, worked.site, worked.shift));
            return role ? shift : { ...shift, role: null };
          });
        }),
      rules: stored.rules,
      budget: stored.budget,
      ...(setUp.leave_limit.length > 0 ? { awayLimits: awayLimitsFromRows(setUp) } : {}),
      ...(field ? { work: fieldFromRows(field, travelAt(setUp, site)) } : {}),
    },
    roles: shown,
    hourFormat: stored.hourFormat,
    version: stored.version,
  };
}

function travelAt({ site }: PlanRows['setUp'], id: string): Travel {
  const row = site.find((one) => one.id === id);
  return (row && travelFromRow(row)) ?? { usual: 0, pairs: [] };
}

/** Guests made before, so that the same person is the same guest. */
const GUESTS = new WeakMap<Person, Person>();

function asGuest(person: Person, isGuest: boolean): Person {
  if (!isGuest) return person;
  let guest = GUESTS.get(person);
  if (!guest) GUESTS.set(person, (guest = { ...person, isGuest }));
  return guest;
}

/** The site that somebody is at home at: the one that is said, else the first of theirs. */
function homeOf(
  { person: [row], person_site }: PersonGround,
  sites: PlanRows['setUp']['site'],
): string | null {
  if (row.home_site_id !== null) return row.home_site_id;
  if (person_site.length === 1) return person_site[0].site_id;
  const mine = new Set(person_site.map(({ site_id: id }) => id));
  const first = sites
    .filter(({ id }) => mine.has(id))
    .reduce<{ id: string; position: number } | null>((a, b) => (a && a.position <= b.position ? a : b), null);
  return first?.id ?? null;
}

/** The people of some groups. */
function inGroups(people: PlanRows['people'], groups: readonly string[]): string[] {
  return [...people.values()].flatMap(({ person: [row] }) =>
    (JSON.parse(row.groups) as string[]).some((group) => groups.includes(group)) ? [row.id] : [],
  );
}

/** The shifts of a site's days, those beside them, and who works here on the days or the one after. */
interface ShiftsAt {
  readonly here: readonly Shift[];
  readonly beside: readonly Worked[];
  readonly working: ReadonlySet<string>;
}

// What was worked out of the same rows is handed out again, so that what stays the same is known to be.
const AT = new WeakMap<PlanRows['shifts'], Map<string, ShiftsAt>>();
const AROUND = new WeakMap<Worked, Map<string, SurroundingShift>>();

function kept<Of extends object, T>(
  memory: WeakMap<Of, Map<string, T>>,
  of: Of,
  key: string,
  make: () => T,
): T {
  let made = memory.get(of);
  if (!made) memory.set(of, (made = new Map()));
  let value = made.get(key);
  if (value === undefined) made.set(key, (value = make()));
  return value;
}

function shiftsAt(shifts: PlanRows['shifts'], site: string, from: Day, to: Day): ShiftsAt {
  return kept(AT, shifts, `${site} ${from} ${to}`, () => {
    const here: Shift[] = [];
    const beside: Worked[] = [];
    const working = new Set<string>();
    for (const worked of shifts.values()) {
      const { site: where, shift } = worked;
      const { date, person } = shift;
      if (date < from - BEFORE || date >= to + AFTER) continue;
      if (where === site && date >= from && date < to) here.push(shift);
      else if (person !== null) beside.push(worked);
      if (where === site && date >= from && date <= to && person !== null) working.add(person);
    }
    return { here: here.sort(byDateAndStart), beside, working };
  });
}

function byDateAndStart(a: Shift, b: Shift): number {
  return a.date - b.date || a.from - b.from || (a.id < b.id ? -1 : 1);
}

/** How long a shift can reach from its date, in days. */
const REACH = 2;

/**
 * A plan that knows only what changes of shifts can touch: the shifts of the people in them, before and after, here
 * and elsewhere. Its days are those `within`, else those on which the shifts lie. `rows`: what is to be written in the
 * same step. Null: there is no such site.
 */
export async function loadShiftContext(
  db: Database,
  siteId: string,
  shifts: readonly Shift[],
  changes: readonly Change[],
  {
    within,
    rows = [],
  }: {
    readonly within?: { readonly from: Day; readonly days: number };
    readonly rows?: readonly RowChange[];
  },
): Promise<{ plan: Plan; hourFormat: HourFormat } | null> {
  const patches = changes.flatMap((change) => (change.do === 'set' ? [change.shift] : []));
  const dates = [...shifts, ...patches].flatMap(({ date }) => (date === undefined ? [] : [date]));
  const first = dates.reduce((least, date) => Math.min(least, date), within?.from ?? dates[0]);
  const last = dates.reduce((most, date) => Math.max(most, date), within?.from ?? dates[0]);
  const from = within?.from ?? first;
  const days = within?.days ?? last - first + 1;
  const stored = siteFromRows(withChanges(await loadSiteRows(db, siteId, false), rows), siteId, from, days);
  if (!stored) return null;
  const named = [...shifts, ...patches].flatMap(({ person }) => (person ? [person] : []));
  const people = await loadNamed(db, siteId, [...new Set(named)], [from, from + days], rows);
  const worked = await shiftsOfPeople(
    db,
    people.map((person) => person.id),
    [Math.min(first, from) - REACH, Math.max(last + 1, from + days) + REACH],
  );
  const isHere = ({ site, shift }: (typeof worked)[number]) =>
    site === siteId && shift.date >= from && shift.date < from + days;
  const own = new Map(worked.filter(isHere).map(({ shift }) => [shift.id, shift]));
  // Of those that are named some are open, or of somebody who is no longer here.
  const added = new Set(changes.flatMap((change) => (change.do === 'add' ? [change.shift.id] : [])));
  for (const shift of shifts) if (!added.has(shift.id)) own.set(shift.id, shift);
  const known = new Set(people.map((person) => person.id));
  const zones = await zonesOf(db);
  return {
    hourFormat: stored.hourFormat,
    plan: {
      site: stored.site,
      from,
      days,
      roles: stored.roles.map(({ id, name, hourlyRate }) => ({ id, name, hourlyRate })),
      people,
      holidays: [],
      needs: [],
      shifts: [...own.values()].filter((shift) => shift.person === null || known.has(shift.person)),
      surroundingShifts: worked
        .filter((one) => !isHere(one))
        .map(({ site, shift }) => inZoneOf(zones, siteId, surroundingShift(siteId, site, shift))),
      rules: stored.rules,
      budget: { minutes: null, cost: null },
    },
  };
}

/** Those of some people who belong to a site, or have shifts there on some dates; only their names are known. */
async function loadNamed(
  db: Database,
  site: string,
  ids: readonly string[],
  [from, to]: readonly [Day, Day],
  changes: readonly RowChange[],
): Promise<Person[]> {
  const coming = new Set(
    changes.flatMap(({ table, after }) =>
      table === 'person_site' && after?.site_id === site ? [String(after.person_id)] : [],
    ),
  );
  const wanted = new Set(ids);
  const made = changes.flatMap(({ table, before, after }) =>
    table === 'person' && !before && wanted.has(String(after!.id))
      ? [{ id: String(after!.id), name: String(after!.name) }]
      : [],
  );
  const rows = await db
    .selectFrom('person')
    .select(['id', 'name'])
    .where('id', 'in', amongTexts(ids))
    .where((where) =>
      where.or([
        where('id', 'in', amongTexts(coming)),
        where.exists(
          where
            .selectFrom('person_site')
            .select('person_site.person_id')
            .whereRef('person_site.person_id', '=', 'person.id')
            .where('person_site.site_id', '=', site),
        ),
        where.exists(
          where
            .selectFrom('shift')
            .select('shift.id')
            .whereRef('shift.person_id', '=', 'person.id')
            .where('shift.site_id', '=', site)
            .where('shift.date', '>=', formatDate(from))
            .where('shift.date', '<', formatDate(to)),
        ),
      ]),
    )
    .execute();
  return [...rows, ...made].map(({ id, name }) => ({ ...NOBODY, id, name }));
}

const NOBODY: Omit<Person, 'id' | 'name'> = {
  roles: [],
  contractMinutes: null,
  maxWeekMinutes: null,
  standardDayMinutes: null,
  employedFrom: null,
  employedTo: null,
  birthDate: null,
  availability: [],
  leave: [],
};

/** The time zone of each site, by id. */
async function zonesOf(db: Database): Promise<Map<string, string>> {
  const rows = await db.selectFrom('site').select(['id', 'time_zone']).execute();
  return new Map(rows.map((row) => [row.id, row.time_zone]));
}

/**
 * A shift at another site as the clock of this one shows it: where the two lie in different zones it begins and ends
 * at other hours here, and perhaps on another date.
 */
export function inZoneOf(
  zones: ReadonlyMap<string, string>,
  site: string,
  shift: SurroundingShift,
): SurroundingShift {
  const [here, there] = [zones.get(site), shift.site === null ? undefined : zones.get(shift.site)];
  if (!here || !there || here === there) return shift;
  const [ours, theirs] = [here, there].map((zone) => zoneClock(zone, shift.date - 1, shift.date + 2));
  const wall = (minute: number) => ours.wall(theirs.elapsed(shift.date * DAY + minute));
  const start = wall(shift.from);
  const date = Math.floor(start / DAY);
  const minute = (at: number) => at - date * DAY;
  const pause = shift.break;
  return {
    ...shift,
    date,
    from: minute(start),
    to: minute(wall(shift.to)),
    break: pause && pause.at !== null ? { ...pause, at: minute(wall(pause.at)) } : pause,
  };
}
