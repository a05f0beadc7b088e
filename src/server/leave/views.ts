import { formatAskedDays } from '@/core/leave/asked-text';
import { amountOf } from '@/core/leave/count-days';
import type { LeaveType } from '@/core/leave/leave-type';
import { isWaiting, nextApprover, standingOf } from '@/core/leave/request';
import { groupedBy } from '@/core/grouped';
import { CALENDAR, type StoredRequest, loadLeaveTypes } from '@/data/leave/leave-store';
import type { Database } from '@/data/database';
import { namesOfPeople } from '@/data/people/people-names';
import { amongTexts } from '@/data/records/lines';
import { actorNames } from '../access/actor-names';
import { approverText } from './approvers';
import { hasOldRules } from './ask';
import type { LeavePerson } from './ground';
import type { RequestTrail, RequestView } from './payload';

/** Requests as they are shown, with their trails. */
export async function viewsOf(
  db: Database,
  requests: readonly { readonly request: StoredRequest; readonly person: LeavePerson }[],
): Promise<RequestView[]> {
  const ids = requests.map(({ request }) => request.id);
  const events = await db
    .selectFrom('leave_event')
    .selectAll()
    .where('request_id', 'in', amongTexts(ids))
    .orderBy('at')
    .execute();
  const nameOf = await actorNames(db, [
    ...events.map(({ actor }) => actor),
    ...requests.map(({ request }) => request.askedBy),
  ]);
  const types = await loadLeaveTypes(db);
  const managers = await namesOfPeople(
    db,
    requests.flatMap(({ person }) => person.manager ?? []),
  );
  const trails = groupedBy(events, ({ request_id: id }) => id);
  return requests.map(({ request, person }) => ({
    id: request.id,
    person: person.id,
    name: person.name,
    type: shownType(request.type),
    at: request.at,
    askedBy: nameOf(request.askedBy),
    standing: standingOf(request),
    when: formatAskedDays(request.days, person.today, person.home.hourFormat),
    first: request.days[0].date,
    last: request.days.at(-1)!.date,
    total: amountOf(request.days),
    days: request.days.map(({ date, part, state }) => ({ date, part, state })),
    note: request.note,
    isAbsence: request.isAbsence,
    back: request.back,
    next: approverText(nextApprover(request), managers.get(person.manager ?? '') ?? null),
    trail: (trails.get(request.id) ?? []).map(({ at, actor, what, reason }): RequestTrail => ({
      ...{ at, what, reason },
      who: actor === CALENDAR ? 'The calendar' : nameOf(actor),
    })),
    hasOldRules: hasOldRules(request, types),
  }));
}

function shownType({ id, name, mark, ink, unit }: LeaveType): RequestView['type'] {
  return { id, name, mark, ink, unit };
}

/** Whether a request was decided by somebody, and whoever it is of has not looked at that. */
export function isNews(request: StoredRequest): boolean {
  const isDecided = request.state === 'sent' && !isWaiting(request) && request.back.length === 0;
  return isDecided && request.type.approval !== 'nobody' && request.seenAt === null;
}
