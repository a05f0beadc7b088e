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
import { PayOf } from './pay-of';
import type { SpareMinutes } from './spare-minutes';
import type { SplitDays } from './split-days';
import type { ResolvedShift } from '../plan/resolved-shift';
import type { Person, Rules, Shift } from '../plan/types';
import { type Day, ageOn } from '../time/day';
import { DAY } from '../time/span';
import { isWishMet } from '../wishes/wishes';
import type { Asked, Option, Weights } from './model';
import type { DaySpan } from './shift-times';

/** An option that somebody may take on a day, with what it costs by itself, in points. */
export interface Choice {
  /** Number of the option in the model. */
  readonly option: number;
  readonly cost: number;
  /** What it is paid, in points, and how many of its minutes are paid above the plain rate whatever the week holds. */
  readonly pay: number;
  readonly apart: number;
}

/** Two spans of a day with a pause between them, and what both together come to besides what each does alone. */
export interface Pair {
  readonly first: DaySpan;
  readonly then: DaySpan;
  readonly cost: number;
  readonly pay: number;
  readonly apart: number;
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
  readonly pairs: readonly (readonly Pair[])[];
  readonly standing: readonly (Standing | null)[];
  /** When the last shift before the week ends; minus infinity: there is none. */
  readonly lastEnd: number;
  /** When the last of what is proposed must end, for the rests after the week. */
  readonly endBy: number;
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
  /** Those of them that count for the week's overtime. */
  readonly plain: number;
  readonly mostPaid: number;
  /** At an age that ends within the week: on which days, how much stands, and how much there may be. */
  readonly young: { readonly days: readonly boolean[]; readonly paid: number; readonly most: number } | null;
  /** Contract less what is credited; null: none. */
  readonly contract: number | null;
  /** Plain minutes above which each costs points more, at the lowest of their rates. */
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
  extra: { readonly pairs?: SplitDays | null; readonly spare?: SpareMinutes | null } = {},
): Worker {
  const { plan, context, people } = judgement;
  const { rules } = plan;
  const { pairs, spare } = extra;
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
  const pay = new PayOf(judgement, index, firstDay);
  const choices = choicesOf({ judgement, index, firstDay, options, standing, weights, asked, pay, spare });
  const dailyRest = isHard(shortRest, rules) ? rules.dailyRestMinutes : 0;
  return {
    ...{ index, choices, standing, run, runAfter, dailyRest },
    pairs: choices.map((list) => (pairs && list.length > 1 ? pairs.of(person, list, pay) : [])),
    lastEnd: Math.max(-Infinity, ...before.filter(isWorked).map(({ end }) => end)),
    endBy: Math.min(
      ...after.filter(isWorked).map(({ start }) => start - dailyRest),
      lastEndBefore(judgement, index, first + 7, after),
    ),
    mostDays: isHard(daysInARow, rules) ? rules.maxDaysInARow : Infinity,
    weeklyRest: weeklyRestOf(judgement, index, first),
    paid: paidOf(inside),
    paidHere: paidOf(own),
    plain: pay.plainOf(inside),
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
        : ((rates.length === 0 ? 0 : Math.min(...rates)) * 100 * (rules.overtime.multiplier - 1)) / 60,
  };
}

function isWorked({ start, end }: ResolvedShift): boolean {
  return end > start;
}

/** Whether a check must not speak of what is proposed: it is on, and more than a note. */
export function isHard({ code, severity }: Check, { off, severity: set }: Rules): boolean {
  return !off.includes(code) && (set[code] ?? severity) !== 'note';
}

/** Whether some snags leave a shift out: anything but a note. */
export function isBarred(snags: readonly Snag[]): boolean {
  return snags.some(({ severity }) => severity !== 'note');
}

/** What choices are worked out from. */
interface Choosing {
  readonly judgement: Judgement;
  readonly index: number;
  readonly firstDay: number;
  readonly options: readonly Option[];
  readonly standing: readonly (Standing | null)[];
  readonly weights: Weights;
  readonly asked: Asked;
  readonly pay: PayOf;
  readonly spare?: SpareMinutes | null;
}

