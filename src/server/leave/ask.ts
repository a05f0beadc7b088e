import { askedDays, countAsked } from '@/core/leave/asked';
import { type RequestEvent, after, draftOf, isWaiting, nextApprover, standingOf } from '@/core/leave/request';
import type { Approval, LeaveType } from '@/core/leave/leave-type';
import { same } from '@/core/same';
import { type Result, fail } from '@/core/plan/problem';
import { type StoredRequest, findRequest, loadLeaveTypes } from '@/data/leave/leave-store';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import { loadRows, rowChanges } from '@/data/records/records';
import { BUSINESS, isOwner } from '../access/permissions';
import { timestamp } from '../now';
import { refuseOff } from '../site/capabilities';
import { type CommandEffect, type Context, command } from '../commands/command';
import { decidesAlone } from './approvers';
import { affectedSites, requestRows, requestText } from './effect';
import { type LeavePerson, groundOf, loadLeavePerson } from './ground';
import { lookAt } from './look';
import type { AskDraft } from './payload';
import { ASK_BACK, ASK_LEAVE, ENTER_LEAVE, OWN_REQUEST } from './schema';
import { tellApprovers, tellDecision } from './tell';

/** Whose leave a command is about; refused where it is nobody's. */
export async function whose(db: Database, id: string | null): Promise<Result<{ person: LeavePerson }>> {
  if (id === null) return fail('forbidden', 'this account belongs to nobody who works here');
  const person = await loadLeavePerson(db, id);
  if (!person) return fail('unknown', 'there is nobody of that name', 'input.person');
  return (await refuseOff(db, 'leave', [person.home.id])) ?? { ok: true, person };
}

/** A request of somebody; refused where it is another's. */
export async function requestOf(
  db: Database,
  person: string,
  id: string,
): Promise<Result<{ request: StoredRequest }>> {
  const request = await findRequest(db, id);
  return request && request.person === person
    ? { ok: true, request }
    : fail('unknown', 'there is no such request', 'input.request');
}

/** Asks for leave, or keeps what is to be asked for as a draft that nobody else sees. */
export const askForLeave = command<'leave.ask', AskDraft & { send: boolean }>({
  kind: 'leave.ask',
  permission: 'self',
  scope: () => BUSINESS,
  input: ASK_LEAVE,
  async prepare(context, { send, ...draft }) {
    const found = await whose(context.db, context.actor.person);
    if (!found.ok) return found;
    const made = await requestFrom(context, found.person, draft, { isEntered: false, isChecked: send });
    if (!made.ok) return made;
    if (send) return sent(context, found.person, made.before, made.request, 'asked');
    const trail = { what: 'kept as a draft', days: [], reason: '' };
    return {
      ok: true,
      work: {
        title: `Draft: ${requestText(made.request, found.person)}`,
        rows: await requestRows(context, made.before, made.request, trail),
        subjects: [{ kind: 'person', id: found.person.id }],
        sites: [],
        weeks: [],
      },
    };
  },
});

/** Enters leave for somebody: it waits for whoever decides, or holds at once. */
export const enterLeave = command<'leave.enter', AskDraft & { person: string; approve: boolean }>({
  kind: 'leave.enter',
  permission: 'leave.decide',
  scope: ({ person }) => ({ leaveOf: [person] }),
  input: ENTER_LEAVE,
  async prepare(context, { person: id, approve, ...draft }) {
    const found = await whose(context.db, id);
    if (!found.ok) return found;
    if (context.actor.person === id && !isOwner(context.actor) && approve)
      return fail('forbidden', 'nobody approves their own leave: ask for it', 'input.person');
    const made = await requestFrom(context, found.person, draft, { isEntered: true, isChecked: true });
    if (!made.ok) return made;
    const { before, request } = made;
    const { person } = found;
    const who = { id: person.id, home: person.home.id, manager: person.manager };
    if (approve && !decidesAlone(context.actor, who, request.type.approval))
      return fail(
        'forbidden',
        'a scheduler has to agree to this kind of leave: let it wait',
        'input.approve',
      );
    return approve
      ? sent(context, found.person, before, request, 'entered', 'nobody')
      : sent(context, found.person, before, request, 'asked for');
  },
});

