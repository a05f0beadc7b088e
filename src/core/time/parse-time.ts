import { DAY, type Span } from './span';
import { type HourFormat, formatClock, formatShortSpan, formatTimeSpan } from './format';

/**
 * Reads times as people type them: `9am`, `9 am`, `9a`, `0900`, `630`, `9.30`, `17`, `5p`, `12a`, `9-5`,
 * `9–17:30`, `22-6`. Without am or pm a time may be meant 12 hours later; which one, only its span tells.
 */

/**
 * A typed time: the minute as typed, and how it was typed. `open` may be meant 12 hours later, `24` shows the
 * 24-hour clock (13 and later, 0, or a leading 0), `half` has am or pm.
 */
export interface TypedTime {
  readonly minute: number;
  readonly form: 'open' | '24' | 'half';
}

/** What is wrong in a typed text, and the characters it is about. */
export interface TextProblem {
  readonly message: string;
  readonly at: Span;
}

export type Reading<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: TextProblem };

/** What a place's people take for granted when they type times. */
export interface TimeHabits {
  /** When the place is open that day; empty: nobody said. */
  readonly openHours?: readonly Span[];
  /** How examples in messages are written; 24 unless said. */
  readonly format?: HourFormat;
  /** The start of the span before it on the same day: `9-1 2-6` goes on at 14:00. */
  readonly after?: number;
}

