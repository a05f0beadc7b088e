import { type HourFormat, formatHours, formatTime } from '../time/format';
import type { ClockRules, GraceRule } from './clock-rules';
import { roundingText } from './explain';

/** What a rule of the clock is about. */
export const CLOCK_RULE_TOPICS = [
  { key: 'windows', name: 'Which shift' },
  { key: 'early', name: 'Coming early' },
  { key: 'late', name: 'Late' },
  { key: 'leaving', name: 'Leaving early' },
  { key: 'missing', name: 'A missing in or out' },
  { key: 'open', name: 'Still in' },
  { key: 'overtime', name: 'Staying longer' },
  { key: 'breaks', name: 'Breaks' },
  { key: 'rounding', name: 'Rounding' },
] as const;

export type ClockRuleTopic = (typeof CLOCK_RULE_TOPICS)[number]['key'];

/** A rule of the clock as a sentence without its full stop. */
export function clockRuleText(rules: ClockRules, topic: ClockRuleTopic, format?: HourFormat): string {
  const { windows, early, missing, overtime, breaks, rounding } = rules;
  switch (topic) {
    case 'windows':
      return (
        `in from ${length(windows.beforeStart)} before to ${length(windows.afterStart)} after the start, ` +
        `out from ${length(windows.beforeEnd)} before to ${length(windows.afterEnd)} after the end`
      );
    case 'early':
      if (early.kind === 'counted') return 'counts as clocked';
      return early.kind === 'from-start'
        ? 'counts from the start'
        : `not let in more than ${length(early.minutes)} before the start, and counts from it`;
    case 'late':
      return graceText(rules.late, 'after the start');
    case 'leaving':
      return graceText(rules.leaving, 'before the end');
    case 'missing':
      return missing.kind === 'left'
        ? 'counts nothing until somebody fills it in'
        : `counts as ${length(missing.minutes)} late or early`;
    case 'open':
      return `is told as a missing out ${length(rules.openAfterEnd)} after the end`;
    case 'overtime':
      if (overtime.kind === 'after-time') return `counts after ${formatTime(overtime.time, format)}`;
      return overtime.minutes === 0 ? 'counts' : `counts from ${length(overtime.minutes)} after the end`;
    case 'breaks': {
      const what = { clocked: 'as clocked', rule: 'by the rule', longer: 'the longer of both' }[breaks.kind];
      return breaks.paidUpTo === 0 ? what : `${what}; paid up to ${length(breaks.paidUpTo)}`;
    }
    case 'rounding':
      if (rounding.of === 'day') return `the day's total ${roundingText(rounding.total)}`;
      return rounding.in.step === rounding.out.step && rounding.in.way === rounding.out.way
        ? roundingText(rounding.in)
        : `in ${roundingText(rounding.in)}, out ${roundingText(rounding.out)}`;
  }
}

function graceText({ grace, from }: GraceRule, where: string): string {
  if (grace === 0) return `from the first minute ${where}`;
  const since = from === 'planned' ? '' : ', counted from there';
  return `more than ${length(grace)} ${where}${since}`;
}

/** `2 h`, `90 min`. */
function length(minutes: number): string {
  return minutes >= 60 && minutes % 30 === 0 ? formatHours(minutes) : `${minutes} min`;
}
