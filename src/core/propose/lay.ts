import { checkOf } from '../checks/list';
import type { Words } from '../checks/shared/messages';
import { tryChanges } from '../consequences/consequences';
import { type Judgement, rejudge } from '../consequences/judge';
import { snagsAppearing } from '../cover/candidates';
import type { Change } from '../plan/change';
import type { Shift } from '../plan/types';
import { publicationOf } from '../publish/publication';
import type { Day } from '../time/day';
import { likeness } from './model';
import { isBarred } from './worker-of';

/** What a proposal says of one day of one person: a shift, those that it takes the place of, or only those. */
export interface ProposedItem {
  readonly id: string;
  readonly person: string;
  readonly date: Day;
  readonly shift: Shift | null;
  /** The open shift that it fills as it is; null: a new one. */
  readonly fills: string | null;
  readonly removes: readonly string[];
}

/** Whether a proposal may move a shift: it is somebody's, nobody was told of it, and it is no more than its times. */
export function isMovable(shift: Shift, published: Shift | undefined): boolean {
  const { person, fixed, detail } = shift;
  return person !== null && !fixed && !detail && publicationOf(shift, published) === 'draft';
}

/** What a proposal keeps of how it was made, beside its shifts. */
export interface Laying {
  /** Ids of shifts that were free to be moved; those that it does not propose again would go. */
  readonly movable: readonly string[];
  /** Only gaps are filled: open shifts stay open. */
  readonly isOnlyGaps: boolean;
  /** Only open shifts are filled: nothing new is made. */
  readonly isOnlyOpen: boolean;
}

/**
 * A proposal as what would be done to a plan: shifts that stand already as proposed are nothing to do, and open shifts
 * worked alike are filled as they are.
 */
export function itemsOf(
  shifts: readonly Shift[],
  proposed: readonly Shift[],
  laying: Laying,
): ProposedItem[] {
  const byId = new Map(shifts.map((shift) => [shift.id, shift]));
  const open = new Map<string, string[]>();
  if (!laying.isOnlyGaps)
    for (const shift of shifts) {
      if (shift.person !== null || (shift.detail && !laying.isOnlyOpen)) continue;
      const key = likeness(shift);
      open.set(key, [...(open.get(key) ?? []), shift.id]);
    }
  const standing = new Map<string, string>();
  for (const shift of shifts)
    if (shift.person !== null) standing.set(`${shift.person} ${likeness(shift)}`, shift.id);
  const leaving = new Map<string, Shift>();
  for (const id of laying.movable) {
    const shift = byId.get(id);
    if (shift) leaving.set(id, shift);
  }
  const items: ProposedItem[] = [];
  for (const shift of proposed) {
    const same = standing.get(`${shift.person} ${likeness(shift)}`);
    if (same !== undefined) {
      leaving.delete(same);
      continue;
    }
    const fills = open.get(likeness(shift))?.shift() ?? null;
    if (fills === null && laying.isOnlyOpen) continue;
    const isAgain = items.some((one) => one.person === shift.person && one.date === shift.date);
    const id = `proposed ${shift.person} ${shift.date}${isAgain ? ' again' : ''}`;
    items.push({ id, person: shift.person!, date: shift.date, shift, fills, removes: [] });
  }
  for (const { id, person, date } of leaving.values()) {
    if (person === null) continue;
    const at = items.findIndex((item) => item.person === person && item.date === date);
    if (at >= 0) items[at] = { ...items[at], removes: [...items[at].removes, id] };
    else
      items.push({
        ...{ id: `proposed ${person} ${date}`, person, date, shift: null, fills: null, removes: [id] },
      });
  }
  return items.sort((a, b) => a.date - b.date || a.person.localeCompare(b.person));
}

/** The changes that take items into a plan. `newId` names the shifts that are made. */
export function changesOf(
  items: readonly ProposedItem[],
  newId: (item: ProposedItem) => string = ({ id }) => id,
): Change[] {
  return items.flatMap((item): Change[] => {
    const { shift, fills, removes, person } = item;
    const gone = removes.map((id): Change => ({ do: 'remove', id }));
    if (shift === null) return gone;
    if (fills !== null) return [...gone, { do: 'set', id: fills, shift: { person } }];
    return [...gone, { do: 'add', shift: { ...shift, id: newId(item) } }];
  });
}

/** The shift of a trial that an item proposes; null: it only takes some away. */
export function shiftIdOf({ id, shift, fills }: ProposedItem): string | null {
  return shift === null ? null : (fills ?? id);
}

/** A plan as it would be with a proposal, and what of it does not fit the plan as it is now, with why. */
export interface Laid {
  readonly trial: Judgement;
  readonly items: readonly ProposedItem[];
  readonly misfits: readonly { readonly item: ProposedItem; readonly why: string }[];
}

/**
 * Lays items on a plan, which may have changed since they were found: what cannot be done any more, or would give
 * somebody a new stop or warning, is left out and said.
 */
export function lay(judgement: Judgement, items: readonly ProposedItem[], words: Words): Laid {
  const misfits: { item: ProposedItem; why: string }[] = [];
  const fitting: ProposedItem[] = [];
  let trial = judgement;
  const whole = rejudge(judgement, changesOf(items));
  if (whole.ok && items.every(({ person }) => whyNot(judgement, whole.judgement, person, words) === null))
    return { trial: whole.judgement, items, misfits };
  for (const item of items) {
    const tried = tryChanges(trial, changesOf([item]));
    const why = tried.ok
      ? whyNot(trial, tried.trial.judgement, item.person, words)
      : 'what it was about is no longer there';
    if (why !== null || !tried.ok) misfits.push({ item, why: why ?? '' });
    else {
      fitting.push(item);
      trial = tried.trial.judgement;
    }
  }
  return { trial, items: fitting, misfits };
}

/** What would be wrong for somebody that is not now; null: nothing. */
function whyNot(before: Judgement, after: Judgement, person: string, words: Words): string | null {
  const index = before.indexOf.get(person);
  if (index === undefined) return 'no longer works here';
  const snags = snagsAppearing(before.people[index], after.people[index]);
  if (!isBarred(snags)) return null;
  const [worst] = snags;
  return checkOf(worst.code)!.message(worst, words);
}
