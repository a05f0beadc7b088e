import type { Snag } from '../checks/shared/snag';
import { daysInARow } from '../checks/week/days-in-a-row';
import { longWeek } from '../checks/week/long-week';
import { noWeeklyRest } from '../checks/week/no-weekly-rest';
import { overtime } from '../checks/week/overtime';
import { ratherNot } from '../checks/person/rather-not';
import { shortRest } from '../checks/person/short-rest';
import { youngWorker } from '../checks/person/young-worker';
import type { Check } from '../checks/shared/check';
import { type Judgement, withShifts } from '../consequences/judge';
import { snagsAppearing } from '../cover/candidates';
import { creditedMinutes } from '../hours/credit';
import { kindKey, shiftKindOf } from '../fairness/shift-kinds';
import { rateOf } from '../hours/pay';
import type { ResolvedShift } from '../plan/resolved-shift';
import type { Person, Rules, Shift } from '../plan/types';
import { ageOn } from '../time/day';
import { isWishMet } from '../wishes/wishes';
import type { Asked, Option, Weights } from './model';

/** An option that somebody may take on a day, with what it costs by itself, in points. */
export interface Choice {
  /** Number of the option in the model. */
  readonly option: number;
  readonly cost: number;
}

/** The shifts of a day that stand, in elapsed minutes and by start; nothing else is proposed on it. */
export interface Standing {
  readonly parts: readonly { readonly start: number; readonly end: number }[];
  /** Whether one of them is the plan's own, and not worked elsewhere. */
  readonly isOwn: boolean;
}

/** One person of a week: what they may take, and the rules that hold over their days. */
export interface Worker {
  readonly index: number;
  readonly choices: readonly (readonly Choice[])[];
  readonly standing: readonly (Standing | null)[];
  /** When the last shift before the week ends, and the first after it begins; infinite: there is none. */
  readonly lastEnd: number;
  readonly nextStart: number;
  /** Days in a row that they work just before the week, and in the plan just after it. */
  readonly run: number;
  readonly runAfter: number;
  /** The most days in a row, and the least rests of days and of the week, in minutes, that must be kept. */
  readonly mostDays: number;
  readonly dailyRest: number;
  readonly weeklyRest: number;
  /** Paid minutes that stand in the week, everywhere and here, and the most that there may be. */
  readonly paid: number;
  readonly paidHere: number;
  readonly mostPaid: number;
  /** At an age that ends within the week: on which days, how much stands, and how much there may be. */
  readonly young: { readonly days: readonly boolean[]; readonly paid: number; readonly most: number } | null;
  /** Contract less what is credited; null: none. */
  readonly contract: number | null;
  /** Paid minutes above which each costs points more: never more than it really does. */
  readonly overtimeFrom: number;
  readonly overtimeCost: number;
}

/** What one person of a plan may take in a week. */
export function workerOf(
  judgement: Judgement,
  index: number,
  firstDay: number,
  options: readonly Option[],
  weights: Weights,
  asked: Asked = {},
): Worker {
  const { plan, context, people } = judgement;
  const { rules } = plan;
  const person = plan.people[index];
  const { all } = people[index].view;
  const first = plan.from + firstDay;
  const before = all.filter((one) => one.date < first);
  const after = all.filter((one) => one.date >= first + 7);
  const inside = all.filter((one) => one.date >= first && one.date < first + 7);
  const standing = Array.from({ length: 7 }, (_, day): Standing | null => {
    const parts = inside.filter((one) => one.date === first + day);
    if (parts.length === 0) return null;
    const worked = parts.filter(({ start, end }) => end > start);
    return {
      parts: worked.map(({ start, end }) => ({ start, end })),
      isOwn: parts.some(({ planShift }) => planShift !== null),
    };
  });
  const dates = new Set(all.map((one) => one.date));
  let run = 0;
  while (dates.has(first - 1 - run)) run++;
  // A run that is too long is found on days of the plan alone.
  const planned = new Set(people[index].view.shifts.map(({ date }) => date));
  let runAfter = 0;
  while (planned.has(first + 7 + runAfter)) runAfter++;
  const own = inside.filter(({ planShift }) => planShift !== null);
  const paidOf = (list: readonly ResolvedShift[]) => list.reduce((sum, one) => sum + one.paid, 0);
  const { mostPaid, young } = youngLimits(person, rules, first, own);
  const premium = rules.overtime?.weekMinutes ?? null;
  const isPremiumHard = premium !== null && isHard(overtime, rules);
  const rates = person.roles.map(({ role }) => rateOf(context, person, role, first));
  return {
    index,
    choices: choicesOf(judgement, index, firstDay, options, standing, weights, asked),
    standing,
    lastEnd: Math.max(-Infinity, ...before.filter(isWorked).map(({ end }) => end)),
    nextStart: Math.min(Infinity, ...after.filter(isWorked).map(({ start }) => start)),
    ...{ run, runAfter },
    mostDays: isHard(daysInARow, rules) ? rules.maxDaysInARow : Infinity,
    dailyRest: isHard(shortRest, rules) ? rules.dailyRestMinutes : 0,
    weeklyRest: weeklyRestOf(judgement, index, first),
    paid: paidOf(inside),
    paidHere: paidOf(own),
    mostPaid: Math.min(
      isHard(longWeek, rules) ? (person.maxWeekMinutes ?? Infinity) : Infinity,
      isPremiumHard ? premium : Infinity,
      mostPaid + paidOf(inside) - paidOf(own),
    ),
    young,
    contract:
      person.contractMinutes === null
        ? null
        : Math.max(0, person.contractMinutes - creditedMinutes(plan, person, first, 7)),
    overtimeFrom: premium ?? Infinity,
    overtimeCost:
      rules.overtime === null
        ? 0
        : Math.floor((Math.min(...rates, Infinity) * 100 * (rules.overtime.multiplier - 1)) / 60) || 0,
  };
}

