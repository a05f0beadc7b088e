import { badTime } from './person/bad-time';
import { crewAway } from './crew/crew-away';
import { crewOverfull } from './crew/crew-overfull';
import { crewShort } from './crew/crew-short';
import { forgotten } from './crew/forgotten';
import { notCertified } from './crew/not-certified';
import { outsideWindow } from './crew/outside-window';
import { overdue } from './crew/overdue';
import { visitOverlap } from './crew/visit-overlap';
import type { Check, CoverageCheck, CrewCheck, JobCheck, PersonCheck, WeekCheck } from './shared/check';
import { closed } from './coverage/closed';
import { daysInARow } from './week/days-in-a-row';
import { gap } from './coverage/gap';
import { leaveOverBalance } from './leave/leave-over-balance';
import { leaveWaiting } from './leave/leave-waiting';
import { longDay } from './person/long-day';
import { longShift } from './person/long-shift';
import { longWeek } from './week/long-week';
import { noBreak } from './person/no-break';
import { noWeeklyRest } from './week/no-weekly-rest';
import { notAvailable } from './person/not-available';
import { notEmployed } from './person/not-employed';
import { notQualified } from './person/not-qualified';
import { onLeave } from './leave/on-leave';
import { overAwayLimit } from './week/over-away-limit';
import { overBudget } from './week/over-budget';
import { overlap } from './person/overlap';
import { overtime } from './week/overtime';
import { ratherNot } from './person/rather-not';
import { shortRest } from './person/short-rest';
import { shortShift } from './person/short-shift';
import { surplus } from './coverage/surplus';
import { underContract } from './week/under-contract';
import { unfilled } from './coverage/unfilled';
import { youngWorker } from './person/young-worker';
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
  overAwayLimit,
  leaveOverBalance,
  badTime,
  visitOverlap,
  crewAway,
  crewShort,
  notCertified,
  outsideWindow,
  overdue,
  crewOverfull,
  forgotten,
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
  readonly crew: readonly CrewCheck[];
  readonly job: readonly JobCheck[];
}

/** The checks that these rules leave on. */
export function activeChecks(rules: Rules): ActiveChecks {
  const on = CHECKS.filter((check) => check.code === overlap.code || !rules.off.includes(check.code));
  return {
    person: on.filter((check): check is PersonCheck => check.dependsOn === 'person'),
    coverage: on.filter((check): check is CoverageCheck => check.dependsOn === 'coverage'),
    week: on.filter((check): check is WeekCheck => check.dependsOn === 'week'),
    crew: on.filter((check): check is CrewCheck => check.dependsOn === 'crew'),
    job: on.filter((check): check is JobCheck => check.dependsOn === 'job'),
  };
}
