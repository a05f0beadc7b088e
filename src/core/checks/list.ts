import { badTime } from './bad-time';
import type { Check, CoverageCheck, PersonCheck, WeekCheck } from './check';
import { closed } from './closed';
import { daysInARow } from './days-in-a-row';
import { gap } from './gap';
import { leaveWaiting } from './leave-waiting';
import { longDay } from './long-day';
import { longShift } from './long-shift';
import { longWeek } from './long-week';
import { noBreak } from './no-break';
import { noWeeklyRest } from './no-weekly-rest';
import { notAvailable } from './not-available';
import { notEmployed } from './not-employed';
import { notQualified } from './not-qualified';
import { onLeave } from './on-leave';
import { overBudget } from './over-budget';
import { overlap } from './overlap';
import { overtime } from './overtime';
import { ratherNot } from './rather-not';
import { shortRest } from './short-rest';
import { shortShift } from './short-shift';
import { surplus } from './surplus';
import { underContract } from './under-contract';
import { unfilled } from './unfilled';
import { youngWorker } from './young-worker';
import type { Rules } from '../plan/types';

/** Every check. A new one is a new file beside these and a line here. */
export const CHECKS: readonly Check[] = [
  gap,
  surplus,
  unfilled,
  overlap,
  notAvailable,
  ratherNot,
  onLeave,
  leaveWaiting,
  notQualified,
  notEmployed,
  shortRest,
  noWeeklyRest,
  longShift,
  shortShift,
  longDay,
  longWeek,
  overtime,
  underContract,
  daysInARow,
  noBreak,
  youngWorker,
  closed,
  overBudget,
  badTime,
];

const BY_CODE = new Map(CHECKS.map((check) => [check.code, check]));

/** The check with this code; undefined where there is none. */
export function checkOf(code: string): Check | undefined {
  return BY_CODE.get(code);
}

/** The checks a site has on, by what they depend on. `overlap` cannot be turned off. */
export interface ActiveChecks {
  readonly person: readonly PersonCheck[];
  readonly coverage: readonly CoverageCheck[];
  readonly week: readonly WeekCheck[];
}

/** The checks that these rules leave on. */
export function activeChecks(rules: Rules): ActiveChecks {
  const on = CHECKS.filter((check) => check.code === overlap.code || !rules.off.includes(check.code));
  return {
    person: on.filter((check): check is PersonCheck => check.dependsOn === 'person'),
    coverage: on.filter((check): check is CoverageCheck => check.dependsOn === 'coverage'),
    week: on.filter((check): check is WeekCheck => check.dependsOn === 'week'),
  };
}
