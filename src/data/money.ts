import { decimalsOf } from '@/core/hours/money';
import type { Database } from './database';

/** Money of one currency at the edge of the data: stored in whole minor units, told in major units. */
export interface StoredMoney {
  readonly currency: string;
  /** What is stored of an amount; of none null. */
  stored(major: number): number;
  stored(major: number | null): number | null;
  /** What a stored amount tells; of none null. */
  toMajorUnits(minor: number): number;
  toMajorUnits(minor: unknown): number | null;
}

/** The one place where money changes between minor and major units. */
export function moneyIn(currency: string): StoredMoney {
  const units = 10 ** decimalsOf(currency);
  const stored = (major: number | null) => (major === null ? null : Math.round(major * units));
  const told = (minor: unknown) => (typeof minor === 'number' ? minor / units : null);
  return { currency, stored, toMajorUnits: told } as StoredMoney;
}

/** Money of the business, by the first site's currency: a business pays in one. */
export async function businessMoney(db: Database): Promise<StoredMoney> {
  const row = await db.selectFrom('site').select('currency').orderBy('position').executeTakeFirst();
  return moneyIn(row?.currency ?? 'EUR');
}
