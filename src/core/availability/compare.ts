import type { AvailabilityEntry, AvailabilityKind } from '../plan/types';
import type { Day } from '../time/day';
import { type Painted, paint } from '../time/paint';
import { DAY, type Span } from '../time/span';
import { type Dated, segmentsOf } from './versions';
import { type WeekBlock, drawnWeek } from './week-blocks';

/** A stretch of a weekday with what was said of it, and what is said of it now. */
export interface Compared extends Span {
  readonly was: AvailabilityKind;
  readonly is: AvailabilityKind;
}

/**
 * Two usual weeks over each other: each weekday from 0:00 to 24:00 in pieces, Monday first. Time that is not named
 * counts as in a plan: not available where any is named as available, else available.
 */
export function comparedWeeks(
  before: readonly WeekBlock[],
  after: readonly WeekBlock[],
): readonly (readonly Compared[])[] {
  const [was, is] = [filledWeek(before), filledWeek(after)];
  return was.map((pieces, weekday) => {
    const other = is[weekday];
    const edges = [...new Set([...pieces, ...other].map(({ from }) => from))].sort((a, b) => a - b);
    const joined: Compared[] = [];
    edges.forEach((from, i) => {
      const at = (of: readonly Painted<AvailabilityKind>[]) => of.find((one) => from < one.to)!.value;
      const piece = { from, to: edges[i + 1] ?? DAY, was: at(pieces), is: at(other) };
      const last = joined.at(-1);
      if (last?.was === piece.was && last.is === piece.is)
        joined[joined.length - 1] = { ...last, to: piece.to };
      else joined.push(piece);
    });
    return joined;
  });
}

/** A drawn week without holes. */
function filledWeek(blocks: readonly WeekBlock[]): Painted<AvailabilityKind>[][] {
  const rest = blocks.some(({ kind }) => kind === 'available') ? 'not-available' : 'available';
  return drawnWeek(blocks).map((pieces) =>
    pieces.reduce<Painted<AvailabilityKind>[]>(
      (filled, piece) => paint(filled, piece, piece.value),
      [{ from: 0, to: DAY, value: rest }],
    ),
  );
}

/** What versions say between two dates, both inclusive, as a plan knows it. */
export function entriesOfVersions(
  versions: readonly (Dated & { readonly blocks: readonly WeekBlock[] })[],
  first: Day,
  last: Day,
): AvailabilityEntry[] {
  return segmentsOf(versions, first, last).flatMap(({ version, since, until }) =>
    version.blocks.map(({ weekday, from, to, kind }) => ({
      ...{ since, until, from, to, kind },
      days: Array.from({ length: 7 }, (_, day) => day === weekday),
    })),
  );
}
