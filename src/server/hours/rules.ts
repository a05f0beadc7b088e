import type { HoursRules } from '@/core/timesheet/hours-rules';
import { type TimeModel, fixedHoursFaults } from '@/core/clock/time-model';
import { clockRulesFromRow } from '@/data/clock/punch-store';
import { type Failed, fail, failAll } from '@/core/plan/problem';
import { formatLongDay } from '@/core/time/format';
import { hoursRulesFromRow, hoursRulesToColumn } from '@/data/hours/hours-store';
import { payPeriodOn } from '@/core/timesheet/pay-period';
import { type RowOf, loadRows } from '@/data/records/records';
import { formatDate, parseDate } from '@/core/time/day';
import { command } from '../commands/command';
import { siteChange } from '../site/switches';
import { SAVE_HOURS_RULES } from './schema';

/**
 * Why what hours are measured by cannot be at a site: parts of a day of fixed hours so near that what is clocked between them would belong
 * to both; null: it can.
 */
export function refuseTimeModel(
  model: TimeModel | null,
  site: Pick<RowOf<'site'>, 'clock_rules'>,
  path: string,
): Failed | null {
  if (model?.kind !== 'fixed') return null;
  const { windows } = clockRulesFromRow(site).at(-1)!;
  return failAll(
    fixedHoursFaults(model.hours, windows).map((fault) => ({
      ...{ code: 'input', message: fault.message, path: fault.path },
    })),
    path,
  );
}

/** Says how hours become pay at a site. Periods that somebody did something with stay as they were. */
export const saveHoursRules = command<'hours.rules', { site: string; rules: HoursRules }>({
  kind: 'hours.rules',
  permission: 'setup.change',
  capability: 'hours',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_HOURS_RULES,
  async prepare({ db }, { site, rules }) {
    const [row] = await loadRows(db, 'site', { id: site });
    if (!row) return fail('unknown', 'there is no such site', 'input.site');
    const before = hoursRulesFromRow(row);
    const lost = before.kinds.find(({ id }) => !rules.kinds.some((kind) => kind.id === id));
    if (lost && (await loadRows(db, 'typed_hours', { kind: lost.id })).length > 0)
      return fail(
        'in-use',
        `hours of the kind ${lost.name} were typed: retire it instead`,
        'input.rules.kinds',
      );
    // A period with submitted, approved or locked hours must still be one.
    const used = await db
      .selectFrom('timesheet_step')
      .innerJoin('person_site', 'person_site.person_id', 'timesheet_step.person_id')
      .select(['first', 'days'])
      .distinct()
      .where('person_site.site_id', '=', site)
      .execute();
    for (const { first, days } of used) {
      const date = parseDate(first)!;
      const [was, is] = [payPeriodOn(before.periods, date), payPeriodOn(rules.periods, date)];
      if (was.first === date && was.days === days && (is.first !== date || is.days !== days))
        return fail(
          'in-use',
          `hours of the period from ${formatLongDay(date)} were submitted already: let other periods begin on ` +
            `${formatDate(date + days)} or later`,
          'input.rules.periods',
        );
    }
    for (const [i, { model }] of rules.groupModels.entries()) {
      const faulty = refuseTimeModel(model, row, `input.rules.groupModels[${i}].model`);
      if (faulty) return faulty;
    }
    return siteChange(db, site, 'Hours at', {
      hours_rules: hoursRulesToColumn({
        ...rules,
        periods: [...rules.periods].sort((a, b) => (a.since ?? -Infinity) - (b.since ?? -Infinity)),
        codes: Object.fromEntries(
          Object.entries(rules.codes)
            .filter(([, code]) => code !== '')
            .sort(([a], [b]) => (a < b ? -1 : 1)),
        ),
      }),
    });
  },
});
