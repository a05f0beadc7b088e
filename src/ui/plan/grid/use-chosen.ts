import type { RowId } from '@/core/grid/cell';
import { useShallow } from 'zustand/react/shallow';
import { useController, useView } from '../state/controller';

/** What of a row is chosen: the active day (-1: none), the days of a selection, and whether one is typed into. */
export function useChosenOf(row: RowId) {
  const controller = useController();
  return useView(
    useShallow(({ active, anchor, editing }) => {
      const isActive = active.row === row;
      const chosen = { active: isActive ? active.day : -1, isTyped: isActive && editing !== null };
      // Looked at for every row that is drawn, whatever changes: without a selection there is nothing to find out.
      if (!anchor) return { ...chosen, first: -1, last: -1 };
      const at = controller.positionOf(row);
      const { top, bottom, left, right } = controller.range;
      return at >= top && at <= bottom
        ? { ...chosen, first: left, last: right }
        : { ...chosen, first: -1, last: -1 };
    }),
  );
}
