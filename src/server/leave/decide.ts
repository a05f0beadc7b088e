import { formatAskedDays } from '@/core/leave/asked-text';
import { isWaiting } from '@/core/leave/request';
import { type Result, fail } from '@/core/plan/problem';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import { CALENDAR, type StoredRequest } from '@/data/leave/leave-store';
import { amongTexts } from '@/data/records/lines';
import { isOwner } from '../access/permissions';
import { type CommandEffect, type Context, command } from '../commands/command';
import { type Turn, decidesAlone, presentManagers, turnOf } from './approvers';
import { changed, givenBack, happen, requestFrom, requestOf, sent, whose } from './ask';
import { requestText } from './effect';
import type { LeavePerson } from './ground';
import { lookAt } from './look';
import type { ShiftChoice } from './payload';
import type { AskedLeave } from '@/core/leave/asked';
import { APPROVE_LEAVE, CHANGE_LEAVE, DECIDE_BACK, DECIDE_LEAVE, MOVE_LEAVE } from './schema';
import { tellApprovers, tellDecision } from './tell';
import { shiftEffects, touchedBy } from './touched';
import { together } from '../commands/together';

interface Decision {
  readonly person: string;
  readonly request: string;
  readonly days: readonly Day[];
  readonly reason: string;
  readonly shifts: readonly ShiftChoice[];
}

/**
 * Approves days of a request, or declines it with a reason. Shifts within it stay, turn open or go to somebody in the
 * same step. The person is told, and so is whoever decides next.
 */
export const decideLeave = command<'leave.decide', Decision>({
  kind: 'leave.decide',
  permission: 'leave.decide',
  scope: ({ person }) => ({ leaveOf: [person] }),
  input: DECIDE_LEAVE,
  async prepare(context, decision) {
    const found = await open(context, decision.person, decision.request);
    return found.ok ? decided(context, found.person, found.request, decision) : found;
  },
});

/** Approves several requests as they are: those that nothing speaks against, and no other. */
export const approveLeave = command<
  'leave.approve',
  { people: readonly string[]; requests: readonly string[] }
>({
  kind: 'leave.approve',
  permission: 'leave.decide',
  scope: ({ people }) => ({ leaveOf: [...new Set(people)] }),
  input: APPROVE_LEAVE,
  async prepare(context, { people, requests }) {
    if (people.length !== requests.length) return fail('input', 'each request is somebody’s', 'input.people');
    const effects: CommandEffect[] = [];
    for (const [i, id] of requests.entries()) {
      const found = await open(context, people[i], id);
      if (!found.ok) return found;
      const hurt = await whatHurts(context.db, found.person, found.request);
      if (hurt)
        return fail(
          'leave',
          `${found.person.name}: ${hurt} Decide that one by itself.`,
          `input.requests[${i}]`,
        );
      const days = found.request.days.map(({ date }) => date);
      const one = await decided(context, found.person, found.request, { days, reason: '', shifts: [] });
      if (!one.ok) return one;
      effects.push(one.work);
    }
    const [first, ...rest] = effects;
    const work = together(first, rest);
    const affected = effects.flatMap((one) => one.affected ?? []);
    return { ok: true, work: { ...work, affected, title: `Approved ${requests.length} requests` } };
  },
});

/** Why a request is not approved together with others; null: nothing speaks against it. */
export async function whatHurts(
  db: Database,
  person: LeavePerson,
  request: StoredRequest,
): Promise<string | null> {
  if (request.back.length > 0) return 'Days are asked back.';
  const { asked, note, type, id } = request;
  const look = await lookAt(db, person, { type, asked, note, request: id, isEntered: true });
  const [fault] = [...look.faults, ...look.closed, ...look.limits];
  if (fault) return fault.endsWith('.') ? fault : `${fault}.`;
  const touched = await touchedBy(db, person, request.days);
  return touched.length > 0
    ? `${touched.length} ${touched.length === 1 ? 'shift lies' : 'shifts lie'} within it.`
    : null;
}

