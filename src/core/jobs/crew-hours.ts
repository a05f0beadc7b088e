import type { PlanContext } from '../plan/plan-context';
import type { ResolvedShift } from '../plan/resolved-shift';
import type { Person } from '../plan/types';
import { type Day, weekdayOf } from '../time/day';
import { DAY, type Span, clip, shared, subtract, union } from '../time/span';
import type { Crew, CrewMember } from './types';

/** A crew, or somebody without one, as visits are set on it. All spans are elapsed minutes, sorted and apart. */
export interface CrewRow {
  readonly id: string;
  readonly crew: Crew | null;
  /** Everybody who belongs to it at some time, as the plan knows them. */
  readonly people: readonly Person[];
  /** When it works between the first and the last date that are looked at. */
  readonly hours: readonly Span[];
  /** How many people there are from each minute on, in its hours and out of them. */
  readonly manning: readonly Manning[];
}

/** So many people from an elapsed minute on, until the next. */
export interface Manning {
  readonly from: number;
  readonly people: readonly string[];
}

/** Working hours of a crew on a date, in minutes from its midnight. After its last date it has none. */
export function crewHoursOn(crew: Crew, date: Day): readonly Span[] {
  if (crew.until !== null && date > crew.until) return [];
  return crew.dates.find((one) => one.date === date)?.hours ?? crew.hours[weekdayOf(date)] ?? [];
}

/** Whether somebody belongs to a crew on a date. */
export function isMemberOn({ from, to }: CrewMember, date: Day): boolean {
  return (from === null || date >= from) && (to === null || date <= to);
}

/** How many people belong to a crew on a date, whether they are there or not. */
export function crewSizeOn({ members }: Crew, date: Day): number {
  return new Set(members.filter((member) => isMemberOn(member, date)).map(({ person }) => person)).size;
}

/** A crew on the dates from `first` to `last`, both inclusive. */
export function crewRow(
  context: PlanContext,
  crew: Crew,
  people: ReadonlyMap<string, Person>,
  elsewhere: (person: string) => readonly ResolvedShift[],
  [first, last]: readonly [Day, Day],
): CrewRow {
  const { clock } = context;
  const hours: Span[] = [];
  for (let date = first; date <= last; date++)
    for (const { from, to } of crewHoursOn(crew, date))
      hours.push({ from: clock.elapsed(date * DAY + from), to: clock.elapsed(date * DAY + to) });
  const members = crew.members.flatMap((member) => {
    const person = people.get(member.person);
    return person ? [{ member, person }] : [];
  });
  const present = members.map(({ member, person }) => ({
    id: person.id,
    spans: presenceOf(context, person, elsewhere(person.id), [
      Math.max(first, member.from ?? first),
      Math.min(last, member.to ?? last),
    ]),
  }));
  return {
    ...{ id: crew.id, crew, hours: union(hours), manning: manningOf(present) },
    people: [...new Set(members.map(({ person }) => person))],
  };
}

/** Somebody without a crew: they work when their shifts say. */
export function personRow(
  context: PlanContext,
  person: Person,
  shifts: readonly ResolvedShift[],
  [first, last]: readonly [Day, Day],
): CrewRow {
  const own = shifts.filter(({ planShift }) => planShift !== null);
  const elsewhere = shifts.filter(({ planShift, site }) => planShift === null && site !== null);
  return {
    ...{ id: person.id, crew: null, people: [person] },
    hours: union(own.map(({ start, end }) => ({ from: start, to: end }))),
    manning: manningOf([{ id: person.id, spans: presenceOf(context, person, elsewhere, [first, last]) }]),
  };
}

/** When somebody can be there at all: employed, not on approved leave and not at work at another site; wall-clock dates, both inclusive. */
function presenceOf(
  { clock }: PlanContext,
  { employedFrom, employedTo, leave }: Person,
  elsewhere: readonly ResolvedShift[],
  [first, last]: readonly [Day, Day],
): Span[] {
  const [from, to] = [Math.max(first, employedFrom ?? first), Math.min(last, employedTo ?? last)];
  if (to < from) return [];
  const away = [
    ...leave
      .filter(({ state }) => state === 'approved')
      .map((span) => ({ from: clock.elapsed(span.from), to: clock.elapsed(span.to) })),
    ...elsewhere.map(({ start, end }) => ({ from: start, to: end })),
  ];
  return subtract([{ from: clock.elapsed(from * DAY), to: clock.elapsed((to + 1) * DAY) }], union(away));
}

function manningOf(present: readonly { readonly id: string; readonly spans: readonly Span[] }[]): Manning[] {
  const edges = [...new Set(present.flatMap(({ spans }) => spans.flatMap(({ from, to }) => [from, to])))];
  return edges
    .sort((a, b) => a - b)
    .map((from) => ({
      from,
      people: present.flatMap(({ id, spans }) =>
        spans.some((span) => span.from <= from && from < span.to) ? [id] : [],
      ),
    }));
}

/** Who is there at an elapsed minute. */
export function peopleAt({ manning }: Pick<CrewRow, 'manning'>, at: number): readonly string[] {
  let low = 0;
  let high = manning.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (manning[middle].from <= at) low = middle + 1;
    else high = middle;
  }
  return low === 0 ? [] : manning[low - 1].people;
}

/** The stretches of a span in which the same people are there, by start. */
export function mannedParts(
  { manning }: Pick<CrewRow, 'manning'>,
  span: Span,
): (Span & { people: number })[] {
  const parts: (Span & { people: number })[] = [];
  let from = span.from;
  while (from < span.to) {
    const next = manning.find((one) => one.from > from);
    const to = Math.min(span.to, next?.from ?? span.to);
    parts.push({ from, to, people: peopleAt({ manning }, from).length });
    from = to;
  }
  return parts;
}

/** Working minutes of a row on a calendar date, and its person-minutes by who is there. */
export function capacityOn(
  row: CrewRow,
  { clock }: PlanContext,
  date: Day,
): { readonly minutes: number; readonly personMinutes: number } {
  const day = { from: clock.elapsed(date * DAY), to: clock.elapsed((date + 1) * DAY) };
  const spans = clip(row.hours, day);
  return {
    minutes: spans.reduce((sum, span) => sum + shared(span, day), 0),
    personMinutes: spans.reduce(
      (sum, span) =>
        sum + mannedParts(row, span).reduce((all, part) => all + (part.to - part.from) * part.people, 0),
      0,
    ),
  };
}
