/** What a kind of leave is counted in. */
export type LeaveUnit = 'days' | 'half-days' | 'hours';

/** A day as an amount of leave that is counted in days: thousandths, so that shares of a year stay exact. */
export const WHOLE_DAY = 1000;

/**
 * An amount of leave in whole numbers: minutes where it is counted in hours, thousandths of a day elsewhere. Below zero
 * it is taken or owed.
 */
export type LeaveAmount = number;

/** Which way a computed amount is rounded to the step of its kind. */
export type Rounding = 'up' | 'down' | 'nearest';

/** An amount rounded to whole steps; half a step goes away from zero. */
export function roundedTo(amount: number, step: LeaveAmount, rounding: Rounding): LeaveAmount {
  // A share such as 28 × 3 / 5 ends a hair beside what it is.
  const steps = Math.round((amount / step) * 1e6) / 1e6;
  if (rounding === 'up') return Math.ceil(steps) * step;
  if (rounding === 'down') return Math.floor(steps) * step;
  return Math.sign(steps) * Math.floor(Math.abs(steps) + 0.5) * step;
}

/** The nearest amounts that may be taken, below and above; the same twice where it is one itself. */
export function nearestSteps(
  amount: LeaveAmount,
  step: LeaveAmount,
): { readonly below: LeaveAmount; readonly above: LeaveAmount } {
  return { below: roundedTo(amount, step, 'down'), above: roundedTo(amount, step, 'up') };
}
