import type { Judgement } from '../consequences/judge';
import { creditedMinutes } from '../hours/credit';
import { type Day, weekdayOf } from '../time/day';
import type { WishKind } from '../wishes/wishes';
import type { BurdenLimits } from './limits';
import { knownWishes } from './known-wishes';
import { MEASURES } from './measures';
import { Sharing } from './sharing';
import { kindKey, shiftKindOf } from './shift-kinds';

/** How much of something somebody had, how much is planned for them, and how much of both would be their share. */
export interface Share {
  readonly had: number;
  readonly planned: number;
  readonly expected: number;
}

/** What somebody carried of all that is shared out. Times, but `over`: minutes. */
export interface PersonFairness {
  readonly person: string;
  /** By the key of a measure. */
  readonly measures: Readonly<Record<string, Share>>;
  /** Late ends by weekday, Monday first. */
  readonly lateByWeekday: readonly Share[];
  /** Paid minutes above the contract, week by week, and shifts against what was wished. */
  readonly over: Share;
  readonly wishes: Share;
}

/** Who carried what over some weeks, up to a day, and from it on as far as it is planned. */
export interface Fairness {
  readonly from: Day;
  readonly planned: Day;
  readonly to: Day;
  /** What counts as a burden at the site. */
  readonly limits: BurdenLimits;
  readonly weekend: readonly number[];
  readonly people: readonly PersonFairness[];
}

/** By kind of shift, and of it by person. */
export type KindShares = ReadonlyMap<string, ReadonlyMap<string, Share>>;

/** A wish of somebody for a day. */
export interface WishOf {
  readonly person: string;
  readonly date: Day;
  readonly kind: WishKind;
}

/** What fairness is worked out from: all weeks as one plan, which days are the weekend, and what was wished for. */
export interface FairnessGround {
  readonly judgement: Judgement;
  /** The first day that only is planned. */
  readonly planned: Day;
  readonly weekend: readonly number[];
  readonly limits: BurdenLimits;
  readonly wishes: readonly WishOf[];
}

/**
 * Who carried what. Each shift that counts is shared out among everybody who could have worked then: employed, available,
 * not on leave; by the hours of their contracts, where those are known, else by those of the others on average. What
 * somebody has of it is their share; the shares of a measure add up to what there was.
 */
export function fairnessOf(ground: FairnessGround): Fairness {
  const { judgement, planned, limits, weekend } = ground;
  const { plan, context, people } = judgement;
  const sharing = new Sharing(judgement);
  const tables = new Map<string, Table>();
  const table = (key: string) => {
    let known = tables.get(key);
    if (!known) tables.set(key, (known = new Table(plan.people.length)));
    return known;
  };
  plan.people.forEach((_, index) => {
    for (const shift of people[index].view.shifts) {
      const expected = sharing.of(shift);
      const add = (key: string) => table(key).add(index, shift.date >= planned, expected);
      for (const { key, counts } of MEASURES)
        if (counts(shift, context, ground)) {
          add(key);
          if (key === 'late') add(`late ${weekdayOf(shift.date)}`);
        }
    }
  });
  const over = overContract(ground);
  const wishes = againstWishes(ground);
  return {
    ...{ from: plan.from, planned, to: plan.from + plan.days, limits, weekend },
    people: plan.people.map(({ id }, index) => ({
      person: id,
      measures: Object.fromEntries(MEASURES.map(({ key }) => [key, table(key).of(index)])),
      lateByWeekday: Array.from({ length: 7 }, (_, weekday) => table(`late ${weekday}`).of(index)),
      over: over.of(index),
      wishes: wishes.of(index),
    })),
  };
}

/** How many shifts of each kind somebody had, against their share, by the kind's weekday and part of the day. */
export function kindSharesOf(judgement: Judgement): KindShares {
  const { plan, people } = judgement;
  const sharing = new Sharing(judgement);
  const tables = new Map<string, Table>();
  plan.people.forEach((_, index) => {
    for (const shift of people[index].view.shifts) {
      const key = kindKey(shiftKindOf(shift.date, shift.planShift!.from));
      const known = tables.get(key) ?? new Table(plan.people.length);
      tables.set(key, known);
      known.add(index, false, sharing.of(shift));
    }
  });
  return new Map(
    [...tables].map(([key, found]) => [
      key,
      new Map(plan.people.map(({ id }, index) => [id, found.of(index)])),
    ]),
  );
}

/** What each of some people had of one thing, and their share of it. */
class Table {
  private readonly had: Float64Array;
  private readonly planned: Float64Array;
  private readonly expected: Float64Array;

  constructor(people: number) {
    this.had = new Float64Array(people);
    this.planned = new Float64Array(people);
    this.expected = new Float64Array(people);
  }

  /** Counts something for one, and its parts for everybody's share. */
  add(index: number, isPlanned: boolean, parts: Float64Array, amount = 1): void {
    (isPlanned ? this.planned : this.had)[index] += amount;
    for (let i = 0; i < parts.length; i++) this.expected[i] += parts[i] * amount;
  }

  of(index: number): Share {
    return { had: this.had[index], planned: this.planned[index], expected: this.expected[index] };
  }
}

/** Paid minutes above the contract by week; the share of all of them is by contract. */
function overContract({ judgement, planned }: FairnessGround): Table {
  const { plan, people } = judgement;
  const table = new Table(plan.people.length);
  for (let week = 0; week * 7 < plan.days; week++) {
    const first = plan.from + week * 7;
    const contracts = Float64Array.from(plan.people, ({ contractMinutes, employedFrom, employedTo }) =>
      (employedFrom === null || employedFrom < first + 7) && (employedTo === null || employedTo >= first)
        ? (contractMinutes ?? 0)
        : 0,
    );
    const sum = contracts.reduce((all, one) => all + one, 0);
    if (sum === 0) continue;
    const parts = contracts.map((one) => one / sum);
    plan.people.forEach((person, index) => {
      if (contracts[index] === 0) return;
      const paid = people[index].view.pay[week]?.paid ?? 0;
      const beyond = paid + creditedMinutes(plan, person, first, 7) - person.contractMinutes!;
      if (beyond > 0) table.add(index, first >= planned, parts, beyond);
    });
  }
  return table;
}

/** Shifts against a wish; the share of all of them is by how many wishes one had. */
function againstWishes(ground: FairnessGround): Table {
  const { people } = ground.judgement.plan;
  const table = new Table(people.length);
  const counts = new Float64Array(people.length);
  const known = knownWishes(ground);
  for (const { index } of known) counts[index]++;
  const parts = known.length === 0 ? counts : counts.map((count) => count / known.length);
  for (const { wish, index, against } of known)
    if (against) table.add(index, wish.date >= ground.planned, parts);
  return table;
}
