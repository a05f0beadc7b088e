import { breakOf } from '../hours/breaks';
import type { BreakTier } from '../plan/types';
import { DAY, type Span, subtract, union } from '../time/span';
import type { ZoneClock } from '../time/zone';
import type { ClockRules } from './clock-rules';
import type { PlannedSpan } from './planned-span';
import { type Rounding, round } from './rounding';
import { LONGEST_STINT, type Stint } from './stints';

/** Why an edge counts as another minute than it was clocked, or as one although it was not. */
export type EdgeReason =
  | { readonly code: 'not-before-start' }
  | { readonly code: 'rounded'; readonly rounding: Rounding }
  | { readonly code: 'overtime-after-end'; readonly minutes: number }
  | { readonly code: 'overtime-after-time'; readonly time: number }
  | { readonly code: 'missing-in'; readonly minutes: number }
  | { readonly code: 'missing-out'; readonly minutes: number }
  | { readonly code: 'not-before-in' };

/** An edge of a stint as it counts, in elapsed minutes. */
export interface CountedEdge {
  /** null: nobody clocked it. */
  readonly clocked: number | null;
  /** null: nothing counts until somebody says when it was. */
  readonly counted: number | null;
  /** Each step from the one to the other, in its order, with the minute after it. */
  readonly steps: readonly { readonly counted: number; readonly reason: EdgeReason }[];
}

/** A break of a stint as it counts; `minutes` is its length, null where an edge of it is missing. */
export interface CountedBreak extends Span {
  readonly minutes: number | null;
  readonly isPaid: boolean;
}

export interface CountedStint {
  readonly stint: Stint;
  readonly start: CountedEdge;
  readonly end: CountedEdge;
  readonly breaks: readonly CountedBreak[];
  /** Somebody is in, and may be: an out is not missing yet. */
  readonly isRunning: boolean;
}

/** What was worked for one planned span, or in one stint that was not planned. */
export interface Part {
  readonly planned: PlannedSpan | null;
  readonly stints: readonly CountedStint[];
  /** What counts, without unpaid breaks that were clocked: elapsed minutes, sorted and apart. */
  readonly spans: readonly Span[];
  /** Unpaid minutes that were clocked: breaks, and time out between two stints. */
  readonly clockedBreak: number;
  /** Unpaid minutes that the rule takes off besides. */
  readonly ruleBreak: number;
  /** Paid minutes: the spans less what the rule takes off. */
  readonly worked: number;
}

/** What counting goes by. */
export interface Counting {
  readonly rules: ClockRules;
  readonly clock: ZoneClock;
  /** Breaks by the site's rule. */
  readonly tiers: readonly BreakTier[];
  /** The present elapsed minute. */
  readonly now: number;
}

/** The stints of one planned span, or one that was not planned, as they count. `isLast`: nothing was clocked after them. */
export function countPart(stints: readonly Stint[], isLast: boolean, how: Counting): Part {
  const { planned } = stints[0];
  const counted = stints.map((stint, i) => countStint(stint, isLast && i === stints.length - 1, how));
  const { rules, tiers } = how;
  const whole: Span[] = [];
  const off: Span[] = [];
  for (const { start, end, breaks } of counted) {
    if (start.counted === null || end.counted === null) continue;
    whole.push({ from: start.counted, to: end.counted });
    off.push(...notYetOvertime(planned, end, how));
    if (rules.breaks.kind !== 'rule') off.push(...breaks.filter(({ isPaid }) => !isPaid));
  }
  const present = union(whole);
  const gaps = between(present).filter(({ from, to }) => to - from > rules.breaks.paidUpTo);
  // Short times out are paid as short breaks are.
  const joined = subtract(union(hull(present)), gaps);
  const spans = subtract(joined, union(off));
  const length = lengthOf(spans);
  const unpaid = lengthOf(gaps) + (rules.breaks.kind === 'rule' ? 0 : lengthOf(union(unpaidOf(counted))));
  let ruleBreak = 0;
  if (rules.breaks.kind !== 'clocked' && length > 0) {
    const elapsed = joined.at(-1)!.to - joined[0].from;
    const rest = breakOf(planned?.break ?? null, elapsed, tiers);
    const due = (rest.paid ? 0 : rest.minutes) + (planned?.moreBreak ?? 0);
    ruleBreak = Math.min(length, Math.max(0, due - unpaid));
  }
  return { planned, stints: counted, spans, clockedBreak: unpaid, ruleBreak, worked: length - ruleBreak };
}

function unpaidOf(stints: readonly CountedStint[]): Span[] {
  return stints.flatMap(({ breaks }) => breaks.filter(({ isPaid }) => !isPaid));
}