/** A request as it is asked for; refused is what cannot be sent, in words. */
export async function requestFrom(
  { db, actor }: Context,
  person: LeavePerson,
  { id, type: typeId, asked, note }: AskDraft,
  { isEntered, isChecked }: { readonly isEntered: boolean; readonly isChecked: boolean },
): Promise<Result<{ request: StoredRequest; before: StoredRequest | null; remarks: readonly string[] }>> {
  const type = (await loadLeaveTypes(db)).find((one) => one.id === typeId);
  if (!type) return fail('unknown', 'there is no such kind of leave', 'input.type');
  if (type.isRetired && isChecked) return fail('leave', `${type.name} is no longer given.`, 'input.type');
  const before = await findRequest(db, id);
  if (before && (before.person !== person.id || before.state !== 'draft'))
    return fail('taken', 'this was asked for already', 'input.id');
  const look = await lookAt(db, person, { type, asked, note, request: id, isEntered });
  if (isChecked && look.faults.length > 0) return fail('leave', look.faults.join(' '), 'input.asked');
  const days = countAsked(askedDays(asked), groundOf(person, type, id));
  if (days.length === 0) return fail('leave', look.faults.join(' '), 'input.asked');
  const request: StoredRequest = {
    ...draftOf(days),
    ...{ id, person: person.id, at: timestamp(), askedBy: actor.id, asked, type, note },
    ...{ isAbsence: false, seenAt: null },
  };
  return { ok: true, request, before, remarks: [...look.limits, ...look.closed] };
}

/** A request that goes to whoever decides, or holds at once where nobody has to. */
export async function sent(
  context: Context,
  person: LeavePerson,
  before: StoredRequest | null,
  draft: StoredRequest,
  what: string,
  approval: Approval = draft.type.approval,
): Promise<Result<{ work: CommandEffect }>> {
  const { db } = context;
  const happened = happen(draft, { do: 'send', approval });
  if (!happened.ok) return happened;
  const { request } = happened;
  const text = requestText(request, person);
  const trail = { what, days: request.days.map(({ date }) => date), reason: '' };
  return {
    ok: true,
    work: {
      title: isWaiting(request) ? `${person.name} asks for ${text}` : `${person.name}: ${text}`,
      rows: await requestRows(context, before, request, trail),
      subjects: [{ kind: 'person', id: person.id }],
      sites: [],
      affected: await affectedSites(db, person),
      // Others are told of it: who asked withdraws it, who entered it gives it back.
      isFinal: true,
      onCommitted: async (trx) => {
        if (isWaiting(request)) await tellApprovers(trx, person, request);
        else if (context.actor.person !== person.id) await tellDecision(trx, person, request, '');
      },
      answer: request.id,
    },
  };
}

/** What happens to a request, with all that is stored of it. */
export function happen(request: StoredRequest, event: RequestEvent): Result<{ request: StoredRequest }> {
  const found = after(request, event);
  return found.ok ? { ok: true, request: { ...request, ...found.request } } : found;
}

/** A request whose approved days are given back at once, without anybody having to agree. */
export function givenBack(request: StoredRequest, days: readonly Day[]): Result<{ request: StoredRequest }> {
  const asked = happen(request, { do: 'ask-back', days });
  return asked.ok ? happen(asked.request, { do: 'give-back' }) : asked;
}

/** Takes one's own request back while nobody has decided about it, or a draft. */
export const withdrawLeave = command<'leave.withdraw', { request: string }>({
  kind: 'leave.withdraw',
  permission: 'self',
  scope: () => BUSINESS,
  input: OWN_REQUEST,
  async prepare(context, { request: id }) {
    const found = await own(context, id);
    if (!found.ok) return found;
    const happened = happen(found.request, { do: 'withdraw' });
    if (!happened.ok) return happened;
    return changed(context, found.person, found.request, happened.request, {
      title: `Withdrew ${requestText(found.request, found.person)}`,
      trail: { what: 'withdrew it', days: [], reason: '' },
    });
  },
});

