import { overlap } from '../checks/person/overlap';
import { type Snag, bySeverity, compareSnags } from '../checks/shared/snag';
import type { Change } from '../plan/change';
import type { Result } from '../plan/problem';
import { same } from '../same';
import type { FieldState } from './field-state';
import { type Judgement, type PersonState, rejudge } from './judge';

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

/**
 * The difference between two judgements of the same site and days, which may differ in whatever else: people come and
 * gone, other needs, other rules. Parts they share are not looked at.
 */
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
  const take = (old: PersonState | undefined, fresh: PersonState | undefined) => {
    compare(old?.snags ?? [], fresh?.snags ?? []);
    paidMinutes += (fresh?.paid ?? 0) - (old?.paid ?? 0);
    cost += (fresh?.cost ?? 0) - (old?.cost ?? 0);
  };
  if (before.indexOf === after.indexOf)
    for (let i = 0; i < after.people.length; i++) {
      if (before.people[i] !== after.people[i]) take(before.people[i], after.people[i]);
    }
  else {
    const at = (judgement: Judgement, id: string) => judgement.people[judgement.indexOf.get(id) ?? -1];
    for (const id of new Set([...before.indexOf.keys(), ...after.indexOf.keys()]))
      if (at(before, id) !== at(after, id)) take(at(before, id), at(after, id));
    take(before.people.at(-1), after.people.at(-1));
  }
  // Where the rows of coverage are others their cells do not lie beside each other.
  if (same(rowsOf(before), rowsOf(after)))
    for (let i = 0; i < after.cells.length; i++) compare(before.cells[i], after.cells[i]);
  else compare(before.cells.flat(), after.cells.flat());
  for (let i = 0; i < after.weeks.length; i++) compare(before.weeks[i].snags, after.weeks[i].snags);
  if (before.field !== after.field) compareFields(before.field, after.field, compare);
  return {
    appeared: appeared.sort(bySeverity),
    cleared: cleared.sort(bySeverity),
    paidMinutes,
    cost,
  };
}

/** Compares what is wrong in field work, part by part: those that both share are not looked at. */
function compareFields(
  before: FieldState | null,
  after: FieldState | null,
  compare: (old: readonly Snag[], fresh: readonly Snag[]) => void,
): void {
  const parts = <T>(
    of: (state: FieldState) => ReadonlyMap<string, T>,
    snags: (part: T) => readonly Snag[],
  ) => {
    const [old, fresh] = [before && of(before), after && of(after)];
    for (const [id, is] of fresh ?? []) {
      const was = old?.get(id);
      if (was !== is) compare(was === undefined ? [] : snags(was), snags(is));
    }
    for (const [id, was] of old ?? []) if (!fresh?.has(id)) compare(snags(was), []);
  };
  parts(
    ({ crews }) => crews,
    ({ snags }) => snags,
  );
  parts(
    ({ people }) => people,
    ({ snags }) => snags,
  );
  parts(
    ({ jobs }) => jobs,
    (snags) => snags,
  );
}

function rowsOf({ plan }: Judgement): string[] {
  return plan.roles.map((role) => role.id);
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
  return JSON.stringify([snag.person, snag.shifts, snag.params.site]);
}
