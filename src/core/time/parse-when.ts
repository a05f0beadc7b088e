import { type Day, civilOf, parseDate, startOfWeek, weekdayOf } from './day';
import { scanDays } from './scan-days';
import { type DateHabits, parseTypedDate } from './typed-date';

/**
 * A day as somebody would ask for it: `today`, `tomorrow`, `fri`, `next fri`, `this week`, `next week`, `in 3 weeks`,
 * `dec 12`, `12 dec`, `12/12`, or a date in full. A date without its year is the nearest to today; a weekday is the next
 * there is. Null: no day.
 *
 * @example
 * parseWhen('next week', today, { order: 'day', weekStart: 0 }); // the Monday after today
 */
export function parseWhen(text: string, today: Day, { order, weekStart }: DateHabits): Day | null {
  const typed = text.trim().toLowerCase().replace(/\s+/g, ' ');
  const week = startOfWeek(today, weekStart);
  const near = { today, tomorrow: today + 1, yesterday: today - 1 }[typed];
  if (near !== undefined) return near;
  const named = /^(?:(this|next|last) )?week$/.exec(typed);
  if (named) return week + { this: 0, next: 7, last: -7 }[named[1] ?? 'this']!;
  const ahead = /^(?:in )?(\d{1,2}|a) (day|week)s?( ago)?$/.exec(typed);
  if (ahead) {
    const by = (ahead[1] === 'a' ? 1 : Number(ahead[1])) * (ahead[3] ? -1 : 1);
    return ahead[2] === 'day' ? today + by : week + by * 7;
  }
  const weekday = weekdayIn(typed.replace(/^(next|this|on) /, ''));
  if (weekday !== null) {
    const day = today + ((weekday - weekdayOf(today) + 7) % 7);
    return /^next /.test(typed) && day < week + 7 ? day + 7 : day;
  }
  const full = parseTypedDate(typed, order);
  if (full.ok) return full.value;
  return withoutYear(typed, today, order);
}

function weekdayIn(text: string): number | null {
  const found = text.length > 2 ? scanDays(text, 0) : null;
  return found && !('message' in found) && found.length === text.length && found.days.length === 1
    ? found.days[0]
    : null;
}

/** A date without its year: of the years around, the one nearest to today. */
function withoutYear(typed: string, today: Day, order: DateHabits['order']): Day | null {
  const { year } = civilOf(today);
  const days = [year - 1, year, year + 1].flatMap((one) => {
    const figures = /^(\d{1,2})[./-](\d{1,2})\.?$/.test(typed);
    const read = figures
      ? parseTypedDate(
          `${typed.replace(/\.$/, '')}${typed.includes('.') ? '.' : '/'}${one}`.replace('-', '/'),
          order,
        )
      : parseTypedDate(`${typed} ${one}`, order);
    return read.ok ? [read.value] : [];
  });
  const [nearest] = days.sort((a, b) => Math.abs(a - today) - Math.abs(b - today));
  return nearest ?? null;
}

/** Whether a text is an ISO week such as `2026-W49`; its first day. */
export function parseIsoWeek(text: string): Day | null {
  const match = /^(\d{4})-?w(\d{1,2})$/i.exec(text.trim());
  if (!match) return null;
  const first = startOfWeek(parseDate(`${match[1]}-01-04`)!, 0);
  const week = Number(match[2]);
  return week >= 1 && week <= 53 ? first + (week - 1) * 7 : null;
}
