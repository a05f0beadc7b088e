import { bySeverity } from '../checks/shared/snag';
import { type Judgement, coverageOf, snagsOf } from './judge';
import { totalsOf } from './totals';

/** All that a judgement says, in a form that can be compared. */
export function summaryOf(judgement: Judgement): unknown {
  const { plan: p } = judgement;
  const coverage = [];
  for (let day = 0; day <= p.days; day++)
    for (let row = 0; row <= p.roles.length; row++) coverage.push(coverageOf(judgement, row, day));
  return {
    snags: snagsOf(judgement).sort(bySeverity),
    totals: totalsOf(judgement),
    coverage,
    weeks: judgement.weeks,
  };
}
