import { type PersonCheck, placeOf } from '../shared/check';

/** No length, or so long that it is more likely a slip than a shift. */
export const badTime: PersonCheck = {
  code: 'bad-time',
  title: 'Doubtful time',
  rule: {
    text: 'A shift of more than {} is more likely a slip',
    limit: { key: 'slipMinutes', unit: 'hours' },
  },
  severity: 'stop',
  unit: 'minutes',
  dependsOn: 'person',
  limit: (rules) => rules.slipMinutes,
  inspect({ context, shifts }, report) {
    for (const shift of shifts) {
      const over = shift.elapsed - context.plan.rules.slipMinutes;
      if (over > 0) report({ ...placeOf(shift), amount: over });
      else if (shift.elapsed === 0) report({ ...placeOf(shift), amount: 0 });
    }
  },
  message({ date, from, to, person, amount, limit }, words) {
    const shift = `${words.person(person)}, ${words.day(date)} ${words.span(from!, to!)}: `;
    if (amount === 0) return `${shift}the clock change leaves no time between start and end.`;
    return `${shift}${words.hours(limit! + amount!)} is more likely a slip than a shift.`;
  },
};
