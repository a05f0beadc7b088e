import type { Day } from '../time/day';
import type { LeaveAmount } from './amount';

/** What made an entry. */
export type EntryKind =
  'grant' | 'accrual' | 'carry-over' | 'expiry' | 'taken' | 'given-back' | 'correction' | 'earned';

/**
 * A line of the ledger of one person and kind of leave. It is never altered or deleted: what was wrong is reversed by
 * another of the opposite amount, which names it.
 */
export interface LedgerEntry {
  readonly id: string;
  /** From which date on it counts. */
  readonly date: Day;
  readonly kind: EntryKind;
  readonly amount: LeaveAmount;
  /** The entry that it takes back; null: none. */
  readonly reverses: string | null;
}

/** An entry with the balance after it. */
export interface RunningEntry extends LedgerEntry {
  readonly balance: LeaveAmount;
}

/** The balance at the end of a date: the sum of the entries until then, and nothing else. */
export function balanceOn(entries: readonly LedgerEntry[], date: Day): LeaveAmount {
  return entries.reduce((sum, entry) => sum + (entry.date <= date ? entry.amount : 0), 0);
}

/** Entries by date, in the order in which they were made within one, each with the balance after it. */
export function runningBalance(entries: readonly LedgerEntry[]): RunningEntry[] {
  let balance = 0;
  return [...entries]
    .sort((a, b) => a.date - b.date)
    .map((entry) => ({ ...entry, balance: (balance += entry.amount) }));
}

/** What takes an entry back. An entry is taken back once; one that takes another back is not itself taken back. */
export function reversalOf(
  entries: readonly LedgerEntry[],
  id: string,
): Pick<LedgerEntry, 'date' | 'kind' | 'amount' | 'reverses'> | null {
  const entry = entries.find((one) => one.id === id);
  if (!entry || entry.reverses !== null || entries.some(({ reverses }) => reverses === id)) return null;
  return { date: entry.date, kind: entry.kind, amount: -entry.amount, reverses: id };
}

/** Ends the id of an entry that makes one anew that was taken back, after the id of what took it back. */
const ANEW = ' again';

/** The id of the entry that makes anew what another has taken back. `id`: of that other. */
export function anewId(id: string): string {
  return `${id}${ANEW}`;
}

/** The id of what took back the entry that this one makes anew; empty: it makes none. */
export function madeAnewOf(id: string): string {
  return id.endsWith(ANEW) ? id.slice(0, -ANEW.length) : '';
}

/** Entries of which none was taken back, and none takes another back. */
export function standing(entries: readonly LedgerEntry[]): LedgerEntry[] {
  const gone = new Set(entries.flatMap(({ reverses }) => reverses ?? []));
  return entries.filter(({ id, reverses }) => reverses === null && !gone.has(id));
}

/**
 * What is left on a date of amounts carried over until then: leave that is taken uses first what ends first. Never
 * below 0.
 *
 * @param from the date from which on what was carried over counts
 */
export function carriedLeft(entries: readonly LedgerEntry[], from: Day, on: Day): LeaveAmount {
  const counted = standing(entries).filter(({ date }) => date >= from && date <= on);
  const sum = (...kinds: EntryKind[]) =>
    counted.reduce((all, { kind, amount }) => all + (kinds.includes(kind) ? amount : 0), 0);
  const carried = sum('carry-over');
  const used = -sum('taken', 'given-back');
  return Math.max(0, Math.min(carried, carried - Math.max(0, used)));
}
