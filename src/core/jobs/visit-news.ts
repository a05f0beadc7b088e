import { stampOfText } from '../publish/publish-changes';
import type { Day } from '../time/day';
import type { Visit } from './types';

/** A visit as its crew was told of it and as it is now; one of the two is null where it is new, or gone. */
export interface VisitNews {
  readonly before: Visit | null;
  readonly after: Visit | null;
}

/** What of a visit matters to whoever goes there. */
const TOLD = [
  ...(['job', 'crew', 'person', 'date', 'from', 'minutes', 'personMinutes', 'isThrough'] as const),
  'note',
] as const satisfies readonly (keyof Visit)[];

/**
 * All visits of which crews were not told as they are, by date and start: those that lie between two dates (`to` not included), or lay there
 * as they were told.
 */
export function visitNews(
  visits: readonly Visit[],
  published: readonly Visit[],
  { from, to }: { readonly from: Day; readonly to: Day },
): VisitNews[] {
  const told = new Map(published.map((visit) => [visit.id, visit]));
  const there = new Set(visits.map(({ id }) => id));
  const all: VisitNews[] = [
    ...visits.map((after) => ({ before: told.get(after.id) ?? null, after })),
    ...published.filter(({ id }) => !there.has(id)).map((before) => ({ before, after: null })),
  ];
  const isWithin = (visit: Visit | null) => visit !== null && visit.date >= from && visit.date < to;
  return all
    .filter(({ before, after }) => isWithin(before) || isWithin(after))
    .filter(({ before, after }) => !before || !after || TOLD.some((part) => before[part] !== after[part]))
    .sort((a, b) => {
      const [one, other] = [a.after ?? a.before!, b.after ?? b.before!];
      return one.date - other.date || one.from - other.from || (one.id < other.id ? -1 : 1);
    });
}

/** How many visits are new, different and gone for a crew or somebody without one. */
export interface NewsCount {
  readonly added: number;
  readonly changed: number;
  readonly gone: number;
}

/** News by whose they are: a crew, or somebody without one. A visit given to another crew is gone for the one and new for the other. */
export function newsCounts(news: readonly VisitNews[]): Map<string, NewsCount> {
  const counts = new Map<string, NewsCount>();
  const count = (visit: Visit, part: keyof NewsCount) => {
    const whose = (visit.crew ?? visit.person)!;
    const known = counts.get(whose) ?? { added: 0, changed: 0, gone: 0 };
    counts.set(whose, { ...known, [part]: known[part] + 1 });
  };
  for (const { before, after } of news) {
    if (before && after && before.crew === after.crew && before.person === after.person)
      count(after, 'changed');
    else {
      if (before) count(before, 'gone');
      if (after) count(after, 'added');
    }
  }
  return counts;
}

/** A short text that is another as soon as any of some news is: what somebody looked at is published, or nothing. */
export function newsStamp(news: readonly VisitNews[]): string {
  const parts = (visit: Visit | null) => visit && [visit.id, ...TOLD.map((part) => visit[part])];
  return stampOfText(JSON.stringify(news.map(({ before, after }) => [parts(before), parts(after)])));
}
