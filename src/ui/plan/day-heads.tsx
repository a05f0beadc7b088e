import { isoWeek } from '@/core/time/day';
import { writeDay, writeLongDay, writeTinyTime } from '@/core/time/write';
import { HEAD_WIDTH } from '../canvas/row';
import { type Scale, ticksOf, xOf } from '../canvas/scale';
import { useFrame } from './frame-context';
import { usePlan } from './controller';

/** In pixels, its lower line included. */
export const DAY_HEADS_HEIGHT = 44;

/** The days and hours above the canvas, with what is special about a date. */
export function DayHeads({ scale }: { scale: Scale }) {
  const from = usePlan((state) => state.judgement.plan.from);
  const holidays = usePlan((state) => state.judgement.plan.holidays);
  const hourFormat = usePlan((state) => state.hourFormat);
  const { today } = useFrame();
  return (
    <div role="rowgroup" className="border-rule bg-paper sticky top-0 z-10 shrink-0 border-b">
      <div role="row" aria-rowindex={1} className="relative h-[43px]">
        <div
          role="columnheader"
          className="text-muted absolute bottom-1 left-0 flex justify-between pr-3 pl-4 text-[11px]"
          style={{ width: HEAD_WIDTH }}
        >
          <span>Person</span>
          <span>h / contract</span>
        </div>
        {Array.from({ length: scale.days }, (_, i) => {
          const day = scale.firstDay + i;
          const date = from + day;
          const named = holidays.filter((holiday) => holiday.date === date);
          const name = named.map((holiday) => holiday.name + (holiday.closed ? ', closed' : '')).join(', ');
          return (
            <div
              key={day}
              role="columnheader"
              className="border-rule absolute inset-y-0 overflow-hidden border-l"
              style={{ left: HEAD_WIDTH + i * scale.dayWidth, width: scale.dayWidth }}
              aria-label={`${writeLongDay(date)}${name ? `, ${name}` : ''}, week ${isoWeek(date).week}`}
            >
              <div className="flex items-baseline gap-1.5 pt-[5px] pl-1 whitespace-nowrap">
                <span
                  className={`text-[13px] font-semibold ${date === today ? 'border-ink border-b-2 leading-[15px]' : ''}`}
                >
                  {scale.days === 1 ? writeLongDay(date) : writeDay(date)}
                </span>
                {date === today && <span className="text-muted text-[11px]">today</span>}
                <span className="text-brass truncate text-[11.5px] italic" title={name}>
                  {name}
                </span>
              </div>
              {ticksOf(scale).map((minute) => (
                <span
                  key={minute}
                  className="text-muted absolute bottom-0 -translate-x-1/2 pb-[5px] text-[10.5px] leading-3 after:absolute after:bottom-0 after:left-1/2 after:h-1 after:border-l after:border-[var(--rule)]"
                  style={{ left: xOf({ ...scale, firstDay: day }, day, minute) }}
                >
                  {writeTinyTime(minute, hourFormat)}
                </span>
              ))}
            </div>
          );
        })}
      </div>
    </div>
  );
}
