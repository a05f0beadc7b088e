import type { Change } from '../../plan/change';
import type { Severity } from '../../plan/types';
import type { Day } from '../../time/day';

export type Unit = 'people' | 'minutes' | 'days' | 'money';

/** Anything in a plan that needs a look. What does not apply is null. */
export interface Snag {
  readonly code: string;
  readonly severity: Severity;
  readonly date: Day;
  /** Minutes from midnight of `date`; the end may lie after 1440. */
  readonly from: number | null;
  readonly to: number | null;
  readonly role: string | null;
  readonly person: string | null;
  /** Ids, by start then id. */
  readonly shifts: readonly string[];
  /** Of field work, where it applies: the crew, its visits by start then id, and the job. */
  readonly crew?: string | null;
  readonly visits?: readonly string[];
  readonly job?: string;
  /** In `unit`: what is missing, outside, over or short; rest had; length of a run of days. */
  readonly amount: number | null;
  readonly unit: Unit | null;
  readonly limit: number | null;
  /** Figures the sentence about it needs besides; not part of what makes two snags the same. */
  readonly params: Readonly<Record<string, number | string | null>>;
}

/** Whether two snags are the same one: every field agrees, facts aside. */
export function sameSnag(a: Snag, b: Snag): boolean {
  return (
    a.code === b.code &&
    a.date === b.date &&
    a.from === b.from &&
    a.to === b.to &&
    a.person === b.person &&
    a.role === b.role &&
    a.amount === b.amount &&
    a.severity === b.severity &&
    a.limit === b.limit &&
    a.crew === b.crew &&
    a.job === b.job &&
    isSameList(a.shifts, b.shifts) &&
    isSameList(a.visits ?? NONE, b.visits ?? NONE)
  );
}

const NONE: readonly string[] = [];

function isSameList(a: readonly string[], b: readonly string[]): boolean {
  return a.length === b.length && a.every((id, i) => id === b[i]);
}

/** Which of some snags are new against those before, and which of those are gone; alike ones are counted. */
export function compareSnags(
  before: readonly Snag[],
  after: readonly Snag[],
): { readonly appeared: readonly Snag[]; readonly cleared: readonly Snag[] } {
  const cleared = before.slice();
  const appeared = after.filter((snag) => {
    const at = cleared.findIndex((other) => sameSnag(snag, other));
    if (at >= 0) cleared.splice(at, 1);
    return at < 0;
  });
  return { appeared, cleared };
}

const WEIGHT: Record<Severity, number> = { stop: 0, warn: 1, note: 2 };

/** By severity (stop, warn, note), date, start, code, person, role, shifts; null first, then by code unit. */
export function bySeverity(a: Snag, b: Snag): number {
  return (
    WEIGHT[a.severity] - WEIGHT[b.severity] ||
    a.date - b.date ||
    compare(a.from, b.from) ||
    compare(a.code, b.code) ||
    compare(a.person, b.person) ||
    compare(a.role, b.role) ||
    compareLists(a.shifts, b.shifts) ||
    compare(a.crew ?? null, b.crew ?? null) ||
    compareLists(a.visits ?? NONE, b.visits ?? NONE) ||
    compare(a.job ?? null, b.job ?? null)
  );
}

function compare<T extends string | number>(a: T | null, b: T | null): number {
  if (a === b) return 0;
  if (a === null) return -1;
  if (b === null) return 1;
  return a < b ? -1 : 1;
}

function compareLists(a: readonly string[], b: readonly string[]): number {
  for (let i = 0; i < Math.min(a.length, b.length); i++) {
    const order = compare(a[i], b[i]);
    if (order !== 0) return order;
  }
  return a.length - b.length;
}

/** A way out of a snag: what it is called, and the changes that do it. */
export interface Fix {
  readonly label: string;
  readonly changes: readonly Change[];
}
