import { type Result, fail } from '@/core/plan/problem';
import type { Basis } from '@/core/requests/moved';
import { beginningOf, type RequestRules } from '@/core/requests/rules';
import type { Database } from '@/data/database';
import type { ShiftRequest } from '@/data/requests/request-store';
import { namesOfPeople } from '@/data/people/people-names';
import type { Actor } from '../access/actor';
import { isOwner } from '../access/permissions';
import { timestamp } from '../now';
import { type CommandEffect, type Context, command } from '../commands/command';
import { together } from '../commands/together';
import { editableRoles } from '../plan/queries';
import { reassigned } from '../publish/reassign';
import { notAsItWas } from './ask';
import { type RequestGround, loadGround, requestSite } from './ground';
import { APPROVE_REQUESTS, ASK_ABOUT_REQUEST, DECIDE_REQUEST, TAKE_BACK_REQUEST } from './schema';
import { approvedEffect, movesOf, requestById, stepEffect, stepRows, stepped, textOf } from './step';
import { peopleOf } from './words';

type Work = Promise<Result<{ work: CommandEffect }>>;

/** Decides about a request: approving it does what it asks for, in one step, and publishes just that. */
export const decideRequest = command<
  'request.decide',
  { site: string; request: string; decision: 'approve' | 'decline'; reason: string }
>({
  kind: 'request.decide',
  permission: 'requests.decide',
  capability: 'requests',
  scope: ({ site }) => ({ sites: [site] }),
  input: DECIDE_REQUEST,
  async prepare(context, { site, request: id, decision, reason }): Work {
    const found = await decidable(context, site, id);
    if (!found.ok) return found;
    const { request, ground } = found;
    if (decision === 'approve') return approved(context, ground, request, reason);
    const next = stepped(request, { do: 'decline' });
    if (!next.ok) return next;
    const told = ['asker', ...(request.state === 'waiting' ? (['colleague'] as const) : [])] as const;
    const step = { what: 'declined it', words: reason, told };
    return { ok: true, work: await stepEffect(context, ground, request, next.request, step) };
  },
});

/** Approves several requests at once, all or none. */
export const approveRequests = command<'request.approve', { site: string; requests: readonly string[] }>({
  kind: 'request.approve',
  permission: 'requests.decide',
  capability: 'requests',
  scope: ({ site }) => ({ sites: [site] }),
  input: APPROVE_REQUESTS,
  async prepare(context, { site, requests }): Work {
    const works: CommandEffect[] = [];
    const seen = new Set<string>();
    for (const [i, id] of requests.entries()) {
      const found = await decidable(context, site, id);
      if (!found.ok) return found;
      // Two that meet in a shift or a person are decided one after the other: each was looked at without the other.
      const parts = [
        ...peopleOf(found.request),
        ...found.request.mine.map((one) => one.id),
        ...found.request.theirs.map((one) => one.id),
      ];
      if (parts.some((part) => seen.has(part)))
        return fail(
          'request',
          'two of these concern the same person or shift: decide them one by one',
          `input.requests[${i}]`,
        );
      for (const part of parts) seen.add(part);
      const done = await approved(context, found.ground, found.request, '');
      if (!done.ok) return done;
      works.push(done.work);
    }
    const [first, ...others] = works;
    const title = works.length === 1 ? first.title : `Approved ${works.length} requests`;
    return { ok: true, work: { ...together(first, others), title } };
  },
});

async function approved(context: Context, ground: RequestGround, request: ShiftRequest, words: string): Work {
  if (request.state !== 'waiting') return fail('request', 'it does not wait for a decision', 'input.request');
  const refused = notAsItWas(ground, request);
  if (refused) return refused;
  return approvedEffect(context, ground, request, request, [{ what: 'approved it', words }]);
}

/** Asks the asker something before deciding; it stays in the trail. */
export const askAboutRequest = command<'request.question', { site: string; request: string; words: string }>({
  kind: 'request.question',
  permission: 'requests.decide',
  capability: 'requests',
  scope: ({ site }) => ({ sites: [site] }),
  input: ASK_ABOUT_REQUEST,
  async prepare(context, { site, request: id, words }): Work {
    const found = await decidable(context, site, id);
    if (!found.ok) return found;
    const next = stepped(found.request, { do: 'ask' });
    if (!next.ok) return next;
    const step = { what: 'asked back', words, told: ['asker' as const] };
    return { ok: true, work: await stepEffect(context, found.ground, found.request, next.request, step) };
  },
});

/** Takes an approval back while no shift of it has begun: the shifts go back to whose they were, and all are told. */
export const takeBackRequest = command<
  'request.take-back',
  { site: string; request: string; reason: string }
>({
  kind: 'request.take-back',
  permission: 'requests.decide',
  capability: 'requests',
  scope: ({ site }) => ({ sites: [site] }),
  input: TAKE_BACK_REQUEST,
  async prepare(context, { site, request: id, reason }): Work {
    const found = await decidable(context, site, id);
    if (!found.ok) return found;
    const { request, ground } = found;
    if (request.state !== 'approved' || request.takenBack !== null)
      return fail('request', 'there is no approval to take back', 'input.request');
    const { published, now } = ground;
    if (beginningOf([...request.mine, ...request.theirs]) <= now)
      return fail('too-late', 'a shift of it has begun', 'input.request');
    const moves = await movesOf(context.db, ground, request, true);
    if (moves.some(({ id: shift, from }) => published.get(shift)?.person !== from))
      return fail('changed-meanwhile', 'a shift of it went to somebody else since', 'input.request');
    const names = await namesOfPeople(context.db, peopleOf(request));
    const title = `Took back: ${textOf(request, ground, names)}`;
    const back = await reassigned(context, site, moves, { title, agreed: new Set() });
    const after = { ...request, takenBack: timestamp(), seenAt: null };
    return {
      ok: true,
      work: together(
        {
          title,
          rows: stepRows(context.actor.id, request, after, [
            { what: 'took the approval back', words: reason },
          ]),
          subjects: peopleOf(request).map((who) => ({ kind: 'person' as const, id: who })),
          ...{ sites: [], affected: [site], isFinal: true },
        },
        [back],
      ),
    };
  },
});

/** A request that who asks may decide about, with what it is judged by. */
async function decidable(
  { db, actor }: Context,
  site: string,
  id: string,
): Promise<Result<{ request: ShiftRequest; ground: RequestGround }>> {
  const found = await requestById(db, id, site);
  if (!found.ok) return found;
  const at = await requestSite(db, site);
  if (!at.ok) return at;
  const { request } = found;
  const mayDecide = await decider(db, actor, site, at.at.rules);
  if (!mayDecide(request)) return fail('forbidden', 'this is for others to decide', 'input.request');
  return { ok: true, request, ground: await loadGround(db, at.at, [request]) };
}

/**
 * Whether somebody decides about requests of a site, request by request: whoever plans the site; where leads decide,
 * those in whose area all its shifts are. Nobody about their own but an owner.
 */
export async function decider(
  db: Database,
  actor: Actor,
  site: string,
  { leadsDecide }: RequestRules,
): Promise<(request: ShiftRequest) => boolean> {
  const roles = await editableRoles(db, actor, site);
  return (request) => {
    if (actor.person !== null && peopleOf(request).includes(actor.person) && !isOwner(actor)) return false;
    if (roles === null) return true;
    const isTheirs = ({ role }: Basis) => role !== null && roles.includes(role);
    return leadsDecide && [...request.mine, ...request.theirs].every(isTheirs);
  };
}
