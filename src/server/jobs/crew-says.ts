import { atClock } from '@/core/clock/at-clock';
import { NO_WORK, type PunchKind, type Work } from '@/core/clock/punch';
import { jobStints } from '@/core/jobs/job-stints';
import { type Failed, fail } from '@/core/plan/problem';
import { formatDate, parseDate } from '@/core/time/day';
import { formatDay, formatHours } from '@/core/time/format';
import { type StoredPunch, loadPunches, punchToRow } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { type NewRow, type RowChange, type RowOf, loadRows, rowChanges } from '@/data/records/records';
import type { Actor } from '../access/actor';
import { command } from '../commands/command';
import { now, nowAt, timestamp } from '../now';
import { offAt } from '../site/capabilities';
import {
  BEGIN_JOB,
  FINISH_JOB,
  type JobBegin,
  type JobFinish,
  type JobMaterial,
  type JobPause,
  MATERIAL_AT,
  PAUSE_JOB,
  SAVE_MATERIAL,
} from './crew-schema';

/** How long before and after the date of its visit a crew may say something of a job, in days. */
const AROUND = 31;

const NOT_YOURS = fail('unknown', 'this is no job of yours', 'input.job');

interface OwnJob {
  readonly site: RowOf<'site'>;
  readonly job: RowOf<'job'>;
  /** Who belongs to it with whoever asks: those of the crews that visit it, on the dates of their visits. */
  readonly mates: ReadonlySet<string>;
}

/** A job that the person who asks was told to visit; refused where there is none. */
export async function ownJob(
  db: Database,
  { person }: Pick<Actor, 'person'>,
  site: string,
  job: string,
): Promise<{ readonly ok: true; readonly own: OwnJob } | Failed> {
  const [row] = await loadRows(db, 'site', { id: site });
  const [its] = await loadRows(db, 'job', { id: job, site_id: site });
  if (person === null || !row || !its) return NOT_YOURS;
  const today = parseDate(nowAt(row.time_zone).date)!;
  const visits = await db
    .selectFrom('published_visit')
    .selectAll()
    .where('job_id', '=', job)
    .where('site_id', '=', site)
    .where('date', '>=', formatDate(today - AROUND))
    .where('date', '<=', formatDate(today + AROUND))
    .execute();
  const mates = new Set<string>();
  for (const visit of visits) {
    if (visit.person_id !== null) mates.add(visit.person_id);
    for (const member of visit.crew_id === null
      ? []
      : await loadRows(db, 'crew_member', { crew_id: visit.crew_id }))
      if ((member.from_date ?? '') <= visit.date && visit.date <= (member.to_date ?? '9999'))
        mates.add(member.person_id);
  }
  if (!mates.has(person)) return NOT_YOURS;
  return { ok: true, own: { site: row, job: its, mates } };
}

/** Begins work on a job, or goes on with it: who is there clocks on to it from now on. */
export const beginJob = command<'job.begin', JobBegin>({
  kind: 'job.begin',
  permission: 'self',
  scope: () => ({}),
  input: BEGIN_JOB,
  async prepare({ db, actor }, { id, site, job, people }) {
    const found = await ownJob(db, actor, site, job);
    if (!found.ok) return found;
    const { own } = found;
    if (own.job.progress === 'done')
      return fail('done', 'somebody said already that it is done', 'input.job');
    const stranger = people.findIndex((one) => !own.mates.has(one));
    if (stranger >= 0) return fail('unknown', 'not of this crew', `input.people[${stranger}]`);
    const there = await atJob(db, job, [...own.mates]);
    const fresh = people.filter((one) => !there.has(one));
    if (fresh.length === 0) return fail('twice', 'they are at it already', 'input.people');
    const punches = await punchesOf(db, actor, own, id, fresh, { ...NO_WORK, job });
    return said(own, `Begun: ${own.job.title}`, [
      ...punches,
      ...rowChanges('job', [own.job], [{ ...own.job, progress: 'started' }]),
    ]);
  },
});

/** Stops work on a job that is not done: nobody is at it any more. */
export const pauseJob = command<'job.pause', JobPause>({
  kind: 'job.pause',
  permission: 'self',
  scope: () => ({}),
  input: PAUSE_JOB,
  async prepare({ db, actor }, { id, site, job }) {
    const found = await ownJob(db, actor, site, job);
    if (!found.ok) return found;
    const { own } = found;
    const there = await atJob(db, job, [...own.mates]);
    if (there.size === 0) return fail('twice', 'nobody is at it', 'input.job');
    const punches = await punchesOf(db, actor, own, id, [...there], null);
    return said(own, `Paused: ${own.job.title}`, punches);
  },
});

