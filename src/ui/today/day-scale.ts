import type { ZoneClock } from '@/core/time/zone';
import type { ShownPerson } from './shown-person';

/** The hours of a day across so many pixels, in elapsed minutes. */
export interface DayScale {
  readonly from: number;
  readonly to: number;
  readonly x: (minute: number) => number;
  readonly ticks: readonly number[];
}

/** The shortest stretch that is drawn, in minutes, and the least room of an hour's figure, in pixels. */
const [SHORTEST, ROOM] = [480, 34];

/** A scale over all that is planned and clocked, in whole hours of the site's clock. */
export function dayScale(
  people: readonly ShownPerson[],
  now: number,
  midnight: number,
  width: number,
  clock: ZoneClock,
): DayScale {
  const edges = people.flatMap(({ planned, of }) => [
    ...planned.flatMap(({ start, end }) => [start, end]),
    ...of.punches.map(({ at }) => at).filter((at) => at >= midnight),
  ]);
  const inDay = edges.length > 0 ? edges : [midnight + 480, midnight + 1080];
  return hourScale(
    Math.max(midnight, Math.min(...inDay, now)),
    Math.max(...inDay, Math.min(now, midnight + 1440)),
    width,
    clock,
  );
}

/** A scale over a stretch of elapsed minutes, widened to whole hours of the site's clock and to the least that is drawn. */
export function hourScale(first: number, last: number, width: number, clock: ZoneClock): DayScale {
  const toHour = (minute: number, round: (x: number) => number) => {
    const wall = clock.wall(minute);
    return minute + round(wall / 60) * 60 - wall;
  };
  const from = toHour(first, Math.floor);
  const to = Math.max(from + SHORTEST, toHour(last, Math.ceil));
  const per = width / (to - from);
  const step = [60, 120, 180, 240].find((minutes) => minutes * per >= ROOM) ?? 360;
  const ticks: number[] = [];
  for (let at = from + step; at < to; at += step) ticks.push(at);
  return { from, to, ticks, x: (minute) => (Math.min(Math.max(minute, from), to) - from) * per };
}
