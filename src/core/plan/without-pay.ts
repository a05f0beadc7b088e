import type { Plan } from './types';

/** A plan as it is for who does not see pay: no rates, no extra pay on holidays, no budget in money. All else, hours among it, stays. */
export function withoutPay(plan: Plan): Plan {
  return {
    ...plan,
    roles: plan.roles.map((role) => ({ ...role, hourlyRate: null })),
    people: plan.people.map((person) => ({
      ...person,
      roles: person.roles.map(({ role, until }) => ({ role, until, hourlyRate: null })),
    })),
    holidays: plan.holidays.map(({ multiplier: _multiplier, extra: _extra, ...holiday }) => holiday),
    budget: { ...plan.budget, cost: null },
  };
}
