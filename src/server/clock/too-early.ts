import { rulesOn } from '@/core/clock/clock-rules';
import { formatTime, type HourFormat } from '@/core/time/format';
import { localDay, localTime } from '@/core/time/now';
import { clockRulesFromRow } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import { publishedShiftsOf } from '@/data/week/shift-store';
import { resolvedAll } from '../staff/resolved-at';

/**
 * Why somebody cannot clock in yet by the rules of a site; null: they can. Without a shift ahead there is nothing to be early for, and
 * where nobody is refused no shift is read.
 */
export async function tooEarly(
  db: Database,
  person: string,
  site: string,
  present: number,
): Promise<string | null> {
  const [row] = await loadRows(db, 'site', { id: site });
  const date = localDay(present, row.time_zone);
  const { early } = rulesOn(clockRulesFromRow(row), date);
  if (early.kind !== 'refused') return null;
  const worked = await publishedShiftsOf(db, person, date - 1, date + 2);
  const shifts = [...(await resolvedAll(db, worked)).values()].sort((a, b) => a.start - b.start);
  if (shifts.some(({ start, end }) => start <= present && present < end)) return null;
  const next = shifts.find(({ start }) => start > present && start - present < 1440);
  if (!next || next.start - present <= early.minutes) return null;
  const { minute } = localTime((next.start - early.minutes) * 60_000, row.time_zone);
  return `you can clock in from ${formatTime(minute, row.hour_format as HourFormat)}`;
}
