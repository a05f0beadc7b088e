import { runsOf } from '../../coverage/runs';
import type { CoverageCheck } from '../shared/check';

/** More on than needed, above the tolerance; only where something is needed. */
export const surplus: CoverageCheck = {
  code: 'surplus',
  title: 'Surplus',
  rule: { text: 'More on than needed, by more than {}', limit: { key: 'surplusTolerance', unit: 'people' } },
  severity: 'note',
  unit: 'people',
  dependsOn: 'coverage',
  limit: (rules) => rules.surplusTolerance,
  inspect({ context, blocks, date, role }, report) {
    const tolerance = context.plan.rules.surplusTolerance;
    const over = (block: { surplus: number }) => (block.surplus > tolerance ? block.surplus : 0);
    for (const run of runsOf(blocks, over))
      report({ date, from: run.from, to: run.to, role, amount: run.amount });
  },
  message({ date, from, to, role, amount }, words) {
    const where = `${words.day(date)} ${words.span(from!, to!)}, ${words.role(role)}`;
    return `${where}: ${amount} more on than needed.`;
  },
};
