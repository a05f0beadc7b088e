import * as loaded from 'rrule';
import { type Result, fail } from '../plan/problem';
import type { Day } from '../time/day';

/**
 * The one place that knows how recurrence rules are read (RFC 5545, section 3.3.10). Dates are calendar dates:
 * they go in and come out as midnights of UTC, so that no time zone has a say in them.
 */
type Library = typeof loaded;
// Some loaders give the library's names, others only the whole of it.
const { RRule } = ('RRule' in loaded ? loaded : (loaded as { default: Library }).default) as Library;

const MS = 86_400_000;
/** The Gregorian calendar repeats after 400 years, to the weekday. */
const CYCLE_YEARS = 400;
const CYCLE_DAYS = 146_097;
/** The library looks for dates up to the year 9999, however long that takes: near it, it gives up soon. */
const LAST_START_YEAR = 9600;

/** A rule while it is read: values of each part by its name. */
type Parts = ReadonlyMap<string, readonly string[]>;

/** Whether a part's values are sound, and if not why. */
const VALUES: Readonly<Record<string, (values: readonly string[], parts: Parts) => string | null>> = {
  FREQ: single,
  INTERVAL: (values) => numbers(values, 1, 999) ?? single(values),
  COUNT: (values) => numbers(values, 1, 9999) ?? single(values),
  UNTIL: ([value], parts) =>
    parts.has('COUNT')
      ? 'and COUNT cannot both be said'
      : isDate(value)
        ? null
        : 'is a date such as 20271231',
  WKST: (values) =>
    values.every((value) => WEEKDAY.test(value)) ? single(values) : 'is a weekday such as MO',
  BYMONTH: (values) => numbers(values, 1, 12),
  BYMONTHDAY: (values, parts) =>
    parts.get('FREQ')![0] === 'WEEKLY'
      ? 'cannot be said of weeks'
      : (signed(values, 31) ?? inMonths(values, parts)),
  BYYEARDAY: (values, parts) =>
    parts.get('FREQ')![0] === 'YEARLY' ? signed(values, 366) : 'can be said of years only',
  BYWEEKNO: (values, parts) =>
    parts.get('FREQ')![0] === 'YEARLY' ? signed(values, 53) : 'can be said of years only',
  BYDAY: weekdays,
  BYSETPOS: (values, parts) => {
    const freq = parts.get('FREQ')![0];
    if (freq === 'DAILY') return 'cannot be said of days';
    if (![...parts.keys()].some((name) => /^BY(?!SETPOS)/.test(name))) return 'needs another BY part';
    return signed(values, freq === 'WEEKLY' ? 7 : freq === 'MONTHLY' ? 31 : 366);
  },
};

/** How rules write weekdays, Monday first. */
export const WEEKDAY_CODES = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];
const WEEKDAY = /^(MO|TU|WE|TH|FR|SA|SU)$/;

function single(values: readonly string[]): string | null {
  return values.length === 1 ? null : 'is one value';
}

function numbers(values: readonly string[], least: number, most: number): string | null {
  const sound = values.every(
    (value) => /^\d{1,4}$/.test(value) && Number(value) >= least && Number(value) <= most,
  );
  return sound ? null : `is a whole number from ${least} to ${most}`;
}

function signed(values: readonly string[], most: number): string | null {
  const sound = values.every((value) => /^[+-]?\d{1,3}$/.test(value) && isWithin(Number(value), most));
  return sound ? null : `is a whole number from 1 to ${most}, or from −1 back to −${most}`;
}

function isWithin(value: number, most: number): boolean {
  return value !== 0 && Math.abs(value) <= most;
}

