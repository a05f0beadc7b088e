import type { RowId } from '@/core/grid/cell';
import { useShallow } from 'zustand/react/shallow';
import { useController, useView } from '../state/controller';

/** What of a row is chosen: the active day (-1: none), the days of a selection, and whether one is typed into. */
export function useChosenOf(row: RowId) {
  const controller = useController();
  return useView(
    useShallow(({ active, anchor, editing }) => {
      const isActive = active.row === row;
      const at = anchor ? controller.positionOf(row) : -1;
      const { top, bottom, left, right } = controller.range;
      const isSelected = at >= top && at <= bottom;
      return {
        active: isActive ? active.day : -1,
        first: isSelected ? left : -1,
        last: isSelected ? right : -1,
        isTyped: isActive && editing !== null,
      };
    }),
  );
}
