import type { Judgement } from '../consequences/judge';
import { isFree } from '../fairness/sharing';
import type { Person } from '../plan/types';
import { DAY } from '../time/span';
import type { DaySpan } from './shift-times';

/** Minutes of a slot in which it is counted who could be on. */
const SLOT = 30;
const SLOTS = DAY / SLOT;

/**
 * How much would be missed if somebody worked: the minutes in which they could step in elsewhere, each divided among all
 * who could besides those who are needed. Whoever is given a role that many hold leaves in reserve those who hold several.
 */
export class SpareMinutes {
  /** By role and slot of the week how many could be on beyond those who are needed; below zero: nobody is needed. */
  private readonly spare: Float64Array[];
  private readonly rowsOf: ReadonlyMap<string, readonly number[]>;

  constructor(judgement: Judgement, firstDay: number) {
    const { plan, staffing } = judgement;
    const rows = new Map(plan.roles.map(({ id }, row) => [id, row]));
    this.rowsOf = new Map(
      plan.people.map(({ id, roles }) => [id, roles.flatMap(({ role }) => rows.get(role) ?? [])]),
    );
    const able = plan.roles.map(() => new Float64Array(7 * SLOTS));
    plan.people.forEach((person, index) => {
      const { view } = judgement.people[index];
      for (let slot = 0; slot < 7 * SLOTS; slot++) {
        const day = Math.floor(slot / SLOTS);
        const date = plan.from + firstDay + day;
        const from = (slot - day * SLOTS) * SLOT;
        if (!isFree(person, view, date, { from, to: from + SLOT })) continue;
        for (const row of this.rowsOf.get(person.id)!) able[row][slot]++;
      }
    });
    this.spare = able.map((counts, row) =>
      counts.map((count, slot) => {
        const needed = staffing.needed[row][firstDay * DAY + slot * SLOT];
        return needed === 0 ? -1 : Math.max(0, count - needed);
      }),
    );
  }

  /** Minutes, weighted, in which somebody who works a span in a role could not step in in their other roles. */
  of({ id }: Person, { day, from, to }: DaySpan, role: number): number {
    let sum = 0;
    for (const row of this.rowsOf.get(id) ?? []) {
      if (row === role) continue;
      const end = Math.min(to, DAY);
      for (let at = Math.floor(from / SLOT); at * SLOT < end; at++) {
        const spare = this.spare[row][day * SLOTS + at];
        if (spare >= 0) sum += SLOT / (1 + spare);
      }
    }
    return sum;
  }
}
