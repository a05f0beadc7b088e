import { applyAll } from '../plan/change';
import { toShiftSpec } from '../plan/shift-spec';
import type { Plan, Shift } from '../plan/types';
import { MONDAY, shift } from '../testing';
import { formatDay } from '../time/format';
import { materialize } from './materialize';
import { type Member, type Pattern, type PatternShift, occurrencesOf } from './pattern';

let made = 0;

export const part = (day: number, times: string, more: Partial<Shift> = {}): PatternShift => ({
  ...toShiftSpec(shift(null, 0, times, more)),
  id: `p${++made}`,
  day,
});

export const member = (id: string | null, offset = 0): Member => ({ id: `m${++made}`, person: id, offset });

export function pattern(shifts: PatternShift[], members: Member[], more: Partial<Pattern> = {}): Pattern {
  return {
    id: 'early-late',
    name: 'Early, late',
    anchor: MONDAY,
    since: MONDAY,
    until: null,
    weeks: 1,
    rule: null,
    shifts,
    members,
    endings: [],
    ...more,
  };
}

/** `ann Mon 22 540`, in the order given. */
export function lines(given: ReturnType<typeof occurrencesOf>): string[] {
  return given.map((one) => `${one.member.person} ${formatDay(one.on)} ${one.shift.from / 60}`);
}

export const ids = () => `w${++made}`;

const none = new Set<string>();

export const never = () => false;

export function out(
  of: Plan,
  given: Pattern,
  { exceptions: exceptions = none, published = never, days = 7 } = {},
) {
  const occurrences = occurrencesOf(given, of.from, of.from + days, 0);
  return materialize(of, given, occurrences, exceptions, published, ids);
}

export function after(of: Plan, changes: ReturnType<typeof out>['changes']): Plan {
  const done = applyAll(of, changes);
  if (!done.ok) throw new Error(done.problem.message);
  return done.plan;
}
