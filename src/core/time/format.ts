import { type Day, civilOf, weekdayOf } from './day';
import { DAY } from './span';

export type HourFormat = '24' | '12';

/** Names of the weekdays, Monday first. */
export const WEEKDAY_NAMES = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
/** The same in three letters. */
export const SHORT_WEEKDAYS = WEEKDAY_NAMES.map((name) => name.slice(0, 3));
export const MONTH_NAMES = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];
const QUARTERS: Record<number, string> = { 15: '¼', 30: '½', 45: '¾' };

/** `HH:MM`; 1440 is `24:00`, later minutes belong to the next day. The plan file's form. */
export function formatClock(minute: number): string {
  const m = minute > DAY ? minute - DAY : minute;
  return `${String(Math.floor(m / 60)).padStart(2, '0')}:${String(m % 60).padStart(2, '0')}`;
}

/** Reads `HH:MM` from `00:00` to `24:00`; null for anything else. */
export function parseClock(text: string): number | null {
  const match = /^(\d{2}):(\d{2})$/.exec(text);
  if (!match) return null;
  const [hour, minute] = [Number(match[1]), Number(match[2])];
  if (minute > 59 || hour > 24 || (hour === 24 && minute > 0)) return null;
  return hour * 60 + minute;
}

/** A time of day as people write it: `9:00`, `23:30`; with am and pm `9am`, `11:30pm`. */
export function formatTime(minute: number, format: HourFormat = '24'): string {
  const m = ((minute % DAY) + DAY) % DAY;
  const [hour, rest] = [Math.floor(m / 60), m % 60];
  if (format === '24') return `${hour}:${String(rest).padStart(2, '0')}`;
  const tail = hour < 12 ? 'am' : 'pm';
  const clock = hour % 12 === 0 ? 12 : hour % 12;
  return rest === 0 ? `${clock}${tail}` : `${clock}:${String(rest).padStart(2, '0')}${tail}`;
}

/** `9:00–17:30`, or `9am–5:30pm`. */
export function formatTimeSpan(from: number, to: number, format: HourFormat = '24'): string {
  return `${formatTime(from, format)}–${formatTime(to, format)}`;
}

/** A span with as few signs as it can have without loss: `9–17:30`, or `9a–5:30p`. */
export function formatShortSpan(from: number, to: number, format: HourFormat = '24'): string {
  return `${formatShortTime(from, format)}–${formatShortTime(to, format)}`;
}

/** A time with as few signs as it can have without loss: `9`, `17:30`, `5:30p`. */
export function formatShortTime(minute: number, format: HourFormat = '24'): string {
  return format === '12'
    ? formatTime(minute, '12').replace('m', '')
    : formatTime(minute, '24').replace(':00', '');
}

/** Shorter still, for narrow bars: `9½–17½`, or only the start, `9½`. */
export function formatTinyTime(minute: number, format: HourFormat = '24'): string {
  const m = ((minute % DAY) + DAY) % DAY;
  const hour = Math.floor(m / 60);
  const shown = format === '24' ? hour : hour % 12 === 0 ? 12 : hour % 12;
  if (m % 60 === 0) return String(shown);
  return QUARTERS[m % 60] ? `${shown}${QUARTERS[m % 60]}` : `${shown}+`;
}

/** A time at the mark of an axis: `9`, `17`; with am and pm `9a`, `5p`. */
export function formatAxisTime(minute: number, format: HourFormat): string {
  const isMorning = ((minute % DAY) + DAY) % DAY < DAY / 2;
  return `${formatTinyTime(minute, format)}${format === '24' ? '' : isMorning ? 'a' : 'p'}`;
}

/** Minutes as hours: `37½ h`, `7¼ h`, `30 min`, `7:10 h`. */
export function formatHours(minutes: number): string {
  const sign = minutes < 0 ? '−' : '';
  const m = Math.abs(minutes);
  if (m < 60 && m !== 0 && !QUARTERS[m]) return `${sign}${m} min`;
  return `${sign}${bareHours(m)} h`;
}

/** As {@link formatHours} without the unit: `37½`, `7:10`. */
export function bareHours(minutes: number): string {
  const whole = Math.floor(minutes / 60);
  const rest = minutes % 60;
  const hour = String(whole).replace(/\B(?=(\d{3})+$)/g, ',');
  if (rest === 0) return hour;
  if (QUARTERS[rest]) return whole === 0 ? QUARTERS[rest] : `${hour}${QUARTERS[rest]}`;
  return `${hour}:${String(rest).padStart(2, '0')}`;
}

/** A difference of minutes with its sign: `+8 h`, `−7½ h`. */
export function formatSignedHours(minutes: number): string {
  return minutes > 0 ? `+${formatHours(minutes)}` : formatHours(minutes);
}

/** `Sat 27`. */
export function formatDay(day: Day): string {
  return `${SHORT_WEEKDAYS[weekdayOf(day)]} ${civilOf(day).date}`;
}

/** `Sat 27 March`. */
export function formatLongDay(day: Day): string {
  return `${formatDay(day)} ${MONTH_NAMES[civilOf(day).month - 1]}`;
}

/** `Sat`. */
export function weekdayName(day: Day): string {
  return SHORT_WEEKDAYS[weekdayOf(day)];
}

/** The days of a week: `22–28 March`, `29 Mar–4 Apr`; with `short` months always cut to three letters. */
export function formatDays(first: Day, days: number, short = false): string {
  const a = civilOf(first);
  const b = civilOf(first + days - 1);
  const cut = (month: number) => MONTH_NAMES[month - 1].slice(0, 3);
  if (days === 1) return `${a.date} ${short ? cut(a.month) : MONTH_NAMES[a.month - 1]}`;
  if (a.month === b.month) return `${a.date}–${b.date} ${short ? cut(a.month) : MONTH_NAMES[a.month - 1]}`;
  return `${a.date} ${cut(a.month)}–${b.date} ${cut(b.month)}`;
}

/** `March 2027`. */
export function formatMonth(day: Day): string {
  const { month, year } = civilOf(day);
  return `${MONTH_NAMES[month - 1]} ${year}`;
}

/** A count as people write it: `3,000`. */
export function formatCount(n: number): string {
  return n.toLocaleString('en');
}

/** `1 shift`, `4 shifts`, `1,200 shifts`. */
export function counted(n: number, one: string, many = `${one}s`): string {
  return `${formatCount(n)} ${n === 1 ? one : many}`;
}