async function decided(
  context: Context,
  person: LeavePerson,
  request: StoredRequest,
  { days, reason, shifts }: Pick<Decision, 'days' | 'reason' | 'shifts'>,
): Promise<Result<{ work: CommandEffect }>> {
  if (!isWaiting(request)) return fail('too-late', 'this was decided already', 'input.request');
  const strange = days.find((day) => !request.days.some(({ date }) => date === day));
  if (strange !== undefined) return fail('input', 'this day was not asked for', 'input.days');
  const happened = happen(request, days.length > 0 ? { do: 'approve', days } : { do: 'decline' });
  if (!happened.ok) return happened;
  const next = { ...happened.request, seenAt: null };
  const approved = next.days.filter(({ state }) => state === 'approved');
  const { asked, note, type, id } = request;
  const look = await lookAt(context.db, person, { type, asked, note, request: id, isEntered: true });
  const passed = days.length > 0 ? [...look.limits, ...look.closed, ...look.faults] : [];
  const text = requestText(request, person);
  const all = days.length === request.days.length;
  const dates = formatAskedDays(
    request.days.filter(({ date }) => days.includes(date)),
    person.today,
    person.home.hourFormat,
  );
  const what = days.length === 0 ? 'declined it' : all ? 'approved it' : `approved ${dates}`;
  const noted = passed.length > 0 ? `${what}, knowing: ${passed.join('. ')}` : what;
  const done = await changed(context, person, request, next, {
    title: `${days.length === 0 ? 'Declined' : 'Approved'} leave of ${person.name}: ${text}`,
    trail: { what: noted, days, reason },
    onCommitted: async (trx) => {
      if (isWaiting(next)) await tellApprovers(trx, person, next);
      else await tellDecision(trx, person, next, reason);
    },
  });
  if (!done.ok) return done;
  const touched = await touchedBy(context.db, person, isWaiting(next) ? [] : approved);
  const effects = await shiftEffects(
    context,
    person,
    touched,
    isWaiting(next) ? [] : shifts,
    `Leave of ${person.name}`,
  );
  if (!effects.ok) return effects;
  return { ok: true, work: together({ ...done.work, remarks: passed }, effects.effects) };
}

/** Decides whether days are given back as they were asked back. */
export const decideLeaveBack = command<
  'leave.back',
  { person: string; request: string; agree: boolean; reason: string }
>({
  kind: 'leave.back',
  permission: 'leave.decide',
  scope: ({ person }) => ({ leaveOf: [person] }),
  input: DECIDE_BACK,
  async prepare(context, { person: id, request: of, agree, reason }) {
    const found = await open(context, id, of);
    if (!found.ok) return found;
    const { person, request } = found;
    const happened = happen(request, { do: agree ? 'give-back' : 'keep' });
    if (!happened.ok) return happened;
    const next = { ...happened.request, seenAt: null };
    return changed(context, person, request, next, {
      title: `${agree ? 'Took back' : 'Kept'} leave of ${person.name}: ${requestText(request, person)}`,
      trail: { what: agree ? 'agreed to give it back' : 'kept it as leave', days: request.back, reason },
      onCommitted: (trx) => tellDecision(trx, person, next, reason),
    });
  },
});

/** Takes approved days of somebody's leave back, without being asked for it. */
export const cancelLeave = command<
  'leave.cancel',
  { person: string; request: string; days: readonly Day[]; reason: string }
>({
  kind: 'leave.cancel',
  permission: 'leave.decide',
  scope: ({ person }) => ({ leaveOf: [person] }),
  input: CHANGE_LEAVE,
  async prepare(context, { person: id, request: of, days, reason }) {
    const found = await alone(context, id, of);
    if (!found.ok) return found;
    const { person, request } = found;
    const happened = givenBack(request, days);
    if (!happened.ok) return happened;
    const next = { ...happened.request, seenAt: null };
    return changed(context, person, request, next, {
      title: `Took back leave of ${person.name}: ${requestText({ ...request, days: request.days.filter(({ date }) => days.includes(date)) }, person)}`,
      trail: { what: 'took days back', days, reason },
      onCommitted: (trx) => tellDecision(trx, person, next, reason),
    });
  },
});

/** Puts approved leave on other days, as a scheduler does by hand: what was approved is given back, and the new entered. */
export const moveLeave = command<
  'leave.move',
  { person: string; request: string; id: string; asked: AskedLeave }
