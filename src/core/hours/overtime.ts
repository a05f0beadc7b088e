import { type ResolvedShift, fixedBreaks } from '../plan/resolved-shift';
import type { OvertimeRules } from '../plan/types';
import { DAY, type Span, subtract, union } from '../time/span';
import type { ZoneClock } from '../time/zone';
import { units } from './money';

/** Minutes of one shift paid above the plain rate. */
export interface Premium {
  readonly resolved: ResolvedShift;
  readonly minutes: number;
  /** (multiplier − 1) in millionths. */
  readonly extra: number;
}

/** A stretch of paid minutes of one shift, in the order in which they are worked. */
interface Stretch {
  readonly resolved: ResolvedShift;
  readonly minutes: number;
  /** The highest multiplier that a rule of the day gives it; null: ordinary time. */
  readonly multiplier: number | null;
}

/**
 * The premium minutes of one person's week. `shifts` are all that start in the week, by start.
 *
 * Minutes over a daily tier, after a time of day or on the seventh worked date are paid at the highest
 * multiplier that applies and leave the weekly sum; of what remains the latest minutes over the weekly
 * threshold are weekly overtime (the order of California Labor Code §510 and 29 CFR 778).
 */
export function premiums(
  shifts: readonly ResolvedShift[],
  rules: OvertimeRules,
  clock: ZoneClock,
): Premium[] {
  const found: Premium[] = [];
  const ordinary: Stretch[] = [];
  let total = 0;
  for (const stretch of stretches(shifts, rules, clock)) {
    if (stretch.multiplier === null) {
      ordinary.push(stretch);
      total += stretch.minutes;
    } else
      found.push({
        resolved: stretch.resolved,
        minutes: stretch.minutes,
        extra: units(stretch.multiplier - 1),
      });
  }
  if (rules.weekMinutes === null) return found;
  let over = total - rules.weekMinutes;
  for (let i = ordinary.length - 1; i >= 0 && over > 0; i--) {
    const minutes = Math.min(over, ordinary[i].minutes);
    found.push({ resolved: ordinary[i].resolved, minutes, extra: units(rules.multiplier - 1) });
    over -= minutes;
  }
  return found;
}

function stretches(shifts: readonly ResolvedShift[], rules: OvertimeRules, clock: ZoneClock): Stretch[] {
  const list: Stretch[] = [];
  if (rules.day.length === 0 && rules.after.length === 0 && !rules.seventhDay) {
    for (const resolved of shifts) list.push({ resolved, minutes: resolved.paid, multiplier: null });
    return list;
  }
  let date = Number.NaN;
  let worked = 0;
  let dates = 0;
  for (const resolved of shifts) {
    if (resolved.date !== date) {
      date = resolved.date;
      worked = 0;
      dates++;
    }
    const seventh = rules.seventhDay && dates === 7 ? rules.seventhDay : null;
    for (const [from, to] of workedSpans(resolved, clock)) {
      cutStretch(list, resolved, from, to, worked, rules, seventh, clock);
      worked += to - from;
    }
  }
  return list;
}

function cutStretch(
  list: Stretch[],
  resolved: ResolvedShift,
  from: number,
  to: number,
  worked: number,
  rules: OvertimeRules,
  seventh: OvertimeRules['seventhDay'],
  clock: ZoneClock,
): void {
  const cuts = [from, to];
  for (const tier of rules.day) cuts.push(from + tier.overMinutes - worked);
  if (seventh && seventh.overMinutes !== null) cuts.push(from + seventh.overMinutes - worked);
  const after: { at: number; multiplier: number }[] = [];
  for (const { time, multiplier } of rules.after) {
    const at = clock.elapsed(resolved.date * DAY + time);
    after.push({ at, multiplier });
    cuts.push(at);
  }
  cuts.sort((a, b) => a - b);
  for (let i = 1; i < cuts.length; i++) {
    const a = Math.max(from, cuts[i - 1]);
    const b = Math.min(to, cuts[i]);
    if (b <= a) continue;
    const index = worked + a - from;
    let best: number | null = seventh ? seventhMultiplier(seventh, index) : null;
    for (const tier of rules.day) if (index >= tier.overMinutes) best = higher(best, tier.multiplier);
    for (const rule of after) if (a >= rule.at) best = higher(best, rule.multiplier);
    list.push({ resolved, minutes: b - a, multiplier: best });
  }
}

function seventhMultiplier(rule: NonNullable<OvertimeRules['seventhDay']>, index: number): number {
  const then = rule.overMinutes !== null && index >= rule.overMinutes;
  return then ? (rule.thenMultiplier ?? rule.multiplier) : rule.multiplier;
}

function higher(a: number | null, b: number): number {
  return a === null || b > a ? b : a;
}

/**
 * The paid parts of a shift in elapsed minutes. An unpaid break known only in length is taken from the
 * middle of what the fixed ones leave, where it is most likely to be had; their lengths add up to the paid
 * minutes.
 */
function workedSpans(resolved: ResolvedShift, clock: ZoneClock): [number, number][] {
  const { start, end, paid } = resolved;
  const fixed = union(
    fixedBreaks(resolved, true).map((span) => ({
      from: clock.elapsed(span.from),
      to: clock.elapsed(span.to),
    })),
  );
  let left = subtract([{ from: start, to: end }], fixed);
  const length = left.reduce((sum, span) => sum + span.to - span.from, 0);
  // What the fixed breaks do not take off comes from the middle of the rest.
  let ahead = Math.floor(paid / 2);
  let off = Math.max(0, length - paid);
  const holes: Span[] = [];
  for (const span of left) {
    const from = span.from + Math.min(ahead, span.to - span.from);
    ahead -= from - span.from;
    if (ahead > 0 || off === 0) continue;
    const to = Math.min(span.to, from + off);
    off -= to - from;
    if (to > from) holes.push({ from, to });
  }
  left = subtract(left, holes);
  return left.map(({ from, to }) => [from, to]);
}
