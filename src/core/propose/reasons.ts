import { type Snag, bySeverity } from '../checks/shared/snag';
import { withShifts } from '../consequences/judge';
import { snagsAppearing } from '../cover/candidates';
import type { Shift } from '../plan/types';
import { DAY, type Span, shared } from '../time/span';
import { isEmployed } from '../week/placement';
import type { PersonWeek } from './person-week';
import type { Hole } from './holes';
import { type Model, type Option, type Segment, lengthOf } from './model';
import { isBarred } from './worker-of';

/**
 * Why somebody does not fill a hole: not one of those it was asked for, on leave, not available, the role not held that day
 * any more, not employed, at work then, a shift of theirs that day stands, a rule, needed where they are, or not worth what
 * it would cover.
 */
export type HoleCause =
  | {
      readonly kind:
        | 'not-asked'
        | 'leave'
        | 'availability'
        | 'role'
        | 'employed'
        | 'then'
        | 'standing'
        | 'needed'
        | 'dear';
    }
  | { readonly kind: 'rule'; readonly code: string };

/** Why a hole stays open: no shift time reaches it, or by how many people and why. */
export interface HoleReason {
  /** Whether it is on a day and in a role that were asked for. */
  readonly isAsked: boolean;
  readonly isReached: boolean;
  /** How many hold its role. */
  readonly able: number;
  readonly groups: readonly { readonly cause: HoleCause; readonly people: readonly string[] }[];
  /** Who is nearest to filling it, by what rules say against it. */
  readonly nearest: {
    readonly person: string;
    readonly shift: Shift;
    readonly snags: readonly Snag[];
  } | null;
  /** Minutes that are needed where the same people are, it among them, and how many stay open of those in any plan. */
  readonly scarce: { readonly minutes: number; readonly open: number } | null;
}

/** What proves that some hours are scarce together: what they are worth, and how much is missing of them at least. */
export interface Scarcity {
  readonly prices: readonly number[];
  readonly least: number;
}

/** How many shift times are tried for each person, and how many holes are looked into. */
const MOST_TIMES = 12;
const MOST_HOLES = 40;

interface Case {
  readonly cause: HoleCause;
  readonly near: { readonly shift: Shift; readonly snags: readonly Snag[] } | null;
}

/** Why holes stay open, in their order; null for those that are not looked into any more. */
export function reasonsOf(
  model: Model,
  weeks: readonly PersonWeek[],
  holes: readonly Hole[],
  scarcity: Scarcity,
): (HoleReason | null)[] {
  return holes.map((hole, i) =>
    i < MOST_HOLES ? { ...reasonOf(model, weeks, hole), scarce: scarceWith(model, hole, scarcity) } : null,
  );
}

/** Where nothing is worth anything, nothing is proven to be missing: those that are worth something are scarce together. */
function scarceWith({ segments }: Model, hole: Hole, { prices, least }: Scarcity): HoleReason['scarce'] {
  const isScarce = ({ row, from, to }: Hole | Segment, i: number) =>
    prices[i] > 0 && row === hole.row && from < hole.to && to > hole.from;
  if (least === 0 || !segments.some(isScarce)) return null;
  const minutes = segments.reduce(
    (sum, segment, i) => (prices[i] > 0 ? sum + segment.need * lengthOf(segment) : sum),
    0,
  );
  return { minutes, open: least };
}

function reasonOf(model: Model, weeks: readonly PersonWeek[], hole: Hole): Omit<HoleReason, 'scarce'> {
  const { judgement, options, workers } = model;
  const { plan } = judgement;
  const roles = hole.row < plan.roles.length ? [plan.roles[hole.row].id] : plan.roles.map(({ id }) => id);
  const reaching = options
    .map((option, number) => ({ option, number, minutes: overlap(model, option, hole) }))
    .filter(({ option, minutes }) => minutes > 0 && roles.includes(plan.roles[option.role].id))
    .sort((a, b) => b.minutes - a.minutes || a.number - b.number);
  const { scope } = model;
  const date = plan.from + Math.floor(hole.from / DAY);
  const isAsked =
    (!scope.dates || scope.dates.includes(date)) &&
    (!scope.roles || roles.some((role) => scope.roles!.includes(role)));
  if (!isAsked) return { isAsked, isReached: reaching.length > 0, able: 0, groups: [], nearest: null };
  const groups = new Map<string, { cause: HoleCause; people: string[] }>();
  let nearest: HoleReason['nearest'] = null;
  let able = 0;
  for (const { index } of workers) {
    const person = plan.people[index];
    if (!person.roles.some(({ role }) => roles.includes(role))) continue;
    able++;
    const mine = reaching.filter(({ option }) =>
      person.roles.some(({ role }) => role === plan.roles[option.role].id),
    );
    const { cause, near } = caseOf(model, weeks[index], index, hole, mine);
    const key = cause.kind === 'rule' ? cause.code : cause.kind;
    const group = groups.get(key) ?? { cause, people: [] };
    groups.set(key, group);
    group.people.push(person.id);
    if (near && (!nearest || weight(near.snags) < weight(nearest.snags)))
      nearest = { person: person.id, ...near };
  }
  return {
    ...{ isAsked, isReached: reaching.length > 0, able, nearest },
    groups: [...groups.values()].sort((a, b) => b.people.length - a.people.length),
  };
}

