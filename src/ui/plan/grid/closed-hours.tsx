import { memo, useMemo } from 'react';
import { openOn } from '@/core/plan/plan-context';
import { DAY, subtract } from '@/core/time/span';
import { HEAD_WIDTH } from '../../canvas/row';
import { type Scale, xOf } from '../../canvas/scale';
import { usePlan } from '../state/controller';

/** When the place is closed, as a flat tone behind all rows. */
export const ClosedHours = memo(function ClosedHours({ scale }: { readonly scale: Scale }) {
  const plan = usePlan((state) => state.judgement.plan);
  const { site, holidays, from } = plan;
  const closed = useMemo(
    () =>
      Array.from({ length: scale.days }, (_, i) => {
        const day = scale.firstDay + i;
        const open = [0, 1].flatMap((next) =>
          openOn(plan, from + day + next).map((span) => ({
            from: span.from + next * DAY,
            to: span.to + next * DAY,
          })),
        );
        return subtract([{ from: scale.from, to: scale.to }], open).map((span) => ({ day, ...span }));
      }).flat(),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- opening hours are of the site and its holidays
    [site, holidays, from, scale],
  );
  return closed.map(({ day, from: start, to }) => {
    const left = HEAD_WIDTH + xOf(scale, day, start);
    return (
      <div
        key={`${day} ${start}`}
        className="absolute inset-y-0 bg-[var(--closed)]"
        style={{ left, width: HEAD_WIDTH + xOf(scale, day, to) - left }}
      />
    );
  });
});
