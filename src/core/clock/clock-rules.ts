import { same } from '../same';
import type { Day } from '../time/day';
import { NO_ROUNDING, ROUNDING_STEPS, type Rounding } from './rounding';

/** How a site counts what was clocked, from a date on. All lengths are in minutes. */
export interface ClockRules {
  /** The first day of shifts that they hold for; null: from the beginning. */
  readonly since: Day | null;
  readonly windows: Windows;
  readonly early: EarlyRule;
  /** Who is late, and who leaves early: by more than this, measured from the planned time or from where it ends. */
  readonly late: GraceRule;
  readonly leaving: GraceRule;
  readonly missing: MissingRule;
  /** A span that is open so long after its planned end is closed as an exception. */
  readonly openAfterEnd: number;
  readonly overtime: OvertimeStart;
  readonly breaks: ClockBreaks;
  readonly rounding: ClockRounding;
  /** What a day counts where days are counted, where a person has no standard day of their own. */
  readonly standardDay: number;
}

/** When a punch belongs to a planned span: around its start an in, around its end an out. */
export interface Windows {
  readonly beforeStart: number;
  readonly afterStart: number;
  readonly beforeEnd: number;
  readonly afterEnd: number;
}

/** Coming early: not let in more than so many minutes before, counted from the start, or counted as clocked. */
export type EarlyRule =
  | { readonly kind: 'refused'; readonly minutes: number }
  | { readonly kind: 'from-start' }
  | { readonly kind: 'counted' };

export interface GraceRule {
  readonly grace: number;
  readonly from: 'planned' | 'grace';
}

/** A missing in or out: counted as so many minutes late or early, or left for a person to fill. */
export type MissingRule = { readonly kind: 'left' } | { readonly kind: 'counted'; readonly minutes: number };

/** From when time after the planned end counts: at least so many minutes after it, or after a time of day. */
export type OvertimeStart =
  | { readonly kind: 'after-end'; readonly minutes: number }
  | { readonly kind: 'after-time'; readonly time: number };

/** Breaks as clocked, by the site's rule, or the longer; those of up to so many minutes are paid. */
export interface ClockBreaks {
  readonly kind: 'clocked' | 'rule' | 'longer';
  readonly paidUpTo: number;
}

/** Of each punch, in and out apart, or of the total of a day. */
export type ClockRounding =
  | { readonly of: 'punch'; readonly in: Rounding; readonly out: Rounding }
  | { readonly of: 'day'; readonly total: Rounding };

/** A set of rules to begin from. */
export interface ClockRuleSet {
  readonly id: 'open' | 'usual' | 'strict';
  readonly name: string;
  readonly rules: ClockRules;
}

const WINDOWS: Windows = { beforeStart: 120, afterStart: 180, beforeEnd: 180, afterEnd: 180 };

/** What a site can start from; every sentence can be changed afterwards. */
export const CLOCK_RULE_SETS: readonly ClockRuleSet[] = [
  {
    ...{ id: 'open', name: 'Open' },
    rules: {
      ...{ since: null, windows: WINDOWS, openAfterEnd: 240, standardDay: 480 },
      early: { kind: 'counted' },
      late: { grace: 15, from: 'grace' },
      leaving: { grace: 15, from: 'grace' },
      missing: { kind: 'left' },
      overtime: { kind: 'after-end', minutes: 0 },
      breaks: { kind: 'clocked', paidUpTo: 20 },
      rounding: { of: 'punch', in: NO_ROUNDING, out: NO_ROUNDING },
    },
  },
  {
    ...{ id: 'usual', name: 'Usual' },
    rules: {
      ...{ since: null, windows: WINDOWS, openAfterEnd: 180, standardDay: 480 },
      early: { kind: 'from-start' },
      late: { grace: 5, from: 'planned' },
      leaving: { grace: 5, from: 'planned' },
      missing: { kind: 'left' },
      overtime: { kind: 'after-end', minutes: 15 },
      breaks: { kind: 'longer', paidUpTo: 20 },
      rounding: { of: 'punch', in: { step: 5, way: 'nearest' }, out: { step: 5, way: 'nearest' } },
    },
  },
  {
    ...{ id: 'strict', name: 'Strict' },
    rules: {
      ...{ since: null, openAfterEnd: 60, standardDay: 480 },
      windows: { beforeStart: 30, afterStart: 120, beforeEnd: 120, afterEnd: 60 },
      early: { kind: 'refused', minutes: 15 },
      late: { grace: 0, from: 'planned' },
      leaving: { grace: 0, from: 'planned' },
      missing: { kind: 'counted', minutes: 60 },
      overtime: { kind: 'after-end', minutes: 30 },
      breaks: { kind: 'longer', paidUpTo: 0 },
      rounding: { of: 'punch', in: { step: 15, way: 'up' }, out: { step: 15, way: 'down' } },
    },
  },
];

