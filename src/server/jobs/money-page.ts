import { groupedBy } from '@/core/grouped';
import { type ForecastCell, forecastOf } from '@/core/jobs/forecast';
import { type JobFigures, jobFigures } from '@/core/jobs/job-figures';
import { type JobState, jobState } from '@/core/jobs/job-state';
import type { Result } from '@/core/plan/problem';
import { decimalsOf, toMinor } from '@/core/hours/money';
import { type Day, formatDate, parseDate } from '@/core/time/day';
import { localTime } from '@/core/time/now';
import type { Database } from '@/data/database';
import { jobFromRow, serviceFromRow, visitFromRow } from '@/data/jobs/field-store';
import { loadRows, loadRowsOf } from '@/data/records/records';
import type { Actor } from '../access/actor';
import { seesPay } from '../access/pay';
import { checkAccess } from '../access/permissions';
import { fieldSite } from './ground';
import { labourOf } from './job-labour';
import { type Unsettled, unsettledAt } from './unsettled';

/** A job with what it was planned to take and took; figures of money are null for who sees no pay. */
export interface MoneyLine {
  readonly id: string;
  readonly name: string;
  readonly title: string;
  readonly customer: string | null;
  readonly service: string | null;
  readonly state: JobState;
  readonly doneOn: Day | null;
  /** When it was taken into a bill; null: it was not. */
  readonly billedAt: string | null;
  readonly planned: number;
  readonly worked: number;
  readonly money: Omit<JobFigures, 'planned' | 'worked'> | null;
  /** What the figures are made of; `cost`: in minor units; null for who sees no pay. */
  readonly labour: readonly {
    readonly person: string;
    readonly date: Day;
    readonly minutes: number;
    readonly cost: number | null;
  }[];
  readonly materials: readonly { readonly name: string; readonly cost: number | null }[];
  readonly notes: readonly string[];
}

/** Jobs of a site in hours and money. */
export interface MoneyPage {
  readonly asOf: number;
  readonly site: string;
  readonly siteName: string;
  readonly today: Day;
  readonly weekStart: number;
  readonly currency: string;
  readonly seesPay: boolean;
  readonly canChange: boolean;
  readonly canBill: boolean;
  /** Under way, or done in the last weeks; what was done last first. */
  readonly jobs: readonly MoneyLine[];
  /** What is to be settled before a day is closed. */
  readonly unsettled: readonly Unsettled[];
  /** Money is 0 for who sees no pay. */
  readonly forecast: readonly ForecastCell[];
  readonly services: Readonly<Record<string, string>>;
  readonly crews: Readonly<Record<string, string>>;
}

/** How long jobs that are done are shown, in days; those that are not billed for as long again. */
const SHOWN = 62;
/** How many weeks before this one a forecast begins. */
const WEEKS_BACK = 4;

