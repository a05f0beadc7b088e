import { DAY } from '../../time/span';
import { minutesByDate, notAllowed } from '../shared/availability-use';
import { type PersonCheck, placeOf } from '../shared/check';
import { openShift } from '../shared/fixes';

/** Hours outside the person's availability: one snag a shift, with all minutes concerned. */
export const notAvailable: PersonCheck = {
  code: 'not-available',
  title: 'Not available',
  rule: { text: 'Hours outside a person’s availability' },
  severity: 'stop',
  unit: 'minutes',
  dependsOn: 'person',
  inspect(view, report) {
    for (const shift of view.doubtful) {
      const amount = minutesByDate(view, shift, notAllowed);
      if (amount === 0) continue;
      const { from, to } = shift.planShift!;
      // The one allowed stretch inside the shift's first day, for a sentence and a way out.
      const inside = view
        .availability(shift.date)
        .allowed.filter((span) => span.from < Math.min(to, DAY) && span.to > from);
      const params =
        inside.length === 1
          ? { from: Math.max(from, inside[0].from), to: Math.min(to, inside[0].to) }
          : { from: null, to: null };
      report({ ...placeOf(shift), amount, params });
    }
  },
  message({ date, from, to, person, amount, params }, words) {
    const start = `${words.person(person)}, ${words.day(date)} ${words.span(from!, to!)}: `;
    if (params.from === null || params.to === null)
      return `${start}${words.hours(amount!)} outside the hours they are available.`;
    const [a, b] = [Number(params.from), Number(params.to)];
    if (a === from) return `${start}available until ${words.time(b)}, ${words.hours(amount!)} too long.`;
    if (b === to) return `${start}available from ${words.time(a)}, ${words.hours(amount!)} too early.`;
    return `${start}available ${words.span(a, b)}, ${words.hours(amount!)} outside.`;
  },
  fix(snag, plan, words) {
    const { from, to, params, shifts } = snag;
    if (params.from === null || params.to === null) return openShift(snag, plan, words);
    const [a, b] = [Number(params.from), Number(params.to)];
    if (b - a < plan.rules.minShiftMinutes) return openShift(snag, plan, words);
    const parts = [];
    if (a !== from) parts.push(`Start ${words.day(snag.date)} at ${words.time(a)}`);
    if (b !== to) parts.push(`${a === from ? `End ${words.day(snag.date)}` : 'end'} at ${words.time(b)}`);
    return {
      label: parts.join(', '),
      changes: [{ do: 'set', id: shifts[0], shift: { from: a, to: b } }],
    };
  },
};
