import type { PersonView, PlanShift } from '../checks/shared/check';
import type { Judgement } from '../consequences/judge';
import type { Person } from '../plan/types';
import type { Day } from '../time/day';
import { DAY, type Span, covered, shared } from '../time/span';
import { isEmployed } from '../week/placement';

/** Which part of a shift is whose share: of those who could have worked it, by their contracts. */
export class Sharing {
  private readonly known = new Map<string, Float64Array>();
  private readonly weights: Float64Array;

  constructor(private readonly judgement: Judgement) {
    const { people } = judgement.plan;
    const contracts = people.flatMap(({ contractMinutes }) => contractMinutes ?? []);
    const usual = contracts.length > 0 ? contracts.reduce((sum, one) => sum + one, 0) / contracts.length : 1;
    this.weights = Float64Array.from(people, ({ contractMinutes }) => contractMinutes ?? usual);
  }

  /** The parts of everybody of one shift; they add up to one. */
  of({ date, planShift }: PlanShift): Float64Array {
    const { from, to, person } = planShift!;
    const key = `${date} ${from} ${to}`;
    let parts = this.known.get(key);
    if (!parts) this.known.set(key, (parts = this.partsOf(date, { from, to })));
    if (parts.some((part) => part > 0)) return parts;
    // Nobody could, and somebody did: it was theirs.
    const alone = new Float64Array(parts.length);
    alone[this.judgement.indexOf.get(person!)!] = 1;
    return alone;
  }

  private partsOf(date: Day, span: Span): Float64Array {
    const { plan, people } = this.judgement;
    const parts = Float64Array.from(plan.people, (person, index) =>
      isFree(person, people[index].view, date, span) ? this.weights[index] : 0,
    );
    const sum = parts.reduce((all, part) => all + part, 0);
    return sum === 0 ? parts : parts.map((part) => part / sum);
  }
}

/** Whether somebody could work on a date, as far as they are employed, available and not on leave. */
export function isFree(
  person: Person,
  { availability }: Pick<PersonView, 'availability'>,
  date: Day,
  { from, to }: Span,
): boolean {
  if (!isEmployed(person, date)) return false;
  const absolute = { from: date * DAY + from, to: date * DAY + to };
  if (person.leave.some((one) => one.state === 'approved' && shared(one, absolute) > 0)) return false;
  const today = { from, to: Math.min(to, DAY) };
  if (covered(today, availability(date).allowed) < today.to - today.from) return false;
  if (to <= DAY) return true;
  const next = { from: 0, to: to - DAY };
  return covered(next, availability(date + 1).allowed) === next.to;
}
