import { type Result, fail } from '@/core/plan/problem';
import { basisOf } from '@/core/requests/moved';
import { beginningOf, ruleFault, whyDecided } from '@/core/requests/rules';
import type { Database } from '@/data/database';
import { loadPublishedById } from '@/data/publish/publication-store';
import { type ShiftRequest, findShiftRequest, requestsAbout } from '@/data/requests/request-store';
import { BUSINESS } from '../access/permissions';
import { timestamp } from '../now';
import { type CommandEffect, type Context, command } from '../commands/command';
import { refuseOff } from '../site/capabilities';
import { staffSites } from '../staff/own-page';
import {
  type RequestGround,
  type RequestSite,
  effectsOf,
  exchangeFault,
  loadGround,
  movedOf,
  requestSite,
} from './ground';
import type { AskDraft } from './payload';
import { ANSWER_REQUEST, ASK_REQUEST, OWN_REQUEST, REPLY_REQUEST } from './schema';
import { type Step, approvedEffect, requestById, stepEffect, stepped } from './step';
import { shiftIdsOf } from './words';

type Work = Promise<Result<{ work: CommandEffect }>>;

/**
 * Asks for something about shifts: a colleague first, where one has to agree, else whoever decides; or keeps it for
 * later.
 */
export const askRequest = command<'request.ask', AskDraft>({
  kind: 'request.ask',
  permission: 'self',
  scope: () => BUSINESS,
  input: ASK_REQUEST,
  async prepare(context, draft): Work {
    const { db, actor } = context;
    const { site, kind, mine, theirs } = draft;
    const { person } = actor;
    if (person === null) return fail('forbidden', 'this account belongs to nobody who works here');
    if (!staffSites(actor).includes(site))
      return fail('unknown', 'there is no such site of yours', 'input.site');
    const off = await refuseOff(db, 'requests', [site]);
    if (off) return off;
    const wrong = formFault(draft, person);
    if (wrong) return wrong;
    if (await findShiftRequest(db, draft.id)) return fail('taken', 'this was asked already', 'input.id');
    const found = await requestSite(db, site);
    if (!found.ok) return found;
    const published = new Map(
      (await loadPublishedById(db, site, [...mine, ...theirs])).map((one) => [one.id, one]),
    );
    // Where names are not shown it is whoever has the shift.
    const has = kind === 'swap' ? (published.get(theirs[0])?.person ?? null) : null;
    const colleague = draft.colleague ?? has;
    if (colleague === person) return fail('input', 'nobody swaps with themselves', 'input.theirs');
    if (kind === 'swap' && colleague === null)
      return fail('unknown', 'there is no such shift', 'input.theirs[0]');
    const whose = kind === 'take' ? null : colleague;
    for (const [path, ids, owner] of [
      ['mine', mine, person],
      ['theirs', theirs, whose],
    ] as const)
      for (const [i, id] of ids.entries()) {
        const shift = published.get(id);
        const at = `input.${path}[${i}]`;
        if (path === 'theirs' && kind === 'take' && shift && shift.person !== null)
          return fail('taken', 'somebody else has this shift already', at);
        if (!shift || shift.person !== owner)
          return fail(
            'unknown',
            path === 'mine' ? 'there is no such shift of yours' : 'there is no such shift',
            at,
          );
      }
    const basis = (ids: readonly string[]) => ids.map((id) => basisOf(site, published.get(id)!));
    const request: ShiftRequest = {
      ...{ id: draft.id, site, kind, asker: person, colleague, mine: basis(mine), theirs: basis(theirs) },
      ...{ state: 'drafted', isAsked: false, at: timestamp(), note: draft.note },
      ...{ decidedAt: null, takenBack: null, seenAt: null },
    };
    if (draft.send !== false) return sent(context, found.at, null, request);
    const twice = await askedTwice(db, request);
    if (twice) return twice;
    const ground = await loadGround(db, found.at, [request]);
    const step = { what: 'kept it for later', words: '', told: [] };
    return { ok: true, work: await stepEffect(context, ground, null, request, step) };
  },
});

/** Sends what one kept for later, as its shifts are now. */
export const sendRequest = command<'request.send', { request: string }>({
  kind: 'request.send',
  permission: 'self',
  scope: () => BUSINESS,
  input: OWN_REQUEST,
  async prepare(context, { request: id }): Work {
    const found = await ownRequest(context, id);
    if (!found.ok) return found;
    const { request, at } = found;
    const off = await refuseOff(context.db, 'requests', [request.site]);
    if (off) return off;
    const ground = await loadGround(context.db, at, [request]);
    const moved = movedOf(ground, request);
    if (moved.length > 0) return fail('changed-meanwhile', moved.join(' '), 'input.request');
    return sent(context, at, request, request, ground);
  },
});

