import { type Painted, paint } from '../time/paint';
import type { Span } from '../time/span';

/**
 * Minutes of work that one day of needs asks for. Everybody together and the single roles are two ways to say
 * it: at every minute the larger of them counts. `byRole`: one list a role; `everybody`: the row for all.
 */
export function minutesAsked(
  byRole: readonly (readonly Painted<number>[])[],
  everybody: readonly Painted<number>[],
): number {
  const edges = [...byRole.flat(), ...everybody].flatMap((span) => [span.from, span.to]);
  const cuts = [...new Set(edges)].sort((a, b) => a - b);
  let sum = 0;
  for (let i = 1; i < cuts.length; i++) {
    const at = cuts[i - 1];
    const on = (spans: readonly Painted<number>[]) =>
      spans.reduce((most, span) => (span.from <= at && at < span.to ? Math.max(most, span.value) : most), 0);
    const roles = byRole.reduce((total, spans) => total + on(spans), 0);
    sum += Math.max(roles, on(everybody)) * (cuts[i] - at);
  }
  return sum;
}

/** Needs that may overlap, as painted spans: of several that cover an instant the largest counts. */
export function paintNeeds(needs: readonly (Span & { readonly count: number })[]): Painted<number>[] {
  let spans: Painted<number>[] = [];
  for (const need of [...needs].sort((a, b) => a.count - b.count)) spans = paint(spans, need, need.count);
  return spans;
}

/**
 * Headcounts from expected sales: sales of each block divided by what one hour of work should bring, rounded up,
 * at least `minimum`. `sales[i]` belongs to the block that begins `i` blocks after `from`; blocks without sales
 * (null) ask for the minimum.
 */
export function needsFromSales(
  sales: readonly (number | null)[],
  rule: {
    readonly from: number;
    readonly blockMinutes: number;
    readonly perLabourHour: number;
    readonly minimum: number;
  },
): Painted<number>[] {
  let spans: Painted<number>[] = [];
  const perBlock = (rule.perLabourHour * rule.blockMinutes) / 60;
  sales.forEach((amount, i) => {
    // What is left of a division of decimals is not one more person.
    const people = Math.ceil((amount ?? 0) / perBlock - 1e-9);
    const from = rule.from + i * rule.blockMinutes;
    const count = Math.max(people, rule.minimum);
    spans = paint(spans, { from, to: from + rule.blockMinutes }, count > 0 ? count : null);
  });
  return spans;
}
