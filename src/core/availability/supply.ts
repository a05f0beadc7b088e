import type { Judgement } from '../consequences/judge';
import { blocksOf } from '../coverage/blocks';
import { openOn } from '../plan/plan-context';
import { minutesOf } from '../coverage/staffing';
import type { AvailabilityEntry, Person } from '../plan/types';
import type { Day } from '../time/day';
import { DAY, type Span, clip, covered, subtract } from '../time/span';
import { availabilityOn } from './allowed';

/**
 * How many people could work, for every minute of the plan's days and the day after, one row a role and a last
 * one for anybody with any role; index 0 is the plan's first midnight, as in staffing.
 */
export function supplyOf(judgement: Judgement): readonly Int16Array[] {
  const { plan, context } = judgement;
  const could = Array.from({ length: plan.roles.length + 1 }, () => new Int16Array(minutesOf(context)));
  for (const person of plan.people)
    for (let day = 0; day < plan.days; day++) {
      const rows = rowsOn(judgement, person, plan.from + day);
      if (rows.length === 0) continue;
      for (const { from, to } of freeOn(person, plan.from + day))
        for (const row of rows) for (let t = from; t < to; t++) could[row][day * DAY + t]++;
    }
  return could;
}

/** A stretch of a day in which a row has more or fewer who could work it than before. Times from its midnight. */
export interface SupplyChange extends Span {
  readonly row: number;
  /** Of the plan, 0 the first. */
  readonly day: number;
  /** The fewest who could work at any instant. */
  readonly before: number;
  readonly after: number;
  readonly needed: number;
}

/**
 * What it changes in how many could work that one person is available otherwise, in whole blocks by row, day and
 * time, where the site is open or anybody is needed; neighbours that are alike are one. The last row: everybody.
 */
export function supplyChanges(
  judgement: Judgement,
  id: string,
  availability: readonly AvailabilityEntry[],
): SupplyChange[] {
  const { plan, context, staffing } = judgement;
  const person = plan.people.find((one) => one.id === id);
  if (!person) return [];
  const before = supplyOf(judgement);
  const after = before.map((row) => row.slice());
  for (let day = 0; day < plan.days; day++) {
    const date = plan.from + day;
    const add = (of: Person, by: number) => {
      for (const row of rowsOn(judgement, of, date))
        for (const { from, to } of freeOn(of, date))
          for (let t = from; t < to; t++) after[row][day * DAY + t] += by;
    };
    add(person, -1);
    add({ ...person, availability }, 1);
  }
  const changes: SupplyChange[] = [];
  const open = Array.from({ length: plan.days }, (_, day) => openOn(plan, plan.from + day));
  for (let row = 0; row < before.length; row++)
    for (let day = 0; day < plan.days; day++) {
      const blocks = (could: readonly Int16Array[]) =>
        blocksOf(context, { ...staffing, staffed: could }, row, day, { from: 0, to: DAY });
      const then = blocks(after);
      for (const [i, { from, to, staffed, needed }] of blocks(before).entries()) {
        if (then[i].staffed === staffed) continue;
        if (needed === 0 && !open[day].some((span) => span.from < to && from < span.to)) continue;
        const change = { row, day, from, to, before: staffed, after: then[i].staffed, needed };
        const last = changes.at(-1);
        if (last && isNext(last, change)) changes[changes.length - 1] = { ...last, to };
        else changes.push(change);
      }
    }
  return changes;
}

function isNext(a: SupplyChange, b: SupplyChange): boolean {
  return (
    a.to === b.from &&
    a.row === b.row &&
    a.day === b.day &&
    a.before === b.before &&
    a.after === b.after &&
    a.needed === b.needed
  );
}

/** Who could work all of a span of one day in a row's role (the last row: in any), by name. */
export function whoCould(judgement: Judgement, row: number, day: number, span: Span): Person[] {
  const date = judgement.plan.from + day;
  return judgement.plan.people.filter(
    (person) =>
      rowsOn(judgement, person, date).includes(row) &&
      covered(span, freeOn(person, date)) === span.to - span.from,
  );
}

/** Minutes of a date in which a person is available and not on approved leave; *rather not* counts as available. */
function freeOn(person: Person, date: Day): readonly Span[] {
  const away = person.leave
    .filter((leave) => leave.state === 'approved')
    .map((leave) => ({ from: leave.from - date * DAY, to: leave.to - date * DAY }));
  const { allowed } = availabilityOn(person, date);
  return clip(
    subtract(
      allowed,
      away.sort((a, b) => a.from - b.from),
    ),
    { from: 0, to: DAY },
  );
}

function rowsOn({ plan, context }: Judgement, person: Person, date: Day): number[] {
  if (person.employedFrom !== null && date < person.employedFrom) return [];
  if (person.employedTo !== null && date > person.employedTo) return [];
  const rows = person.roles.flatMap((held) => {
    const row = context.rowOf.get(held.role);
    return row === undefined || (held.until !== null && date > held.until) ? [] : [row];
  });
  return rows.length > 0 ? [...rows, plan.roles.length] : [];
}
