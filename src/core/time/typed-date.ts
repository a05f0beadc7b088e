import { type Day, dayOf, formatDate, parseDate } from './day';
import type { HourFormat } from './format';

/** Which number of a date such as 3/4/2027 comes first. */
export type DateOrder = 'day' | 'month';

/** A date as typed, or in words why it is none. */
export type TypedDate =
  { readonly ok: true; readonly value: Day } | { readonly ok: false; readonly message: string };

const wrong = (message: string): TypedDate => ({ ok: false, message });

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const PARTS = /^(\d{1,2})\s*[./\-\s]\s*(\d{1,2})\s*[./\-\s]\s*(\d{4}|\d{2})$/;

/** A date: `2027-03-04`, `4.3.2027`, `3/4/27`, `4 Mar 2027`, `March 4, 2027`. `order` decides between day and month first. */
export function parseTypedDate(text: string, order: DateOrder): TypedDate {
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[T ].*)?$/.exec(text);
  if (iso) return dateOf(iso[1], iso[2], iso[3], text);
  const parts = PARTS.exec(text);
  if (parts) {
    const [, a, b, year] = parts;
    const [month, date] = isDayFirst(Number(a), Number(b), text, order) ? [b, a] : [a, b];
    return dateOf(fullYear(year), month, date, text);
  }
  const words = /^(\d{1,2})\.?\s+(\p{L}{3,})\.?,?\s+(\d{4})$/u.exec(text);
  const american = /^(\p{L}{3,})\.?\s+(\d{1,2}),?\s+(\d{4})$/u.exec(text);
  const [date, month, year] = words
    ? words.slice(1)
    : american
      ? [american[2], american[1], american[3]]
      : [];
  const number = month ? monthNumber(month) : 0;
  if (number > 0) return dateOf(year, String(number), date, text);
  return wrong(`"${text}" is no date; write it as ${formatDate(dayOf(2027, 3, 14))}`);
}

/** The month whose name begins as a word does, from 1; 0: none. */
export function monthNumber(word: string): number {
  return MONTHS.indexOf(word.slice(0, 3).toLowerCase()) + 1;
}

/** Whether of two numbers of a date the first is the day: there is no month over 12, and a dot says so too. */
export function isDayFirst(first: number, second: number, text: string, order: DateOrder): boolean {
  return first > 12 || (second <= 12 && (order === 'day' || text.includes('.')));
}

function dateOf(year: string, month: string, date: string, text: string): TypedDate {
  const day = parseDate(`${year}-${month.padStart(2, '0')}-${date.padStart(2, '0')}`);
  return day === null ? wrong(`there is no date "${text}"`) : { ok: true, value: day };
}

function fullYear(year: string): string {
  if (year.length === 4) return year;
  return Number(year) > 50 ? `19${year}` : `20${year}`;
}

/** Whether a text is a date that day-first and month-first read differently. */
export function isAmbiguousDate(text: string): boolean {
  const parts = PARTS.exec(text);
  return (
    parts !== null &&
    !text.includes('.') &&
    Number(parts[1]) <= 12 &&
    Number(parts[2]) <= 12 &&
    parts[1] !== parts[2]
  );
}

/** What the dates of a column say about their order, where one of them can be read in one way only. */
export function orderOf(texts: readonly string[]): DateOrder | null {
  for (const text of texts) {
    const parts = PARTS.exec(text);
    if (!parts) continue;
    if (Number(parts[1]) > 12 || text.includes('.')) return 'day';
    if (Number(parts[2]) > 12) return 'month';
  }
  return null;
}

/** A date in figures, in the order given: `24/11/2026` or `11/24/2026`. {@link parseTypedDate} reads it back. */
export function formatTypedDate(day: Day, order: DateOrder): string {
  const [year, month, date] = formatDate(day).split('-').map(Number);
  return order === 'day' ? `${date}/${month}/${year}` : `${month}/${date}/${year}`;
}

/** How a site writes dates, and on which weekday its weeks begin (0 Monday to 6 Sunday). */
export interface DateHabits {
  readonly order: DateOrder;
  readonly weekStart: number;
}

/**
 * How dates are written where times are written so and weeks begin then: the month comes first where there is am and pm
 * and the week begins on Sunday, as in the United States (common practice).
 */
export function dateHabitsOf(hourFormat: HourFormat, weekStart: number): DateHabits {
  return { order: hourFormat === '12' && weekStart === SUNDAY ? 'month' : 'day', weekStart };
}

const SUNDAY = 6;
