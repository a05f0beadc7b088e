import { formatDay } from '@/core/time/format';
import { HEAD } from './crew-canvas';
import { crewDayOf } from './crew-day';
import type { FieldScale } from './field-scale';
import { personHours } from './person-hours';
import type { CrewDays } from './use-crew-days';

/** Person-hours planned and available by day, under the days of the crews. */
export function FieldSkyline({ days, scale }: { readonly days: CrewDays; readonly scale: FieldScale }) {
  const lines = scale.dates.map((date) => {
    const all = [...days.field.crews.keys()].map((crew) => crewDayOf(days, crew, date));
    const planned = all.reduce((sum, one) => sum + one.planned, 0);
    return { date, planned, available: all.reduce((sum, one) => sum + one.available, 0) };
  });
  const most = Math.max(60, ...lines.flatMap(({ planned, available }) => [planned, available]));
  return (
    <section aria-labelledby="person-hours" className="border-rule flex border-t">
      <div className="shrink-0 px-4 pt-2" style={{ width: HEAD }}>
        <h2 id="person-hours" className="font-serif text-lg leading-6 font-semibold">
          Skyline
        </h2>
        <p className="text-muted text-sm leading-4">person-hours planned of those there are</p>
      </div>
      {lines.map(({ date, planned, available }) => (
        <div key={date} className="border-rule relative h-[92px] border-l" style={{ width: scale.dayWidth }}>
          <span aria-hidden className="absolute inset-x-1 bottom-6 top-2">
            <span
              className={
                planned > available
                  ? 'bg-gap/40 absolute inset-x-0 bottom-0'
                  : 'bg-primary/20 absolute inset-x-0 bottom-0'
              }
              style={{ height: `${(planned / most) * 100}%` }}
            />
            <span
              className="border-ink absolute inset-x-0 border-t-2"
              style={{ bottom: `${(available / most) * 100}%` }}
            />
          </span>
          <span className="absolute inset-x-1 bottom-1 truncate text-center text-xs font-semibold">
            {available === 0 && planned === 0 ? '–' : `${personHours(planned)} of ${personHours(available)}`}
            <span className="sr-only"> person-hours on {formatDay(date)}</span>
          </span>
        </div>
      ))}
    </section>
  );
}
