import type { PlanPayload } from '@/server/plan/payload';

/** How a plan that comes from the server is looked at. */
export type Look = (payload: PlanPayload) => PlanPayload;

/** The draft, as it comes. */
export const asDraft: Look = (payload) => payload;

/** As staff see it: the shifts that were published, as they were, and nothing that could be changed. */
export const asTold: Look = (payload) => ({
  ...payload,
  plan: { ...payload.plan, shifts: payload.published },
  isTold: true,
});
