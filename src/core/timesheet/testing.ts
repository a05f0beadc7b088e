import { entriesOf } from '../clock/entries';
import { clockOf, type punchesOf, spanAt } from '../clock/testing';
import { planContext } from '../plan/plan-context';
import { resolveShift } from '../plan/resolved-shift';
import type { Leave, OvertimeRules, Plan, Shift } from '../plan/types';
import { MONDAY, person, plan } from '../testing';
import type { SheetSource } from './sheet';
import { type TypedHours, parseTypedHours } from './typed-hours';

export const OVERTIME: OvertimeRules = {
  ...{ weekMinutes: 2400, multiplier: 1.5, day: [], after: [], seventhDay: null },
};
export const WEEK = { first: MONDAY, days: 7 };

/** What the hours of one person are worked out from, at 12 an hour; what was clocked as `punches`. */
export function sourceOf(
  {
    shifts = [],
    leave = [],
    rules = {},
    holidays = [],
  }: {
    shifts?: readonly Shift[];
    leave?: readonly Leave[];
    rules?: Partial<Plan['rules']>;
    holidays?: Plan['holidays'];
  },
  more: Partial<SheetSource> & { punches?: ReturnType<typeof punchesOf> } = {},
): SheetSource {
  const who = person('p', {
    roles: [{ role: 'bar', until: null, hourlyRate: 12 }],
    contractMinutes: 2400,
    leave,
  });
  const { punches = [], ...rest } = more;
  const its = plan({ people: [who], holidays, rules: { overtime: OVERTIME, breaks: [], ...rules } });
  const context = planContext(its);
  const resolved = shifts.map((one) => resolveShift(context, one));
  return {
    ...{ person: who, context, weekStart: 0, shifts: resolved, typed: [], leave: [], timeOff: [], kinds: [] },
    ...{ from: 'clock', decimals: 2 },
    entries: entriesOf(
      clockOf({
        punches,
        planned: shifts.map(({ date, from, to, id }) =>
          spanAt(date, `${from / 60}-${to / 60}`, { shift: id }),
        ),
      }),
    ),
    ...rest,
  };
}

/** Hours that were typed for a weekday of the week, Monday 0. */
export const typed = (weekday: number, times: string, more: Partial<TypedHours> = {}): TypedHours => {
  const read = parseTypedHours(times);
  if (!read.ok) throw new Error(read.message);
  const { span, minutes } = read.times;
  return {
    ...{ id: `t${weekday} ${times}`, date: MONDAY + weekday, kind: null, span, minutes, role: null },
    ...{ note: '', about: null },
    ...more,
  };
};
