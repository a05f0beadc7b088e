import { type Amount, NOTHING, addAmounts, toMinor, units } from '../hours/money';
import type { Day } from '../time/day';
import type { Job, Price, Service } from './types';

/** What somebody worked at a job on a date, and what that cost at their own rate, overtime in it. */
export interface JobLabour {
  readonly person: string;
  readonly date: Day;
  readonly minutes: number;
  readonly cost: Amount;
}

/** What a job was planned to take and took. Minutes are of one person; money is in minor units. */
export interface JobFigures {
  readonly planned: number;
  readonly worked: number;
  readonly labour: number;
  readonly materials: number;
  /** How many materials have no cost yet. */
  readonly uncosted: number;
  /** What it brings; null: no price is said. */
  readonly revenue: number | null;
  /** What is left of that; null: no price is said. */
  readonly margin: number | null;
}

/** The price of a job: its own, else that of its service; null: neither says one. */
export function priceOf(job: Pick<Job, 'price'>, service: Pick<Service, 'price'> | null): Price | null {
  return job.price ?? service?.price ?? null;
}

/**
 * What a job brings, in minor units: one amount, materials in it; or its person-hours at the price, and what was used at its cost. Null
 * where no price is said.
 */
export function revenueOf(
  price: Price | null,
  personMinutes: number,
  materials: number,
  decimals: number,
): number | null {
  if (price === null) return null;
  if (price.by === 'job') return Math.round(price.amount * 10 ** decimals);
  return toMinor({ whole: units(price.amount) * personMinutes, parts: [] }, decimals) + materials;
}

/**
 * A job planned against real. By the hour it brings what was worked once anything was, before that what is planned.
 *
 * @param decimals of the currency
 */
export function jobFigures(
  job: Pick<Job, 'personMinutes' | 'price'>,
  service: Pick<Service, 'price'> | null,
  labour: readonly JobLabour[],
  used: readonly { readonly cost: number | null }[],
  decimals: number,
): JobFigures {
  const worked = labour.reduce((sum, { minutes }) => sum + minutes, 0);
  const cost = toMinor(
    labour.reduce((sum, one) => addAmounts(sum, one.cost), NOTHING),
    decimals,
  );
  const materials = used.reduce((sum, one) => sum + Math.round((one.cost ?? 0) * 10 ** decimals), 0);
  const minutes = worked > 0 ? worked : job.personMinutes;
  const revenue = revenueOf(priceOf(job, service), minutes, materials, decimals);
  return {
    ...{ planned: job.personMinutes, worked, labour: cost, materials, revenue },
    uncosted: used.filter((one) => one.cost === null).length,
    margin: revenue === null ? null : revenue - cost - materials,
  };
}
