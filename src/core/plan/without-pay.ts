import type { FieldWork } from '../jobs/types';
import type { Plan } from './types';

/** A plan as it is for who does not see pay: no rates, no extra pay on holidays, no budget in money, no prices. All else, hours among it, stays. */
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
    ...(plan.work ? { work: withoutPrices(plan.work) } : {}),
  };
}

function withoutPrices(work: FieldWork): FieldWork {
  return {
    ...work,
    services: work.services.map((service) => ({ ...service, price: null })),
    jobs: work.jobs.map((job) => ({ ...job, price: null })),
  };
}
