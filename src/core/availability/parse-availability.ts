import type { AvailabilityKind } from '../plan/types';
import { type Reading, type TypedTime, scanSpan, scanTime, formatTypedSpan } from '../time/parse-time';
import { DAY, type Span } from '../time/span';
import { type HourFormat, SHORT_WEEKDAYS, WEEKDAY_NAMES, formatShortSpan } from '../time/format';
import { type WeekBlock, cutWholeDays, drawnWeek } from './week-blocks';

const NAMES = WEEKDAY_NAMES.map((name) => name.toLowerCase());

/**
 * Reads availability as people type it: `Tue 9-17`, `Mon-Fri after 15`, `not Sun`, `rather not Fri after 18`,
 * `weekends 10-22; Mon 9-13 17-22`. A part is weekdays with times behind them; without weekdays it means every
 * day, without times all day. A new part begins with the next weekday behind a time, at `;` and on a new line.
 * `weekend`: the weekdays (0 Monday) that the word means. Otherwise answers what is wrong and where.
 */
export function parseAvailability(text: string, weekend: readonly number[] = [5, 6]): Reading<WeekBlock[]> {
  const blocks: WeekBlock[] = [];
  let offset = 0;
  for (const part of text.split(/[;\n]/)) {
    const read = parseEntry(part, offset, weekend);
    if (!read.ok) return read;
    blocks.push(...read.value);
    offset += part.length + 1;
  }
  return { ok: true, value: blocks };
}

/** One clause while it is read. */
interface Clause {
  readonly kind: AvailabilityKind;
  readonly days: Set<number>;
  readonly spans: Span[];
}

function parseEntry(part: string, offset: number, weekend: readonly number[]): Reading<WeekBlock[]> {
  const clauses: Clause[] = [];
  let clause: Clause | null = null;
  const begin = (kind: AvailabilityKind): Clause => {
    clause = { kind, days: new Set(), spans: [] };
    clauses.push(clause);
    return clause;
  };
  const wrong = (message: string, from: number, to: number) => ({
    ok: false as const,
    problem: { message, at: { from: offset + from, to: offset + to } },
  });
  let at = 0;
  for (;;) {
    at += /^(?:[\s,+&]|and\b)*/i.exec(part.slice(at))![0].length;
    if (at >= part.length) break;
    const rest = part.slice(at);
    const not = /^(rather not|prefer not to|prefer not|not available|not|never|no|off)\b/i.exec(rest);
    if (not) {
      begin(/^(rather|prefer)/i.test(not[0]) ? 'rather-not' : 'not-available');
      at += not[0].length;
      continue;
    }
    const days = scanDays(rest, weekend);
    if (days) {
      const now: Clause = clause ?? begin('available');
      const into = now.spans.length > 0 ? begin('available') : now;
      for (const day of days.days) into.days.add(day);
      at += days.length;
      continue;
    }
    const all = /^(any ?time|all day|available|open|the|on|at)\b/i.exec(rest);
    if (all) {
      if (/^(any|all)/i.test(all[0])) (clause ?? begin('available')).spans.push({ from: 0, to: DAY });
      else if (!clause) begin('available');
      at += all[0].length;
      continue;
    }
    const side = /^(after|from|before|until|till)\s+/i.exec(rest);
    if (side) {
      const time = scanTime(part, at + side[0].length);
      if (!time)
        return wrong(`"${side[1]}" needs a time, as in "${side[1]} 15"`, at, at + side[0].trimEnd().length);
      if (!time.reading.ok) return moved(time.reading, offset);
      const minute = likely(time.reading.value);
      const span = /^(after|from)/i.test(side[1]) ? { from: minute, to: DAY } : { from: 0, to: minute };
      if (span.from >= span.to)
        return wrong('there is no time left in that', at, at + side[0].length + time.length);
      (clause ?? begin('available')).spans.push(span);
      at += side[0].length + time.length;
      continue;
    }
    const span = scanSpan(part, at, []);
    if (!span) {
      const word = /^\S+/.exec(rest)![0];
      return wrong(`"${word}" is no weekday and no time`, at, at + word.length);
    }
    if (!span.reading.ok) return moved(span.reading, offset);
    const { from, to } = span.reading.value;
    (clause ?? begin('available')).spans.push({ from, to });
    at += span.length;
  }
  return { ok: true, value: clauses.flatMap(blocksOfClause) };
}

function blocksOfClause({ kind, days, spans }: Clause): WeekBlock[] {
  const weekdays = days.size > 0 ? [...days].sort((a, b) => a - b) : [0, 1, 2, 3, 4, 5, 6];
  const times = spans.length > 0 ? spans : [{ from: 0, to: DAY }];
  return weekdays.flatMap((weekday) => times.map(({ from, to }) => ({ weekday, from, to, kind })));
}

