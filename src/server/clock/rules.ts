import { type ClockRules, clockRuleFaults, rulesOn } from '@/core/clock/clock-rules';
import { same } from '@/core/same';
import { DEFAULT_RULES } from '@/core/plan/types';
import { fail, failAll } from '@/core/plan/problem';
import { formatLongDay } from '@/core/time/format';
import { clockRulesFromRow, clockRulesToColumn } from '@/data/clock/punch-store';
import { loadRows, rowChanges } from '@/data/records/records';
import { command } from '../commands/command';
import { type ClockRulesDraft, SAVE_CLOCK_RULES } from './schema';

/** Sets the rules of the clock of a site from a date on. Days before it keep theirs, days after the next date too. */
export const saveClockRules = command<'clock.rules', ClockRulesDraft>({
  kind: 'clock.rules',
  permission: 'setup.change',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_CLOCK_RULES,
  async prepare({ db }, { site, since, rules }) {
    const [before] = await loadRows(db, 'site', { id: site });
    if (!before) return fail('unknown', 'there is no such site', 'input.site');
    const faults = rules ? clockRuleFaults({ ...rules, since }, longestShift(before.rules)) : [];
    const faulty = failAll(
      faults.map(({ path, message }) => ({ code: 'input', message, path })),
      'input.rules',
    );
    if (faulty) return faulty;
    const stored = clockRulesFromRow(before);
    const others = stored.filter((one) => one.since !== since);
    if (rules === null && others.length === stored.length)
      return fail('unknown', 'no rules begin on this date', 'input.since');
    // What holds on that date anyway begins no rules of its own.
    const { since: _since, ...holding } = rulesOn(stored, since ?? -Infinity);
    const isHolding = rules !== null && others.length === stored.length && same(holding, rules);
    const all: ClockRules[] = rules === null ? others : isHolding ? stored : [...others, { ...rules, since }];
    all.sort((a, b) => (a.since ?? -Infinity) - (b.since ?? -Infinity));
    return {
      ok: true,
      work: {
        title: `Clock of ${before.name}${since === null ? '' : ` from ${formatLongDay(since)}`}`,
        rows: rowChanges('site', [before], [{ ...before, clock_rules: clockRulesToColumn(all) }]),
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
        weeks: [],
      },
    };
  },
});

/** How long a shift of the site may be by its rules, in minutes. */
function longestShift(rules: string): number {
  return { ...DEFAULT_RULES, ...(JSON.parse(rules) as Partial<typeof DEFAULT_RULES>) }.maxShiftMinutes;
}
