import * as loaded from 'rrule';
import { type Result, fail } from '../plan/change';
import type { Day } from '../time/day';

/**
 * The one place that knows how recurrence rules are read (RFC 5545, section 3.3.10). Dates are calendar dates:
 * they go in and come out as midnights of UTC, so that no time zone has a say in them.
 */
type Library = typeof loaded;
// Some loaders give the library's names, others only the whole of it.
const { RRule } = ('RRule' in loaded ? loaded : (loaded as { default: Library }).default) as Library;

const MS = 86_400_000;
const PARTS: ReadonlySet<string> = new Set(
  'FREQ INTERVAL COUNT UNTIL BYDAY BYMONTHDAY BYMONTH BYSETPOS WKST BYYEARDAY BYWEEKNO'.split(' '),
);

/** Reads a rule such as `FREQ=WEEKLY;BYDAY=TU`; refuses what repeats more often than daily. */
export function readRule(text: string): Result<{ rule: string }> {
  const parts = text
    .trim()
    .replace(/^RRULE:/i, '')
    .toUpperCase()
    .split(';')
    .filter(Boolean);
  const names = parts.map((part) => part.split('=')[0]);
  const odd = names.find((name) => !PARTS.has(name));
  if (odd !== undefined) return fail('rule', `"${odd}" cannot be used in a rule for dates`, 'rule');
  if (new Set(names).size < names.length) return fail('rule', 'a part is said twice', 'rule');
  if (!/(^|;)FREQ=(DAILY|WEEKLY|MONTHLY|YEARLY)(;|$)/.test(parts.join(';')))
    return fail('rule', 'a rule needs FREQ=DAILY, WEEKLY, MONTHLY or YEARLY', 'rule');
  const rule = parts.join(';');
  try {
    RRule.parseString(rule);
    new RRule({ ...RRule.parseString(rule), dtstart: new Date(0) }).after(new Date(0));
  } catch (error) {
    return fail('rule', (error as Error).message || 'the rule cannot be read', 'rule');
  }
  return { ok: true, rule };
}

/** The dates of a rule that begins on `start`, from `from` to before `to`, in their order. */
export function datesOf(rule: string, start: Day, from: Day, to: Day): Day[] {
  if (to <= from) return [];
  const found = new RRule({ ...RRule.parseString(rule), dtstart: new Date(start * MS) });
  return found
    .between(new Date(from * MS), new Date((to - 1) * MS), true)
    .map((date) => Math.round(date.getTime() / MS));
}

/** A rule in words: `every week on Tuesday`. */
export function describeRule(rule: string, start: Day): string {
  return new RRule({ ...RRule.parseString(rule), dtstart: new Date(start * MS) }).toText();
}
