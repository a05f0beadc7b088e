import { fail } from '@/core/plan/problem';
import { counted } from '@/core/time/format';
import { formatDate, parseDate } from '@/core/time/day';
import { type NewRow, type RowOf, loadRows, rowChanges } from '@/data/records/records';
import { command } from '../commands/command';
import { timestamp } from '../now';
import { weeksOf } from './ground';
import { jobsWithRecords } from './round-jobs';
import { JOB_AT, JOB_PROGRESS, type JobDraft, SAVE_JOB } from './schema';

const VISITS_NOBODY = fail('unknown', 'this site visits nobody', 'input.site');

/** Writes a job, new or anew; a place that is not known yet is made with it. */
export const saveJob = command<'job.save', JobDraft>({
  kind: 'job.save',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_JOB,
  async prepare({ db }, draft) {
    const { id, site, place, newPlace, service, earliest, latest, window } = draft;
    const [row] = await loadRows(db, 'site', { id: site });
    if (!row?.field_work) return VISITS_NOBODY;
    const before = await loadRows(db, 'job', { id });
    if (before[0] && before[0].site_id !== site)
      return fail('unknown', 'there is no such job here', 'input.id');
    if (before[0]?.progress === 'done') return fail('done', 'it is done: reopen it first', 'input.id');
    if (place !== null && newPlace !== null)
      return fail('input', 'choose a place, or write a new one', 'input.newPlace');
    if (place !== null && (await loadRows(db, 'place', { id: place, site_id: site })).length === 0)
      return fail('unknown', 'there is no such place', 'input.place');
    if (service !== null && (await loadRows(db, 'service', { id: service, site_id: site })).length === 0)
      return fail('unknown', 'there is no such service', 'input.service');
    if (earliest !== null && latest !== null && latest < earliest)
      return fail('order', 'the last date is before the first', 'input.latest');
    if (window !== null && window.to <= window.from)
      return fail('order', 'the hours end before they begin', 'input.window.to');
    const made: NewRow<'place'>[] =
      newPlace === null
        ? []
        : [
            {
              id: `${id}-place`,
              site_id: site,
              name: newPlace,
              customer_id: null,
              zone: null,
              latitude: null,
              longitude: null,
            },
          ];
    const after: NewRow<'job'> = {
      ...(before[0] ?? { ...FRESH, id, site_id: site }),
      ...{ title: draft.title, place_id: made[0]?.id ?? place, service_id: service },
      ...{ person_minutes: draft.personMinutes, people: draft.people, note: draft.note },
      ...{ earliest: textOf(earliest), latest: textOf(latest) },
      ...{ window_from: window?.from ?? null, window_to: window?.to ?? null },
    };
    return {
      ok: true,
      work: {
        title: `${before[0] ? 'Changed the job' : 'New job'}: ${draft.title}`,
        rows: [...rowChanges('place', [], made), ...rowChanges('job', before, [after])],
        ...{ subjects: [{ kind: 'site', id: site }], sites: [site], answer: id },
        weeks: before[0] ? await weeksWithVisits(row, await visitsOf(db, id)) : [],
      },
    };
  },
});

const FRESH = {
  ...{ price: null, round_id: null, round_date: null, done_at: null },
  ...{ progress: 'open', tasks: '[]' },
};

/** Takes a job away with its visits. One that was begun or done stays. */
export const removeJob = command<'job.remove', { site: string; job: string }>({
  kind: 'job.remove',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: JOB_AT,
  async prepare({ db }, { site, job }) {
    const [row] = await loadRows(db, 'site', { id: site });
    const [before] = await loadRows(db, 'job', { id: job, site_id: site });
    if (!row || !before) return fail('unknown', 'there is no such job here', 'input.job');
    if (before.progress !== 'open' || (await jobsWithRecords(db, [job])).size > 0)
      return fail('begun', 'it was begun: it stays on record', 'input.job');
    const visits = await visitsOf(db, job);
    return {
      ok: true,
      work: {
        title: `Took the job away: ${before.title}`,
        rows: [...rowChanges('visit', visits, []), ...rowChanges('job', [before], [])],
        ...{ subjects: [{ kind: 'site', id: site }], sites: [site] },
        weeks: weeksWithVisits(row, visits),
        remarks: visits.length > 0 ? [`${counted(visits.length, 'visit goes', 'visits go')} with it.`] : [],
      },
    };
  },
});

/** Says how far a job is: begun, done, or open once more. */
export const jobProgress = command<
  'job.progress',
  { site: string; job: string; progress: 'open' | 'started' | 'done' }
>({
  kind: 'job.progress',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: JOB_PROGRESS,
  async prepare({ db }, { site, job, progress }) {
    const [before] = await loadRows(db, 'job', { id: job, site_id: site });
    if (!before) return fail('unknown', 'there is no such job here', 'input.job');
    if (before.billed_at !== null) return fail('billed', 'it is billed already', 'input.job');
    if (before.progress === progress) return fail('twice', 'it is that already', 'input.progress');
    const [row] = await loadRows(db, 'site', { id: site });
    const done_at = progress === 'done' ? timestamp() : null;
    const said = progress === 'done' ? 'Done' : progress === 'started' ? 'Begun' : 'Open again';
    return {
      ok: true,
      work: {
        title: `${said}: ${before.title}`,
        rows: rowChanges('job', [before], [{ ...before, progress, done_at }]),
        ...{ subjects: [{ kind: 'site', id: site }], sites: [site] },
        weeks: weeksWithVisits(row, await visitsOf(db, job)),
      },
    };
  },
});

function visitsOf(db: Parameters<typeof loadRows>[0], job: string): Promise<RowOf<'visit'>[]> {
  return loadRows(db, 'visit', { job_id: job });
}

function weeksWithVisits(site: RowOf<'site'>, visits: readonly RowOf<'visit'>[]) {
  return weeksOf(
    site,
    visits.map(({ date }) => parseDate(date)!),
  );
}

function textOf(day: number | null): string | null {
  return day === null ? null : formatDate(day);
}
