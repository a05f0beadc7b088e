import type { Span } from './span';

/** A span that has a value: a headcount, or whether somebody can work. */
export interface Painted<T> extends Span {
  readonly value: T;
}

/**
 * The spans after `span` was painted over them with `value` (null: wiped). They must be sorted and disjoint, and
 * so is what is returned; neighbours of equal value become one.
 */
export function paint<T>(spans: readonly Painted<T>[], span: Span, value: T | null): Painted<T>[] {
  if (span.to <= span.from) return spans.slice();
  const pieces: Painted<T>[] = [];
  for (const old of spans) {
    if (old.from < span.from) pieces.push({ ...old, to: Math.min(old.to, span.from) });
    if (old.to > span.to) pieces.push({ ...old, from: Math.max(old.from, span.to) });
  }
  if (value !== null) pieces.push({ from: span.from, to: span.to, value });
  pieces.sort((a, b) => a.from - b.from);
  const joined: Painted<T>[] = [];
  for (const piece of pieces) {
    const last = joined[joined.length - 1];
    if (last && last.to === piece.from && last.value === piece.value)
      joined[joined.length - 1] = { ...last, to: piece.to };
    else joined.push(piece);
  }
  return joined;
}

/** The value at a minute, or null. */
export function valueAt<T>(spans: readonly Painted<T>[], minute: number): T | null {
  for (const span of spans) if (span.from <= minute && minute < span.to) return span.value;
  return null;
}