/** Says that a job is done; what is left over waits as a job of its own. */
export const finishJob = command<'job.finish', JobFinish>({
  kind: 'job.finish',
  permission: 'self',
  scope: () => ({}),
  input: FINISH_JOB,
  async prepare({ db, actor }, { id, site, job, note, left }) {
    const found = await ownJob(db, actor, site, job);
    if (!found.ok) return found;
    const { own } = found;
    if (own.job.progress === 'done')
      return fail('done', 'somebody said already that it is done', 'input.job');
    const there = await atJob(db, job, [...own.mates]);
    const today = parseDate(nowAt(own.site.time_zone).date)!;
    const rest: NewRow<'job'>[] =
      left === null
        ? []
        : [
            {
              ...{ ...own.job, id: `${id}-left`, person_minutes: left, progress: 'open', done_at: null },
              ...{ round_id: null, round_date: null, earliest: null, billed_at: null },
              // What was promised for a date that is over is promised no more; somebody has to say anew.
              latest: own.job.latest !== null && parseDate(own.job.latest)! >= today ? own.job.latest : null,
              note: [`Left over from ${formatDay(today)}.`, note, own.job.note]
                .filter(Boolean)
                .join(' ')
                .slice(0, 2000),
            },
          ];
    return said(own, `Done: ${own.job.title}${left === null ? '' : `, ${formatHours(left)} left over`}`, [
      ...(await punchesOf(db, actor, own, id, [...there], null)),
      ...rowChanges('job', [own.job], [{ ...own.job, progress: 'done', done_at: timestamp() }]),
      ...rowChanges('job', [], rest),
      ...rowChanges('job_note', [], note === '' ? [] : [noteRow(actor, own, id, note)]),
    ]);
  },
});

/** Writes down what was used for a job, new or anew. */
export const saveMaterial = command<'job.material', JobMaterial>({
  kind: 'job.material',
  permission: 'self',
  scope: () => ({}),
  input: SAVE_MATERIAL,
  async prepare({ db, actor }, { id, site, job, name, cost }) {
    const found = await ownJob(db, actor, site, job);
    if (!found.ok) return found;
    const { own } = found;
    if (own.job.billed_at !== null) return fail('billed', 'it is billed already', 'input.job');
    const before = await loadRows(db, 'job_material', { id });
    if (before[0] && before[0].job_id !== job) return NOT_YOURS;
    const after: NewRow<'job_material'> = {
      ...{ id, site_id: site, job_id: job, name, cost, person_id: actor.person, at: timestamp() },
    };
    return said(own, `Used for ${own.job.title}: ${name}`, rowChanges('job_material', before, [after]));
  },
});

/** Takes back what was written down as used. */
export const removeMaterial = command<'job.material.remove', { site: string; material: string }>({
  kind: 'job.material.remove',
  permission: 'self',
  scope: () => ({}),
  input: MATERIAL_AT,
  async prepare({ db, actor }, { site, material }) {
    const [before] = await loadRows(db, 'job_material', { id: material, site_id: site });
    if (!before) return fail('unknown', 'this is not written down', 'input.material');
    const found = await ownJob(db, actor, site, before.job_id);
    if (!found.ok) return found;
    if (found.own.job.billed_at !== null) return fail('billed', 'it is billed already', 'input.material');
    return said(found.own, `Not used: ${before.name}`, rowChanges('job_material', [before], []));
  },
});

function noteRow(actor: Actor, { site, job }: OwnJob, id: string, note: string): NewRow<'job_note'> {
  return { id, site_id: site.id, job_id: job.id, person_id: actor.person, at: timestamp(), note };
}

function said({ site }: OwnJob, title: string, rows: readonly RowChange[]) {
  return {
    ok: true as const,
    work: {
      ...{ title, rows, subjects: [{ kind: 'site' as const, id: site.id }], weeks: [] },
      // Nobody needs a say in the plan to tell how far they are with it.
      ...{ sites: [], affected: [site.id], isFinal: rows.some(({ table }) => table === 'punch') },
    },
  };
}

/** How far back punches are read to see who is at work, in minutes. */
const BACK = 2 * 1440;

/** The elapsed minute up to which punches count as made: what was said in this minute counts from the next on at the latest. */
export function presentMinute(): number {
  return Math.floor(now() / 60_000) + 1;
}

/** Who of some people is at a job now. */
async function atJob(db: Database, job: string, people: readonly string[]): Promise<Set<string>> {
  const present = presentMinute();
  const punches = await loadPunches(db, people, present - BACK, present + 1);
  return new Set(
    jobStints(punches, present)
      .filter((stint) => stint.job === job && stint.to === null)
      .map(({ person }) => person),
  );
}

/**
 * Punches of some people, now: on to a job, or off it (null). Where nobody clocks otherwise they are out then, else they go on with
 * what they do besides jobs.
 */
async function punchesOf(
  db: Database,
  actor: Actor,
  { site }: OwnJob,
  id: string,
  people: readonly string[],
  work: Work | null,
): Promise<RowChange[]> {
  const present = Math.floor(now() / 60_000);
  const known = await loadPunches(db, people, present - BACK, present + 2);
  const clocks = !(await offAt(db, site.id)).has('clock');
  return people.flatMap((person) => {
    const own = known.filter((punch) => punch.person === person);
    const { state } = atClock(own, present + 1, true);
    // Of two things in one minute the second counts from the next on: else an end would come before its beginning.
    const at = own.some((punch) => punch.at === present) ? present + 1 : present;
    const kinds: PunchKind[] =
      work === null
        ? [clocks ? 'change' : 'out']
        : state === 'out'
          ? ['in']
          : state === 'on-break'
            ? ['break-ends', 'change']
            : ['change'];
    return kinds.map((kind, i) => {
      const punch: StoredPunch = {
        ...{ id: `${id}-${person}-${i}`, person, site: site.id, at, kind, source: 'phone' },
        ...{ work: kind === 'break-ends' ? null : (work ?? (kind === 'out' ? null : NO_WORK)) },
        ...{ replaces: null, isRemoval: false, recorded: now() + i, note: null },
        recordedBy: person === actor.person ? null : actor.name,
      };
      return { table: 'punch', before: null, after: punchToRow(punch) };
    });
  });
}