function isWorked({ start, end }: ResolvedShift): boolean {
  return end > start;
}

/** Whether a check must not speak of what is proposed: it is on, and more than a note. */
function isHard({ code, severity }: Check, { off, severity: set }: Rules): boolean {
  return !off.includes(code) && (set[code] ?? severity) !== 'note';
}

/** Whether some snags leave a shift out: anything but a note. */
export function isBarred(snags: readonly Snag[]): boolean {
  return snags.some(({ severity }) => severity !== 'note');
}

/** The options that a person may take by what the core finds in each alone, beside what stands. */
function choicesOf(
  judgement: Judgement,
  index: number,
  firstDay: number,
  options: readonly Option[],
  standing: readonly (Standing | null)[],
  weights: Weights,
  { people, roles, dates, before, wishes, burdens }: Asked,
): Choice[][] {
  const { plan, context } = judgement;
  const person = plan.people[index];
  const choices: Choice[][] = Array.from({ length: 7 }, () => []);
  if (people && !people.includes(person.id)) return choices;
  const wished = (wishes ?? []).filter((wish) => wish.person === person.id);
  const borne = burdens?.[person.id];
  const near = before && new Set(before.filter((one) => one.person === person.id).map(placeOf));
  for (const [option, { span, role }] of options.entries()) {
    if (standing[span.day]) continue;
    const held = plan.roles[role].id;
    if (!person.roles.some((one) => one.role === held)) continue;
    const date = plan.from + firstDay + span.day;
    if ((roles && !roles.includes(held)) || (dates && !dates.includes(date))) continue;
    const shift = { ...span.resolved.planShift!, person: person.id, role: held };
    const snags = snagsAppearing(judgement.people[index], withShifts(judgement, index, [shift]));
    if (isBarred(snags)) continue;
    const unwilling = snags
      .filter(({ code }) => code === ratherNot.code)
      .reduce((sum, { amount }) => sum + (amount ?? 0), 0);
    const wage = Math.round((span.resolved.paid * rateOf(context, person, held, date) * 100) / 60);
    const moved = near && !near.has(placeOf(shift)) ? weights.change : 0;
    const against = wished.reduce(
      (sum, wish) => (wish.date === date && !isWishMet(wish.kind, shift.from) ? sum + wish.weight : sum),
      0,
    );
    // With one shift of a kind at most, the square of what is above the share grows by just this.
    const more = borne ? 2 * (borne[kindKey(shiftKindOf(date, shift.from))] ?? 0) + 1 : 0;
    const cost =
      wage +
      span.resolved.paid * weights.worked +
      unwilling * weights.ratherNot +
      moved +
      against * weights.wish +
      Math.round(more * weights.fair);
    choices[span.day].push({ option, cost });
  }
  return choices;
}

/** Where a shift of somebody stands. */
function placeOf({ date, role, from, to }: Shift): string {
  return [date, role, from, to].join(' ');
}

/** The longest rest that the week must keep: where what stands has none as long, the one it has. */
function weeklyRestOf({ plan, people }: Judgement, index: number, first: number): number {
  if (!isHard(noWeeklyRest, plan.rules)) return 0;
  const { snags, view } = people[index];
  if (!view.shifts.some(({ date }) => date >= first && date < first + 7)) return plan.rules.weeklyRestMinutes;
  const standing = snags.find(({ code, date }) => code === noWeeklyRest.code && date === first);
  return standing ? standing.amount! : plan.rules.weeklyRestMinutes;
}

/** How much a young person may work in the week: on all its days, or on those before a birthday. */
function youngLimits(
  { birthDate }: Person,
  rules: Rules,
  first: number,
  own: readonly ResolvedShift[],
): { readonly mostPaid: number; readonly young: Worker['young'] } {
  let mostPaid = Infinity;
  let young: Worker['young'] = null;
  if (birthDate === null || !isHard(youngWorker, rules)) return { mostPaid, young };
  for (const { underAge, weekMinutes } of rules.young) {
    if (weekMinutes === null) continue;
    const days = Array.from({ length: 7 }, (_, day) => ageOn(birthDate, first + day) < underAge);
    if (days.every(Boolean)) mostPaid = Math.min(mostPaid, weekMinutes);
    // Two birthdays that count do not fall into one week.
    else if (days.some(Boolean)) {
      const below = own.filter(({ date }) => days[date - first]);
      young = { days, most: weekMinutes, paid: below.reduce((sum, { paid }) => sum + paid, 0) };
    }
  }
  return { mostPaid, young };
}

/** Points for the paid minutes of a whole week, here and everywhere: off the contract, and above the plain rate. */
export function weekCost(worker: Worker, weights: Weights, added: number): number {
  const { contract, paid, paidHere, overtimeFrom, overtimeCost } = worker;
  const here = paidHere + added;
  let cost = 0;
  if (contract !== null)
    cost += here < contract ? (contract - here) * weights.under : (here - contract) * weights.over;
  if (paid + added > overtimeFrom) cost += (paid + added - overtimeFrom) * overtimeCost;
  return cost;
}
