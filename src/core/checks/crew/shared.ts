import type { PlanContext } from '../../plan/plan-context';
import type { ResolvedVisit } from '../../jobs/resolved-visit';
import type { Plan } from '../../plan/types';
import { DAY } from '../../time/span';
import type { Words } from '../shared/messages';
import type { Fix, Snag } from '../shared/snag';

/** The place of a snag of a visit: when it is, whose, and its job. */
export function placeOfVisit(
  { clock }: PlanContext,
  { visit, end }: ResolvedVisit,
): Pick<Snag, 'date' | 'from' | 'to' | 'person' | 'crew' | 'visits' | 'job'> {
  const { id, date, from, crew, person, job } = visit;
  return { date, from, to: clock.wall(end) - date * DAY, person, crew, visits: [id], job };
}

/** Who a snag of a visit is about. */
export function whose({ crew, person }: Snag, words: Words): string {
  return crew ? words.crew(crew) : words.person(person);
}

/** When a visit is: `Mon 22 8:00–10:00`, or `Mon 22 15:00 to Tue 23 9:00` where it goes on another day. */
export function during({ date, from, to }: Snag, words: Words): string {
  if (to! <= DAY) return `${words.day(date)} ${words.span(from!, to!)}`;
  const last = date + Math.floor((to! - 1) / DAY);
  return `${words.day(date)} ${words.time(from!)} to ${words.day(last)} ${words.time(to! - (last - date) * DAY)}`;
}

/** Moves a visit to another time; null: it is no time of its date. */
export function startAt(snag: Snag, minute: number, plan: Plan, words: Words): Fix | null {
  const visit = plan.work?.visits.find(({ id }) => id === snag.visits!.at(-1));
  if (!visit || visit.isFixed || minute === visit.from) return null;
  const [date, from] = [visit.date + Math.floor(minute / DAY), ((minute % DAY) + DAY) % DAY];
  return {
    label: `Start ${words.job(visit.job)} ${words.day(date)} at ${words.time(from)}`,
    changes: [{ do: 'set-visit', id: visit.id, visit: date === visit.date ? { from } : { date, from } }],
  };
}
