import { groupedBy } from '@/core/grouped';
import { balanceParts, endsNext } from '@/core/leave/balance';
import { formatAmount } from '@/core/leave/leave-type';
import { amountOf } from '@/core/leave/count-days';
import { isWaiting } from '@/core/leave/request';
import { type Day, parseDate } from '@/core/time/day';
import { formatLongDay } from '@/core/time/format';
import { type StoredEntry, loadEntries, loadLeaveTypes, requestFromRow } from '@/data/leave/leave-store';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';
import type { Actor } from '../access/actor';
import { checkAccess, homesOf } from '../access/permissions';
import { todayOf } from '../commands/request';
import type { BalanceCell, BalancesPage, GrantedTo } from './payload';

/** Everybody at home at a site with what is left of each kind of leave: for who sees their leave there. */
export async function balancesAt(db: Database, actor: Actor, site: string): Promise<BalancesPage> {
  const today = await todayOf(db, site);
  const types = (await loadLeaveTypes(db)).filter(({ balance }) => balance !== null);
  const rows = await db
    .selectFrom('person')
    .select(['id', 'name', 'groups', 'employed_from', 'employed_to', 'manager_id'])
    .orderBy('name')
    .execute();
  const homes = await homesOf(
    db,
    rows.map(({ id }) => id),
  );
  const seesAll = checkAccess(actor, 'leave.read', site) === null;
  const people = rows.filter(
    ({ id, manager_id: manager, employed_to: until }) =>
      homes.get(id)?.home === site &&
      (until === null || parseDate(until)! >= today) &&
      (seesAll || (actor.person !== null && manager === actor.person)),
  );
  const ids = people.map(({ id }) => id);
  const entries = groupedBy(await loadEntries(db, ids), ({ person, type }) => `${person} ${type}`);
  const waiting = await waitingOf(db, ids);
  return {
    today,
    types: types.map(({ id, name, mark, ink, unit, isRetired }) => ({
      id,
      name,
      mark,
      ink,
      unit,
      isRetired,
    })),
    people: people.map(({ id, name, groups, employed_from: from }) => {
      const hired = from === null ? null : parseDate(from);
      const cells: Record<string, BalanceCell> = {};
      for (const type of types) {
        const mine = entries.get(`${id} ${type.id}`) ?? [];
        const asked = waiting.get(`${id} ${type.id}`) ?? 0;
        if (mine.length > 0 || asked > 0) cells[type.id] = cellOf(mine, type, hired, today, asked);
      }
      return { id, name, groups: JSON.parse(groups) as string[], from: hired, cells };
    }),
    standing: await standingGrants(db, site),
    mayGrant: checkAccess(actor, 'leave.grant', site) === null,
  };
}

function cellOf(
  entries: readonly StoredEntry[],
  { entitlement, carryOver }: Awaited<ReturnType<typeof loadLeaveTypes>>[number],
  hired: Day | null,
  today: Day,
  waiting: number,
): BalanceCell {
  const year = entitlement?.year ?? { from: 'calendar' as const };
  const ends = carryOver ? endsNext(entries, year, hired, carryOver, today) : null;
  return { ...balanceParts(entries, year, hired, today), waiting, ends };
}

async function waitingOf(db: Database, people: readonly string[]): Promise<Map<string, number>> {
  const rows = await db
    .selectFrom('leave_request')
    .selectAll()
    .where('state', '=', 'sent')
    .where('person_id', 'in', amongTexts(people))
    .execute();
  const all = new Map<string, number>();
  for (const request of rows.map(requestFromRow)) {
    const key = `${request.person} ${request.type.id}`;
    if (isWaiting(request)) all.set(key, (all.get(key) ?? 0) + amountOf(request.days));
  }
  return all;
}

async function standingGrants(db: Database, at: string): Promise<BalancesPage['standing']> {
  const rows = await db.selectFrom('leave_grant').selectAll().where('is_ended', '=', 0).execute();
  const types = new Map((await loadLeaveTypes(db)).map((type) => [type.id, type]));
  return rows.flatMap(({ id, type_id, amount, date, whom }) => {
    const { site, to } = JSON.parse(whom) as { site: string | null; to: GrantedTo };
    const type = types.get(type_id);
    if (!type || (site !== null && site !== at)) return [];
    const who = to.kind === 'groups' ? `who joins ${to.groups.join(', ')}` : 'who joins';
    return [
      {
        id,
        site,
        text: `${formatAmount(amount, type.unit)} of ${type.name} of ${formatLongDay(parseDate(date)!)}, its share to ${who} later`,
      },
    ];
  });
}
