import { judge, withShifts } from '../consequences/judge';
import { snagsAppearing } from '../cover/candidates';
import type { Plan, Shift } from '../plan/types';
import { WeekSolver } from './best-week';
import { type PersonWeek, noOptions, weekOf } from './person-week';
import { BUDGET_PRICES } from './budget';
import { Covered } from './covered';
import { type Hole, holesOf } from './holes';
import { linearSolver } from './master';
import { type Asked, type Model, modelOf, onlyMissing } from './model';
import { missingIn } from './missing';
import { type GoesOn, boundAt, dearest } from './prices';
import { totalOf } from './whole';
import { type HoleReason, reasonsOf } from './reasons';
import { FINE, type Found, type Progress, leastMissing, search } from './search';
import { isBarred } from './worker-of';

/** How long is looked, and by which numbers. The same seed and effort give the same proposal. */
export interface Effort {
  readonly seed?: number;
  /** 1 is usual; twice as much looks about twice as long. */
  readonly effort?: number;
  /** Asked now and then whether to go on; what is best so far is proposed where not. */
  readonly goesOn?: GoesOn;
  readonly onProgress?: (progress: Progress) => void;
}

/** Prices that prove what no plan can do better: of what is missing, and of all of it. */
export interface Certificate {
  readonly missing: readonly number[];
  readonly all: readonly number[];
}

/** How good what was proposed for a week is, and what proves it. */
export interface ProvenWeek {
  /** Person-minutes that stay missing, and the least that any plan leaves. */
  readonly missingMinutes: number;
  readonly leastMissingMinutes: number;
  readonly holes: readonly Hole[];
  /** Points of all that counts besides what is missing, and the least of any plan that leaves no more missing. */
  readonly score: number;
  readonly bound: number;
  readonly certificate: Certificate;
}

/** Shifts for the open part of a week, and how far they are at most from the best there can be. */
export interface Proposal extends ProvenWeek {
  readonly shifts: readonly Shift[];
  /** Why each hole stays open; null: not looked into. */
  readonly reasons: readonly (HoleReason | null)[];
}

/** Several weeks together. */
export function totalOfWeeks(weeks: readonly ProvenWeek[]): Omit<ProvenWeek, 'holes' | 'certificate'> {
  const sum = (of: (week: ProvenWeek) => number) => weeks.reduce((all, week) => all + of(week), 0);
  return {
    missingMinutes: sum((week) => week.missingMinutes),
    leastMissingMinutes: sum((week) => week.leastMissingMinutes),
    score: sum((week) => week.score),
    bound: sum((week) => week.bound),
  };
}

/**
 * Proposes shifts for the open part of a week: what stands stays, nobody gets a shift of which the core says more than
 * a note, first as little as can be is missing, then what people cost, would rather not and are off their contracts is
 * least. Both are proven against all plans made of the same shift times, one shift a day. Throws where the core finds
 * anything else in the proposal than its model does: that is a defect, and nothing to propose.
 */
export async function propose(
  plan: Plan,
  { seed = 1, effort = 1, goesOn, onProgress, ...asked }: Asked & Effort = {},
): Promise<Proposal> {
  const model = modelOf(plan, asked);
  const known = asked.known && weeksOf(model, asked.known);
  return proposalOf(model, search(model, await linearSolver(), { seed, effort, goesOn, onProgress, known }));
}

/** The weeks that shifts come to; of who has some that cannot be given any more, an empty one. */
function weeksOf(model: Model, shifts: readonly Shift[]): PersonWeek[] {
  const { judgement, options, workers } = model;
  const { plan } = judgement;
  const ordered = [...shifts].sort((a, b) => a.date - b.date || a.from - b.from);
  const first = plan.from + model.firstDay;
  return workers.map((worker) => {
    const taken = noOptions();
    const none = weekOf(model, worker, noOptions());
    const own: Shift[] = [];
    for (const shift of ordered) {
      const day = shift.date - first;
      if (shift.person !== plan.people[worker.index].id || day < 0 || day >= 7) continue;
      const choice = worker.choices[day].find(({ option }) => {
        const { span, role } = options[option];
        return span.from === shift.from && span.to === shift.to && plan.roles[role].id === shift.role;
      });
      if (!choice || taken[7 + day] >= 0) return none;
      const { span } = options[choice.option];
      if (taken[day] < 0) taken[day] = choice.option;
      else {
        const before = options[taken[day]].span;
        if (!worker.pairs[day].some((pair) => pair.first === before && pair.then === span)) return none;
        taken[7 + day] = choice.option;
      }
      own.push(shift);
    }
    if (own.length === 0) return none;
    const after = withShifts(judgement, worker.index, own);
    if (isBarred(snagsAppearing(judgement.people[worker.index], after))) return none;
    return weekOf(model, worker, taken);
  });
}

