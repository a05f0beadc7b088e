import { plainText } from '@/core/plain-text';
import { type Day, formatDate, parseDate, weekdayOf } from '@/core/time/day';
import { WEEKDAY_NAMES } from '@/core/time/format';
import { type DateOrder, isDayFirst, monthNumber, parseTypedDate } from '@/core/time/typed-date';

/** What a column of a table of shifts can mean, besides a day. */
export const SHIFT_FIELDS = [
  { id: 'date', name: 'Date', heads: ['day', 'shift date', 'on'] },
  {
    id: 'person',
    name: 'Person',
    heads: [
      ...['name', 'employee', 'staff', 'who', 'staff name', 'employee name', 'team member', 'full name'],
      ...['worker', 'staff member'],
    ],
  },
  {
    id: 'number',
    name: 'Number',
    heads: ['no', 'nr', 'id', 'staff no', 'staff number', 'employee no', 'employee number', 'payroll no'],
  },
  { id: 'role', name: 'Role', heads: ['position', 'job', 'job title', 'skill', 'department', 'duty'] },
  { id: 'start', name: 'Start', heads: ['from', 'start time', 'in', 'begin', 'begins', 'starts', 'time in'] },
  { id: 'end', name: 'End', heads: ['to', 'end time', 'out', 'finish', 'until', 'till', 'ends', 'time out'] },
  { id: 'times', name: 'Times', heads: ['time', 'shift', 'shift time', 'shift times', 'when', 'hours'] },
  { id: 'break', name: 'Break (min)', heads: ['break', 'breaks', 'break min', 'break minutes', 'pause'] },
  { id: 'label', name: 'Label', heads: ['title', 'shift name'] },
  { id: 'station', name: 'Station', heads: ['section', 'place', 'where'] },
  { id: 'note', name: 'Note', heads: ['notes', 'comment', 'comments', 'remarks'] },
] as const;

export type ShiftField = (typeof SHIFT_FIELDS)[number]['id'];

/** What a column means: a field, a day as `on:2026-11-23`, or null. */
export type ShiftMeaning = string | null;

/** The meaning of a column that holds a day's times. */
export function dayMeaning(day: Day): ShiftMeaning {
  return `on:${formatDate(day)}`;
}

/** The day that a column holds the times of; null: it is another. */
export function dayOfMeaning(meaning: ShiftMeaning): Day | null {
  return meaning?.startsWith('on:') ? parseDate(meaning.slice(3)) : null;
}

const WEEKDAYS_IN_FULL = WEEKDAY_NAMES.map((name) => name.toLowerCase());
/** How far from the week that is looked at a head such as `Mon 23` is looked for, in days. */
const NEAR = 200;

/**
 * The day a head names: a date, a weekday of the week that begins on `week`, or a weekday or month with a day's number,
 * which is looked for near that week. Null: it names none.
 */
export function dayOfHead(head: string, week: Day, order: DateOrder): Day | null {
  const text = head.trim();
  const typed = parseTypedDate(text, order);
  if (typed.ok) return typed.value;
  const words = plainText(text)
    .replace(/(\d)(?:st|nd|rd|th)\b/g, '$1')
    .split(' ')
    .filter(Boolean);
  if (words.length === 0 || words.length > 6) return null;
  let weekday: number | null = null;
  let month: number | null = null;
  const numbers: number[] = [];
  let others = 0;
  for (const word of words) {
    const named = word.length < 2 ? -1 : WEEKDAYS_IN_FULL.findIndex((name) => name.startsWith(word));
    const inYear = /^[a-z]+$/.test(word) ? monthNumber(word) : 0;
    if (/^\d{1,2}$/.test(word)) numbers.push(Number(word));
    else if (inYear > 0) month = inYear;
    else if (named >= 0) weekday = named;
    else if (!/^\d{4}$/.test(word)) others++;
  }
  if (numbers.length === 2 && month === null) {
    const [first, second] = numbers;
    const dayFirst = isDayFirst(first, second, text, order);
    month = dayFirst ? second : first;
    numbers.splice(0, 2, dayFirst ? first : second);
  }
  // Beside a weekday with its number a holiday may be named; beside less it is another head.
  if (others > 0 && (weekday === null || numbers.length !== 1)) return null;
  if (numbers.length > 1 || (weekday === null && (numbers.length === 0 || month === null))) return null;
  const fits = (day: Day) =>
    (weekday === null || weekdayOf(day) === weekday) &&
    (numbers.length === 0 || Number(formatDate(day).slice(8)) === numbers[0]) &&
    (month === null || Number(formatDate(day).slice(5, 7)) === month);
  // The week itself first, then further and further from it.
  for (let i = 0; i < 7; i++) if (fits(week + i)) return week + i;
  for (let i = 1; i <= NEAR; i++) {
    if (fits(week + 6 + i)) return week + 6 + i;
    if (fits(week - i)) return week - i;
  }
  return null;
}

/** What columns mean, guessed from their heads. No meaning is given twice. */
export function guessShiftColumns(
  heads: readonly string[],
  week: Day,
  order: DateOrder,
  known: ReadonlyMap<string, string> = new Map(),
): ShiftMeaning[] {
  const taken = new Set<string>();
  const meanings = heads.map((head) => {
    const plain = plainText(head);
    const field = SHIFT_FIELDS.find(
      ({ id, name, heads: others }) =>
        plainText(name) === plain || id === plain || (others as readonly string[]).includes(plain),
    );
    const day = field ? null : dayOfHead(head, week, order);
    const meaning =
      plain === '' ? null : (known.get(plain) ?? field?.id ?? (day === null ? null : dayMeaning(day)));
    if (meaning === null || taken.has(meaning)) return null;
    taken.add(meaning);
    return meaning;
  });
  // Where days have columns of their own, hours and dates beside them are sums and the like.
  const isWide = meanings.some((meaning) => dayOfMeaning(meaning) !== null);
  return isWide ? meanings.map((meaning) => (OF_LISTS.has(meaning) ? null : meaning)) : meanings;
}

/** Fields that only a row for each shift has. */
const OF_LISTS: ReadonlySet<ShiftMeaning> = new Set<ShiftField>(['date', 'start', 'end', 'times']);

/** Whether columns can be read: times of days, or each row's own date with its times. */
export function canBeRead(columns: readonly ShiftMeaning[]): boolean {
  const has = (id: ShiftField) => columns.includes(id);
  return (
    columns.some((meaning) => dayOfMeaning(meaning) !== null) ||
    ((has('date') || has('start')) && (has('times') || (has('start') && has('end'))))
  );
}

/** How far down the heads are looked for: above them stand a title, the week, and the like. */
const HEADS_WITHIN = 15;

/** The line that holds the heads, by what it names most of; -1: none does. */
export function findHeads(
  lines: readonly { readonly cells: readonly string[] }[],
  week: Day,
  order: DateOrder,
): number {
  let best = -1;
  let most = 1;
  lines.slice(0, HEADS_WITHIN).forEach(({ cells }, i) => {
    const found = guessShiftColumns(cells, week, order).filter((meaning) => meaning !== null).length;
    if (found > most) [best, most] = [i, found];
  });
  return best;
}
