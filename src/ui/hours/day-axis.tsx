import { standingOf } from '@/core/clock/standing-of';
import { type HourFormat, formatAxisTime, formatTimeSpan } from '@/core/time/format';
import type { ZoneClock } from '@/core/time/zone';
import type { SheetDayView } from '@/server/hours/payload';
import { hourScale } from '../today/day-scale';

/** Pixels: of the figures over it, of the rest. */
const [FIGURES, HEIGHT] = [14, 30];

/** A date in true time: what was planned in outline, what was clocked as a line in it, and what of it counts as a bar. */
export function DayAxis({
  day,
  clock,
  hourFormat,
  width,
}: {
  readonly day: SheetDayView;
  readonly clock: ZoneClock;
  readonly hourFormat: HourFormat;
  readonly width: number;
}) {
  const { shifts, entry, typed } = day;
  const midnight = day.date * 1440;
  const clocked = (entry?.parts ?? []).flatMap(({ stints }) =>
    stints.flatMap(({ stint }) => {
      const [from, to] = [stint.in?.at ?? null, stint.out?.at ?? null];
      return from === null || to === null ? [] : [{ from, to }];
    }),
  );
  const counted = (entry?.parts ?? []).flatMap(({ spans }) => spans);
  const written = typed.flatMap(({ span }) =>
    span ? [{ from: clock.elapsed(midnight + span.from), to: clock.elapsed(midnight + span.to) }] : [],
  );
  const points = entry ? standingOf(entry).map(({ at }) => at) : [];
  const edges = [
    ...shifts.flatMap(({ start, end }) => [start, end]),
    ...[...clocked, ...counted, ...written].flatMap(({ from, to }) => [from, to]),
    ...points,
  ];
  if (edges.length === 0) return null;
  const scale = hourScale(Math.min(...edges), Math.max(...edges), width, clock);
  const stretch = (from: number, to: number) => ({
    x: scale.x(from),
    width: Math.max(scale.x(to) - scale.x(from), 2),
  });
  const span = (from: number, to: number) => formatTimeSpan(clock.wall(from), clock.wall(to), hourFormat);
  const words = [
    ...shifts.map(({ start, end }) => `planned ${span(start, end)}`),
    ...clocked.map(({ from, to }) => `clocked ${span(from, to)}`),
    ...[...counted, ...written].map(({ from, to }) => `counts ${span(from, to)}`),
  ].join(', ');
  return (
    <svg role="img" aria-label={words} width={width} height={FIGURES + HEIGHT} className="mt-1 block">
      {scale.ticks.map((at) => (
        <g key={at}>
          <text x={scale.x(at)} y={10} textAnchor="middle" fontSize={10} fill="var(--muted)">
            {formatAxisTime(clock.wall(at), hourFormat)}
          </text>
          <line x1={scale.x(at)} x2={scale.x(at)} y1={FIGURES} y2={FIGURES + HEIGHT} stroke="var(--fine)" />
        </g>
      ))}
      {shifts.map(({ start, end }) => (
        <rect
          key={start}
          {...stretch(start, end)}
          y={FIGURES + 3}
          height={HEIGHT - 6}
          rx={2}
          fill="none"
          stroke="var(--color-base-content)"
        />
      ))}
      {clocked.map(({ from, to }) => (
        <rect key={from} {...stretch(from, to)} y={FIGURES + 8} height={3} fill="var(--color-base-content)" />
      ))}
      {points.map((at) => (
        <rect
          key={at}
          x={scale.x(at) - 1}
          width={2}
          y={FIGURES + 6}
          height={7}
          fill="var(--color-base-content)"
        />
      ))}
      {[...counted, ...written].map(({ from, to }) => (
        <rect key={from} {...stretch(from, to)} y={FIGURES + 16} height={7} fill="var(--color-primary)" />
      ))}
    </svg>
  );
}
