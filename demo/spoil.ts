import { tryChanges } from '../src/core/consequences/consequences';
import type { Judgement } from '../src/core/consequences/judge';
import type { Change } from '../src/core/plan/change';
import type { Shift } from '../src/core/plan/types';

/**
 * Spoils a good week, so that the demo has real snags to find: for each kind wanted, the first change in a
 * fixed order that makes exactly those snags of severity stop or warn appear and no others.
 */
export function spoil(judgement: Judgement): Judgement {
  let now = judgement;
  for (const { wanted, changes } of SPOILERS) {
    for (const change of changes(now)) {
      const tried = tryChanges(now, change);
      if (!tried.ok) continue;
      const { appeared, cleared } = tried.trial.consequences;
      const codes = appeared.filter((snag) => snag.severity !== 'note').map((snag) => snag.code);
      if (cleared.some((snag) => snag.severity !== 'note')) continue;
      if (codes.sort().join() !== wanted.join()) continue;
      now = tried.trial.judgement;
      break;
    }
  }
  return now;
}

interface Spoiler {
  readonly wanted: readonly string[];
  changes(judgement: Judgement): Iterable<Change[]>;
}

const SPOILERS: readonly Spoiler[] = [
  { wanted: ['gap'], changes: (judgement) => removals(judgement, 5, 'floor', 17 * 60) },
  { wanted: ['gap', 'unfilled'], changes: (judgement) => opened(judgement, 2, 'kitchen') },
  { wanted: ['short-rest'], changes: (judgement) => swaps(judgement, 5) },
  { wanted: ['not-available'], changes: (judgement) => lengthened(judgement) },
  { wanted: ['not-qualified'], changes: (judgement) => handedOver(judgement, 'bar', 4) },
];

function onDay(judgement: Judgement, weekday: number): Shift[] {
  return judgement.plan.shifts.filter(
    (shift) => shift.date === judgement.plan.from + weekday && shift.person !== null,
  );
}

function* removals(judgement: Judgement, weekday: number, role: string, from: number): Iterable<Change[]> {
  for (const shift of onDay(judgement, weekday))
    if (shift.role === role && shift.from === from) yield [{ do: 'remove', id: shift.id }];
}

function* opened(judgement: Judgement, weekday: number, role: string): Iterable<Change[]> {
  for (const shift of onDay(judgement, weekday))
    if (shift.role === role) yield [{ do: 'set', id: shift.id, shift: { person: null } }];
}

function* swaps(judgement: Judgement, weekday: number): Iterable<Change[]> {
  const today = onDay(judgement, weekday);
  for (const a of today)
    for (const b of today)
      if (a.role === b.role && a.from < b.from && a.person !== b.person)
        yield [
          { do: 'set', id: a.id, shift: { person: b.person } },
          { do: 'set', id: b.id, shift: { person: a.person } },
        ];
  for (const a of today)
    for (const person of judgement.plan.people)
      if (person.id !== a.person) yield [{ do: 'set', id: a.id, shift: { person: person.id } }];
}

function* lengthened(judgement: Judgement): Iterable<Change[]> {
  for (const shift of judgement.plan.shifts) {
    if (shift.person === null || shift.date === judgement.plan.from) continue;
    for (const minutes of [120, 90, 60]) {
      if (shift.to + minutes <= 23 * 60)
        yield [{ do: 'set', id: shift.id, shift: { to: shift.to + minutes } }];
      if (shift.from - minutes >= 7 * 60)
        yield [{ do: 'set', id: shift.id, shift: { from: shift.from - minutes } }];
    }
  }
}

function* handedOver(judgement: Judgement, role: string, sinceWeekday: number): Iterable<Change[]> {
  const expired = judgement.plan.people.filter((person) =>
    person.roles.some((held) => held.role === role && held.until !== null),
  );
  for (let weekday = sinceWeekday; weekday < 7; weekday++) {
    const today = onDay(judgement, weekday);
    for (const shift of today)
      for (const { id } of expired) {
        if (shift.role !== role || shift.person === id) continue;
        const theirs = today.filter((other) => other.person === id);
        yield [
          { do: 'set', id: shift.id, shift: { person: id } },
          ...theirs.map((other) => ({
            do: 'set' as const,
            id: other.id,
            shift: { person: shift.person },
          })),
        ];
      }
  }
}

/** A shift late in the week that nothing is wrong with: somebody will ask for that day off. */
export function untroubled(judgement: Judgement, weekday: number): Shift | undefined {
  const troubled = new Set(judgement.people.flatMap((state) => state.snags.flatMap((snag) => snag.shifts)));
  return onDay(judgement, weekday).find((shift) => !troubled.has(shift.id));
}