/** Jobs of a site in hours and, for who sees pay, money. */
export async function moneyAt(
  db: Database,
  actor: Actor,
  site: string,
): Promise<Result<{ page: MoneyPage }>> {
  const found = await fieldSite(db, actor, site);
  if (!found.ok) return found;
  const { asOf, line, row, today } = found.at;
  const isPayShown = seesPay(actor, site);
  const canChange = checkAccess(actor, 'plan.change', site) === null;
  const decimals = decimalsOf(row.currency);
  const jobs = await db
    .selectFrom('job')
    .selectAll()
    .where('site_id', '=', site)
    .where((is) => is.or([is('progress', '!=', 'done'), is('done_at', '>=', formatDate(today - 2 * SHOWN))]))
    .execute();
  const ids = jobs.map(({ id }) => id);
  const of = <T extends { readonly job_id: string }>(rows: readonly T[]) =>
    groupedBy(rows, ({ job_id }) => job_id);
  const visits = of(await loadRowsOf(db, 'visit', 'job_id', ids));
  const materials = of(await loadRowsOf(db, 'job_material', 'job_id', ids));
  const notes = of(await loadRowsOf(db, 'job_note', 'job_id', ids));
  const labour = await labourOf(db, ids);
  const services = await loadRows(db, 'service', { site_id: site });
  const serviceOf = new Map(services.map((service) => [service.id, serviceFromRow(service)]));
  const places = new Map((await loadRows(db, 'place', { site_id: site })).map((one) => [one.id, one]));
  const customers = new Map((await loadRows(db, 'customer', {})).map(({ id, name }) => [id, name]));
  const people = [...new Set([...labour.values()].flatMap((list) => list.map(({ person }) => person)))];
  const names = new Map((await loadRowsOf(db, 'person', 'id', people)).map(({ id, name }) => [id, name]));
  const all = jobs.map((stored) => {
    const job = jobFromRow(stored);
    const service = job.service === null ? null : (serviceOf.get(job.service) ?? null);
    const used = materials.get(job.id) ?? [];
    const figures = jobFigures(job, service, labour.get(job.id) ?? [], used, decimals);
    const its = (visits.get(job.id) ?? []).map(visitFromRow);
    const doneOn =
      stored.done_at === null ? null : parseDate(localTime(Date.parse(stored.done_at), row.time_zone).date);
    return { stored, job, service, used, figures, visits: its, doneOn };
  });
  const shown = all.filter(
    ({ job, doneOn, stored }) =>
      job.progress !== 'open' &&
      (doneOn === null || doneOn >= today - (stored.billed_at === null ? 2 : 1) * SHOWN),
  );
  const forecast = forecastOf(
    all
      .filter(({ doneOn }) => doneOn === null || doneOn >= today - 7 * (WEEKS_BACK + 1))
      .map(({ job, visits: its, figures, doneOn }) => ({
        ...{ job, visits: its, doneOn, worked: figures.worked },
        money: isPayShown ? (figures.revenue ?? 0) : 0,
      })),
    { today, weekStart: line.weekStart },
  );
  const lines = shown
    .sort((a, b) => (b.doneOn ?? Infinity) - (a.doneOn ?? Infinity) || (a.job.id < b.job.id ? -1 : 1))
    .map(({ stored, job, service, used, figures, visits: its, doneOn }): MoneyLine => {
      const { planned, worked, ...money } = figures;
      const place = job.place === null ? undefined : places.get(job.place);
      return {
        ...{ id: job.id, name: place?.name ?? job.title, title: job.title, doneOn, planned, worked },
        customer: customers.get(place?.customer_id ?? '') ?? null,
        service: service?.name ?? null,
        state: jobState(job, its),
        billedAt: stored.billed_at,
        money: isPayShown ? money : null,
        labour: (labour.get(job.id) ?? []).map(({ person, date, minutes, cost }) => ({
          ...{ person: names.get(person) ?? 'somebody', date, minutes },
          cost: isPayShown ? toMinor(cost, decimals) : null,
        })),
        materials: used.map(({ name, cost }) => ({ name, cost: isPayShown ? cost : null })),
        notes: (notes.get(job.id) ?? []).map(({ note }) => note).filter(Boolean),
      };
    });
  return {
    ok: true,
    page: {
      ...{ asOf, site, siteName: line.name, today, weekStart: line.weekStart, currency: row.currency },
      ...{ seesPay: isPayShown, forecast },
      ...{ canChange, canBill: isPayShown && canChange },
      jobs: lines,
      // What materials cost is nothing that who sees no pay can settle.
      unsettled: (await unsettledAt(db, site, today, lines)).filter(
        ({ kind }) => isPayShown || kind !== 'no-cost',
      ),
      services: Object.fromEntries(services.map(({ id, name }) => [id, name])),
      crews: Object.fromEntries(
        (await loadRows(db, 'crew', { site_id: site })).map(({ id, name }) => [id, name]),
      ),
    },
  };
}

/** Lines of a bill: done jobs by customer. */
export function billLines(
  jobs: readonly (MoneyLine & { readonly money: NonNullable<MoneyLine['money']> })[],
  decimals: number,
): string[][] {
  const amount = (minor: number | null) => (minor === null ? '' : (minor / 10 ** decimals).toFixed(decimals));
  const head = ['Customer', 'Place', 'Job', 'Service', 'Done on', 'Hours', 'Materials', 'To bill'];
  return [
    head,
    ...[...jobs]
      .sort((a, b) => (a.customer ?? '').localeCompare(b.customer ?? '') || a.name.localeCompare(b.name))
      .map((job) => [
        ...[job.customer ?? '', job.name, job.title, job.service ?? ''],
        ...[job.doneOn === null ? '' : formatDate(job.doneOn), (job.worked / 60).toFixed(2)],
        ...[amount(job.money.materials), amount(job.money.revenue)],
      ]),
  ];
}
