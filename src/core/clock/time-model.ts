import { type Day, weekdayOf } from '../time/day';
import { DAY, type Span } from '../time/span';
import type { ClockRuleFault, Windows } from './clock-rules';

/** What somebody's hours are measured by. Late and early exist only where times are set. */
export type TimeModel =
  | { readonly kind: 'shifts' }
  /** Hours by weekday, Monday first, in minutes from its midnight, possibly past 1440. */
  | { readonly kind: 'fixed'; readonly hours: readonly (readonly Span[])[] }
  /** So many minutes on each weekday, Monday first. */
  | { readonly kind: 'day'; readonly minutes: readonly number[] }
  | { readonly kind: 'week'; readonly minutes: number };

/** Somebody who works by shifts. */
export const BY_SHIFTS: TimeModel = { kind: 'shifts' };

/** Whether somebody can be late or early by a model. */
export function hasTimes({ kind }: TimeModel): boolean {
  return kind === 'shifts' || kind === 'fixed';
}

/** The hours of a date by a model with fixed hours, in wall-clock minutes since 1970-01-01T00:00; of any other: none. */
export function fixedHoursOn(model: TimeModel, day: Day): Span[] {
  if (model.kind !== 'fixed') return [];
  return model.hours[weekdayOf(day)].map(({ from, to }) => ({ from: day * DAY + from, to: day * DAY + to }));
}

/** What is due on a date by a model with hours to fill by day: minutes; null: it has no such. */
export function dueOn(model: TimeModel, day: Day): number | null {
  return model.kind === 'day' ? model.minutes[weekdayOf(day)] : null;
}

/** A day of a running balance: what was worked and credited, what was due, and how it stands after it. */
export interface BalanceDay {
  readonly date: Day;
  readonly worked: number;
  readonly credited: number;
  readonly due: number;
  readonly balance: number;
}

/**
 * The running balance of plus and minus, in minutes, for somebody with hours to fill: by day against what is due on it; by
 * week what is due falls on the week's last day, or on the last of the days asked for where that is later in its week. Days
 * without anything are there too, so that every change can be found. For other models none.
 *
 * @param worked minutes by date
 * @param credited minutes by date of leave and holidays
 * @param before how it stood before the first day
 */
export function runningBalance(
  model: TimeModel,
  days: { readonly first: Day; readonly count: number; readonly weekStart: number },
  worked: ReadonlyMap<Day, number>,
  credited: ReadonlyMap<Day, number>,
  before = 0,
): BalanceDay[] {
  if (hasTimes(model)) return [];
  const found: BalanceDay[] = [];
  let balance = before;
  for (let date = days.first; date < days.first + days.count; date++) {
    const isWeekEnd = (weekdayOf(date) + 7 - days.weekStart) % 7 === 6;
    const due = model.kind === 'week' ? (isWeekEnd ? model.minutes : 0) : (dueOn(model, date) ?? 0);
    const [done, given] = [worked.get(date) ?? 0, credited.get(date) ?? 0];
    balance += done + given - due;
    found.push({ date, worked: done, credited: given, due, balance });
  }
  return found;
}

/** What is wrong with fixed hours: parts of a day whose windows overlap, so that a punch would belong to both. */
export function fixedHoursFaults(
  hours: readonly (readonly Span[])[],
  { beforeStart, afterEnd }: Windows,
): ClockRuleFault[] {
  return hours.flatMap((spans, weekday) =>
    spans.slice(1).flatMap(({ from }, i) => {
      const { to } = spans[i];
      if (to > from) return [{ path: `hours.${weekday}`, message: 'These hours overlap.' }];
      if (to + afterEnd <= from - beforeStart) return [];
      return [
        {
          path: `hours.${weekday}`,
          message:
            `Between these hours are ${from - to} min, and the windows of the clock take ${afterEnd} after the one and ` +
            `${beforeStart} before the other.`,
        },
      ];
    }),
  );
}
