import { type Result, fail } from '@/core/plan/problem';
import { basisOf } from '@/core/requests/moved';
import { type CallState, areAllNo, dueToAsk, minutesToLast } from '@/core/today/call-round';
import { counted } from '@/core/time/format';
import { formatDate } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import { type StoredCalled, type StoredRound, findRound, goingRounds } from '@/data/calls/call-store';
import type { Database } from '@/data/database';
import { namesOfPeople } from '@/data/people/people-names';
import { loadPublishedById } from '@/data/publish/publication-store';
import { amongTexts } from '@/data/records/lines';
import type { RowChange, RowOf } from '@/data/records/records';
import { shiftsById } from '@/data/week/shift-store';
import type { Actor } from '../access/actor';
import { BUSINESS } from '../access/permissions';
import { type CommandEffect, type Context, command } from '../commands/command';
import { together } from '../commands/together';
import { now, timestamp } from '../now';
import { editableRoles } from '../plan/queries';
import { reassigned } from '../publish/reassign';
import { requestSite } from '../requests/ground';
import { type CallGround, callFault, callGround, whyOver } from './ground';
import { ANSWER_CALL, ANSWER_CALL_FOR, BEGIN_CALL, CALL, type CallAnswer, type CallDraft } from './schema';
import { callText, tellAsked, tellOver } from './tell';

type Work = Promise<Result<{ work: CommandEffect }>>;

/** Begins to ask people whether they take a shift that nobody has, or whose holder is not there; the first yes has it. */
export const beginCall = command<'call.begin', CallDraft>({
  kind: 'call.begin',
  permission: 'requests.decide',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: BEGIN_CALL,
  async prepare({ db, actor }, { id, site, shift: shiftId, people, mode, pause, since, note }): Work {
    const at = await requestSite(db, site);
    if (!at.ok) return at;
    const [shift] = await loadPublishedById(db, site, [shiftId]);
    if (!shift) return fail('unknown', 'staff know of no such shift: publish it first', 'input.shift');
    const refused = await refuseRole(db, actor, site, shift.role);
    if (refused) return refused;
    if (shift.date * DAY + shift.to <= at.at.now) return fail('too-late', 'the shift is over', 'input.shift');
    if (since !== null && (since <= shift.from || since >= shift.to))
      return fail('input', 'this is not within the shift', 'input.since');
    if (await findRound(db, id)) return fail('taken', 'this was begun already', 'input.id');
    const going = (await goingRounds(db, site)).find((one) => one.shift.id === shiftId);
    if (going) return fail('twice', `${going.by} asks people about it already`, 'input.shift');
    const works = await db
      .selectFrom('person_site')
      .select('person_id')
      .where('site_id', '=', site)
      .where('person_id', 'in', amongTexts(people))
      .execute();
    const here = new Set(works.map(({ person_id }) => person_id));
    for (const [i, person] of people.entries())
      if (!here.has(person) || person === shift.person)
        return fail('unknown', 'this is nobody who could be asked here', `input.people[${i}]`);
    const begun: StoredRound = {
      ...{ id, site, shift: basisOf(site, shift), since, mode, pause, note, state: 'going', outcome: '' },
      ...{ at: timestamp(), by: actor.name },
      called: people.map((person) => ({
        ...{ person, askedAt: null, answer: null, answeredAt: null, answeredBy: null },
      })),
    };
    const ground = await callGround(db, begun);
    if (!ground.ok) return ground;
    const first = dueToAsk(mode, pause, begun.called, now());
    const title = `Asked ${counted(people.length, 'person', 'people')} about ${callText(ground.ground)}`;
    const last = minutesToLast(mode, pause, people.length);
    const remarks = [
      mode === 'at-once'
        ? `${counted(people.length, 'person is', 'people are')} asked at once; the first yes has it.`
        : `One after another${last > 0 ? `: the last is asked in ${last} minutes where nobody answers` : ''}.`,
    ];
    const work = roundEffect(ground.ground, title, withAsked(begun, first), null);
    return {
      ok: true,
      work: { ...work, remarks, onCommitted: (trx) => tellAsked(trx, ground.ground, idsOf(first)) },
    };
  },
});

/** Says yes or no to being asked; the first yes has the shift, at once. */
export const answerCall = command<'call.answer', CallAnswer>({
  kind: 'call.answer',
  permission: 'self',
  scope: () => BUSINESS,
  input: ANSWER_CALL,
  async prepare(context, { round: id, answer }): Work {
    const { person } = context.actor;
    const round = await findRound(context.db, id);
    const mine = round?.called.find((one) => one.person === person);
    if (!round || !mine || mine.askedAt === null)
      return fail('unknown', 'you are not asked this', 'input.round');
    return answered(context, round, mine, answer, null);
  },
});

