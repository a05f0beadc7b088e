import type { FieldState } from '@/core/consequences/field-state';
import { crewHoursOn } from '@/core/jobs/crew-hours';
import type { ResolvedVisit } from '@/core/jobs/resolved-visit';
import type { Plan } from '@/core/plan/types';
import type { Day } from '@/core/time/day';
import { DAY, type Span, shared } from '@/core/time/span';
import type { ZoneClock } from '@/core/time/zone';

/** Days beside each other, each between the same hours of the wall. */
export interface FieldScale {
  /** Those on which somebody works or something is planned; all of them where that is none. */
  readonly dates: readonly Day[];
  /** Minutes of a day that are drawn. */
  readonly from: number;
  readonly to: number;
  readonly dayWidth: number;
}

/** The hours that are drawn where crews work no longer ones. */
const [EARLIEST, LATEST] = [420, 1080];

/** A scale on which all working hours of crews and all their visits can be seen, in whole hours. */
export function fieldScale({ plan, field, clock }: Shown, width: number): FieldScale {
  const minutes: number[] = [EARLIEST, LATEST];
  const all = Array.from({ length: plan.days }, (_, i) => plan.from + i);
  const rows = [...field.crews.values()];
  const used = all.filter(
    (date) =>
      plan.work!.crews.some(
        (crew) => crewHoursOn(crew, date).length > 0 || crew.dates.some((one) => one.date === date),
      ) || rows.some(({ visits }) => visits.some((visit) => partsOn(visit, date, clock).length > 0)),
  );
  const dates = used.length > 0 ? used : all;
  for (const crew of plan.work!.crews)
    for (const date of dates)
      for (const { from, to } of crewHoursOn(crew, date)) minutes.push(from, Math.min(to, DAY));
  for (const { visits } of field.crews.values())
    for (const visit of visits)
      for (const date of dates)
        for (const { from, to } of partsOn(visit, date, clock)) minutes.push(from, to);
  const from = Math.floor(Math.min(...minutes) / 60) * 60;
  const to = Math.ceil(Math.max(...minutes) / 60) * 60;
  return { dates, from, to, dayWidth: width / dates.length };
}

export interface Shown {
  readonly plan: Plan;
  readonly field: FieldState;
  readonly clock: ZoneClock;
}

/** The pieces of a visit on a date, in minutes from its midnight. */
export function partsOn({ pieces }: ResolvedVisit, date: Day, clock: ZoneClock): Span[] {
  const day = { from: date * DAY, to: (date + 1) * DAY };
  return pieces.flatMap((piece) => {
    const wall = { from: clock.wall(piece.from), to: clock.wall(piece.to) };
    if (shared(wall, day) === 0) return [];
    return [{ from: Math.max(wall.from, day.from) - day.from, to: Math.min(wall.to, day.to) - day.from }];
  });
}

/** How many pixels a minute of the day is from the left of its column. */
export function minuteX({ from, to, dayWidth }: FieldScale, minute: number): number {
  return ((Math.min(Math.max(minute, from), to) - from) / (to - from)) * dayWidth;
}

/** The pieces of a date with the lane each is drawn in: those that meet lie below one another. */
export function lanesOn(
  visits: readonly ResolvedVisit[],
  date: Day,
  clock: ZoneClock,
): { readonly visit: ResolvedVisit; readonly part: Span; readonly lane: number }[] {
  const ends: number[] = [];
  return visits
    .flatMap((visit) => partsOn(visit, date, clock).map((part) => ({ visit, part })))
    .sort((a, b) => a.part.from - b.part.from)
    .map(({ visit, part }) => {
      let lane = ends.findIndex((end) => end <= part.from);
      if (lane < 0) lane = ends.length;
      ends[lane] = part.to;
      return { visit, part, lane };
    });
}