const WORD = /^(?:12\s*)?(noon|midday|midnight)(?![\p{L}\d])/iu;
const TIME =
  /^(\d{1,4})(?:\s*[:.h]\s*(\d{1,2})(?::00)?|\s?([¼½¾]))?(?:\s*([ap])(?:\.?\s?m\.?)?(?![\p{L}\d])|\s*(?:h|hrs?|hours?|o['’]?clock)(?![\p{L}\d]))?/iu;
const QUARTERS: Readonly<Record<string, number>> = { '¼': 15, '½': 30, '¾': 45 };

/** A time at the start of `text`, with the number of characters it takes. Null: no time begins there. */
export function scanTime(text: string, offset = 0): { length: number; reading: Reading<TypedTime> } | null {
  const word = WORD.exec(text.slice(offset));
  if (word) return found(word[0].length, /night/i.test(word[0]) ? 0 : DAY / 2, 'half');
  const match = TIME.exec(text.slice(offset));
  if (!match) return null;
  const [whole, digits, minutes, quarter, half] = match;
  const length = whole.length;
  const wrong = (message: string) => ({
    length,
    reading: { ok: false as const, problem: { message, at: { from: offset, to: offset + length } } },
  });
  const joined = digits.length > 2;
  if (joined && (minutes ?? quarter) !== undefined) return wrong(`"${whole}" has minutes twice`);
  if (minutes !== undefined && minutes.length === 1) return wrong(`"${whole}": minutes have two digits`);
  const hour = Number(joined ? digits.slice(0, -2) : digits);
  const minute = joined ? Number(digits.slice(-2)) : quarter ? QUARTERS[quarter] : Number(minutes ?? 0);
  if (minute > 59) return wrong(`"${whole}": there is no minute ${minute}`);
  if (half) {
    if (hour < 1 || hour > 12) return wrong(`"${whole}": am and pm go with 1 to 12`);
    const base = (hour % 12) * 60 + minute;
    return found(length, base + (half.toLowerCase() === 'p' ? DAY / 2 : 0), 'half');
  }
  if (hour > 24 || (hour === 24 && minute > 0)) return wrong(`"${whole}": there is no hour ${hour}`);
  const exact = hour > 12 || hour === 0 || (digits.length % 2 === 0 && digits.startsWith('0'));
  return found(length, hour * 60 + minute, exact ? '24' : 'open');
}

function found(length: number, minute: number, form: TypedTime['form']) {
  return { length, reading: { ok: true as const, value: { minute, form } } };
}

/**
 * A typed time as a minute inside a span: as typed, 12 h later where that was left open, or the next day. `edge` says
 * which end of the span may be meant. Null: no such time, or none inside.
 */
export function parseTimeWithin(
  text: string,
  { from, to }: Span,
  format: HourFormat,
  edge: 'start' | 'end' | 'neither' = 'start',
): number | null {
  const trimmed = text.trim();
  const found = scanTime(trimmed);
  if (!found?.reading.ok || found.length < trimmed.length) return null;
  const { minute, form } = found.reading.value;
  const later = form === 'open' && (format === '12' || minute < DAY / 2);
  const halves = later ? [minute, minute + DAY / 2] : [minute];
  const isInside = (at: number) =>
    (edge === 'start' ? at >= from : at > from) && (edge === 'end' ? at <= to : at < to);
  return [...halves, ...halves.map((at) => at + DAY)].find(isInside) ?? null;
}

/** A span that is meant, and another of the same length that could be. */
export interface MeantSpan extends Span {
  readonly other: Span | null;
}

/**
 * The span meant by two typed times. Of up to four readings (each end as typed or 12 h later): the shortest
 * that lies within opening hours, else the shortest that ends the same day, else the shortest past midnight.
 * On a tie the one nearest to what was typed counts and the other is returned beside it. Where one end shows
 * the 24-hour clock, so does the other if that ends the same day: 9-22 is no single hour of the evening.
 * A span that would begin before the one before it (`after`) is read as after it, if it can be.
 * Null: no length.
 */
export function meantSpan(
  start: TypedTime,
  end: TypedTime,
  openHours: readonly Span[],
  after = 0,
): MeantSpan | null {
  const clock24 = start.form === '24' || end.form === '24';
  if (clock24 && start.form !== 'half' && end.form !== 'half' && start.minute < end.minute)
    return { from: start.minute, to: end.minute, other: null };
  const readings: MovedSpan[] = [];
  for (const from of choices(start)) {
    if (from.minute >= DAY) continue;
    for (const to of choices(end)) {
      if (to.minute % DAY === from.minute) continue;
      readings.push({
        from: from.minute,
        to: to.minute > from.minute ? to.minute : to.minute + DAY,
        moved: from.moved + to.moved,
      });
    }
  }
  const meant = likeliest(readings, openHours);
  if (!meant || meant.from >= after) return meant;
  return (
    likeliest(
      readings.filter(({ from }) => from >= after),
      openHours,
    ) ?? meant
  );
}

interface MovedSpan extends Span {
  /** How many of its ends are 12 hours from what was typed. */
  readonly moved: number;
}

function likeliest(readings: readonly MovedSpan[], openHours: readonly Span[]): MeantSpan | null {
  const inside = (span: Span) => openHours.some((hours) => hours.from <= span.from && span.to <= hours.to);
  for (const group of [readings.filter(inside), readings.filter((r) => r.to <= DAY), readings]) {
    if (group.length === 0) continue;
    const [first, second] = [...group].sort((a, b) => a.to - a.from - (b.to - b.from) || a.moved - b.moved);
    const tie = second && second.to - second.from === first.to - first.from;
    return {
      from: first.from,
      to: first.to,
      other: tie ? { from: second.from, to: second.to } : null,
    };
  }
  return null;
}

function choices({ minute, form }: TypedTime): { minute: number; moved: number }[] {
  const typed = { minute, moved: 0 };
  return form === 'open' && minute <= DAY / 2 + 59
    ? [typed, { minute: minute + DAY / 2, moved: 1 }]
    : [typed];
}

/** What stands between the start and the end of a span. */
export const DASH = /^\s*(?:[-–—−‒―‐‑~→]+>?|(?:(?:un|['’])?till?|to|thru|through)(?!\p{L}))\s*/iu;
const BETWEEN = /^\s*and\s+/i;
const OPENING = /^open(?:ing)?(?![\p{L}\d])/iu;
const CLOSING = /^clos(?:e|ing)(?![\p{L}\d])/iu;

/** From the first opening to the last closing of days: what is taken for open where no weekday is known. */
export function widestHours(days: readonly (readonly Span[])[] | null): Span[] {
  const all = (days ?? []).flat();
  if (all.length === 0) return [];
  return [{ from: Math.min(...all.map(({ from }) => from)), to: Math.max(...all.map(({ to }) => to)) }];
}

/** A span as it would be typed, for messages. */
export function sampleSpan(format: HourFormat = '24'): string {
  return format === '12' ? '9a-5p' : '9-17';
}

/**
 * A span at a place of `text`, as {@link scanTime} reads its ends; `open` and `close` are the ends of the opening
 * hours. Null: none begins there.
 */
export function scanSpan(
  text: string,
  offset: number,
  { openHours = [], format = '24', after = 0 }: TimeHabits,
): { length: number; reading: Reading<MeantSpan> } | null {
  const lead = /^(?:from|between)\s+/i.exec(text.slice(offset))?.[0] ?? '';
  const dashes = /^b/i.test(lead) ? BETWEEN : DASH;
  const first = offset + lead.length;
  const opening = OPENING.exec(text.slice(first));
  const isOpening = opening !== null && dashes.test(text.slice(first + opening[0].length));
  const start = isOpening ? edgeOf(opening[0], first, openHours, 'from') : scanTime(text, first);
  if (!start) return null;
  let at = first + start.length;
  if (!start.reading.ok) return { length: at - offset, reading: start.reading };
  const dash = dashes.exec(text.slice(at));
  const wrong = (message: string, from: number, to: number) => ({
    length: Math.max(at - offset, 1),
    reading: { ok: false as const, problem: { message, at: { from, to } } },
  });
  const sample = sampleSpan(format);
  if (!dash) return wrong(`a start and an end are needed, as in ${sample}`, offset, at);
  const dashAt = at;
  at += dash[0].length;
  const closing = CLOSING.exec(text.slice(at));
  const end = closing ? edgeOf(closing[0], at, openHours, 'to') : scanTime(text, at);
  if (!end) return wrong(`the end is missing, as in ${sample}`, dashAt, Math.max(text.length, dashAt + 1));
  const endAt = at;
  at += end.length;
  if (!end.reading.ok) return { length: at - offset, reading: end.reading };
  const [from, to] = [start.reading.value, end.reading.value];
  // Until closing is from the hour that was typed, where the place is open then.
  const typed = closing && openHours.find((hours) => hours.from <= from.minute && from.minute < hours.to);
  const span = meantSpan(typed ? { ...from, form: '24' } : from, to, openHours, after);
  if (!span)
    return wrong('it begins and ends at the same time, so it has no length', offset, endAt + end.length);
  return { length: at - offset, reading: { ok: true, value: span } };
}

/** When the place opens or closes, as a typed time that means nothing else. */
function edgeOf(word: string, at: number, openHours: readonly Span[], edge: keyof Span) {
  const isKnown = openHours.length > 0 && !openHours.some(({ from, to }) => to - from >= DAY);
  if (!isKnown)
    return {
      length: word.length,
      reading: {
        ok: false as const,
        problem: {
          message: `“${word}”: no opening hours are known for it`,
          at: { from: at, to: at + word.length },
        },
      },
    };
  const ends = openHours.map((hours) => hours[edge]);
  return found(word.length, edge === 'from' ? Math.min(...ends) : Math.max(...ends), 'half');
}

/**
 * Reads a whole text as one span; what is left open is meant as it fits the opening hours.
 *
 * @example
 * parseSpan('9-17'); // { ok: true, value: { from: 540, to: 1020, … } }
 * parseSpan('9-1x'); // { ok: false, problem: { message: …, at: { from: 2, to: 4 } } }
 */
export function parseSpan(
  text: string,
  openHours: readonly Span[] = [],
  format: HourFormat = '24',
): Reading<MeantSpan> {
  const offset = text.length - text.trimStart().length;
  const found = scanSpan(text, offset, { openHours, format });
  const end = text.trimEnd().length;
  if (!found) return { ok: false, problem: { message: 'no time here', at: { from: offset, to: end } } };
  if (found.reading.ok && offset + found.length < end)
    return {
      ok: false,
      problem: { message: 'cannot be read', at: { from: offset + found.length, to: end } },
    };
  return found.reading;
}

/**
 * A span as one would type it, so that it is read again as what it is: short where that will do, else with
 * minutes and leading zeros, else with am and pm. `openHours` null: wherever it is read again.
 */
export function formatTypedSpan(
  from: number,
  to: number,
  format: HourFormat,
  openHours: readonly Span[] | null = [],
): string {
  const half = formatTimeSpan(from, to, '12').replace('–', '-');
  const short = formatShortSpan(from, to, format).replace('–', '-');
  const ways = [
    to === DAY ? short.replace(/-0$/, '-24') : short,
    // With a leading zero it is the 24-hour clock's.
    short.replace(/^(\d)(?!\d)/, '0$1'),
    `${formatClock(from)}-${formatClock(to)}`,
    half,
  ];
  // Read where it is open just at the other hours it could mean, it must still mean these.
  const shifted = [0, DAY / 2].flatMap((a) =>
    [0, DAY / 2, DAY].map((b) => ({ from: (from + a) % DAY, to: ((from + a) % DAY) + to - from + b })),
  );
  const places = openHours ? [openHours] : [[], ...shifted.map((hours) => [hours])];
  const isRead = (text: string, open: readonly Span[]) => {
    const read = parseSpan(text, open);
    return read.ok && read.value.from === from && read.value.to === to;
  };
  return ways.find((text) => places.every((open) => isRead(text, open))) ?? half;
}

/** Examples of what is read, in the given hour format. */
export function examples(format: HourFormat): string {
  const sample = [formatTimeSpan(540, 1020, format), format === '24' ? '9-17' : '9-5p', '0900-1730'];
  return sample.join(', ');
}
