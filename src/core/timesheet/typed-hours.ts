import { breakOf } from '../hours/breaks';
import type { Entry } from '../clock/entries';
import type { Part } from '../clock/counted';
import type { BreakTier } from '../plan/types';
import type { Day } from '../time/day';
import { type HourFormat, formatHours, formatTimeSpan } from '../time/format';
import { parseLength } from '../time/parse-hours';
import { examples, parseSpan } from '../time/parse-time';
import { DAY } from '../time/span';
import type { ZoneClock } from '../time/zone';

/** Hours that were typed, where nobody clocks or besides: a row of a day. */
export interface TypedHours {
  readonly id: string;
  readonly date: Day;
  /** A kind of pay that the site made up; null: regular. */
  readonly kind: string | null;
  /** From when to when, in minutes from the date's midnight; null: only how long is known. */
  readonly span: { readonly from: number; readonly to: number } | null;
  /** How long, in minutes, where no times are known; with times it is worked out from them. Below zero: taken off. */
  readonly minutes: number;
  readonly role: string | null;
  readonly note: string;
  /** A date in a period that is locked, which this puts right; null: it is what was worked on its own date. */
  readonly about: Day | null;
}

/** What can be typed for a day: times or a length. */
export type TypedTimes = Pick<TypedHours, 'span' | 'minutes'>;

/** The longest that can be typed for one row. */
const MOST = DAY;

/**
 * Reads `9-17:30`, `22-6`, `7:30`, `7.5`, `7½ h`. A clock with a colon and no second time is a length. Else what is wrong, in
 * words.
 */
export function parseTypedHours(
  text: string,
  format: HourFormat = '24',
): { readonly ok: true; readonly times: TypedTimes } | { readonly ok: false; readonly message: string } {
  const minutes = parseLength(text);
  if (minutes !== null)
    return minutes > 0 && minutes <= MOST
      ? { ok: true, times: { span: null, minutes } }
      : { ok: false, message: 'A row is between a minute and 24 hours long.' };
  const read = parseSpan(text, [], format);
  if (!read.ok)
    return { ok: false, message: `Type times such as ${examples(format)}, or a length such as 7:30.` };
  return { ok: true, times: { span: { from: read.value.from, to: read.value.to }, minutes: 0 } };
}

/** `9:00–17:30`, or `7½ h`: what was typed, as it is shown. */
export function typedText({ span, minutes }: TypedTimes, format?: HourFormat): string {
  return span ? formatTimeSpan(span.from, span.to, format) : formatHours(minutes);
}

/** Paid minutes of a row: of times what passes between them, less the break by the rule of the site; of a length all of it. */
export function typedMinutes(
  { date, span, minutes }: Pick<TypedHours, 'date' | 'span' | 'minutes'>,
  clock: ZoneClock,
  tiers: readonly BreakTier[],
): number {
  if (!span) return minutes;
  const elapsed = clock.elapsed(date * DAY + span.to) - clock.elapsed(date * DAY + span.from);
  const rest = breakOf(null, elapsed, tiers);
  return elapsed - (rest.paid ? 0 : Math.min(elapsed, rest.minutes));
}

/** Where in a day hours stand of which only the length is known, for what depends on the time of day. */
const WITHOUT_TIMES = 9 * 60;

/**
 * Regular hours that were typed as worked parts of days, so that breaks, overtime and pay are reckoned as of what was clocked. Rows
 * of a kind of its own, and what puts a locked period right, are not among them.
 */
export function withTypedHours(
  entries: readonly Entry[],
  typed: readonly TypedHours[],
  clock: ZoneClock,
  tiers: readonly BreakTier[],
): Entry[] {
  const regular = typed.filter(({ kind, about, minutes }) => kind === null && about === null && minutes >= 0);
  if (regular.length === 0) return [...entries];
  const byDate = new Map(entries.map((entry) => [entry.date, entry]));
  for (const row of regular) {
    const worked = typedMinutes(row, clock, tiers);
    const from = clock.elapsed(row.date * DAY + (row.span?.from ?? WITHOUT_TIMES));
    const to = row.span ? clock.elapsed(row.date * DAY + row.span.to) : from + worked;
    const part: Part = {
      // Only what was worked at is told by it.
      planned:
        row.role === null ? null : { ...NOT_PLANNED, date: row.date, start: from, end: to, role: row.role },
      stints: [],
      spans: [{ from, to }],
      clockedBreak: 0,
      ruleBreak: to - from - worked,
      worked,
    };
    const known = byDate.get(row.date) ?? { ...EMPTY_ENTRY, date: row.date };
    byDate.set(row.date, { ...known, parts: [...known.parts, part], worked: known.worked + worked });
  }
  return [...byDate.values()].sort((a, b) => a.date - b.date);
}

const NOT_PLANNED = { break: null, moreBreak: 0, shift: null };

/** A day on which nothing was clocked. */
export const EMPTY_ENTRY: Omit<Entry, 'date'> = {
  parts: [],
  repeated: [],
  worked: 0,
  roundedBy: 0,
  runningSince: null,
  exceptions: [],
  isByHand: false,
};
