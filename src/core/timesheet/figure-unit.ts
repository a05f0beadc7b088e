/** What a figure about somebody's attendance counts, besides a figure for each kind of leave. */
export const ATTENDANCE = ['present', 'late', 'early', 'overtime', 'absent'] as const;
export type Attendance = (typeof ATTENDANCE)[number];

/** What each is called at the head of a column. */
export const ATTENDANCE_NAMES: Readonly<Record<Attendance, string>> = {
  present: 'Present',
  late: 'Late',
  early: 'Left early',
  overtime: 'Overtime',
  absent: 'Absent',
};

export type FigureMeasure = 'hours' | 'minutes' | 'days' | 'times';

/** In what a figure is given, and how finely. */
export interface FigureUnit {
  readonly unit: FigureMeasure;
  /** The smallest step, in thousandths of the unit; more than 0. */
  readonly step: number;
  readonly way: 'nearest' | 'up' | 'down';
  /** Whether each entry is rounded by itself, or all of them together. */
  readonly per: 'entry' | 'total';
}

/** What holds where nothing is set: hours to the hundredth, and how often somebody was late. */
export const USUAL_UNITS: Readonly<Record<Attendance | 'leave', FigureUnit>> = {
  present: { unit: 'hours', step: 10, way: 'nearest', per: 'total' },
  late: { unit: 'times', step: 1000, way: 'nearest', per: 'total' },
  early: { unit: 'times', step: 1000, way: 'nearest', per: 'total' },
  overtime: { unit: 'hours', step: 10, way: 'nearest', per: 'total' },
  absent: { unit: 'days', step: 500, way: 'nearest', per: 'total' },
  leave: { unit: 'days', step: 500, way: 'nearest', per: 'total' },
};

/**
 * A figure in its unit, in thousandths: what some entries, each so many minutes long, come to. Half a step goes up.
 *
 * @param standardDay minutes of a day, for counting days; more than 0
 */
export function figureIn(
  entries: readonly number[],
  { unit, step, way, per }: FigureUnit,
  standardDay: number,
): number {
  if (unit === 'times') return entries.filter((minutes) => minutes > 0).length * 1000;
  const size = unit === 'minutes' ? 1 : unit === 'hours' ? 60 : standardDay;
  const rounded = (minutes: number) => {
    // Whole numbers throughout: so many steps of `step × size` thousandths.
    const [over, under] = [minutes * 1000, step * size];
    const whole = Math.floor(over / under);
    const rest = over - whole * under;
    const isUp = way === 'up' ? rest > 0 : way === 'nearest' && rest * 2 >= under;
    return (whole + (isUp ? 1 : 0)) * step;
  };
  if (per === 'total') return rounded(entries.reduce((sum, minutes) => sum + minutes, 0));
  return entries.reduce((sum, minutes) => sum + rounded(minutes), 0);
}

/** Thousandths as they are written: `7.25`, `3`, `0.5`. */
export function figureText(thousandths: number): string {
  return String(thousandths / 1000);
}

/** What stands behind a figure. */
export const MEASURE_NAMES: Readonly<Record<FigureMeasure, string>> = {
  hours: 'h',
  minutes: 'min',
  days: 'days',
  times: 'times',
};
