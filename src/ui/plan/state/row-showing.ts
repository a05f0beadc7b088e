import type { Snag } from '@/core/checks/shared/snag';
import type { Judgement } from '@/core/consequences/judge';
import { type RowId, shiftsIn } from '@/core/grid/cell';
import type { ViewState } from './view-store';

/** The row in which a shift that a snag is about is shown, where rows are not people; null: none, or they are. */
export function rowShowing(
  judgement: Judgement,
  { arrangement, rows }: Pick<ViewState, 'arrangement' | 'rows'>,
  { shifts }: Snag,
  day: number,
): RowId | null {
  if (arrangement.rowKind === 'people') return null;
  const shown = (row: RowId) => shiftsIn(judgement, { row, day }).some(({ id }) => shifts.includes(id));
  return rows.order.find(shown) ?? null;
}
