import type { Shift } from '../plan/types';
import type { Day } from '../time/day';
import { publicationOf } from './publication';

/** A shift as staff were told of it and as it is now; one of the two is null where it is new, or gone. */
export interface PublishChange {
  readonly before: Shift | null;
  readonly after: Shift | null;
}

/** What is published: days, `to` not included, and of them all people's shifts or some's (null: the open ones). */
export interface PublishScope {
  readonly from: Day;
  readonly to: Day;
  readonly people: ReadonlySet<string | null> | null;
}

/** What a change is for one of those it concerns. */
export interface PersonNews extends PublishChange {
  readonly kind: 'new' | 'changed' | 'gone';
}

/**
 * All that staff have not been told yet within a scope, by date and start. A shift that goes from one day or person to
 * another is within it when either is. `published`: the shifts as they were last told.
 *
 * @example
 * publishChanges([moved], [asTold], { from: monday, to: monday + 7, people: null }) // [{ before: asTold, after: moved }]
 */
export function publishChanges(
  shifts: readonly Shift[],
  published: readonly Shift[],
  scope: PublishScope,
): PublishChange[] {
  const told = new Map(published.map((shift) => [shift.id, shift]));
  const there = new Set(shifts.map(({ id }) => id));
  const changes: PublishChange[] = [
    ...shifts
      .filter((shift) => publicationOf(shift, told.get(shift.id)) !== 'published')
      .map((after) => ({ before: told.get(after.id) ?? null, after })),
    ...published.filter(({ id }) => !there.has(id)).map((before) => ({ before, after: null })),
  ];
  return changesWithin(changes, scope).sort(inOrder);
}

/** Those of some changes that lie within a scope, in their order. */
export function changesWithin(changes: readonly PublishChange[], scope: PublishScope): PublishChange[] {
  return changes.filter((change) => isWithin(change, scope));
}

function isWithin({ before, after }: PublishChange, { from, to, people }: PublishScope): boolean {
  return [before, after].some(
    (shift) =>
      shift !== null &&
      shift.date >= from &&
      shift.date < to &&
      (people === null || people.has(shift.person)),
  );
}

function inOrder(a: PublishChange, b: PublishChange): number {
  const [one, other] = [a.after ?? a.before!, b.after ?? b.before!];
  return one.date - other.date || one.from - other.from || (one.id < other.id ? -1 : 1);
}

/**
 * Changes by whom they concern: who gets a shift, who has one differently, who loses one. A shift that is given to
 * somebody else is gone for the one and new for the other. Under null: open shifts.
 */
export function newsByPerson(changes: readonly PublishChange[]): Map<string | null, PersonNews[]> {
  const news = new Map<string | null, PersonNews[]>();
  const tell = (person: string | null, item: PersonNews) => {
    const list = news.get(person);
    if (list) list.push(item);
    else news.set(person, [item]);
  };
  for (const { before, after } of changes) {
    if (before && after && before.person === after.person)
      tell(after.person, { before, after, kind: 'changed' });
    else {
      if (before) tell(before.person, { before, after: null, kind: 'gone' });
      if (after) tell(after.person, { before: null, after, kind: 'new' });
    }
  }
  return news;
}

/**
 * Names the state that changes were looked at in: the same text for the same changes, another as soon as one of them
 * differs in anything staff would be told. Not a secret, and not against forgery.
 */
export function stampOf(changes: readonly PublishChange[]): string {
  return stampOfText(JSON.stringify(changes.map(({ before, after }) => [toldOf(before), toldOf(after)])));
}

/** A short text that is another as soon as the text is. Not a secret, and not against forgery. */
export function stampOfText(text: string): string {
  // Two sums of FNV-1a, of the text from its start and from its end: 64 bits are enough to notice an edit.
  return sum(text) + sum([...text].reverse().join(''));
}

function toldOf(shift: Shift | null): unknown {
  if (!shift) return null;
  const { id, person, role, date, from, to, note, label, break: pause, detail } = shift;
  const said = detail ? [detail.duties, detail.station, detail.tasks, detail.moreBreaks] : null;
  return [id, person, role, date, from, to, note, label, pause, said];
}

function sum(text: string): string {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return (hash >>> 0).toString(16).padStart(8, '0');
}