/** Keeps what somebody said otherwise, such as by telephone. */
export const answerCallFor = command<'call.answer-for', CallAnswer & { site: string; person: string }>({
  kind: 'call.answer-for',
  permission: 'requests.decide',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: ANSWER_CALL_FOR,
  async prepare(context, { site, round: id, person, answer }): Work {
    const found = await roundAt(context, site, id);
    if (!found.ok) return found;
    const whose = found.round.called.find((one) => one.person === person);
    if (!whose) return fail('unknown', 'they are not asked this', 'input.person');
    return answered(context, found.round, whose, answer, context.actor.name);
  },
});

/** Asks whoever is next now, without waiting any longer. */
export const askNext = command<'call.next', { site: string; round: string }>({
  kind: 'call.next',
  permission: 'requests.decide',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: CALL,
  prepare: (context, { site, round }) => turned(context, site, round, Infinity),
});

/** Does what is due of a call round: asks the next once the pause is over, or ends it where there is nothing to give away. */
export const turnCall = command<'call.turn', { site: string; round: string }>({
  kind: 'call.turn',
  permission: 'requests.decide',
  scope: ({ site }) => ({ sites: [site] }),
  input: CALL,
  prepare: (context, { site, round }) => turned(context, site, round, now()),
});

/** Ends a call round; whoever was asked and did not say no is told. */
export const endCall = command<'call.end', { site: string; round: string }>({
  kind: 'call.end',
  permission: 'requests.decide',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: CALL,
  async prepare(context, { site, round: id }): Work {
    const found = await roundAt(context, site, id);
    if (!found.ok) return found;
    const ground = await callGround(context.db, found.round);
    if (!ground.ok) return ground;
    return { ok: true, work: overEffect(ground.ground, 'ended', '', 'somebody else was found') };
  },
});

/** A call round at a site that still goes on, for who may decide about its shift. */
async function roundAt(
  { db, actor }: Context,
  site: string,
  id: string,
): Promise<Result<{ round: StoredRound }>> {
  const round = await findRound(db, id);
  if (!round || round.site !== site) return fail('unknown', 'nobody asks this here', 'input.round');
  const refused = await refuseRole(db, actor, site, round.shift.role);
  if (refused) return refused;
  if (round.state !== 'going') return fail('changed', 'it is over', 'input.round');
  return { ok: true, round };
}

async function refuseRole(db: Database, actor: Actor, site: string, role: string | null) {
  const roles = await editableRoles(db, actor, site);
  const isTheirs = roles === null || (role !== null && roles.includes(role));
  return isTheirs ? null : fail('forbidden', 'this shift is for others to give away', 'input.site');
}

/** What an answer does. `by`: who says it for them; null: they themselves. */
async function answered(
  context: Context,
  round: StoredRound,
  { person, answer: before }: StoredCalled,
  answer: 'yes' | 'no',
  by: string | null,
): Work {
  if (round.state !== 'going')
    return fail(
      'too-late',
      answer === 'yes' ? 'it is no longer needed, thank you' : 'it is over',
      'input.round',
    );
  const found = await callGround(context.db, round, person);
  if (!found.ok) return found;
  const { ground } = found;
  const after: StoredRound = {
    ...round,
    called: round.called.map((one) =>
      one.person === person ? { ...one, answer, answeredAt: timestamp(), answeredBy: by } : one,
    ),
  };
  const name = (await namesOfPeople(context.db, [person])).get(person) ?? 'somebody';
  const title = `${name} said ${answer} to ${callText(ground)}`;
  if (answer === 'no') {
    if (before === 'no') return fail('twice', 'that was said already', 'input.round');
    if (areAllNo(after.called))
      return {
        ok: true,
        work: roundEffect(ground, title, { ...after, state: 'nobody' }, round, [person]),
      };
    // The next need not wait.
    const due = dueToAsk(round.mode, round.pause, after.called, now());
    const work = roundEffect(ground, title, withAsked(after, due), round, [person]);
    return { ok: true, work: { ...work, onCommitted: (trx) => tellAsked(trx, ground, idsOf(due)) } };
  }
  const gone = whyOver(ground);
  if (gone) return fail('changed-meanwhile', gone, 'input.round');
  const fault = callFault(ground, person);
  if (fault) return fault;
  const { shift, since } = round;
  const [draft] = await shiftsById(context.db, [shift.id]);
  const given = await reassigned(
    context,
    round.site,
    [
      {
        ...{ id: shift.id, draft: draft?.shift ?? null, published: ground.published.get(shift.id) ?? null },
        ...{ from: shift.person, to: person, ...(since === null ? {} : { since }) },
      },
    ],
    { title, agreed: new Set([person, ...(shift.person === null ? [] : [shift.person])]) },
  );
  const work = roundEffect(ground, title, { ...after, state: 'taken' }, round, [person]);
  return {
    ok: true,
    work: together({ ...work, onCommitted: (trx) => tellOver(trx, ground, 'somebody has it', person) }, [
      given,
    ]),
  };
}