>({
  kind: 'leave.move',
  permission: 'leave.decide',
  scope: ({ person }) => ({ leaveOf: [person] }),
  input: MOVE_LEAVE,
  async prepare(context, { person: whoseId, request: of, id, asked }) {
    const found = await alone(context, whoseId, of);
    if (!found.ok) return found;
    const { person, request } = found;
    const days = request.days.flatMap(({ date, state }) => (state === 'approved' ? [date] : []));
    const given = givenBack(request, days);
    if (!given.ok) return given;
    // The days that are given back are free again for those that are entered.
    const without = {
      ...person,
      requests: person.requests.map((one) => (one.id === of ? given.request : one)),
    };
    const draft = { id, type: request.type.id, asked, note: request.note };
    const made = await requestFrom(context, without, draft, { isEntered: true, isChecked: false });
    if (!made.ok) return made;
    const entered = await sent(
      context,
      without,
      null,
      { ...made.request, type: request.type },
      'moved it here',
      'nobody',
    );
    if (!entered.ok) return entered;
    const old = await changed(context, person, request, given.request, {
      title: '',
      trail: { what: 'moved it to other days', days, reason: '' },
    });
    if (!old.ok) return old;
    const work = together({ ...entered.work, remarks: made.remarks }, [old.work]);
    return {
      ok: true,
      work: { ...work, title: `Moved leave of ${person.name}: ${requestText(made.request, person)}` },
    };
  },
});

async function theirs(
  { db, actor }: Context,
  id: string,
  of: string,
): Promise<Result<{ person: LeavePerson; request: StoredRequest }>> {
  const found = await whose(db, id);
  if (!found.ok) return found;
  const asked = await requestOf(db, id, of);
  if (!asked.ok) return asked;
  if (actor.person === id && !isOwner(actor))
    return fail('forbidden', 'nobody decides about their own leave', 'input.request');
  return { ok: true, person: found.person, request: asked.request };
}

/** A request about which the actor may do something without anybody else. */
async function alone(context: Context, id: string, of: string): ReturnType<typeof theirs> {
  const found = await theirs(context, id, of);
  if (!found.ok) return found;
  const { person, request } = found;
  const who = { id: person.id, home: person.home.id, manager: person.manager };
  return decidesAlone(context.actor, who, request.type.approval)
    ? found
    : fail('forbidden', 'a scheduler has to agree to this kind of leave', 'input.request');
}

/** A request that it is the actor's turn to decide. */
async function open(
  context: Context,
  id: string,
  of: string,
): Promise<Result<{ person: LeavePerson; request: StoredRequest }>> {
  const found = await theirs(context, id, of);
  if (!found.ok) return found;
  const { person, request } = found;
  if (!isWaiting(request) && request.back.length === 0)
    return fail('too-late', 'this was decided already', 'input.request');
  const turn = await turnAt(context, person, request);
  return turn.may ? found : fail('forbidden', 'somebody else has to decide first', 'input.request');
}

async function turnAt({ db, actor }: Context, person: LeavePerson, request: StoredRequest): Promise<Turn> {
  const managers = person.manager === null ? [] : [person.manager];
  const present = await presentManagers(db, managers);
  return turnOf(
    actor,
    request,
    { id: person.id, home: person.home.id, manager: person.manager },
    present,
    (await waitSince(db, [request])).get(request.id)!,
  );
}

/** Since when requests wait at the step they are at, by id: when they last moved. */
export async function waitSince(
  db: Database,
  requests: readonly StoredRequest[],
): Promise<Map<string, string>> {
  const rows = await db
    .selectFrom('leave_event')
    .select(['request_id', (q) => q.fn.max('at').as('at')])
    .where('request_id', 'in', amongTexts(requests.map(({ id }) => id)))
    // A reminder moves nothing.
    .where('actor', '<>', CALENDAR)
    .groupBy('request_id')
    .execute();
  const moved = new Map(rows.map(({ request_id: id, at }) => [id, at as string]));
  return new Map(requests.map(({ id, at }) => [id, moved.get(id) ?? at]));
}
