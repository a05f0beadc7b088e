import type { ClockRules } from './clock-rules';
import type { PlannedSpan } from './planned-span';

/** When a punch belongs to an edge of a planned span: elapsed minutes, both ends included. */
export interface EdgeWindow {
  readonly span: PlannedSpan;
  readonly edge: 'in' | 'out';
  readonly from: number;
  readonly to: number;
}

/**
 * The windows of planned spans, which are sorted by start, in the order of their edges. Where one reaches into the next the middle
 * between the two edges divides them, and the middle itself belongs to the later one.
 */
export function windowsOf(
  planned: readonly PlannedSpan[],
  rulesOf: (span: PlannedSpan) => ClockRules,
): EdgeWindow[] {
  const edges = planned.flatMap((span) => {
    const { windows } = rulesOf(span);
    return [
      { span, edge: 'in' as const, at: span.start, before: windows.beforeStart, after: windows.afterStart },
      { span, edge: 'out' as const, at: span.end, before: windows.beforeEnd, after: windows.afterEnd },
    ];
  });
  return edges.map(({ span, edge, at, before, after }, i) => {
    const [last, next] = [edges[i - 1], edges[i + 1]];
    let [from, to] = [at - before, at + after];
    if (last && last.at + last.after >= from) from = Math.max(from, middle(last.at, at));
    if (next && next.at - next.before <= to) to = Math.min(to, middle(at, next.at) - 1);
    return { span, edge, from, to };
  });
}

function middle(a: number, b: number): number {
  return Math.ceil((a + b) / 2);
}
