import { type Day, weekdayOf } from '../time/day';
import type { SheetDay } from './sheet';
import type { TypedHours } from './typed-hours';

/** What the empty days of a sheet can be filled from. */
export const FILL_FROM = ['plan', 'usual-week', 'last-period'] as const;
export type FillFrom = (typeof FILL_FROM)[number];

/** What each is called on a button. */
export const FILL_NAMES: Readonly<Record<FillFrom, string>> = {
  plan: 'the plan',
  'usual-week': 'the usual week',
  'last-period': 'the last period',
};

/** A row of hours that is typed into a day. */
export type FilledRow = Pick<TypedHours, 'date' | 'kind' | 'span' | 'minutes' | 'role'>;

/**
 * Rows for the days of a sheet that have nothing yet: nothing typed, no leave and no holiday; none for days to come. From the plan each
 * shift is as long as it is paid; of the usual week a day is as long as it usually is; of the last period each row is that of the same
 * weekday, as many whole weeks before as the period is long.
 *
 * @param usualWeek minutes of each weekday, Monday first; null: nobody said
 * @param earlier what was typed before the period
 */
export function fillRows(
  from: FillFrom,
  days: readonly SheetDay[],
  today: Day,
  usualWeek: readonly number[] | null,
  earlier: readonly TypedHours[],
): FilledRow[] {
  const back = Math.ceil(days.length / 7) * 7;
  const empty = days.filter(
    ({ date, typed, credited, entry }) =>
      date <= today && typed.length === 0 && credited === 0 && (entry?.worked ?? 0) === 0,
  );
  return empty.flatMap(({ date, shifts }): FilledRow[] => {
    if (from === 'plan')
      return shifts.flatMap(({ paid, role }) =>
        paid > 0 ? [{ date, kind: null, span: null, minutes: paid, role }] : [],
      );
    if (from === 'usual-week') {
      const minutes = usualWeek?.[weekdayOf(date)] ?? 0;
      return minutes > 0 ? [{ date, kind: null, span: null, minutes, role: null }] : [];
    }
    return earlier
      .filter((row) => row.date === date - back && row.about === null)
      .map(({ kind, span, minutes, role }) => ({ date, kind, span, minutes, role }));
  });
}
