import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Shift } from '../plan/types';
import { MONDAY, repeats, shift } from '../testing';
import { composeChanges } from './compose';
import { publishChanges, stampOf } from './publish-changes';

const WEEK = { from: MONDAY, to: MONDAY + 7, people: null };
const ann = shift('ann', 0, '9-17');

test('a shift that came and went is no news, nor one that is as it was again', () => {
  const later = { ...ann, to: 1080 };
  expect(composeChanges([[{ before: null, after: ann }], [{ before: ann, after: null }]])).toEqual([]);
  expect(composeChanges([[{ before: ann, after: later }], [{ before: later, after: ann }]])).toEqual([]);
  expect(composeChanges([[{ before: ann, after: null }], [{ before: null, after: later }]])).toEqual([
    { before: ann, after: later },
  ]);
  expect(composeChanges([])).toEqual([]);
});

test('publications one after the other come to what lies between the first state and the last', () => {
  const one = fc.record({
    id: fc.constantFrom('a', 'b', 'c'),
    person: fc.constantFrom('ann', 'bo', null),
    day: fc.integer({ min: 0, max: 6 }),
  });
  const state = fc
    .uniqueArray(one, { selector: ({ id }) => id })
    .map((list) => list.map(({ id, person, day }): Shift => ({ ...shift(person, day, '9-17'), id })));
  fc.assert(
    fc.property(fc.array(state, { minLength: 1, maxLength: 5 }), (states) => {
      const steps = states.slice(1).map((now, i) => publishChanges(now, states[i], WEEK));
      const direct = publishChanges(states[states.length - 1], states[0], WEEK);
      const byId = (changes: typeof direct) =>
        [...changes].sort((a, b) => ((a.after ?? a.before)!.id < (b.after ?? b.before)!.id ? -1 : 1));
      expect(stampOf(byId(composeChanges(steps)))).toBe(stampOf(byId(direct)));
    }),
    { numRuns: repeats(200) },
  );
});