/** How much speaks against something: stops before warnings, few before many. */
function weight(snags: readonly Snag[]): number {
  return snags.reduce(
    (sum, { severity }) => sum + (severity === 'stop' ? 100 : severity === 'warn' ? 10 : 1),
    0,
  );
}

type Reaching = readonly { readonly option: Option; readonly number: number; readonly minutes: number }[];

/** Why one person does not fill a hole; the first that applies. */
function caseOf(model: Model, week: PersonWeek, index: number, hole: Hole, reaching: Reaching): Case {
  const { judgement, workers, options, firstDay, weights, scope } = model;
  const { plan } = judgement;
  const person = plan.people[index];
  const plain = (kind: Exclude<HoleCause['kind'], 'rule'>): Case => ({ cause: { kind }, near: null });
  const day = Math.floor(hole.from / DAY);
  const date = plan.from + day;
  const at: Span = { from: date * DAY + (hole.from - day * DAY), to: date * DAY + (hole.to - day * DAY) };
  if (scope.people && !scope.people.includes(person.id)) return plain('not-asked');
  if (!isEmployed(person, date)) return plain('employed');
  if (person.leave.some((leave) => leave.state === 'approved' && shared(leave, at) > 0))
    return plain('leave');
  const proposed = [...week.options].filter((option) => option >= 0);
  const isOn = ({ from, to }: Span) => from < hole.to && to > hole.from;
  if (
    proposed.some((number) => isOn(minutesOf(model, options[number]))) ||
    judgement.people[index].view.shifts.some(({ from, to }) =>
      isOn({ from: from - judgement.context.start, to: to - judgement.context.start }),
    )
  )
    return plain('then');
  if (workers[index].standing[day - firstDay]) return plain('standing');
  const { allowed } = judgement.people[index].view.availability(date);
  const free = allowed.reduce(
    (sum, span) =>
      sum + shared(span, { from: hole.from - day * DAY, to: Math.min(hole.to - day * DAY, DAY) }),
    0,
  );
  if (free === 0) return plain('availability');
  let best: { shift: Shift; snags: readonly Snag[]; number: number } | null = null;
  for (const { option, number } of reaching.slice(0, MOST_TIMES)) {
    const others = proposed.filter((one) => options[one].span.day !== option.span.day);
    const [shift, ...rest] = [number, ...others].map((one, i) => shiftOf(model, index, one, i));
    const after = withShifts(judgement, index, [shift, ...rest]);
    const snags = snagsAppearing(judgement.people[index], after)
      .filter(({ severity }) => severity !== 'note')
      .sort(bySeverity);
    if (!best || weight(snags) < weight(best.snags)) best = { shift, snags, number };
    if (snags.length === 0) break;
  }
  if (!best) return plain('role');
  if (isBarred(best.snags))
    return {
      cause: { kind: 'rule', code: best.snags[0].code },
      near: { shift: best.shift, snags: best.snags },
    };
  // Nothing speaks against it: either they are needed where they are that day, or it costs more than it covers.
  const { span } = options[best.number];
  if (week.options[span.day] >= 0) return plain('needed');
  const choice = workers[index].choices[span.day].find(({ option }) => option === best.number);
  const worth = overlap(model, options[best.number], hole) * weights.missing;
  return plain(choice && choice.cost > worth ? 'dear' : 'needed');
}

/** Minutes since the plan's first midnight at which an option is worked. */
function minutesOf({ judgement }: Model, { span }: Option): Span {
  const { start } = judgement.context;
  return { from: span.resolved.from - start, to: span.resolved.to - start };
}

function overlap(model: Model, option: Option, hole: Hole): number {
  return shared(minutesOf(model, option), hole);
}

function shiftOf(
  { judgement: { plan }, options }: Model,
  index: number,
  number: number,
  place: number,
): Shift {
  const { span, role } = options[number];
  const id = `tried ${place}`;
  return {
    ...span.resolved.planShift!,
    ...{ id, person: plan.people[index].id, role: plan.roles[role].id },
  };
}