/** Asks whoever is due at an instant, or ends what there is nothing of to give away. */
async function turned(context: Context, site: string, id: string, at: number): Work {
  const { db } = context;
  const found = await roundAt(context, site, id);
  if (!found.ok) return found;
  const { round } = found;
  const known = await callGround(db, round);
  if (!known.ok) return known;
  const { ground } = known;
  const why = whyOver(ground) ?? ((await isHere(db, round)) ? 'who was missing is here' : null);
  if (why) return { ok: true, work: overEffect(ground, 'over', why, why.replace(/\.$/, '')) };
  const due = dueToAsk(round.mode, round.pause, round.called, at);
  if (due.length === 0) return fail('nothing', 'everybody was asked', 'input.round');
  const names = await namesOfPeople(db, idsOf(due));
  const title = `Asked ${idsOf(due)
    .map((one) => names.get(one))
    .join(', ')} about ${callText(ground)}`;
  const work = roundEffect(ground, title, withAsked(round, due), round, idsOf(due));
  return { ok: true, work: { ...work, onCommitted: (trx) => tellAsked(trx, ground, idsOf(due)) } };
}

/** Whether who has the shift clocked since the round began. */
export async function isHere(db: Database, { shift, site, at }: StoredRound): Promise<boolean> {
  if (shift.person === null) return false;
  const came = await db
    .selectFrom('punch')
    .select('id')
    .where('person_id', '=', shift.person)
    .where('site_id', '=', site)
    .where('kind', '=', 'in')
    .where('recorded_at', '>=', at)
    .limit(1)
    .executeTakeFirst();
  return came !== undefined;
}

function overEffect(ground: CallGround, state: CallState, outcome: string, told: string): CommandEffect {
  const { round } = ground;
  const work = roundEffect(
    ground,
    `No longer asked about ${callText(ground)}`,
    { ...round, state, outcome },
    round,
  );
  return { ...work, onCommitted: (trx) => tellOver(trx, ground, told, null) };
}

function withAsked(round: StoredRound, due: readonly StoredCalled[]): StoredRound {
  const askedAt = now();
  return { ...round, called: round.called.map((one) => (due.includes(one) ? { ...one, askedAt } : one)) };
}

/** The rows by which a call round becomes another. */
function roundEffect(
  { round: { site } }: CallGround,
  title: string,
  after: StoredRound,
  before: StoredRound | null,
  people: readonly string[] = [],
): CommandEffect {
  const was = before && roundRow(before);
  const is = roundRow(after);
  const ended = is.state === 'going' ? null : timestamp();
  const rows: RowChange[] =
    was?.state === is.state ? [] : [{ table: 'call_round', before: was, after: { ...is, ended_at: ended } }];
  for (const [i, one] of after.called.entries()) {
    const old = before?.called[i];
    if (old === one) continue;
    rows.push({
      table: 'call_asked',
      before: old ? calledRow(after.id, old, i) : null,
      after: calledRow(after.id, one, i),
    });
  }
  return {
    ...{ title, rows, sites: [], affected: [site], weeks: [], isFinal: true, answer: after.id },
    subjects: people.map((id) => ({ kind: 'person' as const, id })),
  };
}

function roundRow(round: StoredRound): RowOf<'call_round'> {
  const { id, site, shift, since, mode, pause, note, state, at, by, outcome } = round;
  return {
    ...{ id, site_id: site, shift_id: shift.id, shift: JSON.stringify(shift), date: formatDate(shift.date) },
    ...{ from_minute: since, mode, pause_minutes: pause, note, state, at, by_name: by },
    ...{ ended_at: null, outcome },
  };
}

function calledRow(
  round: string,
  { person, askedAt, answer, ...by }: StoredCalled,
  position: number,
): RowOf<'call_asked'> {
  return {
    ...{ round_id: round, person_id: person, position, answer },
    ...{ asked_at: askedAt === null ? null : new Date(askedAt).toISOString() },
    ...{ answered_at: by.answeredAt, answered_by: by.answeredBy },
  };
}

function idsOf(called: readonly StoredCalled[]): string[] {
  return called.map(({ person }) => person);
}
