import { personState } from '../consequences/parts';
import type { Judgement } from '../consequences/judge';
import type { ResolvedShift } from '../plan/resolved-shift';
import type { Person } from '../plan/types';
import { ageOn } from '../time/day';
import type { Span } from '../time/span';
import type { Option, Weights } from './model';
import type { PayOf } from './pay-of';
import type { DaySpan } from './shift-times';
import { type Choice, type Pair, isBarred } from './worker-of';

/** How days are split where they are: minutes of the pause, and of the longest part. */
export interface Splits {
  readonly least: number;
  readonly most: number;
  readonly longest: number;
}

/** How the days of some shifts are split, by whoever works two or more on a date; null: none is. */
export function splitsOf(
  shifts: Iterable<Span & { readonly person: string | null; readonly date: number }>,
): Splits | null {
  const days = new Map<string, Span[]>();
  for (const { person, date, from, to } of shifts) {
    if (person === null || to <= from) continue;
    const key = `${person} ${date}`;
    days.set(key, [...(days.get(key) ?? []), { from, to }]);
  }
  let [least, most, longest] = [Infinity, 0, 0];
  for (const parts of days.values()) {
    parts.sort((a, b) => a.from - b.from);
    for (let i = 1; i < parts.length; i++) {
      const pause = parts[i].from - parts[i - 1].to;
      if (pause <= 0) continue;
      least = Math.min(least, pause);
      most = Math.max(most, pause);
      for (const { from, to } of [parts[i - 1], parts[i]]) longest = Math.max(longest, to - from);
    }
  }
  return most === 0 ? null : { least, most, longest };
}

/** What two ways of splitting days have in common when both are used; null: none is. */
export function bothSplits(one: Splits | null, other: Splits | null): Splits | null {
  if (!one || !other) return one ?? other;
  return {
    least: Math.min(one.least, other.least),
    most: Math.max(one.most, other.most),
    longest: Math.max(one.longest, other.longest),
  };
}

/** Which two spans of a day can be worked by one person with a pause between them, by the rules of a day. */
export class SplitDays {
  private readonly known = new Map<string, boolean>();

  constructor(
    private readonly judgement: Judgement,
    private readonly options: readonly Option[],
    private readonly splits: Splits,
    private readonly weights: Weights,
  ) {}

  /** All pairs of what somebody may take on one day. */
  of(person: Person, choices: readonly Choice[], pay: PayOf): Pair[] {
    const { least, most, longest } = this.splits;
    const roleOf = new Map<DaySpan, string>();
    for (const { option } of choices) {
      const { span, role } = this.options[option];
      if (span.to - span.from <= longest && !roleOf.has(span))
        roleOf.set(span, this.judgement.plan.roles[role].id);
    }
    const spans = [...roleOf.keys()];
    const paid = (...all: DaySpan[]) =>
      pay.of(all.map((span) => ({ ...span.resolved, role: roleOf.get(span)! })));
    return spans.flatMap((first) =>
      spans.flatMap((then): Pair[] => {
        const pause = then.from - first.to;
        if (pause < least || pause > most || !this.isAllowed(person, first, then)) return [];
        const [both, one, other] = [paid(first, then), paid(first), paid(then)];
        const points = both.points - one.points - other.points;
        const cost = this.weights.split + Math.round(points * this.weights.pay);
        return [{ first, then, cost, pay: points, apart: both.apart - one.apart - other.apart }];
      }),
    );
  }

  /** Whether the core finds nothing more than notes in the day; it depends on nothing of a person but their age. */
  private isAllowed(person: Person, first: DaySpan, then: DaySpan): boolean {
    const { context, checks } = this.judgement;
    const ages = context.plan.rules.young.map(
      ({ underAge }) => person.birthDate !== null && ageOn(person.birthDate, first.resolved.date) < underAge,
    );
    const key = [first.day, first.from, first.to, then.from, then.to, ages.join()].join(' ');
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const anybody = { ...person, contractMinutes: null, maxWeekMinutes: null, availability: [], leave: [] };
    const parts = [first, then].map(({ resolved }, part): ResolvedShift => {
      const planShift = { ...resolved.planShift!, id: `part ${part}`, person: person.id };
      return { ...resolved, id: planShift.id, person: person.id, planShift };
    });
    const { snags } = personState(context, checks, anybody, parts, () => ANY_TIME);
    const isAllowed = !isBarred(
      snags.filter(({ code }) => code !== 'no-weekly-rest' && code !== 'not-qualified'),
    );
    this.known.set(key, isAllowed);
    return isAllowed;
  }
}

/** Nothing speaks against any minute. */
const ANY_TIME = { allowed: [{ from: 0, to: 1440 }], ratherNot: [] };
