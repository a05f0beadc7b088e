import type { Placed } from '../../plan/resolved-shift';
import { DAY } from '../../time/span';
import { type PersonCheck, placeOfAll } from '../shared/check';

/** Rest between two working days below the limit, in elapsed minutes (Directive 2003/88/EC Art. 3: 11 h). */
export const shortRest: PersonCheck = {
  code: 'short-rest',
  title: 'Short rest',
  rule: {
    says: 'Rest between two working days: at least {}',
    limit: { key: 'dailyRestMinutes', unit: 'hours' },
  },
  severity: 'warn',
  unit: 'minutes',
  dependsOn: 'person',
  limit: (rules) => rules.dailyRestMinutes,
  inspect({ frame, person, days }, report) {
    if (person === null) return;
    const limit = frame.plan.rules.dailyRestMinutes;
    let before: Placed | null = null;
    for (const { parts } of days) {
      // A shift without length does not interrupt a rest.
      const worked = parts.filter(({ start, end }) => end > start);
      if (worked.length === 0) continue;
      const after = worked.reduce((first, part) => (startsBefore(part, first) ? part : first));
      const previous = before;
      before = worked.reduce((last, part) => (endsAfter(part, last) ? part : last));
      if (!previous || (!previous.own && !after.own)) continue;
      const rest = after.start - previous.end;
      if (rest <= 0 || rest >= limit) continue;
      report({
        ...placeOfAll([previous, after]),
        amount: rest,
        facts: {
          ends: previous.to - previous.date * DAY,
          endDate: previous.date,
          starts: after.from - after.date * DAY,
          startDate: after.date,
          shift: after.id,
          earliest: frame.clock.wall(previous.end + limit) - after.date * DAY,
        },
      });
    }
  },
  say({ amount, limit, person, facts }, words) {
    return (
      `${words.person(person)}: ${words.day(Number(facts.endDate))} ends ${words.time(Number(facts.ends))}, ` +
      `${words.day(Number(facts.startDate))} starts ${words.time(Number(facts.starts))}. ` +
      `Rest is ${words.hours(amount!)}; the rule here is ${words.hours(limit!)}.`
    );
  },
  mend({ facts }, plan, words) {
    const shift = plan.shifts.find((s) => s.id === facts.shift);
    const from = Number(facts.earliest);
    if (!shift || from < 0 || from >= DAY || shift.to - from < plan.rules.minShiftMinutes) return null;
    return {
      label: `Start ${words.day(shift.date)} at ${words.time(from)}`,
      changes: [{ do: 'set', id: shift.id, shift: { from } }],
    };
  },
};

/** On a tie the plan's own shift counts as the first, as it is the one that can be moved. */
function startsBefore(part: Placed, first: Placed): boolean {
  return part.start < first.start || (part.start === first.start && part.own !== null && first.own === null);
}

/** On a tie the plan's own shift counts as the last. */
function endsAfter(part: Placed, last: Placed): boolean {
  return part.end > last.end || (part.end === last.end && part.own !== null && last.own === null);
}
