import type { Selectable } from 'kysely';
import type {
  AvailabilityEntry,
  AvailabilityKind,
  HeldRole,
  Leave,
  LeaveState,
  Person,
} from '@/core/plan/types';
import { type Dated, segmentsOf } from '@/core/availability/versions';
import { type Day, parseDate, formatDate } from '@/core/time/day';
import type { Database } from '../database';
import { parseMoment } from '../moment';
import type { StoredMoney } from '../money';
import { amongTexts } from '../records/lines';
import type { TableName } from '../records/records';
import type { Schema } from '../schema';
import { inForce } from '../site/site-store';
import { byWeekdays } from '../weekdays';

/** The tables from which a person of a plan is made. */
export const PERSON_TABLES = [
  'person',
  'person_site',
  'person_role',
  'person_pay',
  'availability',
  'availability_block',
  'leave',
] as const satisfies readonly TableName[];

export type PersonTableName = (typeof PERSON_TABLES)[number];

/** What is stored of one person that a plan knows of. Immutable. */
export type PersonGround = { readonly [T in PersonTableName]: readonly Selectable<Schema[T]>[] };

type Filling = { [T in PersonTableName]: Selectable<Schema[T]>[] };

function empty(): Filling {
  return {
    person: [],
    person_site: [],
    person_role: [],
    person_pay: [],
    availability: [],
    availability_block: [],
    leave: [],
  };
}

/** A person of whom nothing is stored. */
export const NO_GROUND: PersonGround = empty();

/**
 * What is stored of some people, by id, with the availability and the leave that can matter between two dates (`to`
 * not included). Who is not there is left out.
 */
export async function loadGrounds(
  db: Database,
  ids: readonly string[],
  from: Day,
  to: Day,
): Promise<Map<string, PersonGround>> {
  const these = amongTexts(ids);
  const grounds = new Map<string, Filling>();
  const people = await db.selectFrom('person').selectAll().where('id', 'in', these).execute();
  for (const row of people) grounds.set(row.id, { ...empty(), person: [row] });
  for (const table of ['person_site', 'person_role', 'person_pay'] as const)
    for (const row of await db.selectFrom(table).selectAll().where('person_id', 'in', these).execute())
      (grounds.get(row.person_id)![table] as unknown[]).push(row);
  const owner = new Map<string, string>();
  const versions = await db
    .selectFrom('availability')
    .selectAll()
    .where('person_id', 'in', these)
    .where((where) =>
      where.and([
        where.or([where('since', 'is', null), where('since', '<', formatDate(to))]),
        where.or([where('until', 'is', null), where('until', '>=', formatDate(from - 1))]),
      ]),
    )
    .execute();
  for (const row of versions) {
    grounds.get(row.person_id)!.availability.push(row);
    owner.set(row.id, row.person_id);
  }
  const blocks = await db
    .selectFrom('availability_block')
    .selectAll()
    .where('availability_id', 'in', amongTexts(owner.keys()))
    .execute();
  for (const row of blocks) grounds.get(owner.get(row.availability_id)!)!.availability_block.push(row);
  const leave = await db
    .selectFrom('leave')
    .selectAll()
    .where('person_id', 'in', these)
    .where('to_at', '>', formatDate(from))
    .where('from_at', '<', `${formatDate(to)}T24:00`)
    .execute();
  for (const row of leave) grounds.get(row.person_id)!.leave.push(row);
  return grounds;
}

/** Of which plan a person is to be made. */
export interface PlanOf {
  readonly site: string;
  readonly from: Day;
  /** Not included. */
  readonly to: Day;
  /** Those that the plan knows; others of theirs are left out. */
  readonly roles: ReadonlySet<string>;
  readonly money: StoredMoney;
}

/** Whether somebody belongs to a site on some of the days, shifts aside. */
export function belongsTo(
  { person: [person], person_site }: PersonGround,
  { site, from, to }: PlanOf,
): boolean {
  return (
    person_site.some((row) => row.site_id === site) &&
    (person.employed_to === null || person.employed_to >= formatDate(from)) &&
    (person.employed_from === null || person.employed_from < formatDate(to))
  );
}

/** Where somebody stands among the people of a site; who does not belong there stands last. */
export function positionAt({ person_site }: PersonGround, site: string): number {
  return person_site.find((row) => row.site_id === site)?.position ?? LAST;
}

const LAST = 1_000_000;

/** People made before: of the same rows for the same days the same person is handed out again. */
const MADE = new WeakMap<PersonGround, Map<string, Person>>();