/**
 * Proposes shifts for each week of a plan in its order, with what was proposed for those before it as if it stood.
 *
 * @returns a proposal a week; each is proven for its own week
 */
export async function proposeWeeks(
  plan: Plan,
  { onWeek, ...asked }: Asked & Effort & { readonly onWeek?: () => void } = {},
): Promise<Proposal[]> {
  const proposals: Proposal[] = [];
  let shifts = plan.shifts;
  for (let week = 0; week * 7 < plan.days; week++) {
    const proposal = await propose({ ...plan, shifts }, { ...asked, week });
    proposals.push(proposal);
    onWeek?.();
    shifts = [...shifts, ...proposal.shifts];
  }
  return proposals;
}

function proposalOf(model: Model, { weeks, missing, all }: Found): Proposal {
  const covered = new Covered(model, weeks);
  const shifts = shiftsOf(model, weeks);
  checkAgainst(model, shifts, covered.missing);
  const holes = holesOf(model, covered);
  const least = leastMissing(model, missing.bound);
  return {
    shifts,
    missingMinutes: covered.missing,
    leastMissingMinutes: least,
    holes,
    reasons: reasonsOf(model, weeks, holes, { prices: missing.prices, least }),
    score: totalOf(model, weeks) - covered.missing * model.weights.missing,
    bound: Math.ceil(all.bound - covered.missing * dearest(model, all.prices) - 1e-6),
    certificate: { missing: missing.prices, all: all.prices },
  };
}

/**
 * The bounds that a certificate proves for a week of a plan: of what is missing, in minutes; and in points of all else,
 * for plans that leave no more than some minutes missing.
 */
export function boundsOf(
  plan: Plan,
  certificate: Certificate,
  missingMinutes: number,
  asked: Asked = {},
): { readonly leastMissingMinutes: number; readonly bound: number } {
  const model = modelOf(plan, asked);
  const first = onlyMissing(model, FINE);
  const prices = priced(model, certificate.missing);
  // Prices of nothing prove that nothing has to be missing: that is known without looking.
  const isNothing = prices.every((price) => price === 0);
  const least = isNothing ? 0 : boundAt(first, new WeekSolver(first), prices).bound;
  const all = boundAt(model, new WeekSolver(model), priced(model, certificate.all));
  return {
    leastMissingMinutes: leastMissing(model, least),
    bound: Math.ceil(all.bound - missingMinutes * dearest(model, all.prices) - 1e-6),
  };
}

/** Prices for the segments of a model; those of another one prove little, but nothing wrong. */
function priced({ segments }: Model, prices: readonly number[]): number[] {
  return Array.from({ length: segments.length + BUDGET_PRICES }, (_, i) => prices[i] ?? 0);
}

function shiftsOf({ judgement: { plan }, options }: Model, weeks: readonly PersonWeek[]): Shift[] {
  return weeks.flatMap((week, index) =>
    [...week.options].flatMap((option, place): Shift[] => {
      if (option < 0) return [];
      const { span, role } = options[option];
      const shift = span.resolved.planShift!;
      const person = plan.people[index].id;
      const id = `proposed ${person} ${shift.date}${place < 7 ? '' : ' again'}`;
      return [{ ...shift, id, person, role: plan.roles[role].id }];
    }),
  );
}

/** The core looks at the proposal as at any plan: it must find as much missing, and nothing worse than a note. */
function checkAgainst(
  { judgement, firstDay, isOnlyOpen }: Model,
  shifts: readonly Shift[],
  missing: number,
): void {
  const { plan } = judgement;
  const after = judge({ ...plan, shifts: [...plan.shifts, ...shifts] });
  after.people.slice(0, plan.people.length).forEach((state, index) => {
    const bad = snagsAppearing(judgement.people[index], state);
    if (isBarred(bad))
      throw new Error(`the proposal breaks a rule: ${bad[0].code} of ${plan.people[index].id}`);
  });
  if (isOnlyOpen) return;
  const found = missingIn(after, firstDay);
  if (found !== missing) throw new Error(`the proposal leaves ${found} minutes missing, not ${missing}`);
}
