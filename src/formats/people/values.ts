import { parseAvailability } from '@/core/availability/parse-availability';
import type { WeekBlock } from '@/core/availability/week-blocks';
import { type Day, dayOf, parseDate, formatDate } from '@/core/time/day';
import { parseDecimal, parseLength } from '@/core/time/parse-hours';
import { DAY } from '@/core/time/span';
import { formatTypedSpan } from '@/core/time/parse-time';
import type { HourFormat } from '@/core/time/format';

/** A cell that was read, or in words why it cannot be. */
export type CellValue<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly message: string };

const value = <T>(read: T): CellValue<T> => ({ ok: true, value: read });
const wrong = (message: string): CellValue<never> => ({ ok: false, message });

/** Which number of a date such as 3/4/2027 comes first. */
export type DateOrder = 'day' | 'month';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const PARTS = /^(\d{1,2})\s*[./\-\s]\s*(\d{1,2})\s*[./\-\s]\s*(\d{4}|\d{2})$/;

/** A date: `2027-03-04`, `4.3.2027`, `3/4/27`, `4 Mar 2027`, `March 4, 2027`. `order` decides between day and month first. */
export function parseDateCell(text: string, order: DateOrder): CellValue<Day> {
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[T ].*)?$/.exec(text);
  if (iso) return dateOf(iso[1], iso[2], iso[3], text);
  const parts = PARTS.exec(text);
  if (parts) {
    const [, a, b, year] = parts;
    const dayFirst = Number(a) > 12 || (Number(b) <= 12 && (order === 'day' || text.includes('.')));
    return dateOf(fullYear(year), dayFirst ? b : a, dayFirst ? a : b, text);
  }
  const words = /^(\d{1,2})\.?\s+(\p{L}{3,})\.?,?\s+(\d{4})$/u.exec(text);
  const american = /^(\p{L}{3,})\.?\s+(\d{1,2}),?\s+(\d{4})$/u.exec(text);
  const [date, month, year] = words
    ? words.slice(1)
    : american
      ? [american[2], american[1], american[3]]
      : [];
  const number = month ? MONTHS.indexOf(month.slice(0, 3).toLowerCase()) + 1 : 0;
  if (number > 0) return dateOf(year, String(number), date, text);
  return wrong(`"${text}" is no date; write it as ${formatDate(dayOf(2027, 3, 14))}`);
}

function dateOf(year: string, month: string, date: string, text: string): CellValue<Day> {
  const day = parseDate(`${year}-${month.padStart(2, '0')}-${date.padStart(2, '0')}`);
  return day === null ? wrong(`there is no date "${text}"`) : value(day);
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

/** Hours of a week, or of a day, as minutes. */
export function parseHoursCell(text: string, most: number): CellValue<number> {
  const minutes = parseLength(text);
  if (minutes === null) return wrong(`"${text}" is no number of hours; write it as 37.5 or 37:30`);
  return minutes > most ? wrong(`${text} h is more than there are`) : value(minutes);
}

/** An amount of money, with a point or a comma. */
export function parseMoneyCell(text: string): CellValue<number> {
  const amount = parseDecimal(text);
  return amount === null || amount < 0 ? wrong(`"${text}" is no amount; write it as 14.50`) : value(amount);
}

/** A kind of contract. */
export function parseContractCell(text: string): CellValue<'full-time' | 'part-time' | 'on-call'> {
  const plain = text.toLowerCase().replace(/[^a-z]/g, '');
  if (/^(fulltime|full|ft|permanent)$/.test(plain)) return value('full-time');
  if (/^(parttime|part|pt)$/.test(plain)) return value('part-time');
  if (/^(oncall|casual|zerohours|call|temp|temporary)$/.test(plain)) return value('on-call');
  return wrong(`"${text}" is no contract; there are full-time, part-time and on call`);
}

/** Names in one cell, parted by commas, semicolons, slashes or new lines. */
export function parseListCell(text: string): string[] {
  return [...new Set(text.split(/[,;/\n|]/).map((part) => part.trim()))].filter((part) => part !== '');
}

/** A role in a list of them: its name, and behind `until` the last day of its certificate. */
export function parseRoleCell(
  text: string,
  order: DateOrder,
): CellValue<{ name: string; until: Day | null }> {
  const match = /^(.*?)\s+(?:until|till)\s+(.+)$/i.exec(text);
  if (!match) return value({ name: text, until: null });
  const until = parseDateCell(match[2], order);
  return until.ok ? value({ name: match[1].trim(), until: until.value }) : until;
}

/** A whole day, as written for it. */
const ANY = /^(any ?time|all ?day|any|open|24 ?h|yes)$/i;
const OFF = /^(off|no|none|not|closed|-|–|x|free)$/i;

/**
 * One weekday of availability: `9-17`, `9-13 17-22`, `9-15 rather not 15-20`, `any`, `off`. 23:59 means midnight,
 * so that a night written in two pieces can be joined.
 */
export function parseDayCell(text: string, weekday: number): CellValue<WeekBlock[]> {
  if (OFF.test(text)) return value([]);
  if (ANY.test(text)) return value([{ weekday, from: 0, to: DAY, kind: 'available' }]);
  const read = parseAvailability(text.replace(/23[:.]?59\b/g, '24:00'));
  if (!read.ok) return wrong(`"${text}": ${read.problem.message}`);
  if (read.value.some((block) => block.kind === 'not-available'))
    return wrong(`"${text}": write the hours that are possible, or off`);
  const blocks = read.value.filter((block) => block.weekday === weekday);
  return blocks.length * 7 === read.value.length
    ? value(blocks)
    : wrong(`"${text}": only hours go here, the column names the day`);
}

/** The way back of {@link parseDayCell}, for blocks of one weekday without *not available*. */
export function formatDayCell(blocks: readonly WeekBlock[], format: HourFormat = '24'): string {
  if (blocks.length === 0) return 'off';
  const part = (kind: WeekBlock['kind']) =>
    blocks
      .filter((block) => block.kind === kind)
      .sort((a, b) => a.from - b.from)
      .map(({ from, to }) => (from === 0 && to === DAY ? 'any' : formatTypedSpan(from, to, format)))
      .join(' ');
  const [available, rather] = [part('available'), part('rather-not')];
  if (rather === '') return available;
  // A day that is nothing but rather not is written out, as "any" stands alone.
  return `${available} rather not ${rather.replace('any', '00:00-24:00')}`.trim();
}