/** The set that some rules are those of, from whatever date; undefined: of none. */
export function setOf(rules: ClockRules): ClockRuleSet | undefined {
  return CLOCK_RULE_SETS.find((set) => same({ ...rules, since: null }, set.rules));
}

/** The rules of a site that sets none: those of the set *usual*. */
export const DEFAULT_CLOCK_RULES: ClockRules = CLOCK_RULE_SETS[1].rules;

/** The rules that hold on a day: the last that begin on it or before. An old day keeps the rules of its date. */
export function rulesOn(all: readonly ClockRules[], day: Day): ClockRules {
  let found: ClockRules | null = null;
  for (const rules of all) {
    const since = rules.since ?? -Infinity;
    if (since <= day && (found === null || since >= (found.since ?? -Infinity))) found = rules;
  }
  return found ?? DEFAULT_CLOCK_RULES;
}

/** What is wrong with a rule: which one, and the words for it. */
export interface ClockRuleFault {
  readonly path: string;
  readonly message: string;
}

/** The longest a window or a grace can be: beyond half a day a punch could belong to anything. */
const LONGEST = 720;

/**
 * What is wrong with some rules at a site whose longest shift has so many minutes. The windows of a start and an end may not
 * overlap in every shift: in a short one the middle divides them, but where even the longest is too short nothing does.
 */
export function clockRuleFaults(rules: ClockRules, longest: number): ClockRuleFault[] {
  const faults: ClockRuleFault[] = [];
  const within = (path: string, minutes: number, most = LONGEST) => {
    if (!Number.isInteger(minutes) || minutes < 0 || minutes > most)
      faults.push({ path, message: `This must be from 0 to ${most} whole minutes.` });
  };
  for (const [name, minutes] of Object.entries(rules.windows)) within(`windows.${name}`, minutes);
  const { afterStart, beforeEnd } = rules.windows;
  if (afterStart + beforeEnd > longest)
    faults.push({
      path: 'windows.afterStart',
      message:
        `Clocking in until ${afterStart} min after the start and out from ${beforeEnd} min before the end overlap even in a ` +
        `shift of ${longest} min, the longest here.`,
    });
  if (rules.early.kind === 'refused') within('early.minutes', rules.early.minutes);
  within('late.grace', rules.late.grace);
  within('leaving.grace', rules.leaving.grace);
  if (rules.missing.kind === 'counted') within('missing.minutes', rules.missing.minutes);
  within('openAfterEnd', rules.openAfterEnd, 1440);
  if (rules.overtime.kind === 'after-end') within('overtime.minutes', rules.overtime.minutes);
  else within('overtime.time', rules.overtime.time, 1439);
  within('breaks.paidUpTo', rules.breaks.paidUpTo);
  within('standardDay', rules.standardDay, 1440);
  for (const [path, { step }] of Object.entries(roundings(rules.rounding)))
    if (!ROUNDING_STEPS.includes(step))
      faults.push({ path: `rounding.${path}`, message: `Round to ${ROUNDING_STEPS.join(', ')} minutes.` });
  return faults;
}

function roundings(rounding: ClockRounding): Record<string, Rounding> {
  return rounding.of === 'day' ? { total: rounding.total } : { in: rounding.in, out: rounding.out };
}
