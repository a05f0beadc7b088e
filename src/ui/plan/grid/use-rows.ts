import type { Range } from '@tanstack/react-virtual';
import { defaultRangeExtractor } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import { useController, usePlan } from '../state/controller';

/** Finds the rows of the canvas anew when people, roles or needs come or go. */
export function useRowsOfPlan(): void {
  const controller = useController();
  const judgement = usePlan((state) => state.judgement);
  const seen = useRef(judgement);
  const { people, roles, needs } = judgement.plan;
  useEffect(() => {
    const before = seen.current;
    seen.current = controller.plan.judgement;
    if (before !== seen.current) controller.rearrange(before);
  }, [people, roles, needs, controller]);
}

/** The lines of the canvas that are drawn: those in sight, and the active one, in which something may be typed. */
export function linesDrawn(range: Range, active: number): number[] {
  const inSight = defaultRangeExtractor(range);
  if (active < 0 || active >= range.count || inSight.includes(active)) return inSight;
  return [...inSight, active].sort((a, b) => a - b);
}
