import { DAY } from '../time/span';
import { type PersonCheck, placeOfAll } from './check';

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
    for (let i = 1; i < days.length; i++) {
      const before = days[i - 1].parts.reduce((last, part) => (part.end > last.end ? part : last));
      const after = days[i].parts[0];
      if (!before.own && !after.own) continue;
      const rest = after.start - before.end;
      if (rest <= 0 || rest >= limit) continue;
      report({
        ...placeOfAll([before, after]),
        amount: rest,
        facts: {
          ends: before.to - before.date * DAY,
          endDate: before.date,
          starts: after.from - after.date * DAY,
          startDate: after.date,
          shift: after.id,
          earliest: frame.clock.wall(before.end + limit) - after.date * DAY,
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
