import { judge } from '@/core/consequences/judge';
import { calledOut } from '@/core/jobs/call-out';
import { jobsOn } from '@/core/jobs/round';
import { parseRule } from '@/core/patterns/rule';
import { type Failed, fail, failedAt } from '@/core/plan/problem';
import { formatDate, parseDate, startOfWeek } from '@/core/time/day';
import { counted, formatDay, formatTime } from '@/core/time/format';
import type { Database } from '@/data/database';
import { jobFromRow, serviceFromRow, visitToRow } from '@/data/jobs/field-store';
import { roundColumns, roundFromRow } from '@/data/jobs/round-store';
import { type NewRow, type RowOf, loadRows, loadRowsOf, rowChanges } from '@/data/records/records';
import { loadPlan } from '@/data/week/plan-store';
import { command } from '../commands/command';
import { weeksOf } from './ground';
import { type RoundGround, jobRows, jobsWithRecords, roundEffect } from './round-jobs';
import { CALL_ROUND, ROUND_AT, type RoundCall, type RoundDraft, type RoundSave, SAVE_ROUND } from './schema';

const VISITS_NOBODY = fail('unknown', 'this site visits nobody', 'input.site');
const NO_ROUND = fail('unknown', 'there is no such round here', 'input.round');

/** Writes a round, new or anew, and makes its jobs: what was begun, done or changed by hand stays as it is. */
export const saveRound = command<'round.save', RoundSave>({
  kind: 'round.save',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_ROUND,
  async prepare({ db, today }, { site, round: draft, from }) {
    const [row] = await loadRows(db, 'site', { id: site });
    if (!row?.field_work) return VISITS_NOBODY;
    const wrong = await roundFault(db, site, draft);
    if (wrong) return wrong;
    const read = draft.rule === null ? null : parseRule(draft.rule);
    if (read && !read.ok) return failedAt(read, 'input.round');
    const before = await roundGround(db, draft.id);
    if (before && before.row.site_id !== site) return NO_ROUND;
    const others = await loadRows(db, 'job_round', { site_id: site });
    const after: NewRow<'job_round'> = {
      ...roundColumns({ ...draft, rule: read ? read.rule : null }),
      ...{ site_id: site, crew_id: draft.crew, made_until: before?.row.made_until ?? null },
      position: before?.row.position ?? Math.max(-1, ...others.map(({ position }) => position)) + 1,
    };
    const service = await serviceOf(db, draft.service);
    const effect = await roundEffect(db, before, { row: after, service }, { today, from });
    const { add, set, remove } = effect.change;
    if (draft.rule !== null && !before && add.length === 0)
      return fail('rule', 'this rule gives no date from now on', 'input.round.rule');
    return {
      ok: true,
      work: {
        title: `${before ? 'Changed the round' : 'New round'}: ${draft.name}`,
        ...{ rows: effect.rows, subjects: [{ kind: 'site', id: site }], sites: [site] },
        weeks: weeksOf(row, [today, ...effect.dates]),
        remarks: [
          ...(add.length > 0 ? [`${counted(add.length, 'job is', 'jobs are')} made.`] : []),
          ...(set.length > 0 ? [`${counted(set.length, 'job changes', 'jobs change')}.`] : []),
          ...goneRemarks(remove.length, effect.lostVisits),
        ],
      },
    };
  },
});

function goneRemarks(jobs: number, visits: number): string[] {
  if (jobs === 0) return [];
  const gone = counted(jobs, 'job goes', 'jobs go');
  return [
    `${gone}${visits > 0 ? `, with ${counted(visits, 'visit')} that ${visits === 1 ? 'was' : 'were'} planned` : ''}.`,
  ];
}

/** Ends a round: what is open of it goes, what was begun or done stays on record. One that nothing was done of is taken away. */
export const endRound = command<'round.end', { site: string; round: string }>({
  kind: 'round.end',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: ROUND_AT,
  async prepare({ db, today }, { site, round }) {
    const [row] = await loadRows(db, 'site', { id: site });
    const ground = await roundGround(db, round);
    if (!row || ground?.row.site_id !== site) return NO_ROUND;
    const jobs = await loadRows(db, 'job', { round_id: round });
    const written = await jobsWithRecords(
      db,
      jobs.map(({ id }) => id),
    );
    const open = jobs.filter(({ id, progress }) => progress === 'open' && !written.has(id));
    const visits = await loadRowsOf(
      db,
      'visit',
      'job_id',
      open.map(({ id }) => id),
    );
    const isKept = open.length < jobs.length;
    const yesterday = formatDate(today - 1);
    if (isKept && open.length === 0 && ground.row.until !== null && ground.row.until <= yesterday)
      return fail('twice', 'it has ended already', 'input.round');
    const ended = { ...ground.row, until: yesterday, made_until: yesterday };
    return {
      ok: true,
      work: {
        title: `${isKept ? 'Ended the round' : 'Took the round away'}: ${ground.row.name}`,
        rows: [
          ...rowChanges('visit', visits, []),
          ...rowChanges('job', open, []),
          ...rowChanges('job_round', [ground.row], isKept ? [ended] : []),
        ],
        ...{ subjects: [{ kind: 'site', id: site }], sites: [site] },
        weeks: weeksOf(row, [today, ...visits.map(({ date }) => parseDate(date)!)]),
        remarks: goneRemarks(open.length, visits.length),
      },
    };
  },
});

