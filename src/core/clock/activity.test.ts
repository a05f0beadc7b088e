import { expect, test } from '@jest/globals';
import { type Activity, activitiesFor, activityFault, activityText } from './activity';

const one = (id: string, more: Partial<Activity> = {}): Activity => ({
  ...{ id, code: '', name: id, budgetMinutes: null, groups: [], isRetired: false },
  ...more,
});
const all = [one('a'), one('b', { groups: ['yard'] }), one('c', { isRetired: true })];

test('one chooses among what is everybody’s and what is of one’s groups, never what is retired', () => {
  expect(activitiesFor(all, []).map(({ id }) => id)).toEqual(['a']);
  expect(activitiesFor(all, ['bar', 'yard']).map(({ id }) => id)).toEqual(['a', 'b']);
});

test.each([
  ['never', null, null],
  ['never', 'a', 'this is not offered to you here'],
  ['offered', null, null],
  ['offered', 'a', null],
  ['offered', 'b', 'this is not offered to you here'],
  ['asked', null, 'choose what you work at'],
  ['asked', 'a', null],
] as const)('where the clock asks %s, choosing %s: %s', (asks, chosen, fault) => {
  expect(activityFault(activitiesFor(all, []), asks, chosen)).toBe(fault);
});

test('nobody is kept out where there is nothing to choose', () => {
  expect(activityFault([], 'asked', null)).toBeNull();
});

test('it is written with its code where it has one', () => {
  expect([
    activityText(one('a', { code: 'ST', name: 'Stock-taking' })),
    activityText(one('Training')),
  ]).toEqual(['ST Stock-taking', 'Training']);
});
