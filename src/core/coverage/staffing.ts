import type { PlanContext } from '../plan/plan-context';
import { type ResolvedShift, hasFixedBreak, staffedSpans } from '../plan/resolved-shift';
import { DAY, type Span, union } from '../time/span';
import { type NeedOn, needsOf } from './needed';

/**
 * People on and people needed for every minute of the plan's days and the day after, one row a role and a
 * last one for everybody. Index 0 is the plan's first midnight.
 */
export interface Staffing {
  readonly staffed: readonly Int16Array[];
  readonly needed: readonly Int16Array[];
  readonly needs: readonly NeedOn[];
}

/** Where one person staffs one row, in minutes from the plan's first midnight. */
export interface Presence {
  readonly row: number;
  readonly spans: readonly Span[];
}

/** A number for every minute of the plan and of the day after it. */
export function minutesOf(context: PlanContext): number {
  return (context.plan.days + 1) * DAY;
}

/**
 * Where one person is counted: in the row of each role they work, and in the row for everybody. Shifts that
 * overlap in one row are joined, so nobody counts twice; a break fixed in time is left out.
 */
export function presenceOf(context: PlanContext, shifts: readonly ResolvedShift[]): Presence[] {
  const everybody = context.plan.roles.length;
  const found: { row: number; spans: Span[] }[] = [];
  for (const resolved of shifts) {
    if (resolved.site !== null) continue;
    const limit = resolved.planShift ? context.end + DAY : context.end;
    const row = resolved.role === null ? undefined : context.rowOf.get(resolved.role);
    const parts = hasFixedBreak(resolved) ? staffedSpans(resolved) : null;
    for (const span of parts ?? [resolved]) {
      const from = Math.max(span.from, context.start) - context.start;
      const to = Math.min(span.to, limit) - context.start;
      if (from >= to) continue;
      const inside = { from, to };
      if (row !== undefined) put(found, row, inside);
      put(found, everybody, inside);
    }
  }
  for (const presence of found) presence.spans = union(presence.spans);
  return found;
}

function put(found: { row: number; spans: Span[] }[], row: number, span: Span): void {
  for (const presence of found)
    if (presence.row === row) {
      presence.spans.push(span);
      return;
    }
  found.push({ row, spans: [span] });
}

/** The needed figures of a plan, and staffed figures from everybody's presence. */
export function staffingOf(context: PlanContext, presences: readonly (readonly Presence[])[]): Staffing {
  const rows = context.plan.roles.length + 1;
  const length = minutesOf(context);
  const steps = Array.from({ length: rows }, () => new Int16Array(length + 1));
  for (const presence of presences)
    for (const { row, spans } of presence)
      for (const { from, to } of spans) {
        steps[row][from]++;
        steps[row][to]--;
      }
  // From steps to levels in place; what stands behind the last minute is only where the last step went.
  const staffed = steps.map((step) => {
    for (let t = 1; t < length; t++) step[t] += step[t - 1];
    return step.subarray(0, length);
  });
  const needs = needsOf(context);
  const needed = Array.from({ length: rows }, () => new Int16Array(length));
  for (const need of needs) {
    const row = needed[need.row];
    const to = Math.min(need.to - context.start, length);
    for (let t = need.from - context.start; t < to; t++) if (row[t] < need.count) row[t] = need.count;
  }
  return { staffed, needed, needs };
}

/**
 * The staffing after some people's presence changed, and the cells (row and day) that were touched. Rows that
 * stay the same are shared with the old staffing.
 */
export function restaff(
  staffing: Staffing,
  before: readonly (readonly Presence[])[],
  after: readonly (readonly Presence[])[],
): { staffing: Staffing; touched: Set<number>; rows: number } {
  const rows = staffing.staffed.length;
  const staffed = staffing.staffed.slice();
  const touched = new Set<number>();
  const copied = new Set<number>();
  const shift = (presences: readonly (readonly Presence[])[], by: number) => {
    for (const presence of presences)
      for (const { row, spans } of presence) {
        if (!copied.has(row)) {
          staffed[row] = staffed[row].slice();
          copied.add(row);
        }
        const level = staffed[row];
        for (const { from, to } of spans) {
          for (let t = from; t < to; t++) level[t] += by;
          for (let day = Math.floor(from / DAY); day * DAY < to; day++) touched.add(day * rows + row);
        }
      }
  };
  const [old, fresh] = withoutShared(before, after);
  shift(old, -1);
  shift(fresh, 1);
  return { staffing: { ...staffing, staffed }, touched, rows };
}

/** Leaves out rows in which a person's presence did not change. */
function withoutShared(
  before: readonly (readonly Presence[])[],
  after: readonly (readonly Presence[])[],
): [Presence[][], Presence[][]] {
  const old: Presence[][] = [];
  const fresh: Presence[][] = [];
  for (let i = 0; i < before.length; i++) {
    old.push(before[i].filter((p) => !after[i].some((other) => samePresence(p, other))));
    fresh.push(after[i].filter((p) => !before[i].some((other) => samePresence(p, other))));
  }
  return [old, fresh];
}

function samePresence(a: Presence, b: Presence): boolean {
  return (
    a.row === b.row &&
    a.spans.length === b.spans.length &&
    a.spans.every((span, i) => span.from === b.spans[i].from && span.to === b.spans[i].to)
  );
}
