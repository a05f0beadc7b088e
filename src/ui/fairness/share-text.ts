import { type FairnessColumn, beyondShare } from '@/core/fairness/columns';
import type { Share } from '@/core/fairness/fairness';
import { bareHours } from '@/core/time/format';

/** A figure of a column: whole times, or hours. */
export function figureText(value: number, unit: FairnessColumn['unit']): string {
  return unit === 'minutes' ? bareHours(Math.round(value / 30) * 30) : String(Math.round(value * 10) / 10);
}

/** How far from the share: `+1.8`, `−2`, `0`. */
export function differenceText(share: Share, unit: FairnessColumn['unit']): string {
  const difference = beyondShare(share);
  const text = figureText(Math.abs(difference), unit);
  if (text === '0') return '0';
  return `${difference > 0 ? '+' : '−'}${text}`;
}

/** What a figure is made of: `6 so far and 1 planned; the share is 5.2`. */
export function shareText({ had, planned, expected }: Share, unit: FairnessColumn['unit']): string {
  const suffix = unit === 'minutes' ? ' h' : '';
  const of = (value: number) => figureText(value, unit) + suffix;
  return `${of(had)} so far and ${of(planned)} planned; the share is ${of(expected)}`;
}