/** The longest each month can be, January first. */
const LONGEST = [31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

function inMonths(values: readonly string[], parts: Parts): string | null {
  const months = parts.get('BYMONTH') ?? ['1'];
  const most = Math.max(...months.map((month) => LONGEST[Number(month) - 1] ?? 0));
  return values.some((value) => isWithin(Number(value), most)) ? null : 'never comes in these months';
}

function weekdays(values: readonly string[], parts: Parts): string | null {
  const freq = parts.get('FREQ')![0];
  const most = freq === 'MONTHLY' || parts.has('BYMONTH') ? 5 : 53;
  for (const value of values) {
    const read = /^([+-]?\d{1,2})?(MO|TU|WE|TH|FR|SA|SU)$/.exec(value);
    if (!read) return 'is weekdays such as MO,WE, of months also 1MO or -1FR';
    if (read[1] === undefined) continue;
    if ((freq !== 'MONTHLY' && freq !== 'YEARLY') || parts.has('BYWEEKNO'))
      return 'with a number can be said of months and years only';
    if (!isWithin(Number(read[1]), most)) return `has no ${value}: there are at most ${most}`;
  }
  return null;
}

function isDate(value: string): boolean {
  const read = /^(\d{4})(\d{2})(\d{2})(T\d{6}Z?)?$/.exec(value);
  if (!read) return false;
  const [year, month, day] = read.slice(1, 4).map(Number);
  const date = new Date(Date.UTC(year, month - 1, day));
  return year >= 1900 && date.getUTCMonth() === month - 1 && date.getUTCDate() === day;
}

/**
 * Reads a rule such as `FREQ=WEEKLY;BYDAY=TU`. Refuses, with what is wrong, what repeats more often than daily, a
 * value that the part cannot have, and a rule that never falls on a date.
 */
export function parseRule(text: string): Result<{ rule: string }> {
  const wrong = (message: string) => fail('rule', message, 'rule');
  const pieces = text
    .trim()
    .replace(/^RRULE:/i, '')
    .toUpperCase()
    .split(';')
    .filter(Boolean);
  const parts = new Map<string, readonly string[]>();
  for (const piece of pieces) {
    const [name, ...rest] = piece.split('=');
    if (!(name in VALUES)) return wrong(`"${name}" cannot be used in a rule for dates`);
    if (parts.has(name)) return wrong(`${name} is said twice`);
    parts.set(name, rest.join('=').split(','));
  }
  if (!/^(DAILY|WEEKLY|MONTHLY|YEARLY)$/.test(parts.get('FREQ')?.[0] ?? ''))
    return wrong('a rule needs FREQ=DAILY, WEEKLY, MONTHLY or YEARLY');
  for (const [name, values] of parts) {
    if (values.some((value) => value === '')) return wrong(`${name} has no value`);
    const problem = VALUES[name](values, parts);
    if (problem) return wrong(`${name} ${problem}`);
  }
  const rule = pieces.join(';');
  try {
    const { rule: expanded, offset } = expansion(rule, 0);
    if (!parts.has('UNTIL') && !expanded.after(new Date(offset), true))
      return wrong('the rule never falls on a date');
  } catch (error) {
    return wrong((error as Error).message || 'the rule cannot be read');
  }
  return { ok: true, rule };
}

/**
 * The dates of a rule that begins on `start`, from `from` to before `to`, in their order; none where the rule is not
 * one that {@link parseRule} takes.
 */
export function datesOf(rule: string, start: Day, from: Day, to: Day): Day[] {
  if (to <= from || !parseRule(rule).ok) return [];
  const { rule: found, offset } = expansion(rule, start);
  return found
    .between(new Date(from * MS + offset), new Date((to - 1) * MS + offset), true)
    .map((date) => Math.round((date.getTime() - offset) / MS));
}

/**
 * A rule as it is expanded: whole cycles of the calendar later than meant, by `offset` milliseconds, so that a rule
 * that finds no more dates is given up after some 400 years and not after 8,000.
 */
function expansion(rule: string, start: Day): { rule: InstanceType<typeof RRule>; offset: number } {
  const year = new Date(start * MS).getUTCFullYear();
  const cycles = Math.max(0, Math.floor((LAST_START_YEAR - year) / CYCLE_YEARS));
  const offset = cycles * CYCLE_DAYS * MS;
  const options = RRule.parseString(rule);
  const until = options.until ? new Date(options.until.getTime() + offset) : options.until;
  return { rule: new RRule({ ...options, until, dtstart: new Date(start * MS + offset) }), offset };
}

/** A rule in words: `every week on Tuesday`. */
export function describeRule(rule: string, start: Day): string {
  return new RRule({ ...RRule.parseString(rule), dtstart: new Date(start * MS) }).toText();
}

/**
 * The weekdays of a rule that is told by them alone (weekly on some, or daily), Monday being 0; null: it is another.
 *
 * @example
 * weekdaysOf('FREQ=WEEKLY;BYDAY=TU,TH') // [1, 3]
 */
export function weekdaysOf(rule: string): number[] | null {
  const parts = partsOf(rule);
  const others = [...parts.keys()].filter((name) => !/^(FREQ|INTERVAL|WKST|UNTIL|BYDAY)$/.test(name));
  if (others.length > 0) return null;
  const codes = parts.get('BYDAY')?.split(',') ?? [];
  if (parts.get('FREQ') === 'WEEKLY' && codes.length > 0)
    return codes.map((code) => WEEKDAY_CODES.indexOf(code)).sort((a, b) => a - b);
  const isDaily =
    parts.get('FREQ') === 'DAILY' && codes.length === 0 && (parts.get('INTERVAL') ?? '1') === '1';
  return isDaily ? WEEKDAY_CODES.map((_, i) => i) : null;
}

/** A rule for which {@link weekdaysOf} names weekdays, on one of them only. */
export function ruleOn(rule: string, weekday: number): string {
  const parts = partsOf(rule);
  parts.set('FREQ', 'WEEKLY');
  parts.set('BYDAY', WEEKDAY_CODES[weekday]);
  return [...parts].map(([name, value]) => `${name}=${value}`).join(';');
}

function partsOf(rule: string): Map<string, string> {
  return new Map(rule.split(';').map((piece) => piece.split('=') as [string, string]));
}
