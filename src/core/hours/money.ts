/**
 * Exact money. A rate is held in millionths of the major unit, so what one person earns at plain rates is a
 * whole number of "rate units times minutes"; premiums may be fractions and are held as such. Nothing is
 * rounded before it is printed.
 */

/** Millionths in one major unit. */
const SCALE = 1_000_000;

/** An exact amount: (`whole` + Σ `parts`) ÷ (60 × 1,000,000) major units. */
export interface Amount {
  readonly whole: number;
  readonly parts: readonly Fraction[];
}

export interface Fraction {
  readonly over: bigint;
  readonly under: bigint;
}

export const NOTHING: Amount = { whole: 0, parts: [] };

/** A rate per hour, or a multiplier, in millionths. */
export function units(value: number): number {
  return Math.round(value * SCALE);
}

/** Decimals of a currency, 2 where it is unknown (ISO 4217, as the platform knows it). */
export function decimalsOf(currency: string): number {
  let known = DECIMALS.get(currency);
  if (known === undefined) {
    try {
      const format = new Intl.NumberFormat('en', { style: 'currency', currency });
      known = format.resolvedOptions().maximumFractionDigits ?? 2;
    } catch {
      known = 2;
    }
    DECIMALS.set(currency, known);
  }
  return known;
}

const DECIMALS = new Map<string, number>();

/** Two exact amounts together. */
export function addAmounts(a: Amount, b: Amount): Amount {
  return { whole: a.whole + b.whole, parts: [...a.parts, ...b.parts] };
}

/** So many parts of an amount, exactly. */
export function shareOf({ whole, parts }: Amount, part: number, of: number): Amount {
  const over = [{ over: BigInt(whole), under: 1n }, ...parts];
  if (parts.length === 0 && (whole * part) % of === 0 && Math.abs(whole * part) <= Number.MAX_SAFE_INTEGER)
    return { whole: (whole * part) / of, parts: [] };
  return {
    whole: 0,
    parts: over.map((one) => ({ over: one.over * BigInt(part), under: one.under * BigInt(of) })),
  };
}

/** The amount in whole minor units, rounded once, half away from zero. */
export function toMinor(amount: Amount, decimals: number): number {
  return sumToMinor([amount], decimals);
}

/** Several amounts added exactly and rounded once, in whole minor units. */
export function sumToMinor(amounts: readonly Amount[], decimals: number): number {
  const factor = 10 ** decimals;
  let whole = 0;
  let plain = true;
  for (const amount of amounts) {
    whole += amount.whole;
    if (amount.parts.length > 0) plain = false;
  }
  const over = Math.abs(whole) * factor * 2;
  // Whole numbers stay exact below 2^53; what exceeds it is added up again as big numbers.
  if (!plain || over > Number.MAX_SAFE_INTEGER / 2) return roundFraction(sum(amounts), factor);
  const under = 60 * SCALE;
  const minor = Math.floor((over + under) / (2 * under));
  return whole < 0 ? 0 - minor : minor;
}

/** Whole minor units written as a number of major units. */
export function toMajor(minor: number, decimals: number): number {
  return decimals === 0 ? minor : Number((minor / 10 ** decimals).toFixed(decimals));
}

function sum(amounts: readonly Amount[]): Fraction {
  let over = 0n;
  const byUnder = new Map<bigint, bigint>();
  for (const { whole, parts } of amounts) {
    over += BigInt(whole);
    for (const part of parts) byUnder.set(part.under, (byUnder.get(part.under) ?? 0n) + part.over);
  }
  let under = 1n;
  for (const [partUnder, partOver] of byUnder) {
    over = over * partUnder + partOver * under;
    under *= partUnder;
  }
  return { over, under };
}

function roundFraction({ over, under }: Fraction, factor: number): number {
  const bottom = under * 60n * BigInt(SCALE);
  const top = (over < 0n ? -over : over) * BigInt(factor);
  const minor = Number((2n * top + bottom) / (2n * bottom));
  return over < 0n ? 0 - minor : minor;
}
