import type { ResolvedShift } from '../../plan/resolved-shift';
import type { YoungRule } from '../../plan/types';
import { ageOn } from '../../time/day';
import { DAY, covered, union } from '../../time/span';
import { type PersonCheck, type PersonView, type Report, placeOf, placeOfAll } from '../shared/check';

/**
 * A young person outside the hours, or over the amounts, allowed at their age on the shift's date. Of several
 * rules that apply to a date the one for the lowest age counts. In the week of a birthday each age's weekly limit
 * holds for the dates below that age; the worst is told.
 */
export const youngWorker: PersonCheck = {
  code: 'young-worker',
  title: 'Young worker',
  rule: { text: 'A young person outside the hours or amounts allowed' },
  severity: 'stop',
  unit: 'minutes',
  dependsOn: 'person',
  inspect(view, report) {
    if (view.person === null || view.person.birthDate === null) return;
    if (view.context.plan.rules.young.length === 0) return;
    for (const shift of view.shifts) {
      const rule = ruleFor(view, shift);
      if (!rule) continue;
      const outside = minutesOutside(shift, rule);
      if (outside > 0)
        report({ ...placeOf(shift), amount: outside, params: { about: 'hours', age: rule.underAge } });
    }
    reportAmounts(view, report);
  },
  message({ person, date, from, to, amount, limit, params }, words) {
    const who = `${words.person(person)} is under ${params.age}: `;
    if (params.about === 'hours')
      return `${who}${words.hours(amount!)} of ${words.day(date)} ${words.span(from!, to!)} are outside the hours allowed.`;
    const unit = params.about === 'day' ? `on ${words.day(date)}` : 'in the week';
    return `${who}${words.hours(limit! + amount!)} ${unit}, ${words.hours(limit!)} are allowed.`;
  },
};

function reportAmounts(view: PersonView, report: Report): void {
  const { context, days, shifts, person } = view;
  for (const { parts } of days) {
    const mine = parts.filter((part) => part.planShift);
    const rule = mine.length > 0 ? ruleFor(view, mine[0]) : null;
    if (!rule || rule.dayMinutes === null) continue;
    const over = paidIn(mine) - rule.dayMinutes;
    if (over > 0)
      report({
        ...placeOfAll(mine),
        amount: over,
        limit: rule.dayMinutes,
        params: { about: 'day', age: rule.underAge },
      });
  }
  for (const week of context.weeks) {
    const mine = shifts.filter((s) => s.date >= week.first && s.date < week.first + week.days);
    let worst: { over: number; rule: YoungRule } | null = null;
    for (const rule of context.plan.rules.young) {
      if (rule.weekMinutes === null) continue;
      const below = mine.filter((shift) => ageOn(person!.birthDate!, shift.date) < rule.underAge);
      const over = paidIn(below) - rule.weekMinutes;
      if (over > (worst?.over ?? 0)) worst = { over, rule };
    }
    if (worst)
      report({
        date: week.first,
        person: person!.id,
        amount: worst.over,
        limit: worst.rule.weekMinutes,
        params: { about: 'week', age: worst.rule.underAge },
      });
  }
}

function ruleFor({ context, person }: PersonView, shift: ResolvedShift): YoungRule | null {
  const age = ageOn(person!.birthDate!, shift.date);
  let best: YoungRule | null = null;
  for (const rule of context.plan.rules.young)
    if (age < rule.underAge && (best === null || rule.underAge < best.underAge)) best = rule;
  return best;
}

function paidIn(shifts: readonly ResolvedShift[]): number {
  return shifts.reduce((sum, shift) => sum + shift.paid, 0);
}

function minutesOutside(shift: ResolvedShift, rule: YoungRule): number {
  const windows = [];
  for (let day = shift.date - 1; day * DAY < shift.to; day++)
    windows.push({ from: day * DAY + rule.from, to: day * DAY + rule.to });
  return shift.to - shift.from - covered(shift, union(windows));
}
