import { expect, test } from '@jest/globals';
import { DEFAULT_RULES } from '../plan/types';
import { type SetupSoFar, missingIn } from './missing';

const overtime = { weekMinutes: 2400, multiplier: 1.5, day: [], after: [], seventhDay: null };
const all: SetupSoFar = {
  hasHours: true,
  roles: 2,
  people: 18,
  needs: 5,
  rules: { ...DEFAULT_RULES, overtime },
  hasBudget: true,
  withoutRole: 0,
  withoutAvailability: 0,
};
const lacks = (more: Partial<SetupSoFar>) => missingIn({ ...all, ...more }).map(({ section }) => section);

test('nothing is missing where everything is said', () => expect(missingIn(all)).toEqual([]));

test.each([
  [{ hasHours: false }, ['hours']],
  [{ roles: 0 }, ['roles']],
  [{ people: 0 }, ['people']],
  [{ needs: 0 }, ['needs']],
  [{ rules: DEFAULT_RULES }, ['rules']],
  [{ hasBudget: false }, ['site']],
  [{ needs: 0, hasHours: false, withoutRole: 1, roles: 0 }, ['hours', 'roles', 'needs', 'people']],
])('%j lacks %j, the most important first', (more, expected) => expect(lacks(more)).toEqual(expected));

test('of people who lack something it says how many', () => {
  expect(missingIn({ ...all, withoutRole: 2, withoutAvailability: 7 }).map(({ why }) => why)).toEqual([
    '2 of 18 people have no role',
    '7 of 18 people have no availability and count as free all week',
  ]);
});
