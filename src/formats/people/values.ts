import { normalized } from '@/core/availability/normalize';
import { parseAvailability } from '@/core/availability/parse-availability';
import type { WeekBlock } from '@/core/availability/week-blocks';
import { type Day, WEEKDAYS } from '@/core/time/day';
import { type DateOrder, parseTypedDate } from '@/core/time/typed-date';
import { parseDecimal, parseLength } from '@/core/time/parse-hours';
import { DAY, type Span } from '@/core/time/span';
import { formatTypedSpan } from '@/core/time/parse-time';
import type { HourFormat } from '@/core/time/format';

/** A cell that was read, or in words why it cannot be. */
export type CellValue<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly message: string };

const value = <T>(read: T): CellValue<T> => ({ ok: true, value: read });
const wrong = (message: string): CellValue<never> => ({ ok: false, message });

/** Hours of a week, or of a day, as minutes: `37.5` and `37:30` are 2250. */
export function parseHoursCell(text: string, most: number): CellValue<number> {
  const minutes = parseLength(text);
  if (minutes === null) return wrong(`"${text}" is no number of hours; write it as 37.5 or 37:30`);
  return minutes > most ? wrong(`${text} h is more than there are`) : value(minutes);
}

/** An amount of money, with a point or a comma: `14,50` is 14.5. */
export function parseMoneyCell(text: string): CellValue<number> {
  const amount = parseDecimal(text);
  return amount === null || amount < 0 ? wrong(`"${text}" is no amount; write it as 14.50`) : value(amount);
}

/** A kind of contract: `Part time`, `pt` and `part-time` are the same. */
export function parseContractCell(text: string): CellValue<'full-time' | 'part-time' | 'on-call'> {
  const plain = text.toLowerCase().replace(/[^a-z]/g, '');
  if (/^(fulltime|full|ft|permanent)$/.test(plain)) return value('full-time');
  if (/^(parttime|part|pt)$/.test(plain)) return value('part-time');
  if (/^(oncall|casual|zerohours|call|temp|temporary)$/.test(plain)) return value('on-call');
  return wrong(`"${text}" is no contract; there are full-time, part-time and on call`);
}

/** Names in one cell, parted by commas, semicolons, slashes or new lines: `keys; first aid`. */
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
  const until = parseTypedDate(match[2], order);
  return until.ok ? value({ name: match[1].trim(), until: until.value }) : until;
}

/** A whole day, as written for it. */
const ANY = /^(any ?time|all ?day|any|open|24 ?h|yes)$/i;
const OFF = /^(off|no|none|not|closed|-|–|x|free)$/i;

/**
 * One weekday of availability: `9-17`, `9-13 17-22`, `9-15 rather not 15-20`, `any`, `off`. 23:59 means midnight,
 * so that a night written in two pieces can be joined.
 */
export function parseDayCell(
  text: string,
  weekday: number,
  openHours: readonly Span[] = [],
): CellValue<WeekBlock[]> {
  if (OFF.test(text)) return value([]);
  if (ANY.test(text)) return value([{ weekday, from: 0, to: DAY, kind: 'available' }]);
  const read = parseAvailability(text.replace(/23[:.]?59\b/g, '24:00'), { openHours });
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
      .map(({ from, to }) => (from === 0 && to === DAY ? 'any' : formatTypedSpan(from, to, format, null)))
      .join(' ');
  const [available, rather] = [part('available'), part('rather-not')];
  if (rather === '') return available;
  // A day that is nothing but rather not is written out, as "any" stands alone.
  return `${available} rather not ${rather.replace('any', '00:00-24:00')}`.trim();
}

/** A whole week of availability as people write it, by weekday (0 Monday): `Mon-Fri 9-5, Sat off`, `any time except Tue`. */
export function parseWeekCell(
  text: string,
  openHours: readonly Span[] = [],
): CellValue<ReadonlyMap<number, readonly WeekBlock[]>> {
  const read = parseAvailability(text, { openHours });
  if (!read.ok) return wrong(`"${text}": ${read.problem.message}`);
  const blocks = normalized(read.value);
  return value(new Map(WEEKDAYS.map((_, day) => [day, blocks.filter(({ weekday }) => weekday === day)])));
}