/** How many days are looked at from the week of a call on. */
const DAYS = 14;

/** Calls crews out for all places of a round at an hour: its jobs of that date are made and planned at once. */
export const callRound = command<'round.call', RoundCall>({
  kind: 'round.call',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: CALL_ROUND,
  async prepare({ db }, { site, round: id, crews, date, at }) {
    const [row] = await loadRows(db, 'site', { id: site });
    const ground = await roundGround(db, id);
    if (!row?.field_work || ground?.row.site_id !== site) return NO_ROUND;
    const { plan } = (await loadPlan(db, site, startOfWeek(date, row.week_start), DAYS))!;
    const { work } = plan;
    const unknown = crews.findIndex((one) => !work!.crews.some((crew) => crew.id === one));
    if (unknown >= 0) return fail('unknown', 'there is no such crew', `input.crews[${unknown}]`);
    const round = roundFromRow(ground.row);
    const there = (await loadRows(db, 'job', { round_id: id, round_date: formatDate(date) })).filter(
      ({ progress }) => progress !== 'done',
    );
    if (there.length > 0)
      return fail('twice', `it is called out for ${formatDay(date)} already`, 'input.date');
    const service = ground.service ? serviceFromRow(ground.service) : null;
    const known = new Set(work!.places.map((place) => place.id));
    const given = jobsOn({ ...round, days: 1 }, service, date).filter(({ place }) => known.has(place));
    const made = jobRows(ground.row, given);
    const jobs = made.map((one) => jobFromRow(one as RowOf<'job'>));
    const judged = judge({ ...plan, work: { ...work!, jobs: [...work!.jobs, ...jobs] } });
    const rows = crews.map((one) => judged.field!.crews.get(one)!);
    const nobody = rows.find(({ row: { manning } }) => manning.every(({ people }) => people.length === 0));
    if (nobody) return fail('nobody', `there is nobody in ${nobody.row.crew!.name} then`, 'input.crews');
    const visits = calledOut(
      judged.context,
      judged.field!.index,
      rows,
      jobs,
      { date, at },
      (job) => `v-${job.id}`,
    );
    return {
      ok: true,
      work: {
        title: `Called out ${round.name} for ${formatDay(date)} ${formatTime(at, row.hour_format === '12' ? '12' : '24')}`,
        rows: [
          ...rowChanges('job', [], made),
          ...rowChanges(
            'visit',
            [],
            visits.map((visit) => visitToRow(site, visit)),
          ),
        ],
        ...{ subjects: [{ kind: 'site', id: site }], sites: [site] },
        weeks: weeksOf(
          row,
          visits.map((visit) => visit.date),
        ),
        remarks: [`${counted(visits.length, 'place')}, ${counted(crews.length, 'crew')}.`],
      },
    };
  },
});

/** A round with the service of its jobs; null: it is new. */
export async function roundGround(db: Database, id: string): Promise<RoundGround | null> {
  const [row] = await loadRows(db, 'job_round', { id });
  return row ? { row, service: await serviceOf(db, row.service_id) } : null;
}

async function serviceOf(db: Database, id: string | null): Promise<RowOf<'service'> | undefined> {
  return id === null ? undefined : (await loadRows(db, 'service', { id }))[0];
}

async function roundFault(db: Database, site: string, draft: RoundDraft): Promise<Failed | null> {
  const { service, crew, places, since, until } = draft;
  if (until !== null && until < since)
    return fail('order', 'its last date is before its first', 'input.round.until');
  if (service !== null && (await loadRows(db, 'service', { id: service, site_id: site })).length === 0)
    return fail('unknown', 'there is no such service', 'input.round.service');
  if (crew !== null && (await loadRows(db, 'crew', { id: crew, site_id: site })).length === 0)
    return fail('unknown', 'there is no such crew', 'input.round.crew');
  const known = new Set((await loadRows(db, 'place', { site_id: site })).map(({ id }) => id));
  const unknown = places.findIndex((id) => !known.has(id));
  return unknown < 0 ? null : fail('unknown', 'there is no such place', `input.round.places[${unknown}]`);
}
