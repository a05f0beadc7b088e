import { groupedBy } from '@/core/grouped';
import type { LeaveType } from '@/core/leave/leave-type';
import type { LeaveBalance, Person, PlanAwayLimit } from '@/core/plan/types';
import { type Day, formatDate, parseDate } from '@/core/time/day';
import type { Database } from '../database';
import { amongTexts } from '../records/lines';
import type { SiteRows } from '../site/site-rows';
import { limitFromRow, loadLeaveTypes } from './leave-store';

/** Balances that the days of a plan draw on, by person. */
export type PlanBalances = ReadonlyMap<string, readonly StoredBalance[]>;

interface StoredBalance extends Omit<LeaveBalance, 'left' | 'changes'> {
  /** All entries until the last of the days, by date. */
  readonly entries: readonly (readonly [date: Day, amount: number])[];
}

/** Reads the balances of people who take leave between two dates (`to` not included). */
export async function loadPlanBalances(
  db: Database,
  people: readonly string[],
  from: Day,
  to: Day,
): Promise<PlanBalances> {
  const taking = await db
    .selectFrom('leave_entry')
    .select(['person_id', 'type_id'])
    .distinct()
    .where('kind', '=', 'taken')
    .where('date', '>=', formatDate(from))
    .where('date', '<', formatDate(to))
    .where('person_id', 'in', amongTexts(people))
    .execute();
  if (taking.length === 0) return new Map();
  const wanted = new Set(taking.map(({ person_id, type_id }) => `${person_id} ${type_id}`));
  const rows = await db
    .selectFrom('leave_entry')
    .select(['person_id', 'type_id', 'date', 'amount'])
    .where('person_id', 'in', amongTexts(taking.map((row) => row.person_id)))
    .where('date', '<', formatDate(to))
    // On one date what is given comes first.
    .orderBy('date')
    .orderBy('amount', 'desc')
    .execute();
  const types = new Map((await loadLeaveTypes(db)).map((type): [string, LeaveType] => [type.id, type]));
  const entries = groupedBy(rows, ({ person_id, type_id }) => `${person_id} ${type_id}`);
  const found = new Map<string, StoredBalance[]>();
  for (const { person_id, type_id } of taking) {
    const type = types.get(type_id);
    const mine = entries.get(`${person_id} ${type_id}`);
    if (!type?.balance || !mine || !wanted.has(`${person_id} ${type_id}`)) continue;
    const balance: StoredBalance = {
      ...{ kind: type.name, unit: type.unit === 'hours' ? 'hours' : 'days', mayOwe: type.balance.mayOwe },
      entries: mine.map(({ date, amount }) => [parseDate(date)!, amount] as const),
    };
    found.set(person_id, [...(found.get(person_id) ?? []), balance]);
  }
  return found;
}

/** A person with the balances that the days of a plan draw on. */
export function withBalances(person: Person, stored: PlanBalances | undefined, from: Day, to: Day): Person {
  const mine = stored?.get(person.id);
  if (!mine) return person;
  const balances = mine.map(({ entries, ...rest }): LeaveBalance => ({
    ...rest,
    left: entries.reduce((sum, [date, amount]) => (date < from ? sum + amount : sum), 0),
    changes: entries.filter(([date]) => date >= from && date < to),
  }));
  return { ...person, balances };
}

/** How many may be away at once at a site, in the roles that each limit is about. */
export function awayLimitsFromRows({ leave_limit, site_role, area, role }: SiteRows): PlanAwayLimit[] {
  const roleNames = new Map(role.map(({ id, name }) => [id, name]));
  const areaNames = new Map(area.map(({ id, name }) => [id, name]));
  return leave_limit.map((row): PlanAwayLimit => {
    const { of, most, weekdays: days, from, to } = limitFromRow(row);
    const rest = { most, days, from, to };
    if (of.kind === 'site') return { ...rest, roles: null, name: null };
    if (of.kind === 'role') return { ...rest, roles: [of.id], name: roleNames.get(of.id) ?? of.id };
    const roles = site_role.filter(({ area_id }) => area_id === of.id).map(({ role_id }) => role_id);
    return { ...rest, roles, name: areaNames.get(of.id) ?? of.id };
  });
}
