import { useEffect, useMemo } from 'react';
import type { Judgement } from '@/core/consequences/judge';
import { type FragileSpan, countStandIns, fragileOn } from '@/core/cover/reserve';
import { formatDay, formatTimeSpan } from '@/core/time/format';
import { HEAD_WIDTH } from '../../canvas/row';
import { type Scale, xOf } from '../../canvas/scale';
import { useController, usePlan } from '../state/controller';

/** How long counting goes on at a time, and how long after an edit it begins, in milliseconds. */
const SLICE_MS = 6;
const REST_MS = 250;
const HEIGHT = 16;

/** Who could step in for whom, counted little by little beside everything else as long as it is shown. */
function useReserve(judgement: Judgement): ReadonlyMap<string, number> | null {
  const { store } = useController();
  useEffect(() => {
    const counting = countStandIns(judgement);
    let timer = setTimeout(function count() {
      const until = performance.now() + SLICE_MS;
      while (performance.now() < until) {
        const step = counting.next();
        if (step.done) return store.setState({ reserve: step.value });
      }
      timer = setTimeout(count, 0);
    }, REST_MS);
    return () => clearTimeout(timer);
  }, [judgement, store]);
  useEffect(() => () => store.setState({ reserve: null }), [store]);
  return usePlan((state) => state.reserve);
}

/**
 * A strip under the skyline: where somebody who falls out would be missing, filled where nobody could step in, in outline
 * where one alone could.
 */
export function ReserveStrip({ judgement, scale }: { readonly judgement: Judgement; readonly scale: Scale }) {
  const controller = useController();
  const words = usePlan((state) => state.words);
  const hourFormat = usePlan((state) => state.hourFormat);
  const reserve = useReserve(judgement);
  const days = useMemo(
    () =>
      reserve &&
      Array.from({ length: scale.days }, (_, i) =>
        fragileOn(judgement, scale.firstDay + i, { from: scale.from, to: scale.to }, reserve),
      ),
    [judgement, reserve, scale],
  );
  const bare = days?.flat().filter(({ standIns }) => standIns === 0).length ?? 0;
  const { from, roles } = judgement.plan;
  const say = (day: number, { row, from: start, to, standIns, person }: FragileSpan) =>
    `${formatDay(from + day)} ${formatTimeSpan(start, to, hourFormat)}, ${roles[row].name}: ` +
    `${standIns === 0 ? 'nobody' : 'one person alone'} could step in for ${words.person(person)}`;
  return (
    <div className="border-rule relative flex border-t" style={{ height: HEIGHT }}>
      <p role="status" className="truncate pl-4 text-xs leading-4" style={{ width: HEAD_WIDTH }}>
        {days === null
          ? 'Counting who could step in …'
          : bare === 0
            ? 'No block is bare'
            : `${bare} without reserve`}
      </p>
      {days?.flatMap((spans, i) => {
        const day = scale.firstDay + i;
        // Those of nobody lie over those of one.
        return [...spans]
          .sort((a, b) => b.standIns - a.standIns)
          .map((span) => {
            const left = xOf(scale, day, span.from);
            return (
              <button
                key={`${day} ${span.row} ${span.from}`}
                type="button"
                tabIndex={-1}
                className={`absolute top-[3px] h-[9px] border ${span.standIns === 0 ? 'border-error bg-error' : 'border-warning bg-base-100'}`}
                style={{ left: HEAD_WIDTH + left, width: Math.max(xOf(scale, day, span.to) - left - 1, 3) }}
                title={say(day, span)}
                aria-label={say(day, span)}
                onClick={() => controller.act.showGap(span.row, { day, minute: span.from })}
              />
            );
          });
      })}
    </div>
  );
}
