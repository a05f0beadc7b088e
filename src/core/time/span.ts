/**
 * Spans of minutes, half-open: a span that ends at 600 does not cover minute 600, so a shift from 10:00 may
 * follow one until 10:00 without touching it.
 */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** Minutes in a wall-clock day. */
export const DAY = 1440;

/** Minutes that two spans share, 0 when they only touch. */
export function shared(a: Span, b: Span): number {
  return Math.max(0, Math.min(a.to, b.to) - Math.max(a.from, b.from));
}

const NONE: Span[] = [];

/** The spans sorted and joined where they touch or overlap; empty ones fall away. */
export function union(spans: readonly Span[]): Span[] {
  if (spans.length === 0) return NONE;
  if (spans.length === 1) return spans[0].to > spans[0].from ? (spans as Span[]) : NONE;
  if (isJoined(spans)) return spans as Span[];
  const sorted = spans.filter((span) => span.to > span.from).sort((a, b) => a.from - b.from);
  const joined: Span[] = [];
  for (const span of sorted) {
    const last = joined[joined.length - 1];
    if (last && span.from <= last.to) {
      if (span.to > last.to) joined[joined.length - 1] = { from: last.from, to: span.to };
    } else joined.push(span);
  }
  return joined;
}

/** Whether spans are sorted, apart from one another and not empty already: then there is nothing to join. */
function isJoined(spans: readonly Span[]): boolean {
  let end = -Infinity;
  for (const span of spans) {
    if (span.from <= end || span.to <= span.from) return false;
    end = span.to;
  }
  return true;
}

/** What is left of `spans` outside `holes`. Both must be sorted and disjoint, as {@link union} returns them. */
export function subtract(spans: readonly Span[], holes: readonly Span[]): Span[] {
  if (holes.length === 0) return spans as Span[];
  const left: Span[] = [];
  for (const span of spans) {
    let from = span.from;
    for (const hole of holes) {
      if (hole.to <= from || hole.from >= span.to) continue;
      if (hole.from > from) left.push({ from, to: hole.from });
      from = Math.max(from, hole.to);
    }
    if (from < span.to) left.push({ from, to: span.to });
  }
  return left;
}

/** The parts of `spans` inside `window`. */
export function clip(spans: readonly Span[], window: Span): Span[] {
  const inside: Span[] = [];
  for (const span of spans) {
    const from = Math.max(span.from, window.from);
    const to = Math.min(span.to, window.to);
    if (from < to) inside.push({ from, to });
  }
  return inside;
}

/** Minutes of `span` covered by `spans`, which must be sorted and disjoint. */
export function covered(span: Span, spans: readonly Span[]): number {
  let sum = 0;
  for (const other of spans) {
    if (other.from >= span.to) break;
    if (other.to > span.from) sum += Math.min(other.to, span.to) - Math.max(other.from, span.from);
  }
  return sum;
}
