import { type Snag, bySeverity, compareSnags } from '../checks/shared/snag';
import { overlap } from '../checks/person/overlap';
import { underContract } from '../checks/week/under-contract';
import { type Judgement, type PersonState, withShifts } from '../consequences/judge';
import type { Person, Shift } from '../plan/types';
import { restsAround } from './rests';

/** Somebody who could take a shift, with what that would do to them. */
export interface Candidate {
  readonly person: Person;
  /** The role they would work in. */
  readonly role: string | null;
  /** Snags of theirs that would appear, the worst first. */
  readonly snags: readonly Snag[];
  /** The overlap that makes it impossible; null where it can be done. */
  readonly impossible: Snag | null;
  /** Paid minutes of their week with it, and how many it adds. */
  readonly weekMinutes: number;
  readonly addedMinutes: number;
  /** Minutes paid above the plain rate that it adds, and its cost in minor units. */
  readonly overtimeMinutes: number;
  readonly cost: number;
  /** Elapsed minutes to their shift before and after; null: none near. */
  readonly restBefore: number | null;
  readonly restAfter: number | null;
  /** How many shifts of this kind they had lately, and how many would have been their share; null: not known. */
  readonly recentCounts: number;
  readonly recentShare: number | null;
}

/**
 * Everybody who holds the shift's role (any role at all where it has none), the best first: those it would give no
 * snag, then by the least harm: fewer stops, fewer warnings, fewer notes, less overtime, fewer such shifts lately for their share of them, lower cost,
 * fewer hours. Who works elsewhere at the time comes last. `recentCounts`, `recentShares`: how many shifts of its kind
 * each person had, and how many would have been theirs.
 *
 * Where the shift is somebody's in the plan already it is judged as if it had been taken from them.
 */
export function candidatesFor(
  judgement: Judgement,
  shift: Shift,
  recentCounts: ReadonlyMap<string, number> = new Map(),
  recentShares: ReadonlyMap<string, number> = new Map(),
): Candidate[] {
  const found: Candidate[] = [];
  for (const [index, person] of judgement.plan.people.entries()) {
    if (person.id === shift.person) continue;
    const held = shift.role === null ? person.roles[0] : person.roles.find((one) => one.role === shift.role);
    if (!held) continue;
    const taken = { ...shift, person: person.id, role: held.role };
    const lately = {
      recentCounts: recentCounts.get(person.id) ?? 0,
      recentShare: recentShares.get(person.id) ?? null,
    };
    found.push(candidate(judgement, index, taken, lately));
  }
  return found.sort(byHarm);
}

/**
 * What of somebody's shifts in hand would appear, the worst first. Less than the contract is left out: it says nothing
 * about the shift.
 */
export function snagsAppearing(before: PersonState, after: PersonState): Snag[] {
  return compareSnags(before.snags, after.snags)
    .appeared.filter((snag) => snag.code !== underContract.code)
    .sort(bySeverity);
}

function candidate(
  judgement: Judgement,
  index: number,
  shift: Shift,
  lately: Pick<Candidate, 'recentCounts' | 'recentShare'>,
): Candidate {
  const before = judgement.people[index];
  const after = withShifts(judgement, index, [shift]);
  const week = Math.floor((shift.date - judgement.plan.from) / 7);
  const snags = snagsAppearing(before, after);
  const { restBefore, restAfter } = restsAround(after, shift.id);
  return {
    person: judgement.plan.people[index],
    role: shift.role,
    snags,
    impossible: snags.find((snag) => snag.code === overlap.code) ?? null,
    weekMinutes: after.view.pay[week]?.paid ?? 0,
    addedMinutes: after.paid - before.paid,
    overtimeMinutes: after.overtime - before.overtime,
    cost: after.cost - before.cost,
    restBefore,
    restAfter,
    ...lately,
  };
}

function byHarm(a: Candidate, b: Candidate): number {
  return (
    Number(a.impossible !== null) - Number(b.impossible !== null) ||
    count(a, 'stop') - count(b, 'stop') ||
    count(a, 'warn') - count(b, 'warn') ||
    a.snags.length - b.snags.length ||
    a.overtimeMinutes - b.overtimeMinutes ||
    beyond(a) - beyond(b) ||
    a.cost - b.cost ||
    a.weekMinutes - b.weekMinutes ||
    a.person.name.localeCompare(b.person.name)
  );
}

/** How many more shifts of the kind than their share somebody had. */
function beyond({ recentCounts, recentShare }: Candidate): number {
  return recentCounts - (recentShare ?? 0);
}

function count({ snags }: Candidate, severity: Snag['severity']): number {
  return snags.reduce((sum, snag) => sum + (snag.severity === severity ? 1 : 0), 0);
}
