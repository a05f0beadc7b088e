import type { ResolvedShift } from '../../plan/resolved-shift';
import { DAY } from '../../time/span';
import { type PersonCheck, placeOfAll } from '../shared/check';

/** Rest between two working days below the limit, in elapsed minutes (Directive 2003/88/EC Art. 3: 11 h). */
export const shortRest: PersonCheck = {
  code: 'short-rest',
  title: 'Short rest',
  rule: {
    text: 'Rest between two working days: at least {}',
    limit: { key: 'dailyRestMinutes', unit: 'hours' },
  },
  severity: 'warn',
  unit: 'minutes',
  dependsOn: 'person',
  limit: (rules) => rules.dailyRestMinutes,
  inspect({ context, person, days }, report) {
    if (person === null) return;
    const limit = context.plan.rules.dailyRestMinutes;
    let before: ResolvedShift | null = null;
    for (const { parts } of days) {
      // A shift without length does not interrupt a rest.
      const worked = parts.filter(({ start, end }) => end > start);
      if (worked.length === 0) continue;
      const after = worked.reduce((first, part) => (startsBefore(part, first) ? part : first));
      const previous = before;
      before = worked.reduce((last, part) => (endsAfter(part, last) ? part : last));
      if (!previous || (!previous.planShift && !after.planShift)) continue;
      const rest = after.start - previous.end;
      if (rest <= 0 || rest >= limit) continue;
      report({
        ...placeOfAll([previous, after]),
        amount: rest,
        params: {
          ends: previous.to - previous.date * DAY,
          endDate: previous.date,
          starts: after.from - after.date * DAY,
          startDate: after.date,
          shift: after.id,
          earliest: context.clock.wall(previous.end + limit) - after.date * DAY,
        },
      });
    }
  },
  message({ amount, limit, person, params }, words) {
    return (
      `${words.person(person)}: ${words.day(Number(params.endDate))} ends ${words.time(Number(params.ends))}, ` +
      `${words.day(Number(params.startDate))} starts ${words.time(Number(params.starts))}. ` +
      `Rest is ${words.hours(amount!)}; the rule here is ${words.hours(limit!)}.`
    );
  },
  fix({ params }, plan, words) {
    const shift = plan.shifts.find((s) => s.id === params.shift);
    const from = Number(params.earliest);
    if (!shift || from < 0 || from >= DAY || shift.to - from < plan.rules.minShiftMinutes) return null;
    return {
      label: `Start ${words.day(shift.date)} at ${words.time(from)}`,
      changes: [{ do: 'set', id: shift.id, shift: { from } }],
    };
  },
};

/** On a tie the plan's own shift counts as the first, as it is the one that can be moved. */
function startsBefore(part: ResolvedShift, first: ResolvedShift): boolean {
  return (
    part.start < first.start ||
    (part.start === first.start && part.planShift !== null && first.planShift === null)
  );
}

/** On a tie the plan's own shift counts as the last. */
function endsAfter(part: ResolvedShift, last: ResolvedShift): boolean {
  return part.end > last.end || (part.end === last.end && part.planShift !== null && last.planShift === null);
}
