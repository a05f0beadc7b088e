import type { Judgement } from '../consequences/judge';
import type { Shift } from '../plan/types';
import { type ResolvedShift, resolveShift } from '../plan/resolved-shift';
import { DAY, type Span, covered } from '../time/span';

/** A time at which shifts of a role are worked somewhere: minutes of the day on which it begins. */
export interface ShiftTime extends Span {
  readonly role: string;
}

/** A span on a day of the week, on which a shift can be proposed. */
export interface DaySpan extends Span {
  /** Of the week, 0 the first. */
  readonly day: number;
  readonly resolved: ResolvedShift;
}

/** A span in a role: what can be given to somebody. */
export interface TimeInRole {
  readonly span: DaySpan;
  /** The row of the role. */
  readonly role: number;
}

/** Lengths that are tried where nothing in use says how long shifts are, in minutes. */
const USUAL_LENGTHS = [240, 300, 360, 420, 480, 510];
/** Finer than this nothing is looked for, in minutes. */
const GRAIN = 5;

/** The times that shifts of the plan and around it have, of roles of the plan. */
export function timesInUse({ plan }: Pick<Judgement, 'plan'>): ShiftTime[] {
  const found = new Map<string, ShiftTime>();
  for (const { role, from, to } of [...plan.shifts, ...plan.surroundingShifts])
    if (role !== null && to > from) found.set(`${role} ${from} ${to}`, { role, from, to });
  return [...found.values()];
}

/**
 * The spans that are proposed on the days of a week of a plan: those in use for a role, and spans of a length in use
 * that begin where the need rises or a shift in use begins, or end where it falls or one ends. At least half of one is
 * needed; then also whatever reaches a needed minute that no other does. All of it lies inside the hours in which
 * anybody can work, and is as long as a shift may be.
 */
export function timesOfWeek(
  judgement: Judgement,
  firstDay: number,
  times: readonly ShiftTime[],
): TimeInRole[] {
  const { plan, staffing } = judgement;
  const { minShiftMinutes: least, maxShiftMinutes: most } = plan.rules;
  const inUse = [...new Set(times.map(({ from, to }) => to - from))];
  const lengths = (inUse.length > 0 ? inUse : USUAL_LENGTHS).filter((one) => one >= least && one <= most);
  const spans = new Map<string, DaySpan | null>();
  const found: TimeInRole[] = [];
  for (let day = 0; day < 7; day++)
    for (let role = 0; role < plan.roles.length; role++) {
      // Into the next day too, as far as a shift can reach.
      const base = (firstDay + day) * DAY;
      const row = staffing.needed[role].subarray(base, base + 2 * DAY);
      const { starts, ends } = edgesOf(row);
      const own = times.filter((time) => time.role === plan.roles[role].id);
      const wanted: Span[] = own.map(({ from, to }) => ({ from, to }));
      for (const length of lengths) {
        for (const from of [...starts, ...own.map((one) => one.from)])
          wanted.push({ from, to: from + length });
        for (const to of [...ends, ...own.map((one) => one.to)]) wanted.push({ from: to - length, to });
      }
      const reached = new Uint8Array(row.length);
      const taken = new Set<DaySpan>();
      const take = (span: Span, isEnough: (span: Span) => boolean) => {
        if (span.from < 0 || span.from >= DAY || span.to > row.length || !isEnough(span)) return;
        const key = `${day} ${span.from} ${span.to}`;
        if (!spans.has(key)) spans.set(key, spanOn(judgement, firstDay, day, span));
        const usable = spans.get(key) ?? null;
        if (usable === null || taken.has(usable)) return;
        taken.add(usable);
        reached.fill(1, span.from, span.to);
        found.push({ span: usable, role });
      };
      for (const span of wanted) take(span, ({ from, to }) => 2 * neededIn(row, { from, to }) >= to - from);
      for (const span of wanted)
        take(span, ({ from, to }) => {
          for (let t = from; t < to; t += GRAIN) if (row[t] > 0 && !reached[t]) return true;
          return false;
        });
    }
  return found.sort(
    (a, b) =>
      a.span.day - b.span.day || a.span.from - b.span.from || a.span.to - b.span.to || a.role - b.role,
  );
}

/** Minutes of a span in which anybody is needed. */
function neededIn(row: Int16Array, { from, to }: Span): number {
  let minutes = 0;
  for (let t = from; t < to; t += GRAIN) if (row[t] > 0) minutes += GRAIN;
  return minutes;
}

/** Where what is needed rises and where it falls, in minutes of the day. */
function edgesOf(row: Int16Array): { readonly starts: readonly number[]; readonly ends: readonly number[] } {
  const [starts, ends]: [number[], number[]] = [[], []];
  for (let t = 0; t <= row.length; t += GRAIN) {
    const [before, now] = [t === 0 ? 0 : row[t - GRAIN], t < row.length ? row[t] : 0];
    if (now > before && t < DAY) starts.push(t);
    if (now < before) ends.push(t);
  }
  return { starts, ends };
}

/** A span of a day of the plan's week, set on the clocks; null: nobody works then, or no shift is as long. */
function spanOn(
  { context, plan }: Judgement,
  firstDay: number,
  day: number,
  { from, to }: Span,
): DaySpan | null {
  const date = plan.from + firstDay + day;
  const shift: Shift = {
    ...{ id: 'proposed', person: null, role: null, date, from, to },
    ...{ break: null, fixed: false, note: null, label: null },
  };
  const resolved = resolveShift(context, shift);
  const { minShiftMinutes, maxShiftMinutes } = plan.rules;
  if (resolved.elapsed < minShiftMinutes || resolved.elapsed > maxShiftMinutes) return null;
  return covered(resolved, context.workable) === to - from ? { day, from, to, resolved } : null;
}
