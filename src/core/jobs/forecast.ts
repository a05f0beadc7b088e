import { type Day, startOfWeek } from '../time/day';
import { unplannedMinutes } from './job-state';
import type { Job, Visit } from './types';

/** Person-minutes, and what they bring in minor units. */
export interface ForecastFigures {
  readonly minutes: number;
  readonly money: number;
}

/** What is done, planned and not yet planned. */
export const FORECAST_PARTS = ['done', 'planned', 'open'] as const;
export type ForecastPart = (typeof FORECAST_PARTS)[number];

/** Work of a week, of one kind of it. `week`: its first day; null: no date is said. `service`, `crew` null: none, or none yet. */
export interface ForecastCell extends ForecastFigures {
  readonly week: Day | null;
  readonly part: ForecastPart;
  readonly service: string | null;
  readonly crew: string | null;
}

/** A job as a forecast looks at it. */
export interface ForecastJob {
  readonly job: Pick<Job, 'service' | 'personMinutes' | 'progress' | 'earliest' | 'latest'>;
  readonly visits: readonly Pick<Visit, 'crew' | 'date' | 'personMinutes'>[];
  /** What it brings in all, in minor units. */
  readonly money: number;
  /** When it was done; null: it is not. */
  readonly doneOn: Day | null;
  /** What it took, in person-minutes, where it is done and that is known. */
  readonly worked: number;
}

/**
 * Work by week, service and crew: what was done in the week it was done, what is planned in the weeks of its visits, and what is not
 * planned yet in the week by which it is to be done. What is overdue is work of this week. The cells of a job add up to it exactly.
 */
export function forecastOf(
  jobs: readonly ForecastJob[],
  { today, weekStart }: { readonly today: Day; readonly weekStart: number },
): ForecastCell[] {
  const cells = new Map<string, ForecastCell>();
  const add = (cell: ForecastCell) => {
    if (cell.minutes === 0 && cell.money === 0) return;
    const key = JSON.stringify([cell.week, cell.part, cell.service, cell.crew]);
    const known = cells.get(key);
    cells.set(
      key,
      known ? { ...known, minutes: known.minutes + cell.minutes, money: known.money + cell.money } : cell,
    );
  };
  for (const one of jobs)
    for (const { date, ...share } of partsOf(one, today))
      add({
        ...share,
        week: date === null ? null : startOfWeek(date, weekStart),
        service: one.job.service,
      });
  return [...cells.values()];
}

interface Share extends ForecastFigures {
  readonly part: ForecastPart;
  readonly crew: string | null;
  readonly date: Day | null;
}

function partsOf({ job, visits, money, doneOn, worked }: ForecastJob, today: Day): Share[] {
  const crew = visits[0]?.crew ?? null;
  if (job.progress === 'done')
    return [
      { part: 'done', crew, date: doneOn ?? today, minutes: worked > 0 ? worked : job.personMinutes, money },
    ];
  const left = unplannedMinutes(job, visits);
  const whole = visits.filter(({ personMinutes }) => personMinutes === null);
  // Visits that each do all of it share it evenly; else what each is to do counts, and no more than there is.
  const shares = visits.map((visit) => ({
    visit,
    weight: whole.length > 0 ? (visit.personMinutes === null ? 1 : 0) : visit.personMinutes!,
  }));
  const weights = shares.reduce((sum, { weight }) => sum + weight, 0);
  const planned = job.personMinutes - left;
  const due = job.latest ?? job.earliest;
  const parts = [
    ...shares.map(({ visit, weight }) => ({
      ...{ part: 'planned' as const, crew: visit.crew, date: Math.max(visit.date, today) },
      share: weights === 0 ? 0 : (planned * weight) / weights,
    })),
    { part: 'open' as const, crew: null, date: due === null ? null : Math.max(due, today), share: left },
  ];
  // Each gets what is reached with it less what was reached before: so nothing is lost by rounding.
  let reached = 0;
  return parts.map(({ share, ...part }) => {
    const [before, after] = [reached, reached + share];
    reached = after;
    const upTo = (of: number, at: number) =>
      Math.round((of * Math.min(at, job.personMinutes)) / job.personMinutes);
    return {
      ...part,
      minutes: upTo(job.personMinutes, after) - upTo(job.personMinutes, before),
      money: upTo(money, after) - upTo(money, before),
    };
  });
}
