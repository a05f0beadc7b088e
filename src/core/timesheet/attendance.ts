import type { Day } from '../time/day';
import {
  ATTENDANCE,
  ATTENDANCE_NAMES,
  type Attendance,
  type FigureUnit,
  MEASURE_NAMES,
  USUAL_UNITS,
  figureIn,
  figureText,
} from './figure-unit';
import type { Sheet, SheetDay } from './sheet';

/** In what units the figures of attendance are given, by figure or `leave:` and a kind of leave; left out: as usual. */
export type AttendanceUnits = Readonly<Record<string, FigureUnit>>;

/** The unit of a figure, or of a kind of leave. */
export function unitOf(units: AttendanceUnits, figure: Attendance | `leave:${string}`): FigureUnit {
  return units[figure] ?? USUAL_UNITS[figure.startsWith('leave:') ? 'leave' : (figure as Attendance)];
}

/** How long each entry of a figure is, in minutes, on one day. */
function entriesOn(day: SheetDay, figure: string): number[] {
  const lines = (is: (kind: SheetDay['lines'][number]['kind']) => boolean) => {
    const minutes = day.lines.reduce((sum, one) => (is(one.kind) ? sum + one.minutes : sum), 0);
    return minutes > 0 ? [minutes] : [];
  };
  const exceptions = (list: SheetDay['toLookAt'], code: string) =>
    list.flatMap((one) => (one.code === code ? [one.minutes ?? 0] : []));
  switch (figure) {
    case 'present':
      return day.worked > 0 ? [day.worked] : [];
    case 'late':
      return exceptions(day.entry?.exceptions ?? [], 'late');
    case 'early':
      return exceptions(day.entry?.exceptions ?? [], 'left-early');
    case 'absent':
      return exceptions(day.toLookAt, 'absent');
    case 'overtime':
      return lines((kind) => kind.kind === 'overtime' || kind.kind === 'time-off');
    default:
      return lines((kind) => kind.kind === 'leave' && `leave:${kind.type}` === figure);
  }
}

/**
 * Gathers figures of the attendance of people: how long they were present, how often or how long late, left early or absent, overtime,
 * and each kind of leave, in the units that are set. Kinds of leave that nobody had have no column.
 */
export function attendanceOf({
  units,
  standardDay,
  types,
}: {
  readonly units: AttendanceUnits;
  /** Minutes of a day, for counting days. */
  readonly standardDay: number;
  readonly types: readonly { readonly id: string; readonly name: string }[];
}) {
  const columns = [
    ...ATTENDANCE.map((id) => ({ id: id as string, name: ATTENDANCE_NAMES[id], unit: unitOf(units, id) })),
    ...types.map(({ id, name }) => ({ id: `leave:${id}`, name, unit: unitOf(units, `leave:${id}`) })),
  ];
  const people: { id: string; name: string; entries: number[][] }[] = [];
  return {
    /** Adds somebody's days; `counts`: which of them. */
    add(id: string, name: string, sheet: Sheet, counts: (date: Day) => boolean): void {
      const days = sheet.days.filter(({ date }) => counts(date));
      people.push({
        id,
        name,
        entries: columns.map((column) => days.flatMap((day) => entriesOn(day, column.id))),
      });
    },
    /** The figures as they are written, with the heads of their columns. */
    table() {
      const used = columns.map(
        ({ id }, i) => !id.startsWith('leave:') || people.some(({ entries }) => entries[i].length > 0),
      );
      return {
        heads: columns.flatMap(({ name, unit }, i) =>
          used[i] ? [`${name}, ${MEASURE_NAMES[unit.unit]}`] : [],
        ),
        lines: people.map(({ id, name, entries }) => ({
          ...{ id, name },
          figures: columns.flatMap(({ unit }, i) =>
            used[i] ? [figureText(figureIn(entries[i], unit, standardDay))] : [],
          ),
        })),
      };
    },
  };
}
