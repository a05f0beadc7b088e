import type { PlannedSpan } from './planned-span';
import type { ClockRules } from './clock-rules';
import { NO_WORK, type StandingPunch, type Work } from './punch';
import { type EdgeWindow, windowsOf } from './windows';

/** A break inside a stint, as clocked; an edge that nobody clocked is null. */
export interface ClockedBreak {
  readonly begins: StandingPunch | null;
  readonly ends: StandingPunch | null;
}

/** Other work from a punch on. */
export interface WorkFrom {
  readonly punch: StandingPunch;
  readonly work: Work;
}

/** From an in to an out, with what lies between. An edge that nobody clocked is null. */
export interface Stint {
  readonly in: StandingPunch | null;
  readonly out: StandingPunch | null;
  readonly breaks: readonly ClockedBreak[];
  readonly work: readonly WorkFrom[];
  /** The planned span that it belongs to; null: it was not planned. */
  readonly planned: PlannedSpan | null;
}

/** An out so many minutes after another one is the same going. */
const AGAIN = 60;
/** Nobody is in for longer: what comes later belongs to other work. */
export const LONGEST_STINT = 960;

/** What a person clocked: stints by time, and the punches that said nothing new, which are shown and not dropped. */
export interface Paired {
  readonly stints: readonly Stint[];
  /** A second in while in, a second out while out, a break that had begun, an end of none. */
  readonly repeated: readonly StandingPunch[];
}

interface Open {
  in: StandingPunch | null;
  out: StandingPunch | null;
  breaks: { begins: StandingPunch | null; ends: StandingPunch | null }[];
  work: WorkFrom[];
  planned: PlannedSpan | null;
}

/**
 * Pairs the standing punches of one person, by time, with each other and with what was planned. A punch belongs to the planned
 * span in whose window it lies, an in around its start, an out around its end; where windows meet the middle divides. Every punch
 * is an edge of a stint, of a break or of other work, or stands among the repeated ones.
 */
export function pairPunches(
  punches: readonly StandingPunch[],
  planned: readonly PlannedSpan[],
  rulesOf: (span: PlannedSpan) => ClockRules,
): Paired {
  const windows = windowsOf(planned, rulesOf);
  const stints: Open[] = [];
  const repeated: StandingPunch[] = [];
  let open: Open | null = null;
  const begin = (punch: StandingPunch, span: PlannedSpan | null, isIn: boolean): Open => {
    const stint: Open = { in: isIn ? punch : null, out: null, breaks: [], work: [], planned: span };
    if (punch.work) stint.work.push({ punch, work: punch.work });
    stints.push(stint);
    return stint;
  };
  for (const punch of punches) {
    if (open && punch.at > begunAt(open) + LONGEST_STINT) open = null;
    const start = spanAt(windows, punch.at, 'in');
    const end = spanAt(windows, punch.at, 'out');
    const kind = punch.kind ?? (start && !end ? 'in' : end && !start ? 'out' : open ? 'out' : 'in');
    switch (kind) {
      case 'in':
        // A second in that belongs to another planned span says that the out of the first was forgotten.
        if (open && (start === null || start === open.planned)) repeated.push(punch);
        else open = begin(punch, start, true);
        break;
      case 'out':
        if (open) {
          open.out = punch;
          open.planned ??= end;
          open = null;
        } else if (end && !stints.some((stint) => stint.planned === end)) {
          begin(punch, end, false).out = punch;
        } else if (isAgain(stints.at(-1), punch, end)) {
          repeated.push(punch);
        } else begin(punch, end, false).out = punch;
        break;
      case 'break-begins':
        if (open?.breaks.at(-1)?.ends === null && open.breaks.at(-1)!.begins) repeated.push(punch);
        else (open ??= begin(punch, null, false)).breaks.push({ begins: punch, ends: null });
        break;
      case 'break-ends': {
        open ??= begin(punch, null, false);
        const last = open.breaks.at(-1);
        if (last && last.ends === null) last.ends = punch;
        else open.breaks.push({ begins: null, ends: punch });
        break;
      }
      case 'change':
        if (!open) open = begin(punch, null, false);
        if (open.work.at(-1)?.punch !== punch) open.work.push({ punch, work: punch.work ?? NO_WORK });
        break;
    }
  }
  return { stints, repeated };
}

/** Whether an out says only what the last one said: soon after it, or for the same planned span. */
function isAgain(last: Stint | undefined, { at }: StandingPunch, end: PlannedSpan | null): boolean {
  if (!last?.out) return false;
  return end ? last.planned === end : at <= last.out.at + AGAIN;
}

/** When a stint began, as far as it was clocked. */
export function begunAt({ in: first, breaks, work, out }: Stint): number {
  return (first ?? breaks[0]?.begins ?? breaks[0]?.ends ?? work[0]?.punch ?? out)!.at;
}

/** The planned span in whose window of an edge a minute lies; null: in none. */
function spanAt(windows: readonly EdgeWindow[], at: number, edge: 'in' | 'out'): PlannedSpan | null {
  return windows.find((one) => one.edge === edge && one.from <= at && at <= one.to)?.span ?? null;
}
