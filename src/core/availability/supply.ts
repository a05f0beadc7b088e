import type { Judgement } from '../consequences/judge';
import { minutesOf } from '../coverage/staffing';
import type { Person } from '../plan/types';
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
