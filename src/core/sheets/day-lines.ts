import type { Judgement } from '../consequences/judge';
import type { ResolvedShift } from '../plan/resolved-shift';
import type { Shift } from '../plan/types';
import { publicationOf } from '../publish/publication';
import { DAY, type Span } from '../time/span';

/** Somebody on the sheet of a day; `from` and `to` in minutes of that day, below 0 where it began the day before. */
export interface DaySheetLine extends Span {
  readonly key: string;
  readonly name: string;
  readonly shift: ResolvedShift;
  /** Not published, or changed since. */
  readonly draft: boolean;
}

/** Who is on on a date, in the order of their start: first those still on from the night before. */
export function dayLines(
  { people }: Judgement,
  published: ReadonlyMap<string, Shift>,
  date: number,
): DaySheetLine[] {
  const midnight = date * DAY;
  return people
    .flatMap(({ view }) =>
      view.all
        .filter((shift) => shift.site === null)
        .filter((shift) => shift.date === date || (shift.date < date && shift.to > midnight))
        .map((shift): DaySheetLine => {
          const before = shift.id === null ? undefined : published.get(shift.id);
          return {
            key: shift.id ?? `${view.person?.id} ${shift.from}`,
            name: view.person?.name ?? 'Open',
            shift,
            from: shift.from - midnight,
            to: shift.to - midnight,
            draft: shift.planShift !== null && publicationOf(shift.planShift, before) !== 'published',
          };
        }),
    )
    .sort((a, b) => a.from - b.from || a.name.localeCompare(b.name));
}

/** The whole hours of a day that its lines take. */
export function hoursOf(lines: readonly DaySheetLine[]): Span {
  const from = Math.max(0, Math.min(...lines.map((line) => line.from)));
  const to = Math.max(...lines.map((line) => line.to));
  return { from: Math.floor(from / 60) * 60, to: Math.ceil(to / 60) * 60 };
}
