import { randomUUID } from 'node:crypto';
import {
  type GivenJob,
  type MadeJob,
  type Round,
  type RoundChange,
  changedRound,
  givenJobs,
  madeThrough,
} from '@/core/jobs/round';
import { type Day, formatDate, parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { serviceFromRow } from '@/data/jobs/field-store';
import { roundFromRow } from '@/data/jobs/round-store';
import {
  type NewRow,
  type RowChange,
  type RowOf,
  loadRows,
  loadRowsOf,
  rowChanges,
} from '@/data/records/records';
import { inTransaction } from '@/data/transaction';
import { now } from '../now';

/** A round and the service of its jobs, as they are stored. */
export interface RoundGround {
  readonly row: RowOf<'job_round'>;
  readonly service: RowOf<'service'> | undefined;
}

/** What has to change in the jobs of a round, and the visits that go with those that are taken away. */
export interface RoundEffect {
  readonly rows: readonly RowChange[];
  readonly change: RoundChange;
  /** Dates of visits whose jobs change or go. */
  readonly dates: readonly Day[];
  readonly lostVisits: number;
}

/**
 * What has to change so that a round is as it says now, in itself and in its jobs from a date on (null: all that are not begun).
 *
 * @param before null: it is new
 */
export async function roundEffect(
  db: Database,
  before: RoundGround | null,
  after: { readonly row: NewRow<'job_round'>; readonly service: RowOf<'service'> | undefined },
  { today, from }: { readonly today: Day; readonly from: Day | null },
): Promise<RoundEffect> {
  const round = roundFromRow(after.row as RowOf<'job_round'>);
  const madeUntil = before?.row.made_until ? parseDate(before.row.made_until) : null;
  const first = from ?? firstOpen(round, today);
  const last = Math.max(madeThrough(round, today), madeUntil ?? first);
  const stored = before
    ? (await loadRows(db, 'job', { round_id: round.id })).filter(
        (job) => job.round_date! >= formatDate(first),
      )
    : [];
  const written = await jobsWithRecords(
    db,
    stored.map(({ id }) => id),
  );
  const change = changedRound(
    before && {
      round: roundFromRow(before.row),
      ...{ service: before.service ? serviceFromRow(before.service) : null, madeUntil },
    },
    { round, service: after.service ? serviceFromRow(after.service) : null },
    stored.map((job) => madeJob(job, written)),
    [first, last],
  );
  const byId = new Map(stored.map((job) => [job.id, job]));
  const [gone, set] = [change.remove.map((id) => byId.get(id)!), change.set.map(({ id }) => byId.get(id)!)];
  const visits = await loadRowsOf(
    db,
    'visit',
    'job_id',
    [...gone, ...set].map(({ id }) => id),
  );
  const lost = visits.filter((visit) => gone.some(({ id }) => id === visit.job_id));
  const made_until = round.rule === null ? after.row.made_until : formatDate(last);
  return {
    rows: [
      ...rowChanges('job_round', before ? [before.row] : [], [{ ...after.row, made_until }]),
      ...rowChanges('visit', lost, []),
      ...rowChanges('job', gone, []),
      ...rowChanges(
        'job',
        set,
        change.set.map(({ id, to }) => ({ ...byId.get(id)!, ...givenColumns(to) })),
      ),
      ...rowChanges('job', [], jobRows(after.row, change.add)),
    ],
    ...{ change, lostVisits: lost.length },
    dates: visits.map(({ date }) => parseDate(date)!),
  };
}

/** Those of some jobs of which a crew wrote something down: they stay on record. */
export async function jobsWithRecords(db: Database, jobs: readonly string[]): Promise<Set<string>> {
  const materials = await loadRowsOf(db, 'job_material', 'job_id', jobs);
  const notes = await loadRowsOf(db, 'job_note', 'job_id', jobs);
  return new Set([...materials, ...notes].map(({ job_id }) => job_id));
}

/** The first date of which a job may still be done today. */
function firstOpen({ days }: Round, today: Day): Day {
  return today - days + 1;
}

function madeJob(row: RowOf<'job'>, written: ReadonlySet<string>): MadeJob {
  return {
    ...{ id: row.id, place: row.place_id!, title: row.title, service: row.service_id },
    ...{ date: parseDate(row.round_date!)!, latest: parseDate(row.latest ?? row.round_date!)! },
    ...{ personMinutes: row.person_minutes, isOpen: row.progress === 'open' && !written.has(row.id) },
  };
}

function givenColumns({ date, latest, title, service, personMinutes }: GivenJob) {
  return {
    ...{ title, service_id: service, person_minutes: personMinutes },
    ...{ earliest: formatDate(date), latest: formatDate(latest) },
  };
}

/** Rows of jobs as a round gives them. */
export function jobRows(
  { id, site_id }: Pick<NewRow<'job_round'>, 'id' | 'site_id'>,
  given: readonly GivenJob[],
): NewRow<'job'>[] {
  return given.map((job) => ({
    ...{ id: randomUUID(), site_id, place_id: job.place, people: 1, ...givenColumns(job) },
    ...{ window_from: null, window_to: null, price: null, note: '', tasks: '[]' },
    ...{ round_id: id, round_date: formatDate(job.date), progress: 'open', done_at: null },
  }));
}

/** How much shorter than usual the jobs of a round may reach ahead before more are made, in days. */
const SLACK = 7;

/** Makes the jobs of rounds without an end, or with one far away, as time goes on. */
export async function extendRounds(db: Database): Promise<void> {
  const today = Math.floor(now() / 86_400_000);
  const reached = formatDate(madeThrough({ until: null }, today) - SLACK);
  const due = (on: Database) =>
    on
      .selectFrom('job_round')
      .innerJoin('site', 'site.id', 'job_round.site_id')
      .selectAll('job_round')
      .where('field_work', 'is not', null)
      .where('rule', 'is not', null)
      .where('made_until', '<', reached)
      .where((is) =>
        is.or([is('job_round.until', 'is', null), is('job_round.until', '>', is.ref('made_until'))]),
      )
      .execute();
  if ((await due(db)).length === 0) return;
  await inTransaction(db, async (trx) => {
    for (const row of await due(trx)) {
      const round = roundFromRow(row);
      const service = row.service_id === null ? [] : await loadRows(trx, 'service', { id: row.service_id });
      const last = madeThrough(round, today);
      const given = givenJobs(
        round,
        service[0] ? serviceFromRow(service[0]) : null,
        parseDate(row.made_until!)! + 1,
        last,
      );
      for (const job of jobRows(row, given)) await trx.insertInto('job').values(job).execute();
      const made = { made_until: formatDate(last) };
      await trx.updateTable('job_round').set(made).where('id', '=', row.id).execute();
    }
  });
}
