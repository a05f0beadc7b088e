/** To which whole minutes, and which way. */
export interface Rounding {
  /** Minutes: 1, 5, 6, 10, 15 or 30. */
  readonly step: number;
  readonly way: RoundingWay;
}

export type RoundingWay = 'nearest' | 'up' | 'down';

/** The steps that can be chosen: a tenth of an hour is 6 minutes. */
export const ROUNDING_STEPS: readonly number[] = [1, 5, 6, 10, 15, 30];

/** Every minute counts as it is. */
export const NO_ROUNDING: Rounding = { step: 1, way: 'nearest' };

/**
 * Minutes rounded to a step, from midnight or from nothing. *Nearest* takes the later of two that are as near (29 CFR
 * 785.48(b) allows what averages out: over all minutes it is 0 for odd steps and half a minute for even ones).
 */
export function round(minutes: number, { step, way }: Rounding): number {
  if (way === 'up') return Math.ceil(minutes / step) * step;
  if (way === 'down') return Math.floor(minutes / step) * step;
  return Math.floor(minutes / step + 0.5) * step;
}
