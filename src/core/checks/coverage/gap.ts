import { runsOf } from '../../coverage/runs';
import type { CoverageCheck } from '../shared/check';

/** Fewer on than needed; neighbouring blocks of equal shortage are one snag. */
export const gap: CoverageCheck = {
  code: 'gap',
  title: 'Gap',
  rule: { text: 'Fewer on than needed' },
  severity: 'stop',
  unit: 'people',
  dependsOn: 'coverage',
  inspect({ blocks, date, role }, report) {
    for (const run of runsOf(blocks, (block) => block.gap))
      report({
        date,
        from: run.from,
        to: run.to,
        role,
        amount: run.amount,
        params: { staffed: run.staffed, needed: run.needed },
      });
  },
  message({ date, from, to, role, amount, params }, words) {
    const where = `${words.day(date)} ${words.span(from!, to!)}, ${words.role(role)}`;
    if (params.staffed === 0) return `${where}: nobody is on, ${amount} needed.`;
    return params.needed === null
      ? `${where}: ${amount} fewer on than needed.`
      : `${where}: ${Number(params.needed) - amount!} of ${params.needed} needed are on.`;
  },
};
