import { type Day, civilOf, weekdayOf } from '@/core/time/day';
import { MONTH_NAMES, formatDays } from '@/core/time/format';
import { DAY, type Span } from '@/core/time/span';
import type { LeaveCalendar, LeaveRow } from '@/server/leave/calendar';

/** Days side by side on the axis of the leave calendar. */
export interface DayScale {
  readonly from: Day;
  readonly days: number;
  /** Pixels. */
  readonly dayWidth: number;
}

/** Where a moment lies on the axis, in pixels from its left edge; not beyond its edges. */
export function xAt({ from, days, dayWidth }: DayScale, minute: number): number {
  return Math.max(0, Math.min(days, minute / DAY - from)) * dayWidth;
}

/** The day under a point of the axis. */
export function dayAt({ from, days, dayWidth }: DayScale, x: number): Day {
  return from + Math.max(0, Math.min(days - 1, Math.floor(x / dayWidth)));
}

/** The months of an axis, each with where it begins. */
export function monthMarks({
  from,
  days,
}: Pick<DayScale, 'from' | 'days'>): { readonly day: Day; readonly name: string }[] {
  const marks: { day: Day; name: string }[] = [];
  for (let day = from; day < from + days; day++) {
    const { year, month, date } = civilOf(day);
    if (date === 1 || day === from)
      marks.push({ day, name: `${MONTH_NAMES[month - 1]}${month === 1 || day === from ? ` ${year}` : ''}` });
  }
  return marks;
}

/** The width of a sign of the names of months, in pixels: more than any has. */
const SIGN = 8;

/** Names of months as far as they have room until the next: in full, cut to three letters, or none. */
export function monthNames(scale: DayScale): { readonly day: Day; readonly name: string }[] {
  const marks = monthMarks(scale);
  return marks.flatMap(({ day, name }, i) => {
    const room = ((marks[i + 1]?.day ?? scale.from + scale.days) - day) * scale.dayWidth - 6;
    const [month] = name.split(' ');
    const fit = [name, month, month.slice(0, 3)].find((text) => text.length * SIGN <= room);
    return fit === undefined ? [] : [{ day, name: fit }];
  });
}

/** The days of a calendar in words; over a year with both years: `16 Nov 2026–21 Nov 2027`. */
export function formatRange(from: Day, days: number): string {
  const last = from + days - 1;
  if (days < 300) return formatDays(from, days);
  return `${formatDays(from, 1, true)} ${civilOf(from).year}–${formatDays(last, 1, true)} ${civilOf(last).year}`;
}

/** First days of weeks on an axis. */
export function weekMarks({ from, days }: Pick<DayScale, 'from' | 'days'>, weekStart: number): Day[] {
  return Array.from({ length: days }, (_, i) => from + i).filter((day) => weekdayOf(day) === weekStart);
}

/** A line of the calendar: the name of a group, or a person. */
export type Line =
  { readonly kind: 'group'; readonly name: string } | { readonly kind: 'person'; readonly row: LeaveRow };

/** What the calendar is narrowed to. */
export interface CalendarFilter {
  readonly text: string;
  /** Id of a kind of leave; empty: all. */
  readonly type: string;
  readonly state: 'all' | 'waiting' | 'approved';
  /** Only who has leave in what is shown. */
  readonly isAwayOnly: boolean;
}

/** The lines of a calendar under the names of their groups, as far as a filter lets them. */
export function linesOf({ rows }: LeaveCalendar, { text, type, state, isAwayOnly }: CalendarFilter): Line[] {
  const wanted = text.trim().toLowerCase();
  const lines: Line[] = [];
  let group: string | null = null;
  for (const row of rows) {
    const bars = row.bars.filter(
      (bar) => (type === '' || bar.type?.id === type) && (state === 'all' || bar.state === state),
    );
    const narrowed = type !== '' || state !== 'all' || isAwayOnly;
    if (narrowed && bars.length === 0) continue;
    if (wanted !== '' && !`${row.name} ${row.group}`.toLowerCase().includes(wanted)) continue;
    if (row.group !== group) lines.push({ kind: 'group', name: row.group });
    group = row.group;
    lines.push({ kind: 'person', row: { ...row, bars } });
  }
  return lines;
}

/** A span of leave moved by days, or with one of its ends moved; at least one day long. */
export function draggedSpan(span: Span, by: number, grip: 'move' | 'start' | 'end'): Span {
  const shift = by * DAY;
  if (grip === 'move') return { from: span.from + shift, to: span.to + shift };
  if (grip === 'start') return { from: Math.min(span.from + shift, startOfDay(span.to - 1)), to: span.to };
  return { from: span.from, to: Math.max(span.to + shift, startOfDay(span.from) + DAY) };
}

function startOfDay(minute: number): number {
  return Math.floor(minute / DAY) * DAY;
}
