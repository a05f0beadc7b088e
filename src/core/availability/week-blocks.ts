import type { AvailabilityKind } from '../plan/types';
import { type Painted, paint } from '../time/paint';
import { DAY, type Span } from '../time/span';

/** A block of a usual week: a span that begins on a weekday (0 Monday) and may run past midnight. */
export interface WeekBlock extends Span {
  readonly weekday: number;
  readonly kind: AvailabilityKind;
}

/** Later ones lie over earlier ones: *not available* takes from *available*, not the other way round. */
const ORDER: readonly AvailabilityKind[] = ['available', 'rather-not', 'not-available'];

/**
 * The blocks as they are drawn: each weekday from 0:00 to 24:00, nothing over anything else. What runs past
 * midnight goes on in the next weekday; Sunday's goes on in Monday.
 */
export function drawnWeek(blocks: readonly WeekBlock[]): Painted<AvailabilityKind>[][] {
  const days: Painted<AvailabilityKind>[][] = Array.from({ length: 7 }, () => []);
  for (const kind of ORDER)
    for (const block of blocks) {
      if (block.kind !== kind) continue;
      const next = (block.weekday + 1) % 7;
      const { from, to } = block;
      days[block.weekday] = paint(days[block.weekday], { from, to: Math.min(to, DAY) }, kind);
      if (to > DAY) days[next] = paint(days[next], { from: 0, to: to - DAY }, kind);
    }
  return days;
}

/**
 * The blocks of a drawn week: the way back of {@link drawnWeek}. A piece up to midnight and one of the same kind
 * from midnight on, the second not a whole day, are one block of the night, shorter than a day: a span of a whole day over midnight cannot be written as times.
 */
export function blocksOfWeek(days: readonly (readonly Painted<AvailabilityKind>[])[]): WeekBlock[] {
  const blocks: WeekBlock[] = [];
  days.forEach((pieces, weekday) => {
    const before = days[(weekday + 6) % 7];
    const after = days[(weekday + 1) % 7];
    for (const { from, to, value } of pieces) {
      if (from === 0 && isNight(before[before.length - 1], pieces[0])) continue;
      const more = to === DAY && isNight({ from, to, value }, after[0]) ? after[0].to : 0;
      blocks.push({ weekday, from, to: to + more, kind: value });
    }
  });
  return blocks;
}

/** The same blocks; one of a whole day over midnight is said in two, up to midnight and from it. */
export function cutWholeDays(blocks: readonly WeekBlock[]): WeekBlock[] {
  return blocks.flatMap((block) =>
    block.to - block.from === DAY && block.from > 0
      ? [
          { ...block, to: DAY },
          { ...block, weekday: (block.weekday + 1) % 7, from: 0, to: block.to - DAY },
        ]
      : [block],
  );
}

/** Minutes of each weekday in which a person could work by these blocks; all of it where nothing was said. */
export function minutesByWeekday(blocks: readonly WeekBlock[]): number[] {
  const named = blocks.some((block) => block.kind === 'available');
  return drawnWeek(blocks).map((pieces) => {
    const length = (kind: AvailabilityKind) =>
      pieces.reduce((total, piece) => total + (piece.value === kind ? piece.to - piece.from : 0), 0);
    return named ? length('available') + length('rather-not') : DAY - length('not-available');
  });
}

function isNight(late?: Painted<AvailabilityKind>, early?: Painted<AvailabilityKind>): boolean {
  return (
    late !== undefined &&
    early !== undefined &&
    late.to === DAY &&
    early.from === 0 &&
    late.value === early.value &&
    late.from > 0 &&
    early.to < DAY &&
    DAY - late.from + early.to < DAY
  );
}
