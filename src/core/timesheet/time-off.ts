import { NOTHING, shareOf } from '../hours/money';
import { type Day, formatDate, parseDate } from '../time/day';
import { type LedgerEntry, madeAnewOf } from '../leave/ledger';
import type { PayKind } from './pay-kind';
import type { SheetLine } from './sheet';

/** Minutes of overtime of a date that are not paid: they became time off. */
export interface OvertimeOff {
  readonly date: Day;
  readonly minutes: number;
}

/** What an hour of overtime gives: an hour, or as much time as it would have been paid (1½ h at × 1.5). */
export const TIME_OFF_RATES = ['hour', 'as-paid'] as const;
export type TimeOffRate = (typeof TIME_OFF_RATES)[number];

/** Begins the key of an entry that was made of overtime. */
const MADE = 'overtime:';

type Worked = Pick<SheetLine, 'date' | 'kind' | 'minutes'>;

/** Lines with some of their overtime no longer paid; of a date that has less overtime than that, all it has. */
export function withTimeOff(lines: readonly SheetLine[], off: readonly OvertimeOff[]): SheetLine[] {
  if (off.length === 0) return [...lines];
  const left = new Map<Day, number>();
  for (const { date, minutes } of off) left.set(date, (left.get(date) ?? 0) + minutes);
  return lines.flatMap((line) => {
    const taken = isOvertime(line.kind) ? Math.min(line.minutes, left.get(line.date) ?? 0) : 0;
    if (taken <= 0) return [line];
    left.set(line.date, left.get(line.date)! - taken);
    const paid = line.minutes - taken;
    return [
      ...(paid > 0 ? [{ ...line, minutes: paid, cost: shareOf(line.cost, paid, line.minutes) }] : []),
      { ...line, kind: { kind: 'time-off' as const }, minutes: taken, cost: NOTHING },
    ];
  });
}

/** Minutes of overtime that are still to be paid. */
export function overtimeOf(lines: readonly Worked[]): number {
  return lines.reduce((sum, { kind, minutes }) => (isOvertime(kind) ? sum + minutes : sum), 0);
}

/** Which overtime becomes time off, the earliest first, and how much time off that is, in whole minutes; null: there is less. */
export function timeOffFor(
  lines: readonly Worked[],
  minutes: number,
  rate: TimeOffRate,
): { readonly off: readonly OvertimeOff[]; readonly credited: number } | null {
  const byDate = new Map<Day, number>();
  let [left, credited] = [minutes, 0];
  for (const line of [...lines].sort((a, b) => a.date - b.date)) {
    if (left === 0) break;
    if (line.kind.kind !== 'overtime' || line.minutes <= 0) continue;
    const taken = Math.min(left, line.minutes);
    left -= taken;
    credited += taken * (rate === 'hour' ? 1 : line.kind.multiplier);
    byDate.set(line.date, (byDate.get(line.date) ?? 0) + taken);
  }
  if (left > 0) return null;
  return { off: [...byDate].map(([date, its]) => ({ date, minutes: its })), credited: Math.round(credited) };
}

/** How an entry of the ledger of leave says which overtime it was made of. `id`: of the entry. */
export function overtimeKey(off: readonly OvertimeOff[], id: string): string {
  return `${MADE}${off.map(({ date, minutes }) => `${formatDate(date)}=${minutes}`).join(',')}:${id}`;
}

/** Which overtime an entry of the ledger was made of; none where it was made of something else. */
export function overtimeOfKey(key: string | null): OvertimeOff[] {
  if (!key?.startsWith(MADE)) return [];
  const [dates] = key.slice(MADE.length).split(':');
  return dates.split(',').map((one) => {
    const [date, minutes] = one.split('=');
    return { date: parseDate(date)!, minutes: Number(minutes) };
  });
}

/**
 * Entries made of overtime that stand, each with the key that says which: taken back they do not, and taken back and made anew they do, by
 * an entry that has no key itself.
 */
export function standingTimeOff<
  T extends Pick<LedgerEntry, 'id' | 'reverses'> & { readonly key: string | null },
>(entries: readonly T[]): T[] {
  const byId = new Map(entries.map((entry) => [entry.id, entry]));
  const keyOf = (entry: T | undefined): string | null =>
    entry ? (entry.key ?? keyOf(byId.get(entry.reverses ?? madeAnewOf(entry.id)))) : null;
  const gone = new Set(entries.map(({ reverses }) => reverses));
  return entries.flatMap((entry) => {
    const key = entry.reverses === null && !gone.has(entry.id) ? keyOf(entry) : null;
    return key?.startsWith(MADE) ? [{ ...entry, key }] : [];
  });
}

function isOvertime({ kind }: PayKind): boolean {
  return kind === 'overtime';
}