/** A request on its way: to a colleague, or to whoever decides. `before`: as it was kept; null: it is new. */
async function sent(
  context: Context,
  at: RequestSite,
  before: ShiftRequest | null,
  request: ShiftRequest,
  known: RequestGround | null = null,
): Work {
  const { db } = context;
  const { kind, asker, note } = request;
  const late = ruleFault(at.rules, kind, [...request.mine, ...request.theirs], at.now);
  if (late) return fail('request', late, 'input.kind');
  const twice = await askedTwice(db, request);
  if (twice) return twice;
  const ground = known ?? (await loadGround(db, at, [request]));
  const fault = exchangeFault(ground, request, asker);
  if (fault) return fail('request', `${fault}.`, 'input.theirs');
  const next = stepped(request, { do: 'send' });
  if (!next.ok) return next;
  const step: Step = { what: 'asked', words: note };
  if (kind === 'take' && isByItself(ground, next.request))
    return approvedEffect(context, ground, before, next.request, [step, BY_ITSELF]);
  const told = kind === 'take' ? ['deciders' as const] : ['colleague' as const];
  return { ok: true, work: await stepEffect(context, ground, before, next.request, { ...step, told }) };
}

const BY_ITSELF: Step = { what: 'approved by the rules of the site', words: '' };

/** What is wrong with the form of what is asked: each kind has shifts and a colleague of its own. */
function formFault({ kind, mine, theirs, colleague }: AskDraft, person: string) {
  const own = kind !== 'take';
  const other = kind === 'swap' || kind === 'take';
  const named = kind === 'hand-over';
  if (own !== mine.length > 0)
    return fail('input', own ? 'say which shift of yours' : 'none of yours', 'input.mine');
  if (other !== theirs.length > 0)
    return fail('input', other ? 'say which shift' : 'none of theirs', 'input.theirs');
  if (kind !== 'swap' && named !== (colleague !== null))
    return fail('input', named ? 'say who is asked' : 'nobody is asked first', 'input.colleague');
  if (kind === 'take' && theirs.length > 1) return fail('input', 'one open shift at a time', 'input.theirs');
  return colleague === person ? fail('input', 'nobody swaps with themselves', 'input.colleague') : null;
}

/** One person's requests for the same shift exclude each other. */
export async function askedTwice(db: Database, request: Pick<ShiftRequest, 'asker' | 'mine' | 'theirs'>) {
  const ids = new Set(shiftIdsOf(request));
  const others = await requestsAbout(db, request.asker, 200);
  const twice = others.some(
    (one) =>
      one.asker === request.asker &&
      (one.state === 'with-colleague' || one.state === 'waiting') &&
      shiftIdsOf(one).some((id) => ids.has(id)),
  );
  return twice ? fail('twice', 'you ask for this shift already: withdraw that first', 'input.mine') : null;
}

function isByItself(ground: RequestGround, request: ShiftRequest): boolean {
  const effects = effectsOf(ground, request);
  const shifts = [...request.mine, ...request.theirs];
  const roles = shifts.map(({ role }) => role);
  const left = beginningOf(shifts) - ground.now;
  return effects !== null && whyDecided(ground.rules, request.kind, { roles, effects, left }) === null;
}

/** Says yes or no to a colleague, takes what somebody gives up, or takes a yes back. */
export const answerRequest = command<
  'request.answer',
  { request: string; answer: 'yes' | 'no'; words: string }
>({
  kind: 'request.answer',
  permission: 'self',
  scope: () => BUSINESS,
  input: ANSWER_REQUEST,
  async prepare(context, { request: id, answer, words }): Work {
    const { db, actor } = context;
    const { person } = actor;
    const found = await requestById(db, id);
    if (!found.ok) return found;
    const { request } = found;
    const isAsked =
      request.colleague === person || (request.kind === 'give-up' && request.colleague === null);
    if (person === null || !isAsked || !staffSites(actor).includes(request.site) || request.asker === person)
      return fail('unknown', 'there is no such request to you', 'input.request');
    const at = await requestSite(db, request.site);
    if (!at.ok) return at;
    if (answer === 'no') {
      const event = request.state === 'waiting' ? 'step-back' : 'refuse';
      const next = stepped(request, { do: event, by: person });
      if (!next.ok) return next;
      const ground = await loadGround(db, at.at, [request]);
      const step = {
        what: event === 'refuse' ? 'said no' : 'took the yes back',
        words,
        told: ['asker' as const],
      };
      return { ok: true, work: await stepEffect(context, ground, request, next.request, step) };
    }
    const agreed = stepped(request, { do: 'agree', by: person });
    if (!agreed.ok) return agreed;
    const ground = await loadGround(db, at.at, [agreed.request]);
    const refused = notAsItWas(ground, agreed.request, person);
    if (refused) return refused;
    const step: Step = { what: 'said yes', words };
    if (isByItself(ground, agreed.request))
      return approvedEffect(context, ground, request, agreed.request, [step, BY_ITSELF]);
    const told = ['asker', 'deciders'] as const;
    return { ok: true, work: await stepEffect(context, ground, request, agreed.request, { ...step, told }) };
  },
});