function moved(
  reading: Extract<Reading<unknown>, { ok: false }>,
  offset: number,
): Extract<Reading<never>, { ok: false }> {
  const { message, at } = reading.problem;
  return { ok: false, problem: { message, at: { from: at.from + offset, to: at.to + offset } } };
}

/** A single time without am or pm: 1 to 6 are of the afternoon, as nobody begins to be free at 3 at night. */
function likely({ minute, form }: TypedTime): number {
  return form === 'open' && minute > 0 && minute < 7 * 60 ? minute + DAY / 2 : minute;
}

function scanDays(text: string, weekend: readonly number[]): { days: number[]; length: number } | null {
  const word = /^(every ?day|daily|all week|weekdays|workdays|weekends?)\b/i.exec(text);
  if (word) {
    const name = word[0].toLowerCase();
    const all = [0, 1, 2, 3, 4, 5, 6];
    const days = name.startsWith('weekend')
      ? all.filter((day) => weekend.includes(day))
      : /^(weekdays|workdays)$/.test(name)
        ? all.filter((day) => !weekend.includes(day))
        : all;
    return { days, length: word[0].length };
  }
  const first = scanDay(text);
  if (!first) return null;
  const dash = /^\s*(?:-|–|to)\s*/i.exec(text.slice(first.length));
  const second = dash ? scanDay(text.slice(first.length + dash[0].length)) : null;
  if (!dash || !second) return { days: [first.day], length: first.length };
  const days: number[] = [];
  for (let day = first.day; ; day = (day + 1) % 7) {
    days.push(day);
    if (day === second.day) break;
  }
  return { days, length: first.length + dash[0].length + second.length };
}

function scanDay(text: string): { day: number; length: number } | null {
  const word = /^\p{L}+/u.exec(text)?.[0].toLowerCase() ?? '';
  const bare = word.replace(/s$/, '');
  if (bare.length < 2) return null;
  const day = NAMES.findIndex((name) => name.startsWith(word) || name === bare || name.startsWith(bare));
  return day < 0 ? null : { day, length: word.length };
}

/** A week's blocks in one line, as they could be typed: `Mon–Fri 9–17; rather not Sat; not Sun`. */
export function formatAvailability(blocks: readonly WeekBlock[], format: HourFormat = '24'): string {
  if (blocks.length === 0) return 'any time';
  const parts: string[] = [];
  const cut = cutWholeDays(blocks);
  for (const kind of ['available', 'rather-not', 'not-available'] as const) {
    const byText = new Map<string, number[]>();
    for (let day = 0; day < 7; day++) {
      const mine = cut.filter((block) => block.kind === kind && block.weekday === day);
      if (mine.length === 0) continue;
      const spans = [...mine]
        .sort((a, b) => a.from - b.from)
        .map(({ from, to }) => spanText(from, to, format));
      const text = spans.filter(Boolean).join(' ');
      byText.set(text, [...(byText.get(text) ?? []), day]);
    }
    const before = kind === 'available' ? '' : kind === 'rather-not' ? 'rather not ' : 'not ';
    for (const [text, days] of byText)
      parts.push(`${before}${daysText(days)}${text ? ` ${text}` : ''}`.trim());
  }
  return parts.join('; ');
}

function spanText(from: number, to: number, format: HourFormat): string {
  if (from === 0 && to === DAY) return '';
  if (to === DAY) return `after ${exact(from, format)}`;
  if (from === 0) return `before ${exact(to, format)}`;
  return formatTypedSpan(from, to, format);
}

/** A time that is read as what it is: with its minutes, and a leading 0 in the morning. */
function exact(minute: number, format: HourFormat): string {
  const [start] = formatShortSpan(minute, minute, format).split('–');
  return format === '24' && minute > 0 && minute < 7 * 60
    ? start.padStart(start.includes(':') ? 5 : 2, '0')
    : start;
}

function daysText(days: readonly number[]): string {
  if (days.length === 7) return 'daily';
  const parts: string[] = [];
  for (let i = 0; i < days.length;) {
    let j = i;
    while (j + 1 < days.length && days[j + 1] === days[j] + 1) j++;
    parts.push(
      j - i >= 2
        ? `${SHORT_WEEKDAYS[days[i]]}-${SHORT_WEEKDAYS[days[j]]}`
        : days
            .slice(i, j + 1)
            .map((d) => SHORT_WEEKDAYS[d])
            .join(', '),
    );
    i = j + 1;
  }
  return parts.join(', ');
}

/** Minutes of each weekday in which a person could work by these blocks; all of it where nothing was said. */
export function minutesByWeekday(blocks: readonly WeekBlock[]): number[] {
  const named = blocks.some((block) => block.kind === 'available');
  return drawnWeek(blocks).map((pieces) => {
    const length = (kind: AvailabilityKind) =>
      pieces.reduce((total, piece) => total + (piece.value === kind ? piece.to - piece.from : 0), 0);
    return named ? length('available') + length('rather-not') : DAY - length('not-available');
  });
}
