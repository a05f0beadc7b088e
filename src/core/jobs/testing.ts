import { MONDAY, EVERY_DAY, person, plan, span } from '../testing';
import type { Plan } from '../plan/types';
import { planContext } from '../plan/plan-context';
import type { PlanContext } from '../plan/plan-context';
import { DAY } from '../time/span';
import { type CrewRow, crewRow } from './crew-hours';
import type { Crew, FieldWork, Job, Visit } from './types';

/** Field work for tests: the engine crew of Ann and Bo works 8–12 and 13–17 on weekdays, in the week of {@link MONDAY}. */

const OFFICE = [span('8-12'), span('13-17')];

export function crew(more: Partial<Crew> = {}): Crew {
  return {
    ...{ id: 'engine', name: 'Engine', start: null, until: null, dates: [] },
    members: ['ann', 'bo'].map((one) => ({ person: one, from: null, to: null })),
    hours: EVERY_DAY.map((_, day) => (day < 5 ? OFFICE : [])),
    ...more,
  };
}

/** A job at a boat of its name. */
export function job(id: string, hours: number, more: Partial<Job> = {}): Job {
  return {
    ...{ id, title: 'Engine check', place: id, service: null, personMinutes: hours * 60, people: 1 },
    ...{ earliest: null, latest: null, window: null, price: null, round: null, progress: 'open' as const },
    ...more,
  };
}

/** A visit of the engine crew on a weekday (0 Monday) at a minute of it. */
export function visit(of: string, weekday: number, from: number, more: Partial<Visit> = {}): Visit {
  return {
    ...{ id: `v-${of}`, job: of, crew: 'engine', person: null, date: MONDAY + weekday, from },
    ...{ minutes: null, personMinutes: null, isThrough: false, isFixed: false, note: null },
    ...more,
  };
}

/** Field work in which every job's place is there. */
export function work(more: Partial<FieldWork> = {}): FieldWork {
  const jobs = more.jobs ?? [];
  const places = [...new Set(jobs.flatMap(({ place }) => place ?? []))];
  return {
    crews: [crew()],
    places: places.map((id) => ({ id, name: id[0].toUpperCase() + id.slice(1), customer: null, zone: null })),
    ...{ services: [], jobs, visits: [], travel: { usual: 0, pairs: [] }, today: null },
    ...more,
  };
}

/** A plan with field work. */
export function fieldPlan(more: Partial<FieldWork> = {}, rest: Parameters<typeof plan>[0] = {}): Plan {
  return { ...plan(rest), work: work(more) };
}

/** A crew of people about whom nothing else is known, on the clocks of the week. */
export function rowOf(
  of: Crew = crew(),
  people = [person('ann'), person('bo')],
  timeZone = 'Europe/Lisbon',
): { row: CrewRow; context: PlanContext } {
  const context = planContext({ ...plan({ people, site: { timeZone } }), work: work({ crews: [of] }) });
  const known = new Map(people.map((one) => [one.id, one]));
  return { context, row: crewRow(context, of, known, () => [], [MONDAY - 7, MONDAY + 21]) };
}

/** Approved leave on a weekday between two hours. */
export function away(weekday: number, from: number, to: number) {
  const midnight = (MONDAY + weekday) * DAY;
  return { id: 'l', state: 'approved' as const, from: midnight + from * 60, to: midnight + to * 60 };
}