/** Asks to give back days that are approved. */
export const askLeaveBack = command<'leave.ask-back', { request: string; days: readonly Day[] }>({
  kind: 'leave.ask-back',
  permission: 'self',
  scope: () => BUSINESS,
  input: ASK_BACK,
  async prepare(context, { request: id, days }) {
    const found = await own(context, id);
    if (!found.ok) return found;
    const { person, request } = found;
    const over = days.filter((day) => day < person.today);
    if (over.length > 0)
      return fail('leave', 'days that are over cannot be given back by yourself', 'input.days');
    const happened = happen(request, { do: 'ask-back', days });
    if (!happened.ok) return happened;
    // Where nobody had to agree to it, nobody has to agree to its end.
    const agreed = nextApprover(happened.request) === null || request.type.approval === 'nobody';
    const ended = agreed ? happen(happened.request, { do: 'give-back' }) : happened;
    if (!ended.ok) return ended;
    return changed(context, person, request, ended.request, {
      title: `${person.name} ${agreed ? 'gave back' : 'asks to give back'} ${requestText({ ...request, days: request.days.filter(({ date }) => days.includes(date)) }, person)}`,
      trail: { what: agreed ? 'gave days back' : 'asked to give days back', days, reason: '' },
      onCommitted: async (trx) => {
        if (!agreed) await tellApprovers(trx, person, ended.request);
      },
    });
  },
});

/** Looked at what became of one's own request. */
export const seeLeave = command<'leave.see', { request: string }>({
  kind: 'leave.see',
  permission: 'self',
  scope: () => BUSINESS,
  input: OWN_REQUEST,
  async prepare(context, { request: id }) {
    const found = await own(context, id);
    if (!found.ok) return found;
    const stored = await loadRows(context.db, 'leave_request', { id });
    return {
      ok: true,
      work: {
        title: 'Looked at an answer',
        rows: rowChanges('leave_request', stored, [{ ...stored[0], seen_at: timestamp() }]),
        subjects: [],
        sites: [],
        weeks: [],
        isFinal: true,
      },
    };
  },
});

async function own(
  { db, actor }: Context,
  id: string,
): Promise<Result<{ person: LeavePerson; request: StoredRequest }>> {
  const found = await whose(db, actor.person);
  if (!found.ok) return found;
  const asked = await requestOf(db, found.person.id, id);
  return asked.ok ? { ok: true, person: found.person, request: asked.request } : asked;
}

/** What a step of a request comes to, besides what is decided about shifts. */
export async function changed(
  context: Context,
  person: LeavePerson,
  before: StoredRequest,
  request: StoredRequest,
  {
    title,
    trail,
    onCommitted,
  }: {
    readonly title: string;
    readonly trail: Parameters<typeof requestRows>[3];
    readonly onCommitted?: (trx: Database) => Promise<void>;
  },
): Promise<Result<{ work: CommandEffect }>> {
  return {
    ok: true,
    work: {
      title,
      rows: await requestRows(context, before, request, trail),
      subjects: [{ kind: 'person', id: person.id }],
      sites: [],
      affected: await affectedSites(context.db, person),
      isFinal: true,
      onCommitted,
      answer: standingOf(request),
    },
  };
}

/** Whether a kind of leave has changed since a request was made under it. */
export function hasOldRules(request: StoredRequest, types: readonly LeaveType[]): boolean {
  const now = types.find(({ id }) => id === request.type.id);
  const rules = ({ name: _name, mark: _mark, ink: _ink, ...rest }: LeaveType) => rest;
  return now !== undefined && isWaiting(request) && !same(rules(now), rules(request.type));
}
