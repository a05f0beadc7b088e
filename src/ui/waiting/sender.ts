import type { ChangeAnswer, SentChange, SentRequest } from '@/server/plan/payload';
import { type WaitingEdit, announce, dropEdit, refuseEdit, waitingEdits } from './waiting-edits';

/** What sending came to: nothing waits any more, or something does, with the cause if the server named one. */
export type Sent = { readonly done: true } | { readonly done: false; readonly cause: string | null };

const LOCK = 'vicenda sender';
/** What every tab of this page waits behind where the browser has no locks for tabs. */
let inTurn: Promise<unknown> = Promise.resolve();

/**
 * Sends what waits, oldest first and one after the other; in all tabs of the browser only one sends at a time. Each
 * answer is told to every tab. Stops at the first that cannot be sent now.
 */
export async function sendWaiting(): Promise<Sent> {
  if (typeof navigator !== 'undefined' && navigator.locks)
    return await navigator.locks.request(LOCK, sendInOrder);
  const turn = inTurn.then(sendInOrder);
  inTurn = turn.catch(() => undefined);
  return turn;
}

async function sendInOrder(): Promise<Sent> {
  /** How far each site is known without anything of others in between. */
  const known = new Map<string, number>();
  const ofOthers = new Set<string>();
  let othersCause: string | null = null;
  for (;;) {
    const edit = (await waitingEdits()).find((one) => one.refused === null && !ofOthers.has(one.id));
    if (!edit) return ofOthers.size === 0 ? { done: true } : { done: false, cause: othersCause };
    const site = siteOf(edit);
    const answer = await post(edit, Math.max(edit.base, known.get(site) ?? 0));
    if ('isOfAnother' in answer) {
      // It waits for its maker, and keeps nobody else's from going.
      ofOthers.add(edit.id);
      othersCause = answer.cause;
      continue;
    }
    if ('cause' in answer) return { done: false, cause: answer.cause };
    if (answer.ok) {
      if (answer.missed.length === 0) known.set(site, answer.version);
      await dropEdit(edit.id);
    } else await refuseEdit(edit, answer.problem);
    announce({ kind: 'answered', id: edit.id, answer });
  }
}

/** `/api/plan/<site>/<week>` → the site. */
function siteOf({ address }: WaitingEdit): string {
  return address.split('/')[3] ?? '';
}

/** Causes that a person can do something about. */
const TOLD: ReadonlySet<string | undefined> = new Set(['unavailable', 'signed-out']);

/** What comes back sooner or later with an answer: a server that is busy, starting or behind a proxy that is not well. */
const PASSING = new Set([401, 408, 425, 429]);

async function post(
  { id, address, days, changes, confirmed, who }: WaitingEdit,
  base: number,
): Promise<ChangeAnswer | { readonly cause: string | null; readonly isOfAnother?: true }> {
  // Edits wait with the values they were made on; where one does not, the server says so.
  const sent = changes as readonly SentChange[];
  const request: SentRequest = {
    id,
    base,
    changes: sent,
    confirmed,
    days,
    ...(who === undefined ? {} : { who }),
  };
  try {
    const response = await fetch(`${address}/changes`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(request),
    });
    const answer = (await response.json()) as ChangeAnswer;
    if (!answer.ok && response.status === 401 && answer.problem.path === 'who')
      return { cause: answer.problem.message, isOfAnother: true };
    if (response.status >= 500 || PASSING.has(response.status) || typeof answer.ok !== 'boolean')
      return { cause: !answer.ok && TOLD.has(answer.problem?.code) ? answer.problem.message : null };
    return answer;
  } catch {
    // No connection, or no answer of this application: a proxy's own page, say.
    return { cause: null };
  }
}
