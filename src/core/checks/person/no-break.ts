import { breakMinutes } from '../../plan/resolved-shift';
import { type PersonCheck, placeOfAll } from '../shared/check';

/**
 * A working day longer than a break rule's length without that break (Directive 2003/88/EC Art. 4). Breaks
 * of the shifts count, paid or not, and so do the pauses between the parts of a split day.
 */
export const noBreak: PersonCheck = {
  code: 'no-break',
  title: 'No break',
  rule: { text: 'A working day without the break that is due' },
  severity: 'warn',
  unit: 'minutes',
  dependsOn: 'person',
  inspect({ context, person, days }, report) {
    if (person === null || context.plan.rules.breaks.length === 0) return;
    for (const { parts } of days) {
      const own = parts.filter((part) => part.planShift);
      if (own.length === 0) continue;
      let worked = 0;
      let had = 0;
      let end = own[0].start;
      for (const part of own) {
        worked += part.elapsed;
        had += breakMinutes(part) + Math.max(0, part.start - end);
        end = Math.max(end, part.end);
      }
      let due = 0;
      for (const tier of context.plan.rules.breaks)
        if (worked > tier.atLeastMinutes) due = Math.max(due, tier.minutes);
      if (had < due) report({ ...placeOfAll(own), amount: due - had, limit: due, params: { worked } });
    }
  },
  message({ date, person, amount, limit, params }, words) {
    const had = limit! - amount!;
    return (
      `${words.person(person)} works ${words.hours(Number(params.worked))} on ${words.day(date)} with ` +
      `${had === 0 ? 'no break' : `a break of ${had} min`}; ${limit} min are due.`
    );
  },
  fix({ shifts, date, limit }, _plan, words) {
    if (shifts.length !== 1) return null;
    return {
      label: `Give ${words.day(date)} a break of ${limit} min`,
      changes: [{ do: 'set', id: shifts[0], shift: { break: { minutes: limit!, at: null, paid: false } } }],
    };
  },
};
