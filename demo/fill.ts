import { tryChanges } from '../src/core/consequences/consequences';
import { type Judgement, judge } from '../src/core/consequences/judge';
import type { Snag } from '../src/core/checks/shared/snag';
import type { Change } from '../src/core/plan/change';
import type { Plan, Shift } from '../src/core/plan/types';

/** A shift somebody is wanted for. */
export type Slot = Pick<Shift, 'role' | 'date' | 'from' | 'to'>;

/**
 * Fills slots one by one with whoever can take them without a snag of severity stop or warn and is furthest
 * below contract; a slot that nobody can take becomes an open shift. The same input gives the same plan.
 */
export function fill(plan: Plan, slots: readonly Slot[], idOf: (index: number) => string): Judgement {
  let judgement = judge(plan);
  const hardestFirst = slots
    .map((slot, index) => ({ slot, index, choice: holders(plan, slot) }))
    .sort((a, b) => a.choice - b.choice || a.slot.date - b.slot.date || a.index - b.index);
  for (const { slot, index } of hardestFirst) {
    const shift: Shift = {
      ...slot,
      id: idOf(index),
      person: null,
      break: null,
      fixed: false,
      note: null,
      label: null,
    };
    const takers = plan.people
      .map((person, i) => ({ person, state: judgement.people[i] }))
      .filter(({ person }) => person.roles.some((held) => held.role === slot.role))
      .sort((a, b) => load(a) - load(b));
    let placed = false;
    for (const { person } of takers) {
      const tried = tryChanges(judgement, [{ do: 'add', shift: { ...shift, person: person.id } }]);
      if (!tried.ok || tried.trial.consequences.appeared.some(isTrouble)) continue;
      judgement = tried.trial.judgement;
      placed = true;
      break;
    }
    if (!placed) judgement = applied(judgement, [{ do: 'add', shift }]);
  }
  return judgement;
}

/** The judgement after changes that are known to fit. */
export function applied(judgement: Judgement, changes: readonly Change[]): Judgement {
  const tried = tryChanges(judgement, changes);
  if (!tried.ok) throw new Error(tried.problem.message);
  return tried.trial.judgement;
}

function holders(plan: Plan, slot: Slot): number {
  return plan.people.filter((person) => person.roles.some((held) => held.role === slot.role)).length;
}

function load({ person, state }: { person: Plan['people'][number]; state: { paid: number } }): number {
  return (state.paid + 240) / Math.max(person.contractMinutes ?? 600, 60);
}

/** A gap that appears while filling is a larger one that shrank. */
function isTrouble(snag: Snag): boolean {
  return snag.severity !== 'note' && snag.code !== 'gap';
}
