import type { Judgement } from '../consequences/judge';
import { visibleSnags } from '../consequences/visible-snags';
import { creditedMinutes } from '../hours/credit';
import { missingIn } from './missing';

/** What plans of the same days are compared by. Minutes of people; cost in minor units of the currency. */
export interface PlanFigures {
  readonly missingMinutes: number;
  readonly stops: number;
  readonly warnings: number;
  /** Paid and credited minutes above and below what people's contracts say, week by week. */
  readonly offContractMinutes: number;
  readonly cost: number;
}

/** What a plan comes to. */
export function figuresOf(judgement: Judgement): PlanFigures {
  const { plan, people, weeks } = judgement;
  const snags = visibleSnags(judgement);
  const of = (severity: string) =>
    snags.filter((snag) => snag.severity === severity && snag.code !== 'gap' && snag.code !== 'unfilled')
      .length;
  let missingMinutes = 0;
  for (let day = 0; day < plan.days; day += 7) missingMinutes += missingIn(judgement, day);
  let offContractMinutes = 0;
  plan.people.forEach((person, index) => {
    if (person.contractMinutes === null) return;
    people[index].view.pay.forEach(({ paid }, week) => {
      const credited = creditedMinutes(plan, person, plan.from + week * 7, 7);
      offContractMinutes += Math.abs(paid + credited - person.contractMinutes!);
    });
  });
  return {
    ...{ missingMinutes, stops: of('stop'), warnings: of('warn'), offContractMinutes },
    cost: weeks.reduce((sum, week) => sum + week.cost, 0),
  };
}
