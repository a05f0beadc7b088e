import type { Result } from '@/core/plan/problem';
import type { Shift } from '@/core/plan/types';
import { isMovable } from '@/core/propose/lay';
import { weightsOf } from '@/core/propose/goals';
import type { Asked } from '@/core/propose/model';
import { totalOfWeeks } from '@/core/propose/propose';
import { splitsOf } from '@/core/propose/split-days';
import type { ShiftTime } from '@/core/propose/shift-times';
import { type Day, formatDate, parseDate, startOfWeek } from '@/core/time/day';
import { type Database, fileOf } from '@/data/database';
import { proposingFromRow } from '@/data/propose/proposing';
import { loadTemplates } from '@/data/templates/template-store';
import type { StoredPlan } from '@/data/week/plan-store';
import { logFailure } from '../log';
import type { Actor } from '../access/actor';
import { planFor } from '../access/pay';
import { kindSharesBefore } from '../fairness/kind-shares';
import { editableRoles } from '../plan/queries';
import { readableSite } from '../site/readable';
import { wishesOf } from '../staff/wishes';
import { runProposal } from '../workers/pool';
import type { ProposalPayload, ProposalProgress, ProposalRequest } from './payload';
import { type ProposalTask, findProposals } from './task';

/** How long the right to look for a week's proposal lasts without being renewed, in milliseconds. */
const LEASE_MS = 30_000;
/** How often it is looked whether somebody stopped it, and when it is renewed, in milliseconds. */
const LOOK_MS = 250;
const RENEW_MS = 10_000;
/** Weeks back from which shift times are taken, and how many at most. */
const WEEKS_OF_TIMES = 4;
const MOST_TIMES = 60;

/** Who listens to a proposal: whether they still do, and how far it has come. */
interface Listening {
  readonly signal: AbortSignal;
  readonly onProgress: (progress: ProposalProgress) => void;
}

/**
 * Looks for shifts for the open part of a week, or of several one after the other. Nothing is written: what is found is
 * for who asks to take. Of one week only one looking goes on, in whatever process: a later one stops the one before.
 */
export async function findProposal(
  db: Database,
  actor: Actor,
  site: string,
  week: Day,
  request: ProposalRequest,
  { signal, onProgress }: Listening,
): Promise<Result<{ found: ProposalPayload }>> {
  const at = await readableSite(db, actor, site);
  if (!at.ok) return at;
  const first = startOfWeek(week, at.line.weekStart);
  const stored = (await planFor(db, actor, site, first, request.weeks * 7))!;
  const roles = await editableRoles(db, actor, site);
  const movable = request.mayMove ? movableOf(stored, request, roles) : [];
  const kept = keptOf(stored, request);
  const task: ProposalTask = {
    plan: {
      ...stored.plan,
      shifts: [...stored.plan.shifts.filter((shift) => !movable.includes(shift)), ...kept],
    },
    asked: {
      ...{ seed: request.seed, effort: request.effort, isOnlyOpen: request.fill === 'open' },
      ...(request.people && { people: request.people }),
      ...(request.dates && { dates: request.dates }),
      ...(roles && { roles }),
      ...(movable.length > 0 && { before: movable }),
      ...(request.known.length > 0 && { known: request.known }),
      times: await timesAt(db, site, first),
      wishes: await wishesOf(
        db,
        stored.plan.people.map(({ id }) => id),
        first,
        first + request.weeks * 7,
      ),
      burdens: await burdensAt(db, site, first),
      ...(await habitsAt(db, site, first)),
    },
  };
  const { known: _known, week: _week, seed: _seed, effort: _effort, ...lasting } = task.asked;
  const start = performance.now();
  const hold = await holdLease(db, leaseOf(site, first), request.id, signal);
  const tell = (progress: Omit<ProposalProgress, 'seconds'>) =>
    onProgress({ ...progress, seconds: (performance.now() - start) / 1000 });
  try {
    const proposals =
      fileOf(db) === null
        ? await findProposals(task, () => !hold.signal.aborted, tell)
        : await runProposal(task, tell, hold.signal);
    return {
      ok: true,
      found: {
        shifts: [...kept, ...proposals.flatMap(({ shifts }) => shifts)],
        kept: kept.length,
        movable: movable.map(({ id }) => id),
        holes: proposals.flatMap(({ holes }) => holes),
        reasons: proposals.flatMap(({ reasons }) => reasons),
        ...totalOfWeeks(proposals),
        weeks: proposals.map(({ shifts: _shifts, reasons: _reasons, ...proven }) => proven),
        asked: lasting,
        seconds: (performance.now() - start) / 1000,
        isStopped: hold.signal.aborted,
      },
    };
  } finally {
    await hold.release();
  }
}

/** Stops looking, in whatever process; what is best so far is given to who waits for it. */
export async function stopProposal(db: Database, site: string, week: Day, id: string): Promise<void> {
  await db
    .deleteFrom('lease')
    .where('holder', '=', id)
    .where(
      'name',
      'in',
      [0, 1, 2, 3, 4, 5, 6].map((days) => leaseOf(site, week - days)),
    )
    .execute();
}

/** The name under which the right to look for a week's proposal is held. */
function leaseOf(site: string, first: Day): string {
  return `propose ${site} ${first}`;
}

