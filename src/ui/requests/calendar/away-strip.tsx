import { formatLongDay } from '@/core/time/format';
import { DAY } from '@/core/time/span';
import type { AwayOn, LeaveCalendar } from '@/server/leave/calendar';
import { HEAD_WIDTH } from '../../canvas/row';
import { type DayScale, xAt } from './geometry';

const HEIGHT = 84;
/** Room over the tallest day for its figure. */
const TOP = 16;

/** Under the rows, on the same axis: how many are away each day, approved and waiting, against the limit. */
export function AwayStrip({
  calendar,
  scale,
}: {
  readonly calendar: LeaveCalendar;
  readonly scale: DayScale;
}) {
  const { away, days } = calendar;
  const most = Math.max(3, ...away.map((one) => Math.max(countOf(one), one.limit ?? 0)));
  const unit = (HEIGHT - TOP) / most;
  const width = scale.dayWidth * days;
  const y = (count: number) => HEIGHT - count * unit;
  const peak = away.reduce((a, b) => (countOf(b) > countOf(a) ? b : a));
  const worst = away.filter(isOver);
  const limits = [...new Set(away.map(({ limit }) => limit))].filter((limit) => limit !== null);
  return (
    <div className="border-ink bg-paper flex shrink-0 border-t">
      <div className="shrink-0 py-2 pl-4" style={{ width: HEAD_WIDTH }}>
        <p className="font-serif text-base font-semibold">Away</p>
        <p className="text-muted text-xs">
          {limits.length === 0
            ? 'people; there is no limit'
            : limits.length === 1
              ? `people, against the limit of ${limits[0]}`
              : 'people, against the limit of each day'}
        </p>
        {countOf(peak) > 0 && (
          <p className="text-muted text-xs">
            most: {countOf(peak)}, {formatLongDay(peak.date)}
          </p>
        )}
      </div>
      <svg width={width} height={HEIGHT} aria-hidden className="block shrink-0">
        {away.map((one) => {
          const x = xAt(scale, one.date * DAY);
          const over = isOver(one);
          return (
            <g key={one.date}>
              {one.approved > 0 && (
                <rect
                  x={x}
                  y={y(one.approved)}
                  width={scale.dayWidth}
                  height={one.approved * unit}
                  className={over ? 'fill-gap' : 'fill-info'}
                  opacity={over ? 0.75 : 0.45}
                />
              )}
              {one.waiting > 0 && (
                <rect
                  x={x + 0.5}
                  y={y(one.approved + one.waiting)}
                  width={Math.max(1, scale.dayWidth - 1)}
                  height={one.waiting * unit}
                  className={over ? 'stroke-gap fill-none' : 'stroke-ink fill-none'}
                  strokeDasharray="3 2"
                />
              )}
              {countOf(one) > 0 && scale.dayWidth >= (over ? 9 : 7 * String(countOf(one)).length) && (
                <text
                  x={x + scale.dayWidth / 2}
                  y={y(countOf(one)) - 3}
                  textAnchor="middle"
                  className={`text-[11px] ${over ? 'fill-gap font-bold' : 'fill-muted'}`}
                >
                  {countOf(one)}
                </text>
              )}
            </g>
          );
        })}
        {away
          .filter((one) => countOf(one) > 0)
          .map((one) => (
            <rect
              key={one.date}
              x={xAt(scale, one.date * DAY)}
              width={scale.dayWidth}
              height={HEIGHT}
              className="fill-transparent"
            >
              <title>{awayText(one)}</title>
            </rect>
          ))}
        {away.map(({ date, limit }) =>
          limit === null ? null : (
            <line
              key={date}
              x1={xAt(scale, date * DAY)}
              x2={xAt(scale, (date + 1) * DAY)}
              y1={y(limit)}
              y2={y(limit)}
              className="stroke-ink"
              strokeWidth={1.5}
            />
          ),
        )}
      </svg>
      <ul className="sr-only" aria-label="People away by day">
        {away
          .filter(({ approved, waiting }) => approved + waiting > 0)
          .map((one) => (
            <li key={one.date}>{awayText(one)}</li>
          ))}
      </ul>
      {worst.length > 0 && <span className="sr-only">{worst.length} days over a limit</span>}
    </div>
  );
}

/** How many are away on a date, if all that waits were approved. */
function countOf({ approved, waiting }: AwayOn): number {
  return approved + waiting;
}

/** Whether more are away on a date than a limit allows, if all that waits were approved. */
export function isOver(one: AwayOn): boolean {
  return (one.limit !== null && countOf(one) > one.limit) || one.over.length > 0;
}

function awayText({ date, approved, waiting, limit, over }: AwayOn): string {
  const parts = [
    `${approved} away`,
    ...(waiting > 0 ? [`${waiting} waiting`] : []),
    ...(limit === null ? [] : [`at most ${limit}`]),
    ...over,
  ];
  return `${formatLongDay(date)}: ${parts.join(', ')}`;
}