/** Why a request cannot go on: its shifts are not what they were, have begun, or somebody could not work them now. */
export function notAsItWas(ground: RequestGround, request: ShiftRequest, viewer: string | null = null) {
  const moved = movedOf(ground, request);
  if (moved.length > 0) return fail('changed-meanwhile', moved.join(' '), 'input.request');
  if (beginningOf([...request.mine, ...request.theirs]) <= ground.now)
    return fail('too-late', 'the shift has begun', 'input.request');
  const fault = exchangeFault(ground, request, viewer);
  return fault ? fail('request', `${fault}.`, 'input.request') : null;
}

/** Takes one's own request back while nobody has decided about it. */
export const withdrawRequest = command<'request.withdraw', { request: string }>({
  kind: 'request.withdraw',
  permission: 'self',
  scope: () => BUSINESS,
  input: OWN_REQUEST,
  prepare: (context, { request }) =>
    ownStep(context, request, 'withdraw', {
      ...{ what: 'withdrew it', words: '' },
      told: ['colleague'],
    }),
});

/** Answers what was asked about one's own request. */
export const replyRequest = command<'request.reply', { request: string; words: string }>({
  kind: 'request.reply',
  permission: 'self',
  scope: () => BUSINESS,
  input: REPLY_REQUEST,
  prepare: (context, { request, words }) =>
    ownStep(context, request, 'answer', { what: 'answered', words, told: ['deciders'] }),
});

/** Asks anew for one's own request whose shifts were changed, as they are now. */
export const renewRequest = command<'request.renew', { request: string }>({
  kind: 'request.renew',
  permission: 'self',
  scope: () => BUSINESS,
  input: OWN_REQUEST,
  async prepare(context, { request: id }): Work {
    const { db } = context;
    const found = await ownRequest(context, id);
    if (!found.ok) return found;
    const { request, at } = found;
    const published = new Map(
      (await loadPublishedById(db, request.site, shiftIdsOf(request))).map((one) => [one.id, one]),
    );
    const now = (basis: ShiftRequest['mine']) =>
      basis.flatMap((was) => {
        const shift = published.get(was.id);
        return shift && shift.person === was.person ? basisOf(request.site, shift) : [];
      });
    const fresh = { ...request, mine: now(request.mine), theirs: now(request.theirs) };
    if (shiftIdsOf(fresh).length < shiftIdsOf(request).length)
      return fail('request', 'a shift of it is somebody else’s or gone: withdraw it', 'input.request');
    const next = stepped(fresh, { do: 'renew' });
    if (!next.ok) return next;
    const ground = await loadGround(db, at, [next.request]);
    const refused = notAsItWas(ground, next.request, request.asker);
    if (refused) return refused;
    const told = [next.request.state === 'waiting' ? ('deciders' as const) : ('colleague' as const)];
    const step = { what: 'asked anew', words: '', told };
    return { ok: true, work: await stepEffect(context, ground, request, next.request, step) };
  },
});

/** Notes that one looked at what became of one's request. */
export const seeRequest = command<'request.see', { request: string }>({
  kind: 'request.see',
  permission: 'self',
  scope: () => BUSINESS,
  input: OWN_REQUEST,
  async prepare(context, { request: id }): Work {
    const found = await ownRequest(context, id);
    if (!found.ok) return found;
    const { request, at } = found;
    const ground = await loadGround(context.db, at, [request]);
    const seen = { ...request, seenAt: request.seenAt ?? timestamp() };
    const work = await stepEffect(context, ground, request, seen, { what: 'saw it', words: '', told: [] });
    // Looking is no step of the request.
    return { ok: true, work: { ...work, rows: work.rows.filter(({ table }) => table === 'shift_request') } };
  },
});

async function ownStep(
  context: Context,
  id: string,
  event: 'withdraw' | 'answer',
  step: Parameters<typeof stepEffect>[4],
): Work {
  const found = await ownRequest(context, id);
  if (!found.ok) return found;
  const { request, at } = found;
  const next = stepped(request, { do: event });
  if (!next.ok) return next;
  const ground = await loadGround(context.db, at, [request]);
  // Nobody knows of what was not sent.
  const told = request.state === 'drafted' ? [] : step.told;
  return {
    ok: true,
    work: await stepEffect(context, ground, request, next.request, { ...step, told }),
  };
}

/** A request of who asks, with the site it is about. */
async function ownRequest(
  { db, actor }: Context,
  id: string,
): Promise<Result<{ request: ShiftRequest; at: RequestSite }>> {
  const found = await requestById(db, id);
  if (!found.ok || found.request.asker !== actor.person)
    return fail('unknown', 'there is no such request of yours', 'input.request');
  const site = await requestSite(db, found.request.site);
  return site.ok ? { ok: true, request: found.request, at: site.at } : site;
}
