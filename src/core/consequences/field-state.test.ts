import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bySeverity } from '../checks/shared/snag';
import { away, crew, fieldPlan, job, visit } from '../jobs/testing';
import { type Change, applyAll } from '../plan/change';
import { MONDAY, person, repeats, shift } from '../testing';
import { tryChanges } from './consequences';
import { judge, rejudge, snagsOf } from './judge';

const CREWS = ['engine', 'hull', 'rigging'];
const JOBS = ['a', 'b', 'c', 'd'].map((id, i) => job(id, 3 + i, { latest: MONDAY + 3, people: 1 + (i % 2) }));
const PEOPLE = ['ann', 'bo', 'cy'].map((id) => person(id));
const PLAN = fieldPlan(
  {
    crews: CREWS.map((id, i) =>
      crew({
        id,
        name: id,
        members: PEOPLE.slice(0, i + 1).map((one) => ({ person: one.id, from: null, to: null })),
      }),
    ),
    jobs: JOBS,
    visits: [
      visit('a', 0, 480),
      visit('b', 1, 600, { crew: 'hull' }),
      visit('c', 1, 480, { crew: null, person: 'cy' }),
    ],
    today: MONDAY + 5,
  },
  { people: PEOPLE, shifts: [shift('cy', 1, '8-16')] },
);
const sorted = (plan: ReturnType<typeof judge>) => snagsOf(plan).sort(bySeverity);

const who = fc.constantFrom<{ crew: string | null; person: string | null }>(
  ...CREWS.map((id) => ({ crew: id, person: null })),
  { crew: null, person: 'cy' },
  { crew: null, person: 'ann' },
);
const when = fc.record({ date: fc.nat(8).map((day) => MONDAY + day), from: fc.nat(95).map((n) => n * 15) });
const change = fc.oneof(
  fc.record({ which: fc.nat(5), who, when }).map(({ which, who: its, when: at }): Change => ({
    do: 'add-visit',
    visit: { ...visit('a', 0, 0), id: `n${which}`, job: JOBS[which % 4].id, ...its, ...at },
  })),
  fc
    .record({ which: fc.constantFrom('v-a', 'v-b', 'v-c', 'n0', 'n1'), who, when })
    .map(({ which, who: its, when: at }): Change => ({
      do: 'set-visit',
      id: which,
      visit: { ...its, ...at },
    })),
  fc.constantFrom('v-a', 'v-b', 'n0', 'n2').map((id): Change => ({ do: 'remove-visit', id })),
  fc
    .record({
      person: fc.constantFrom('ann', 'bo', 'cy'),
      day: fc.nat(4),
      from: fc.integer({ min: 0, max: 14 }),
    })
    .map(({ person: id, day, from }): Change => ({
      ...{ do: 'add-leave', person: id },
      leave: { ...away(day, from, from + 8), id: `l-${id}-${day}` },
    })),
  fc.constant<Change>({ do: 'add', shift: { ...shift('ann', 1, '9-12'), id: 'new' } }),
);

describe('field work after changes', () => {
  test('is what it would be if all were looked at anew, and is put back exactly by the way back', () => {
    fc.assert(
      fc.property(fc.array(change, { maxLength: 12 }), (changes) => {
        let now = judge(PLAN);
        for (const one of changes) {
          const done = rejudge(now, [one]);
          if (!done.ok) continue;
          expect(sorted(done.judgement)).toEqual(sorted(judge(done.judgement.plan)));
          const back = applyAll(done.judgement.plan, done.inverse);
          if (!back.ok) throw new Error(back.problem.message);
          const visits = (plan: typeof PLAN) => [...plan.work!.visits].sort((x, y) => (x.id < y.id ? -1 : 1));
          expect(visits(back.plan)).toEqual(visits(now.plan));
          now = done.judgement;
        }
      }),
      { numRuns: repeats(150) },
    );
  });

  test('shares what it leaves alone', () => {
    const before = judge(PLAN);
    const done = rejudge(before, [{ do: 'set-visit', id: 'v-b', visit: { from: 900 } }]);
    if (!done.ok) throw new Error(done.problem.message);
    const [old, fresh] = [before.field!, done.judgement.field!];
    expect(fresh.crews.get('engine')).toBe(old.crews.get('engine'));
    expect(fresh.crews.get('hull')).not.toBe(old.crews.get('hull'));
    expect(fresh.crews.get('hull')!.row).toBe(old.crews.get('hull')!.row);
    expect(done.judgement.people).toEqual(before.people);
  });

  test('tells what a change would do, as for shifts', () => {
    const tried = tryChanges(judge(PLAN), [{ do: 'set-visit', id: 'v-a', visit: { date: MONDAY + 6 } }]);
    if (!tried.ok) throw new Error(tried.problem.message);
    const { appeared, cleared } = tried.trial.consequences;
    expect(appeared.map(({ code, crew: of, visits }) => [code, of, visits])).toEqual([
      ['crew-away', 'engine', ['v-a']],
      ['outside-window', 'engine', ['v-a']],
    ]);
    expect(cleared).toEqual([]);
    const gone = tryChanges(judge(PLAN), [{ do: 'remove-visit', id: 'v-a' }]);
    expect(gone.ok && gone.trial.consequences.appeared.map(({ code, job: of }) => [code, of])).toEqual([
      ['overdue', 'a'],
    ]);
  });
});

test('what cannot be is refused with its place', () => {
  const refused = (one: Change) => {
    const done = applyAll(PLAN, [one]);
    return done.ok ? null : `${done.problem.path}: ${done.problem.message}`;
  };
  const fresh = visit('d', 0, 480);
  expect(refused({ do: 'add-visit', visit: fresh })).toBeNull();
  expect(refused({ do: 'add-visit', visit: { ...fresh, id: 'v-a' } })).toBe(
    '[0].visit.id: there is already a visit "v-a"',
  );
  expect(refused({ do: 'add-visit', visit: { ...fresh, crew: 'none' } })).toBe(
    '[0].visit.crew: no crew "none"',
  );
  expect(refused({ do: 'add-visit', visit: { ...fresh, person: 'ann' } })).toMatch(
    'of a crew or of somebody',
  );
  expect(refused({ do: 'set-visit', id: 'v-a', visit: { from: 1440 } })).toMatch('[0].visit.from');
  expect(refused({ do: 'set-visit', id: 'v-a', visit: { minutes: 0 } })).toMatch('[0].visit.minutes');
  expect(refused({ do: 'set-visit', id: 'v-a', visit: { personMinutes: 181 } })).toMatch('personMinutes');
  expect(refused({ do: 'set-visit', id: 'v-x', visit: {} })).toBe('[0].id: no visit "v-x"');
  expect(applyAll({ ...PLAN, work: undefined }, [{ do: 'remove-visit', id: 'v-a' }]).ok).toBe(false);
});
