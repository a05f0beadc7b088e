import type { Judgement } from '@/core/consequences/judge';
import { lanesOf } from '../../canvas/row';
import type { Scale } from '../../canvas/scale';
import { type NeedsCell, type NeedsRow, cellOf } from '@/core/grid/needs-rows';

/** Height of a bar where rows are roles or needs, and from one lane to the next, in pixels. */
export const LANE = 20;
export const STEP = LANE + 2;
/** Pixels above the first lane. */
export const TOP = 5;
/** More shifts above one another than this are only counted. */
export const LANES = 12;
const LEAST = 38;

/** A row as it is drawn: what stands in each day shown, in lanes. */
export interface NeedsLayout {
  readonly row: NeedsRow;
  readonly cells: readonly LaidCell[];
  /** In pixels, its lower line included. */
  readonly height: number;
}

export interface LaidCell extends NeedsCell {
  /** Counted from the plan's first. */
  readonly day: number;
  readonly lanes: ReturnType<typeof lanesOf>;
}

/** Rows over the days of a scale, as high as what stands above one another in them. */
export function layOut(
  judgement: Judgement,
  rows: readonly NeedsRow[],
  { firstDay, days }: Pick<Scale, 'firstDay' | 'days'>,
): NeedsLayout[] {
  return rows.map((row) => {
    const cells = Array.from({ length: days }, (_, i): LaidCell => {
      const cell = cellOf(judgement, row, firstDay + i);
      return { ...cell, day: firstDay + i, lanes: lanesOf(cell.shifts.map(({ shift }) => shift)) };
    });
    // What is missing has the first lane for itself, and what is only counted the last.
    const lanes = cells.map(
      ({ missing, lanes: { count } }) => Math.min(count, LANES + 1) + (missing.length > 0 ? 1 : 0),
    );
    return { row, cells, height: Math.max(Math.max(1, ...lanes) * STEP + 10, LEAST) };
  });
}