/** Shifts that nobody was told of and that are not fixed, of whom and when it is asked for. */
function movableOf(
  { plan, published }: StoredPlan,
  { people, dates }: ProposalRequest,
  roles: readonly string[] | null,
): Shift[] {
  const told = new Map(published.map((shift) => [shift.id, shift]));
  return plan.shifts.filter(
    (shift) =>
      isMovable(shift, told.get(shift.id)) &&
      (!people || people.includes(shift.person!)) &&
      (!dates || dates.includes(shift.date)) &&
      (!roles || (shift.role !== null && roles.includes(shift.role))),
  );
}

/** What is kept of a proposal before, of people who are still there. */
function keptOf({ plan }: StoredPlan, { keep }: ProposalRequest): Shift[] {
  const here = new Set(plan.people.map(({ id }) => id));
  const roles = new Set(plan.roles.map(({ id }) => id));
  return keep.filter(
    ({ person, role, date, from, to }) =>
      person !== null &&
      from < to &&
      here.has(person) &&
      (role === null || roles.has(role)) &&
      date >= plan.from &&
      date < plan.from + plan.days,
  );
}

/** What proposals of a site go by, what people worked in the week before as if it were this one, and how days are split. */
async function habitsAt(
  db: Database,
  site: string,
  first: Day,
): Promise<Pick<Asked, 'weights' | 'lately' | 'splits'>> {
  const row = await db
    .selectFrom('site')
    .select('proposing')
    .where('id', '=', site)
    .executeTakeFirstOrThrow();
  const { goals } = proposingFromRow(row);
  const rows = await db
    .selectFrom('shift')
    .select(['id', 'person_id', 'role_id', 'date', 'from_minute', 'to_minute'])
    .where('site_id', '=', site)
    .where('person_id', 'is not', null)
    .where('date', '>=', formatDate(first - WEEKS_OF_TIMES * 7))
    .where('date', '<', formatDate(first))
    .execute();
  const worked = rows.map((row): Shift => ({
    ...{ id: row.id, person: row.person_id, role: row.role_id, date: parseDate(row.date)! },
    ...{ from: row.from_minute, to: row.to_minute, break: null, fixed: false, note: null, label: null },
  }));
  return {
    weights: weightsOf(goals),
    lately: worked
      .filter(({ date }) => date >= first - 7)
      .map((shift) => ({ ...shift, date: shift.date + 7 })),
    splits: splitsOf(worked),
  };
}

/** The times at which shifts are worked at a site: of its templates, and those used most in the weeks before. */
async function timesAt(db: Database, site: string, first: Day): Promise<ShiftTime[]> {
  const used = await db
    .selectFrom('shift')
    .select(['role_id', 'from_minute', 'to_minute', (row) => row.fn.countAll().as('count')])
    .where('site_id', '=', site)
    .where('role_id', 'is not', null)
    .where('date', '>=', formatDate(first - WEEKS_OF_TIMES * 7))
    .where('date', '<', formatDate(first))
    .groupBy(['role_id', 'from_minute', 'to_minute'])
    .orderBy('count', 'desc')
    .orderBy('role_id')
    .orderBy('from_minute')
    .orderBy('to_minute')
    .limit(MOST_TIMES)
    .execute();
  const times = used.map((row): ShiftTime => ({
    role: row.role_id!,
    from: row.from_minute,
    to: row.to_minute,
  }));
  for (const { form } of await loadTemplates(db, site))
    if (form.role !== null && form.to > form.from)
      times.push({ role: form.role, from: form.from, to: form.to });
  return times;
}

/** How many more shifts of each kind than their share people had in the weeks before, as far as that is not nothing. */
async function burdensAt(db: Database, site: string, first: Day): Promise<NonNullable<Asked['burdens']>> {
  const burdens: Record<string, Record<string, number>> = {};
  for (const [kind, shares] of await kindSharesBefore(db, site, first))
    for (const [person, { had, expected }] of shares)
      (burdens[person] ??= {})[kind] = Math.round((had - expected) * 100) / 100;
  return burdens;
}

/** Takes the right to look from whoever has it, and says when it is taken away or nobody listens any more. */
async function holdLease(db: Database, name: string, holder: string, listening: AbortSignal) {
  const stop = new AbortController();
  const end = () => new Date(Date.now() + LEASE_MS).toISOString();
  const giveUp = () => stop.abort();
  listening.addEventListener('abort', giveUp, { once: true });
  if (listening.aborted) giveUp();
  const values = { holder, until: end() };
  await db
    .insertInto('lease')
    .values({ name, ...values })
    .onConflict((row) => row.column('name').doUpdateSet(values))
    .execute();
  let renewed = Date.now();
  const look = async () => {
    const held = await db.selectFrom('lease').select('holder').where('name', '=', name).executeTakeFirst();
    if (held?.holder !== holder) return giveUp();
    if (Date.now() - renewed < RENEW_MS || stop.signal.aborted) return;
    renewed = Date.now();
    const its = db.updateTable('lease').where('name', '=', name).where('holder', '=', holder);
    await its.set({ until: end() }).execute();
  };
  const timer = setInterval(
    () => void look().catch((error: unknown) => logFailure(error, 'propose')),
    LOOK_MS,
  );
  return {
    signal: stop.signal,
    release: async () => {
      clearInterval(timer);
      listening.removeEventListener('abort', giveUp);
      await db.deleteFrom('lease').where('name', '=', name).where('holder', '=', holder).execute();
    },
  };
}
