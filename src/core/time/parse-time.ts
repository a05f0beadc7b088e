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

const TIME = /^(\d{1,4})(?:\s*[:.h]\s*(\d{1,2}))?(?:\s*([ap])(?:\.?\s?m\.?)?(?![\p{L}\d]))?/iu;

/** A time at the start of `text`, with the number of characters it takes. Null: no time begins there. */
export function scanTime(text: string, offset = 0): { length: number; reading: Reading<TypedTime> } | null {
  const match = TIME.exec(text.slice(offset));
  if (!match) return null;
  const [whole, digits, minutes, half] = match;
  const length = whole.length;
  const wrong = (message: string) => ({
    length,
    reading: { ok: false as const, problem: { message, at: { from: offset, to: offset + length } } },
  });
  const joined = digits.length > 2;
  if (joined && minutes !== undefined) return wrong(`"${whole}" has minutes twice`);
  if (minutes !== undefined && minutes.length === 1) return wrong(`"${whole}": minutes have two digits`);
  const hour = Number(joined ? digits.slice(0, -2) : digits);
  const minute = Number(joined ? digits.slice(-2) : (minutes ?? 0));
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
 * Null: no length.
 */
export function meantSpan(start: TypedTime, end: TypedTime, openHours: readonly Span[]): MeantSpan | null {
  const clock24 = start.form === '24' || end.form === '24';
  if (clock24 && start.form !== 'half' && end.form !== 'half' && start.minute < end.minute)
    return { from: start.minute, to: end.minute, other: null };
  const readings: (Span & { moved: number })[] = [];
  for (const from of choices(start)) {
    if (from.minute >= DAY) continue;
    for (const to of choices(end)) {
      const same = to.minute % DAY === from.minute;
      if (same) continue;
      readings.push({
        from: from.minute,
        to: to.minute > from.minute ? to.minute : to.minute + DAY,
        moved: from.moved + to.moved,
      });
    }
  }
  const inside = (span: Span) => openHours.some((hours) => hours.from <= span.from && span.to <= hours.to);
  for (const group of [readings.filter(inside), readings.filter((r) => r.to <= DAY), readings]) {
    if (group.length === 0) continue;
    group.sort((a, b) => a.to - a.from - (b.to - b.from) || a.moved - b.moved);
    const [first, second] = group;
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

const DASH = /^\s*(?:-|–|—|−|to|until)\s*/i;

/** A span at a place of `text`, as {@link scanTime} reads its ends. Null: none begins there. */
export function scanSpan(
  text: string,
  offset: number,
  openHours: readonly Span[],
): { length: number; reading: Reading<MeantSpan> } | null {
  const start = scanTime(text, offset);
  if (!start) return null;
  let at = offset + start.length;
  if (!start.reading.ok) return { length: start.length, reading: start.reading };
  const dash = DASH.exec(text.slice(at));
  const wrong = (message: string, from: number, to: number) => ({
    length: Math.max(at - offset, 1),
    reading: { ok: false as const, problem: { message, at: { from, to } } },
  });
  if (!dash) return wrong('a start and an end are needed, as in 9-17', offset, at);
  const dashAt = at;
  at += dash[0].length;
  const end = scanTime(text, at);
  if (!end) return wrong('the end is missing, as in 9-17', dashAt, Math.max(text.length, dashAt + 1));
  const endAt = at;
  at += end.length;
  if (!end.reading.ok) return { length: at - offset, reading: end.reading };
  const span = meantSpan(start.reading.value, end.reading.value, openHours);
  if (!span) return wrong('the shift has no length', offset, endAt + end.length);
  return { length: at - offset, reading: { ok: true, value: span } };
}

/**
 * Reads a whole text as one span; what is left open is meant as it fits the opening hours.
 *
 * @example
 * parseSpan('9-17'); // { ok: true, value: { from: 540, to: 1020, … } }
 * parseSpan('9-1x'); // { ok: false, problem: { message: …, at: { from: 2, to: 4 } } }
 */
export function parseSpan(text: string, openHours: readonly Span[] = []): Reading<MeantSpan> {
  const offset = text.length - text.trimStart().length;
  const found = scanSpan(text, offset, openHours);
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
 * minutes and leading zeros, else with am and pm.
 */
export function formatTypedSpan(
  from: number,
  to: number,
  format: HourFormat,
  openHours: readonly Span[] = [],
): string {
  const half = formatTimeSpan(from, to, '12').replace('–', '-');
  const short = formatShortSpan(from, to, format).replace('–', '-');
  const ways = [
    to === DAY ? short.replace(/-0$/, '-24') : short,
    `${formatClock(from)}-${formatClock(to)}`,
    half,
  ];
  return (
    ways.find((text) => {
      const read = parseSpan(text, openHours);
      return read.ok && read.value.from === from && read.value.to === to;
    }) ?? half
  );
}

/** Examples of what is read, in the given hour format. */
export function examples(format: HourFormat): string {
  const sample = [formatTimeSpan(540, 1020, format), format === '24' ? '9-17' : '9-5p', '0900-1730'];
  return sample.join(', ');
}
