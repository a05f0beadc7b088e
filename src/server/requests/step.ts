import { randomUUID } from 'node:crypto';
import { type Result, fail } from '@/core/plan/problem';
import { type RequestEvent, afterEvent, isOver } from '@/core/requests/request';
import { type Basis } from '@/core/requests/moved';
import type { Database } from '@/data/database';
import { type RowChange, rowChanges } from '@/data/records/records';
import {
  CLOCK,
  type ShiftRequest,
  findShiftRequest,
  openRequests,
  requestToRow,
} from '@/data/requests/request-store';
import { namesOfPeople } from '@/data/people/people-names';
import { shiftsById } from '@/data/week/shift-store';
import { timestamp } from '../now';
import type { CommandEffect, Context } from '../commands/command';
import { together } from '../commands/together';
import { enqueueTellings } from '../outbox/enqueue';
import { type Reassigned, reassigned } from '../publish/reassign';
import type { RequestGround } from './ground';
import { tellingsFor, type Told } from './tell';
import { peopleOf, requestText, shiftIdsOf, shiftWords } from './words';

/** A step of the trail: what was done, and what was said with it. */
export interface Step {
  readonly what: string;
  readonly words: string;
}

/** A request by its id, at a site where that is asked; what is made up is not there. */
export async function requestById(
  db: Database,
  id: string,
  site?: string,
): Promise<Result<{ request: ShiftRequest }>> {
  const request = await findShiftRequest(db, id);
  if (!request || (site !== undefined && request.site !== site))
    return fail('unknown', 'there is no such request here', 'input.request');
  return { ok: true, request };
}

/** A request after something happened to it. */
export function stepped(request: ShiftRequest, event: RequestEvent): Result<{ request: ShiftRequest }> {
  const done = afterEvent(request, event);
  if (!done.ok) return done;
  const next = { ...request, ...done.request };
  return { ok: true, request: isOver(next) ? { ...next, decidedAt: timestamp() } : next };
}

/** The rows of a step of a request, with its line in the trail. */
export function stepRows(
  actor: string,
  before: ShiftRequest | null,
  after: ShiftRequest,
  steps: readonly Step[],
): RowChange[] {
  const at = timestamp();
  return [
    ...rowChanges('shift_request', before ? [requestToRow(before)] : [], [requestToRow(after)]),
    ...rowChanges(
      'shift_request_event',
      [],
      steps.map(({ what, words }) => ({ id: randomUUID(), request_id: after.id, at, actor, what, words })),
    ),
  ];
}

/** What a request asks for, in a sentence. */
export function textOf(
  request: ShiftRequest,
  ground: Pick<RequestGround, 'roles' | 'site'>,
  names: Names,
): string {
  const words = (shifts: readonly Basis[]) =>
    shifts.map((shift) => shiftWords(shift, ground.roles, ground.site.hourFormat));
  const { kind, asker, colleague, mine, theirs } = request;
  const name = (id: string) => names.get(id) ?? 'somebody';
  return requestText(kind, name(asker), colleague && name(colleague), words(mine), words(theirs));
}

type Names = ReadonlyMap<string, string>;

/** What a step of a request does: its rows, and who is told of it. Shifts stay where they are. */
export async function stepEffect(
  { db, actor }: Context,
  ground: RequestGround,
  before: ShiftRequest | null,
  after: ShiftRequest,
  step: Step & { readonly told: readonly Told[] },
): Promise<CommandEffect> {
  const names = await namesOfPeople(db, peopleOf(after));
  const text = textOf(after, ground, names);
  return {
    title: `${text}: ${step.what}`,
    rows: stepRows(actor.id, before, after, [step]),
    subjects: peopleOf(after).map((id) => ({ kind: 'person' as const, id })),
    sites: [],
    affected: [after.site],
    weeks: [],
    isFinal: true,
    onCommitted: async (trx) =>
      enqueueTellings(trx, await tellingsFor(trx, after, text, step.words, step.told)),
    answer: after.id,
  };
}

/**
 * What approving a request does, in one step: its shifts go where it says, in the plan and as staff know them; whoever
 * else asked for the same is told that it is gone. `steps`: what led to it.
 */
export async function approvedEffect(
  context: Context,
  ground: RequestGround,
  before: ShiftRequest | null,
  waiting: ShiftRequest,
  steps: readonly Step[],
): Promise<Result<{ work: CommandEffect }>> {
  const { db, actor } = context;
  const done = stepped(waiting, { do: 'approve' });
  if (!done.ok) return done;
  const { request } = done;
  const names = await namesOfPeople(db, peopleOf(request));
  const text = textOf(request, ground, names);
  const moves = await movesOf(db, ground, request);
  const other = moves.filter(({ draft, from }) => draft !== null && draft.person !== from);
  const given = await reassigned(context, request.site, moves, {
    title: text,
    agreed: new Set(peopleOf(request)),
  });
  const shifts = new Set(shiftIdsOf(request));
  const rivals = (await openRequests(db, request.site)).filter(
    (one) => one.id !== request.id && shiftIdsOf(one).some((id) => shifts.has(id)),
  );
  const gone = 'somebody else was given it';
  const ended = rivals.flatMap((one) => {
    const end = stepped(one, { do: 'decline' });
    return end.ok ? [{ was: one, is: end.request }] : [];
  });
  return {
    ok: true,
    work: together(
      {
        title: text,
        rows: [
          ...stepRows(actor.id, before, request, steps),
          ...ended.flatMap(({ was, is }) => stepRows(CLOCK, was, is, [{ what: 'ended it', words: gone }])),
        ],
        subjects: peopleOf(request).map((id) => ({ kind: 'person' as const, id })),
        sites: [],
        affected: [request.site],
        isFinal: true,
        remarks: other.map(({ published }) => {
          const { text: name } = shiftWords(published!, ground.roles, ground.site.hourFormat);
          return `The plan has another draft of ${name}, which stays on top.`;
        }),
        // Who is in it is told by the publication; whoever asked in vain is told of that.
        onCommitted: async (trx) => {
          for (const { is } of ended) {
            const others = await namesOfPeople(trx, peopleOf(is));
            const told = await tellingsFor(trx, is, textOf(is, ground, others), gone, ['asker']);
            await enqueueTellings(trx, told);
          }
        },
        answer: request.id,
      },
      [given],
    ),
  };
}

/** Where the shifts of a request go, or come back from. */
export async function movesOf(
  db: Database,
  { published }: RequestGround,
  { asker, colleague, kind, mine, theirs }: ShiftRequest,
  isBack = false,
): Promise<Reassigned[]> {
  const drafts = new Map(
    (await shiftsById(db, shiftIdsOf({ mine, theirs }))).map(({ shift }) => [shift.id, shift]),
  );
  const move = ({ id, person }: Basis, to: string | null): Reassigned => ({
    ...{ id, draft: drafts.get(id) ?? null, published: published.get(id) ?? null },
    ...(isBack ? { from: to, to: person } : { from: person, to }),
  });
  return [
    ...mine.map((one) => move(one, colleague)),
    ...theirs.map((one) => move(one, kind === 'take' || kind === 'swap' ? asker : colleague)),
  ];
}
