import { judge } from '../consequences/judge';
import type { Plan, Shift } from '../plan/types';
import type { SheetGround } from './week-sheet';

/** What sheets of a plan are made of, where nothing is published but these shifts. */
export function groundOf(plan: Plan, published: readonly Shift[] = []): SheetGround {
  return {
    judgement: judge(plan),
    published,
    hourFormat: '24',
    marks: new Map(plan.roles.map(({ id, name }) => [id, name.slice(0, 2).toUpperCase()])),
  };
}
