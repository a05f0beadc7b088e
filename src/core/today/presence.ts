import type { ClockRules } from '../clock/clock-rules';
import type { CountedStint } from '../clock/counted';
import type { Entry } from '../clock/entries';
import type { PlannedSpan } from '../clock/planned-span';
import { type Span, covered, shared, subtract, union } from '../time/span';

/** How somebody stands at a moment of the day. */
export const PRESENCES = ['in', 'on-break', 'late', 'missing', 'to-come', 'gone', 'away'] as const;
export type Presence = (typeof PRESENCES)[number];

/** From how many minutes after the start who is not there is missing, and no longer late. */
export const MISSING_AFTER = 15;

/** How somebody stands, since when or from when (an elapsed minute), and how many minutes they are late or missing. */
export interface Standing {
  readonly presence: Presence;
  readonly at: number;
  readonly minutes: number;
}

/**
 * How somebody stands at an elapsed minute. Who is to come stays so until the grace of the rules is over, then is late, then missing;
 * who is on leave is away instead. Null: nothing is planned or clocked.
 *
 * @param entries their days, with what was clocked up to then
 * @param planned what they are to work, by start
 * @param leave approved leave in elapsed minutes
 */
export function standingAt(
  now: number,
  entries: readonly Entry[],
  planned: readonly PlannedSpan[],
  leave: readonly Span[],
  { late }: ClockRules,
): Standing | null {
  const stints = entries.flatMap(({ parts }) => parts.flatMap((part) => part.stints));
  const running = stints.find(({ isRunning }) => isRunning);
  if (running) return runningAt(running);
  const met = new Set(entries.flatMap(({ parts }) => parts.map((part) => part.planned)));
  // Who never came is missing still when it is over; who came for another part is not.
  const next =
    planned.find((span) => !met.has(span) && span.end > now) ?? (met.size === 0 ? planned.at(-1) : undefined);
  const isAway = next && leave.some((span) => shared(span, { from: next.start, to: next.end }) > 0);
  if (next && isAway) return { presence: 'away', at: next.start, minutes: 0 };
  if (next) {
    const minutes = Math.min(now, next.end) - next.start;
    if (minutes <= late.grace) return { presence: 'to-come', at: next.start, minutes: 0 };
    return { presence: minutes <= MISSING_AFTER ? 'late' : 'missing', at: next.start, minutes };
  }
  const last = stints.at(-1);
  if (!last) return null;
  return { presence: 'gone', at: last.stint.out?.at ?? last.end.counted ?? last.stint.in!.at, minutes: 0 };
}

function runningAt({ stint }: CountedStint): Standing {
  const pause = stint.breaks.at(-1);
  if (pause?.begins && pause.ends === null) return { presence: 'on-break', at: pause.begins.at, minutes: 0 };
  return { presence: 'in', at: (stint.in ?? pause?.ends ?? stint.work[0].punch).at, minutes: 0 };
}

/** Somebody of the day: what they were to work, what they clocked, and how they stand. */
export interface PresentPerson {
  readonly person: string;
  readonly planned: readonly PlannedSpan[];
  readonly entries: readonly Entry[];
  readonly standing: Standing;
}

/** When somebody is really on, in elapsed minutes up to now: from in to out, less breaks. */
export function reallyOn(entries: readonly Entry[], now: number): Span[] {
  return entries.flatMap(({ parts }) =>
    parts.flatMap(({ stints }) =>
      stints.flatMap(({ stint, breaks, isRunning, end }) => {
        const from = stint.in?.at ?? null;
        const to = stint.out?.at ?? (isRunning ? now : end.counted);
        if (from === null || to === null || to <= from) return [];
        const pauses = breaks
          .filter(({ minutes }, i) => minutes !== null || (isRunning && stint.breaks[i].ends === null))
          .map((one, i) => ({ from: one.from, to: stint.breaks[i].ends === null ? to : one.to }));
        return subtract([{ from, to }], union(pauses));
      }),
    ),
  );
}

/** How many people are planned and really on for half of each block at least, `from` to `to` in elapsed minutes. */
export function skylineOfDay(
  people: readonly PresentPerson[],
  from: number,
  to: number,
  block: number,
  now: number,
): { readonly from: number; readonly to: number; readonly planned: number; readonly on: number }[] {
  const planned = people.map((one) => one.planned.map(({ start, end }) => ({ from: start, to: end })));
  const on = people.map(({ entries }) => reallyOn(entries, now));
  const isIn = (spans: readonly Span[], span: Span) => covered(span, spans) * 2 >= span.to - span.from;
  const blocks = [];
  for (let at = from; at < to; at += block) {
    const span = { from: at, to: Math.min(at + block, to) };
    const count = (lists: readonly (readonly Span[])[]) => lists.filter((spans) => isIn(spans, span)).length;
    blocks.push({ ...span, planned: count(planned), on: span.from < now ? count(on) : 0 });
  }
  return blocks;
}
