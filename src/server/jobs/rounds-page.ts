import { groupedBy } from '@/core/grouped';
import { type JobState, jobState } from '@/core/jobs/job-state';
import type { Round } from '@/core/jobs/round';
import { describeRule } from '@/core/patterns/rule';
import type { Result } from '@/core/plan/problem';
import { type Day, formatDate, parseDate } from '@/core/time/day';
import type { HourFormat } from '@/core/time/format';
import type { Database } from '@/data/database';
import { jobFromRow, visitFromRow } from '@/data/jobs/field-store';
import { roundFromRow } from '@/data/jobs/round-store';
import { loadRows, loadRowsOf } from '@/data/records/records';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { fieldSite } from './ground';

/** How far a job of a round is. */
export interface RoundJob {
  readonly id: string;
  readonly place: string;
  readonly date: Day;
  readonly latest: Day | null;
  readonly state: JobState;
  /** When it is planned first; null: it is not. */
  readonly visit: { readonly date: Day; readonly from: number; readonly crew: string | null } | null;
}

/** A round with what becomes of its jobs. */
export interface RoundLine extends Round {
  readonly crew: string | null;
  /** Its rule in words; null: it is called out by hand. */
  readonly ruleText: string | null;
  /** Those of the weeks around today, by date. */
  readonly jobs: readonly RoundJob[];
}

/** The rounds of a site. */
export interface RoundsPage {
  readonly asOf: number;
  readonly site: string;
  readonly siteName: string;
  readonly today: Day;
  readonly hourFormat: HourFormat;
  readonly rounds: readonly RoundLine[];
  readonly places: readonly { readonly id: string; readonly name: string; readonly isRetired: boolean }[];
  readonly services: readonly {
    readonly id: string;
    readonly name: string;
    readonly personMinutes: number | null;
    readonly isRetired: boolean;
  }[];
  readonly crews: readonly { readonly id: string; readonly name: string }[];
  readonly canChange: boolean;
}

/** How many days back and ahead jobs of rounds are shown. */
const [BACK, AHEAD] = [35, 70];

/** The rounds of a site and how far each is, for who may see its plan. */
export async function roundsAt(
  db: Database,
  actor: Actor,
  site: string,
): Promise<Result<{ page: RoundsPage }>> {
  const found = await fieldSite(db, actor, site);
  if (!found.ok) return found;
  const { asOf, line, today } = found.at;
  const stored = (await loadRows(db, 'job_round', { site_id: site })).sort((a, b) => a.position - b.position);
  const jobs = await db
    .selectFrom('job')
    .selectAll()
    .where(
      'round_id',
      'in',
      stored.map(({ id }) => id),
    )
    .where('round_date', '>=', formatDate(today - BACK))
    .where('round_date', '<=', formatDate(today + AHEAD))
    .orderBy('round_date')
    .execute();
  const visits = await loadRowsOf(
    db,
    'visit',
    'job_id',
    jobs.map(({ id }) => id),
  );
  const visitsOf = groupedBy(visits.map(visitFromRow), ({ job }) => job);
  const jobsOf = groupedBy(jobs, ({ round_id }) => round_id!);
  const crews = await loadRows(db, 'crew', { site_id: site });
  const places = await loadRows(db, 'place', { site_id: site });
  const services = await loadRows(db, 'service', { site_id: site });
  return {
    ok: true,
    page: {
      ...{ asOf, site, siteName: line.name, today, hourFormat: line.hourFormat },
      rounds: stored.map((one) => {
        const round = roundFromRow(one);
        return {
          ...round,
          crew: one.crew_id,
          ruleText: round.rule === null ? null : describeRule(round.rule, round.since),
          jobs: (jobsOf.get(one.id) ?? []).map((job) => {
            const its = (visitsOf.get(job.id) ?? []).sort((a, b) => a.date - b.date || a.from - b.from);
            const { latest } = jobFromRow(job);
            return {
              ...{ id: job.id, place: job.place_id!, date: parseDate(job.round_date!)!, latest },
              state: jobState(jobFromRow(job), its),
              visit: its[0] ? { date: its[0].date, from: its[0].from, crew: its[0].crew } : null,
            };
          }),
        };
      }),
      places: places
        .map(({ id, name, is_retired }) => ({ id, name, isRetired: is_retired !== 0 }))
        .sort((a, b) => a.name.localeCompare(b.name)),
      services: services
        .sort((a, b) => a.position - b.position)
        .map(({ id, name, person_minutes, is_retired }) => ({
          ...{ id, name, personMinutes: person_minutes, isRetired: is_retired !== 0 },
        })),
      crews: crews
        .filter(({ until }) => until === null || until >= formatDate(today))
        .sort((a, b) => a.position - b.position)
        .map(({ id, name }) => ({ id, name })),
      canChange: checkAccess(actor, 'plan.change', site) === null,
    },
  };
}
