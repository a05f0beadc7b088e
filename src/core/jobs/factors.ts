import { type Day, formatDate } from '../time/day';
import type { Service } from './types';

/** Person-minutes of a service on a date: what it usually takes by the factor of the month, in whole minutes. */
export function serviceMinutes(
  { factors }: Pick<Service, 'factors'>,
  personMinutes: number,
  date: Day | null,
): number {
  const factor = date === null ? 1 : (factors?.[Number(formatDate(date).slice(5, 7)) - 1] ?? 1);
  return Math.round(personMinutes * factor);
}
