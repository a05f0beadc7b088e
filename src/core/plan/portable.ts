import type { Day } from '../time/day';
import type { Span } from '../time/span';
import type { Plan, Site } from './types';

/** A plan as JSON can carry it between server and browser. */
export type PortablePlan = Omit<Plan, 'site'> & {
  readonly site: Omit<Site, 'openDates'> & {
    readonly openDates: readonly (readonly [Day, readonly Span[]])[];
  };
};

/** Packs a plan for JSON. */
export function toPortable(plan: Plan): PortablePlan {
  return { ...plan, site: { ...plan.site, openDates: [...plan.site.openDates] } };
}

/** Unpacks what {@link toPortable} packed. */
export function fromPortable(plan: PortablePlan): Plan {
  return { ...plan, site: { ...plan.site, openDates: new Map(plan.site.openDates) } };
}
