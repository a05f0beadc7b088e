import { groupedBy } from '@/core/grouped';
import { sql } from 'kysely';
import type { Change } from '@/core/plan/change';
import { type Day, formatDate } from '@/core/time/day';
import type { Database } from '../database';
import { type FieldRows, loadFieldRows } from '../jobs/field-store';
import { type PlanBalances, loadPlanBalances } from '../leave/plan-leave';
import {
  NO_GROUND,
  PERSON_TABLES,
  type PersonGround,
  type PersonTableName,
  loadGrounds,
} from '../people/person-ground';
import { type RowChange, type TableName, type Value, withChanges } from '../records/records';
import { type SiteRows, loadSiteRows } from '../site/site-rows';
import type { StoredShift } from './shift-row';
import { type Worked, loadWorked, workedOf } from './shift-store';

/**
 * Everything stored from which plans of one site between two dates are made. Immutable: changes give other rows that
 * share what they leave alone, so that nothing has to be written to see what would be.
 */
export interface PlanRows {
  readonly setUp: SiteRows;
  /** By id; those who belong to the site, or have a shift there between the dates. */
  readonly people: ReadonlyMap<string, PersonGround>;
  /** By id: those at the site between the dates, and those of its people wherever they are, around the dates too. */
  readonly shifts: ReadonlyMap<string, Worked>;
  /** Balances of leave that the days draw on; left out: none is looked at. */
  readonly balances?: PlanBalances;
  /** Crews, jobs and visits; null: the site visits nobody. */
  readonly field: FieldRows | null;
}

/** How far around a plan shifts are looked at, in days: enough for rests and runs of working days. */
export const BEFORE = 14;
export const AFTER = 7;

/**
 * Reads what plans of a site between two dates are made of (`to` not included). `also`: people who may come to
 * belong to it.
 */
export async function loadPlanRows(
  db: Database,
  site: string,
  from: Day,
  to: Day,
  also: readonly string[] = [],
): Promise<PlanRows> {
  const setUp = await loadSiteRows(db, site);
  const [first, end] = [formatDate(from), formatDate(to + 1)];
  const { rows } = await sql<{ id: string }>`
    select person_site.person_id as id from person_site join person on person.id = person_site.person_id
    where person_site.site_id = ${site} and (person.employed_to is null or person.employed_to >= ${first})
      and (person.employed_from is null or person.employed_from < ${end})
    union
    select person_id from shift
    where site_id = ${site} and date >= ${first} and date < ${end} and person_id is not null
    union
    select value from json_each(${JSON.stringify(also)})
  `.execute(db);
  const ids = rows.map((row) => row.id);
  const people = await loadGrounds(db, ids, from, to + 1);
  const shifts = new Map<string, Worked>();
  for (const one of await loadWorked(db, site, ids, [from, to], [from - BEFORE, to + AFTER]))
    shifts.set(one.shift.id, one);
  const balances = await loadPlanBalances(db, ids, from, to);
  return { setUp, people, shifts, balances, field: await loadFieldRows(db, site, from, to) };
}

/** The people that changes of rows name. */
export function peopleIn(changes: readonly RowChange[]): string[] {
  const ids = new Set<string>();
  for (const { table, before, after } of changes)
    if (isPersonTable(table))
      for (const row of [before, after]) {
        const id = table === 'person' ? row?.id : row?.person_id;
        if (typeof id === 'string') ids.add(id);
      }
  return [...ids];
}

function isPersonTable(table: TableName): table is PersonTableName {
  return (PERSON_TABLES as readonly TableName[]).includes(table);
}

/** The rows as they would be after changes; nothing is written. What no plan knows of is left out. */
export function withRows(rows: PlanRows, changes: readonly RowChange[]): PlanRows {
  if (changes.length === 0) return rows;
  // What plans make of the shifts is remembered by the map that holds them: it stays where none of them changes.
  const ofShifts = changes.filter(({ table }) => table === 'shift');
  const shifts = ofShifts.length > 0 ? new Map(rows.shifts) : null;
  for (const { before, after } of ofShifts) {
    if (before) shifts!.delete(String(before.id));
    if (after) shifts!.set(String(after.id), workedOf(after as unknown as StoredShift));
  }
  const ofPeople = changes.filter(({ table }) => isPersonTable(table));
  return {
    setUp: withChanges(rows.setUp, changes),
    people: withPeople(rows.people, ofPeople),
    shifts: shifts ?? rows.shifts,
    balances: rows.balances,
    field: rows.field && withChanges(rows.field, changes),
  };
}

function withPeople(
  people: ReadonlyMap<string, PersonGround>,
  changes: readonly RowChange[],
): ReadonlyMap<string, PersonGround> {
  if (changes.length === 0) return people;
  const ownerOf = new Map<Value, Value>();
  for (const ground of people.values())
    for (const version of ground.availability) ownerOf.set(version.id, version.person_id);
  for (const { table, before, after } of changes)
    if (table === 'availability') ownerOf.set((after ?? before)!.id, (after ?? before)!.person_id);
  const owner = ({ table, before, after }: RowChange): Value | undefined => {
    const row = (after ?? before)!;
    if (table === 'person') return row.id;
    return table === 'availability_block' ? ownerOf.get(row.availability_id) : row.person_id;
  };
  const next = new Map(people);
  for (const [id, mine] of groupedBy(changes, owner)) {
    if (typeof id !== 'string') continue;
    const ground = withChanges(next.get(id) ?? NO_GROUND, mine);
    if (ground.person.length > 0) next.set(id, ground);
    else next.delete(id);
  }
  return next;
}

/** The rows as they would be after changes of a site's shifts; nothing is written. */
export function withShiftChanges(rows: PlanRows, site: string, changes: readonly Change[]): PlanRows {
  if (changes.length === 0) return rows;
  const shifts = new Map(rows.shifts);
  for (const change of changes)
    if (change.do === 'add') shifts.set(change.shift.id, { site, shift: change.shift });
    else if (change.do === 'remove') shifts.delete(change.id);
    else if (change.do === 'set') {
      const there = shifts.get(change.id);
      if (there) shifts.set(change.id, { site: there.site, shift: { ...there.shift, ...change.shift } });
    }
  return { ...rows, shifts };
}