function countStint(stint: Stint, isLast: boolean, how: Counting): CountedStint {
  const { planned } = stint;
  const start = countStart(stint, how);
  const isRunning =
    stint.out === null &&
    isLast &&
    how.now <=
      (planned ? planned.end + how.rules.openAfterEnd : (start.counted ?? -Infinity) + LONGEST_STINT);
  const end = isRunning ? { clocked: null, counted: null, steps: [] } : countEnd(stint, start.counted, how);
  return { stint, start, end, breaks: breaksOf(stint, start, end, how), isRunning };
}

function countStart({ in: punch, planned }: Stint, { rules, clock }: Counting): CountedEdge {
  const edge = new EdgeSteps(punch?.at ?? null);
  if (punch === null) {
    if (planned && rules.missing.kind === 'counted')
      edge.step(Math.min(planned.end, planned.start + rules.missing.minutes), {
        code: 'missing-in',
        minutes: rules.missing.minutes,
      });
    return edge;
  }
  if (planned && punch.at < planned.start && rules.early.kind !== 'counted')
    edge.step(planned.start, { code: 'not-before-start' });
  else if (rules.rounding.of === 'punch') edge.round(rules.rounding.in, clock);
  return edge;
}

function countEnd(
  { out: punch, planned }: Stint,
  start: number | null,
  { rules, clock }: Counting,
): CountedEdge {
  const edge = new EdgeSteps(punch?.at ?? null);
  if (punch === null) {
    if (planned && rules.missing.kind === 'counted')
      edge.step(planned.end - rules.missing.minutes, { code: 'missing-out', minutes: rules.missing.minutes });
  } else if (planned && punch.at > planned.end && !isOvertime(punch.at, planned, rules, clock))
    edge.step(
      planned.end,
      rules.overtime.kind === 'after-end'
        ? { code: 'overtime-after-end', minutes: rules.overtime.minutes }
        : { code: 'overtime-after-time', time: rules.overtime.time },
    );
  else if (rules.rounding.of === 'punch') edge.round(rules.rounding.out, clock);
  if (start !== null && edge.counted !== null && edge.counted < start)
    edge.step(start, { code: 'not-before-in' });
  return edge;
}

/** Whether time after the planned end counts where somebody goes at a minute. */
function isOvertime(at: number, planned: PlannedSpan, { overtime }: ClockRules, clock: ZoneClock): boolean {
  if (overtime.kind === 'after-end') return at - planned.end >= overtime.minutes;
  return at > clock.elapsed(planned.date * DAY + overtime.time);
}

/** Time after the planned end that does not count although what follows it does. */
function notYetOvertime(
  planned: PlannedSpan | null,
  { counted }: CountedEdge,
  { rules, clock }: Counting,
): Span[] {
  if (!planned || counted === null || rules.overtime.kind !== 'after-time') return [];
  const to = Math.min(counted, clock.elapsed(planned.date * DAY + rules.overtime.time));
  return to > planned.end ? [{ from: planned.end, to }] : [];
}

function breaksOf(
  stint: Stint,
  start: CountedEdge,
  end: CountedEdge,
  { rules, now }: Counting,
): CountedBreak[] {
  const [first, last] = [
    start.counted ?? -Infinity,
    end.counted ?? (stint.out === null ? now : stint.out.at),
  ];
  return stint.breaks.map(({ begins, ends }) => {
    // A break of which nobody clocked one edge has no length, and takes nothing off until somebody says when it was.
    const [from, to] = [begins ?? ends!, ends ?? begins!].map(({ at }) =>
      Math.max(first, Math.min(last, at)),
    );
    const minutes = begins && ends ? ends.at - begins.at : null;
    return { from, to, minutes, isPaid: minutes === null || minutes <= rules.breaks.paidUpTo };
  });
}

/** An edge while it is counted. */
class EdgeSteps implements CountedEdge {
  readonly steps: { readonly counted: number; readonly reason: EdgeReason }[] = [];
  counted: number | null;

  constructor(readonly clocked: number | null) {
    this.counted = clocked;
  }

  step(counted: number, reason: EdgeReason): void {
    if (counted === this.counted) return;
    this.counted = counted;
    this.steps.push({ counted, reason });
  }

  /** Rounds by the clocks of the site, whose hours need not begin with those of UTC. */
  round(rounding: Rounding, clock: ZoneClock): void {
    const wall = clock.wall(this.counted!);
    this.step(this.counted! + round(wall, rounding) - wall, { code: 'rounded', rounding });
  }
}

function hull(spans: readonly Span[]): Span[] {
  return spans.length === 0 ? [] : [{ from: spans[0].from, to: spans.at(-1)!.to }];
}

function between(spans: readonly Span[]): Span[] {
  return spans.slice(1).map(({ from }, i) => ({ from: spans[i].to, to: from }));
}

/** Minutes of spans that are apart. */
export function lengthOf(spans: readonly Span[]): number {
  return spans.reduce((sum, { from, to }) => sum + to - from, 0);
}
