import { overlap } from '../checks/overlap';
import { type Snag, bySeverity, compareSnags } from '../checks/snag';
import type { Change, Result } from '../plan/change';
import { type Judgement, rejudge, snagsOf } from './judge';

/** What changes would do to a plan. */
export interface Consequences {
  /** Snags that are there afterwards and were not before; the worst first. */
  readonly appeared: readonly Snag[];
  /** Snags that were there before and are gone. */
  readonly cleared: readonly Snag[];
  /** Difference of paid minutes, and of cost in minor units. */
  readonly paidMinutes: number;
  readonly cost: number;
}

/** Changes tried out: what they would do, the judgement that would hold, and the way back. */
export interface Trial {
  readonly consequences: Consequences;
  readonly judgement: Judgement;
  readonly inverse: readonly Change[];
}

/** The difference between two judgements of the same site and days. Parts they share are not looked at. */
export function difference(before: Judgement, after: Judgement): Consequences {
  const appeared: Snag[] = [];
  const cleared: Snag[] = [];
  const compare = (old: readonly Snag[], fresh: readonly Snag[]) => {
    if (old === fresh) return;
    const changed = compareSnags(old, fresh);
    appeared.push(...changed.appeared);
    cleared.push(...changed.cleared);
  };
  let paidMinutes = 0;
  let cost = 0;
  for (let i = 0; i < after.people.length; i++) {
    const [old, fresh] = [before.people[i], after.people[i]];
    if (old === fresh) continue;
    compare(old.snags, fresh.snags);
    paidMinutes += fresh.paid - old.paid;
    cost += fresh.cost - old.cost;
  }
  for (let i = 0; i < after.cells.length; i++) compare(before.cells[i], after.cells[i]);
  for (let i = 0; i < after.weeks.length; i++) compare(before.weeks[i].snags, after.weeks[i].snags);
  return {
    appeared: appeared.sort(bySeverity),
    cleared: cleared.sort(bySeverity),
    paidMinutes,
    cost,
  };
}

/**
 * The difference between two judgements of one site and the same days that may differ in anything: people come
 * and gone, other needs, other rules.
 */
export function comparison(before: Judgement, after: Judgement): Consequences {
  const key = ({ facts: _facts, ...snag }: Snag) => JSON.stringify(Object.values(snag));
  const gone = new Map<string, Snag[]>();
  for (const snag of snagsOf(before)) gone.set(key(snag), [...(gone.get(key(snag)) ?? []), snag]);
  const appeared = snagsOf(after).filter((snag) => !gone.get(key(snag))?.pop());
  const sum = (judgement: Judgement, of: (week: Judgement['weeks'][number]) => number) =>
    judgement.weeks.reduce((total, week) => total + of(week), 0);
  return {
    appeared: appeared.sort(bySeverity),
    cleared: [...gone.values()].flat().sort(bySeverity),
    paidMinutes: sum(after, (week) => week.paid) - sum(before, (week) => week.paid),
    cost: sum(after, (week) => week.cost) - sum(before, (week) => week.cost),
  };
}

/**
 * Tries changes on a judged plan, in order, all or none. Nothing is refused for its consequences here; see
 * {@link refusal} for the one thing an edit may not do.
 */
export function tryChanges(judgement: Judgement, changes: readonly Change[]): Result<{ trial: Trial }> {
  const done = rejudge(judgement, changes);
  if (!done.ok) return done;
  return {
    ok: true,
    trial: {
      consequences: difference(judgement, done.judgement),
      judgement: done.judgement,
      inverse: done.inverse,
    },
  };
}

/**
 * The overlap that an edit would make and may not, or null. Two shifts that were at odds before may stay so:
 * an edit that only changes by how much is let through.
 */
export function refusal(consequences: Consequences): Snag | null {
  const pairs = new Set(consequences.cleared.filter(isOverlap).map(pairOf));
  return consequences.appeared.find((snag) => isOverlap(snag) && !pairs.has(pairOf(snag))) ?? null;
}

function isOverlap(snag: Snag): boolean {
  return snag.code === overlap.code;
}

function pairOf(snag: Snag): string {
  return JSON.stringify([snag.person, snag.shifts, snag.facts.site]);
}
