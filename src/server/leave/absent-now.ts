import { spansOfDays } from '@/core/leave/asked';
import type { LeaveType } from '@/core/leave/leave-type';
import { formatDate, parseDate, startOfWeek } from '@/core/time/day';
import { formatDay, formatTimeSpan } from '@/core/time/format';
import { DAY } from '@/core/time/span';
import type { Shift } from '@/core/plan/types';
import { type StoredRequest, requestFromRow } from '@/data/leave/leave-store';
import type { Database } from '@/data/database';
import { loadPublications } from '@/data/publish/publication-store';
import { listSites } from '@/data/site/site-store';
import { shiftsById } from '@/data/week/shift-store';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { nowAt } from '../now';
import { type LeavePerson, loadLeavePeople } from './ground';
import { isWithin } from './look';
import type { AbsentNow } from './payload';
import { touchedBy } from './touched';

/** Kinds of leave, what nobody has to approve first: those are what somebody who cannot come says. */
export function absenceTypes(
  types: readonly Pick<LeaveType, 'id' | 'name' | 'approval'>[],
): readonly { readonly id: string; readonly name: string }[] {
  return [...types]
    .sort((a, b) => Number(b.approval === 'nobody') - Number(a.approval === 'nobody'))
    .map(({ id, name }) => ({ id, name }));
}

/** Who at home at a site cannot come just now, for who plans there: with the shifts that are still theirs or turned open. */
export async function absentAt(db: Database, actor: Actor, site: string): Promise<AbsentNow[]> {
  if (checkAccess(actor, 'leave.decide', site) !== null) return [];
  const rows = await db
    .selectFrom('leave_request')
    .selectAll()
    .where('state', '=', 'sent')
    .where('is_absence', '=', 1)
    .execute();
  const requests = rows.map(requestFromRow).flatMap((request) => {
    const days = request.days.filter(({ state }) => state === 'approved');
    return days.length > 0 ? { ...request, days, last: days.at(-1)!.date } : [];
  });
  const { timeZone } = (await listSites(db)).find(({ id }) => id === site)!;
  const today = parseDate(nowAt(timeZone).date)!;
  const current = requests.filter(({ last }) => last >= today);
  const people = await loadLeavePeople(
    db,
    current.map(({ person }) => person),
  );
  const found: AbsentNow[] = [];
  for (const { days, last, ...request } of current) {
    const person = people.get(request.person);
    if (person?.home.id !== site) continue;
    found.push({
      ...{ request: request.id, person: person.id, name: person.name, type: request.type.name },
      ...{ note: request.note, last, shifts: await shiftsOf(db, person, { ...request, days }) },
    });
  }
  return found;
}

async function shiftsOf(
  db: Database,
  person: LeavePerson,
  { days, at }: Pick<StoredRequest, 'days' | 'at'>,
): Promise<AbsentNow['shifts']> {
  const sites = new Map((await listSites(db)).map((one) => [one.id, one]));
  const line = (site: string, shift: Shift, isOpen: boolean) => {
    const { weekStart, hourFormat } = sites.get(site)!;
    return {
      ...{ id: shift.id, site, week: formatDate(startOfWeek(shift.date, weekStart)), isOpen },
      text: `${formatDay(shift.date)}, ${formatTimeSpan(shift.from, shift.to, hourFormat)}`,
    };
  };
  const theirs = (await touchedBy(db, person, days)).map(({ site, published, draft }) =>
    line(site, (published ?? draft)!, false),
  );
  const spans = spansOfDays(days);
  const [from, to] = [Math.floor(spans[0].from / DAY) - 1, Math.ceil(spans.at(-1)!.to / DAY)];
  const opened: { site: string; id: string }[] = [];
  for (const site of sites.keys())
    for (const publication of await loadPublications(db, site, from, to))
      for (const { before, after } of publication.at >= at ? publication.changes : [])
        if (before?.person === person.id && after?.person === null && isWithin(before, spans))
          opened.push({ site, id: before.id });
  // Somebody may have it by now.
  const now = await shiftsById(
    db,
    opened.map(({ id }) => id),
  );
  const open = now
    .filter(({ shift }) => shift.person === null)
    .map(({ site, shift }) => line(site, shift, true));
  return [...theirs, ...open];
}
