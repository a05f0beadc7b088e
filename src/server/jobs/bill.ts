import { decimalsOf } from '@/core/hours/money';
import type { ForecastPart } from '@/core/jobs/forecast';
import { type Result, fail } from '@/core/plan/problem';
import { formatDate } from '@/core/time/day';
import { counted } from '@/core/time/format';
import type { Database } from '@/data/database';
import { loadRows, loadRowsOf, rowChanges } from '@/data/records/records';
import { formatCsv } from '@/formats/table/csv';
import { formatXlsx } from '@/formats/table/xlsx';
import type { Actor } from '../access/actor';
import { seesPay } from '../access/pay';
import { command } from '../commands/command';
import { timestamp } from '../now';
import { type MoneyLine, billLines, moneyAt } from './money-page';
import { BILL_JOBS, type JobsBill } from './schema';

/** Takes done jobs into a bill: each once. The answer names the bill, by which its file is had. */
export const billJobs = command<'jobs.bill', JobsBill>({
  kind: 'jobs.bill',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: BILL_JOBS,
  async prepare({ db, actor }, { site, jobs }) {
    if (!seesPay(actor, site)) return fail('forbidden', `${actor.name} does not see pay here`, 'input.site');
    const rows = await loadRowsOf(db, 'job', 'id', jobs);
    const byId = new Map(rows.map((job) => [job.id, job]));
    for (const [i, id] of jobs.entries()) {
      const job = byId.get(id);
      const path = `input.jobs[${i}]`;
      if (job?.site_id !== site) return fail('unknown', 'there is no such job here', path);
      if (job.progress !== 'done') return fail('state', `${job.title} is not done`, path);
      if (job.billed_at !== null) return fail('twice', `${job.title} was billed already`, path);
    }
    const billed_at = timestamp();
    return {
      ok: true,
      work: {
        title: `Billed ${counted(jobs.length, 'job')}`,
        rows: rowChanges(
          'job',
          rows,
          rows.map((job) => ({ ...job, billed_at })),
        ),
        ...{ subjects: [{ kind: 'site', id: site }], sites: [site], weeks: [], answer: billed_at },
      },
    };
  },
});

/** The file of a bill, as jobs stand; only for who sees pay. */
export async function billFile(
  db: Database,
  actor: Actor,
  site: string,
  { at, form }: { readonly at: string; readonly form: 'csv' | 'xlsx' },
): Promise<Result<{ bytes: Uint8Array; name: string }>> {
  const found = await moneyAt(db, actor, site);
  if (!found.ok) return found;
  const [row] = await loadRows(db, 'site', { id: site });
  const jobs = found.page.jobs.filter(
    (job): job is MoneyLine & { money: NonNullable<MoneyLine['money']> } =>
      job.billedAt === at && job.money !== null,
  );
  if (jobs.length === 0) return fail('unknown', 'there is no such bill', 'at');
  const lines = billLines(jobs, decimalsOf(row.currency));
  const bytes =
    form === 'csv' ? new TextEncoder().encode(formatCsv(lines)) : await formatXlsx('To bill', lines);
  return { ok: true, bytes, name: `Bill ${at.slice(0, 10)}.${form}` };
}

const PART_NAMES: Readonly<Record<ForecastPart, string>> = {
  done: 'done',
  planned: 'planned',
  open: 'not planned yet',
};

/** What is ahead as a file: a line for each week, part, service and crew; money only for who sees pay. */
export async function forecastFile(
  db: Database,
  actor: Actor,
  site: string,
): Promise<Result<{ text: string; name: string }>> {
  const found = await moneyAt(db, actor, site);
  if (!found.ok) return found;
  const { forecast, services, crews, currency, siteName, seesPay: isPayShown } = found.page;
  const decimals = decimalsOf(currency);
  const lines = [...forecast]
    .sort((a, b) => (a.week ?? Infinity) - (b.week ?? Infinity))
    .map(({ week, part, service, crew, minutes, money }) => [
      ...[week === null ? '' : formatDate(week), PART_NAMES[part], services[service ?? ''] ?? ''],
      ...[crews[crew ?? ''] ?? '', (minutes / 60).toFixed(2)],
      ...(isPayShown ? [(money / 10 ** decimals).toFixed(decimals)] : []),
    ]);
  const head = ['Week', 'Work', 'Service', 'Crew', 'Person-hours', ...(isPayShown ? [currency] : [])];
  return { ok: true, text: formatCsv([head, ...lines]), name: `Forecast of ${siteName}.csv` };
}