/** A person as a plan knows them: with roles, pay, the availability and the leave that can matter on its days. */
export function personOf(ground: PersonGround, of: PlanOf): Person {
  const key = JSON.stringify([of.from, of.to, of.money.currency, ...of.roles]);
  const made = MADE.get(ground) ?? new Map<string, Person>();
  MADE.set(ground, made);
  let person = made.get(key);
  if (!person) made.set(key, (person = makePerson(ground, of)));
  return person;
}

function makePerson(ground: PersonGround, { from, to, roles, money }: PlanOf): Person {
  const [row] = ground.person;
  const day = (text: string | null) => (text === null ? null : parseDate(text));
  return {
    id: row.id,
    name: row.name,
    roles: [...ground.person_role]
      .filter((held) => roles.has(held.role_id))
      .sort((a, b) => a.position - b.position)
      .map((held) => ({
        role: held.role_id,
        until: day(held.until),
        ...ratesOf(ground.person_pay, held.role_id, [from, to], money),
      })),
    contractMinutes: row.contract_minutes,
    maxWeekMinutes: row.max_week_minutes,
    standardDayMinutes: row.standard_day_minutes,
    employedFrom: day(row.employed_from),
    employedTo: day(row.employed_to),
    birthDate: day(row.birth_date),
    availability: availabilityOf(ground, from, to),
    leave: leaveOf(ground, from, to),
  };
}

type PayRow = Pick<Schema['person_pay'], 'role_id' | 'since' | 'rate_minor'>;

/**
 * A person's rate in a role on the first of some dates, with what it becomes on later ones. A rate for the role
 * goes before one for whatever role; of each the latest that has begun counts.
 */
function ratesOf(
  pay: readonly PayRow[],
  role: string,
  [from, to]: readonly [Day, Day],
  money: StoredMoney,
): Pick<HeldRole, 'hourlyRate' | 'laterRates'> {
  const own = pay.filter((row) => row.role_id === role);
  const base = pay.filter((row) => row.role_id === null);
  const on = (date: string) => {
    const row = inForce(own, date) ?? inForce(base, date);
    return row ? money.toMajorUnits(row.rate_minor) : null;
  };
  const first = formatDate(from);
  const later = [...own, ...base]
    .flatMap(({ since }) => (since !== null && since > first && since < formatDate(to) ? [since] : []))
    .sort()
    .map((since) => ({ since: parseDate(since)!, hourlyRate: on(since) }));
  return later.length > 0 ? { hourlyRate: on(first), laterRates: later } : { hourlyRate: on(first) };
}

function availabilityOf(ground: PersonGround, from: Day, to: Day): AvailabilityEntry[] {
  const [first, end] = [formatDate(from - 1), formatDate(to)];
  const versions = ground.availability
    .filter(({ since, until }) => (since === null || since < end) && (until === null || until >= first))
    .sort((a, b) => (a.id < b.id ? -1 : 1))
    .map((row) => ({
      since: row.since === null ? null : parseDate(row.since),
      until: row.until === null ? null : parseDate(row.until),
      blocks: byWeekdays(
        ground.availability_block.filter((block) => block.availability_id === row.id),
        (block) => [block.from_minute, block.to_minute, block.kind].join(),
      ),
    }));
  return entriesOf(versions, from - 1, to);
}

interface StoredVersion extends Dated {
  readonly blocks: readonly {
    readonly row: {
      readonly from_minute: number;
      readonly to_minute: number;
      readonly kind: string;
    };
    readonly days: readonly boolean[];
  }[];
}

/** What a person's versions say between two dates: of several that hold on a date only the one that counts. */
function entriesOf(versions: readonly StoredVersion[], first: Day, last: Day): AvailabilityEntry[] {
  return segmentsOf(versions, first, last).flatMap(({ version, since, until }) =>
    version.blocks.map(({ row, days }) => ({
      since: since === first ? version.since : since,
      until: until === last ? version.until : until,
      days,
      from: row.from_minute,
      to: row.to_minute,
      kind: row.kind as AvailabilityKind,
    })),
  );
}

function leaveOf(ground: PersonGround, from: Day, to: Day): Leave[] {
  return ground.leave
    .filter((row) => row.state === 'waiting' || row.state === 'approved')
    .filter((row) => row.to_at > formatDate(from) && row.from_at < `${formatDate(to)}T24:00`)
    .sort((a, b) => (a.from_at < b.from_at ? -1 : a.from_at > b.from_at ? 1 : 0))
    .map((row) => ({
      id: row.id,
      from: parseMoment(row.from_at),
      to: parseMoment(row.to_at),
      state: row.state as LeaveState,
      ...(row.credit === null || row.credit === undefined
        ? {}
        : { credit: JSON.parse(row.credit) as [Day, number][] }),
    }));
}
