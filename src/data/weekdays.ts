import { WEEKDAYS } from '@/core/time/day';

/** Rows that differ only in their weekday, as one with a flag a weekday; the first of each stands for all. */
export function byWeekdays<Row extends { readonly weekday: number | null }>(
  rows: readonly Row[],
  key: (row: Row) => string,
): { row: Row; days: boolean[] }[] {
  const groups = new Map<string, { row: Row; days: boolean[] }>();
  for (const row of rows) {
    const name = key(row);
    let group = groups.get(name);
    if (!group) {
      group = { row, days: WEEKDAYS.map(() => false) };
      groups.set(name, group);
    }
    if (row.weekday !== null) group.days[row.weekday] = true;
  }
  return [...groups.values()];
}
