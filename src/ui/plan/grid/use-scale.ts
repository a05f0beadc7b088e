import { useLayoutEffect, useMemo, useState } from 'react';
import { HEAD_WIDTH } from '../../canvas/row';
import { type Scale, hoursOf, scaleOf } from '../../canvas/scale';
import { usePlan, useView } from '../state/controller';

/** The scale of what is looked at, in the width there is; null until that is known. */
export function useScale(scroller: React.RefObject<HTMLDivElement | null>): Scale | null {
  const [width, setWidth] = useState<number | null>(null);
  useLayoutEffect(() => {
    const element = scroller.current!;
    const measure = () => setWidth(Math.max(element.clientWidth - HEAD_WIDTH, 200));
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [scroller]);
  const days = useView((view) => view.days);
  const firstDay = useView((view) => view.firstDay);
  const alone = days === 1 ? firstDay : null;
  const from = usePlan((state) => hoursOf(state.judgement, alone).from);
  const to = usePlan((state) => hoursOf(state.judgement, alone).to);
  return useMemo(
    () => (width === null ? null : scaleOf({ from, to }, firstDay, days, width)),
    [from, to, firstDay, days, width],
  );
}