/** The options that a person may take by what the core finds in each alone, beside what stands. */
function choicesOf({ judgement, index, firstDay, options, standing, weights, asked, pay, spare }: Choosing) {
  const { people, roles, dates, before, lately, wishes, burdens } = asked;
  const { plan } = judgement;
  const person = plan.people[index];
  const choices: Choice[][] = Array.from({ length: 7 }, () => []);
  if (people && !people.includes(person.id)) return choices;
  const wished = (wishes ?? []).filter((wish) => wish.person === person.id);
  const borne = burdens?.[person.id];
  const near = before && placesOf(before, person);
  const usual = lately && placesOf(lately, person);
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
    const paid = pay.of([{ ...span.resolved, role: held }]);
    const moved = near && !near.has(placeOf(shift)) ? weights.change : 0;
    const unusual = usual && usual.size > 0 && !usual.has(placeOf(shift)) ? weights.unlike : 0;
    const against = wished.reduce(
      (sum, wish) => (wish.date === date && !isWishMet(wish.kind, shift.from) ? sum + wish.weight : sum),
      0,
    );
    // With one shift of a kind at most, the square of what is above the share grows by just this.
    const more = borne ? 2 * (borne[kindKey(shiftKindOf(date, shift.from))] ?? 0) + 1 : 0;
    const cost =
      paid.points * weights.pay +
      span.resolved.paid * weights.worked +
      unwilling * weights.ratherNot +
      moved +
      unusual +
      against * weights.wish +
      more * weights.fair +
      (spare ? spare.of(person, span, role) * weights.reserve : 0);
    choices[span.day].push({ option, cost: Math.round(cost), pay: paid.points, apart: paid.apart });
  }
  return choices;
}

/** Where somebody's shifts of a list stand. */
function placesOf(shifts: readonly Shift[], { id }: Person): Set<string> {
  return new Set(shifts.filter((one) => one.person === id).map(placeOf));
}

/** Where a shift of somebody stands. */
function placeOf({ date, role, from, to }: Shift): string {
  return [date, role, from, to].join(' ');
}

/**
 * When somebody's last shift before a week that stands must have ended, so that the week keeps its rest, or where it has
 * none long enough, the one that it has; infinite: whenever.
 */
function lastEndBefore(
  { plan, context, people }: Judgement,
  index: number,
  first: Day,
  after: readonly ResolvedShift[],
): number {
  if (!isHard(noWeeklyRest, plan.rules) || first + 7 > plan.from + plan.days) return Infinity;
  const its = after.filter((one) => one.date < first + 7 && isWorked(one));
  if (!its.some(({ planShift }) => planShift !== null)) return Infinity;
  const end = context.clock.elapsed((first + 7) * DAY);
  let [last, longest] = [its[0].end, 0];
  for (const one of its) {
    longest = Math.max(longest, one.start - last);
    last = Math.max(last, one.end);
  }
  longest = Math.max(longest, end - last);
  const stands = people[index].snags.find(({ code, date }) => code === noWeeklyRest.code && date === first);
  const needed = stands?.amount ?? plan.rules.weeklyRestMinutes;
  return longest >= needed ? Infinity : its[0].start - needed;
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

/**
 * Points for the paid minutes of a whole week, here and everywhere: off the contract, and above the plain rate. `plain`:
 * those of the minutes added that count for the week's overtime.
 */
export function weekCost(worker: Worker, weights: Weights, added: number, plain: number): number {
  const { contract, paidHere } = worker;
  const here = paidHere + added;
  const premium = weights.pay * weeklyPremium(worker, plain);
  if (contract === null) return Math.round(premium);
  return Math.round(
    premium + (here < contract ? (contract - here) * weights.under : (here - contract) * weights.over),
  );
}

/** Points that minutes added to a week are paid besides, above the week's limit of plain time. */
export function weeklyPremium({ plain, overtimeFrom, overtimeCost }: Worker, added: number): number {
  return plain + added > overtimeFrom ? Math.round((plain + added - overtimeFrom) * overtimeCost) : 0;
}
