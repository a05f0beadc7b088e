import type { ShownPerson as PersonOfDay } from '@/core/today/people-of';
import type { TodayPerson } from '@/server/today/payload';

/** Somebody of the day as the screen shows them. */
export type ShownPerson = PersonOfDay<TodayPerson>;
