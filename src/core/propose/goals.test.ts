import { expect, test } from '@jest/globals';
import { GOALS, USUAL_GOALS, goalsSentence, weightsOf } from './goals';
import { WEIGHTS } from './model';
import { propose } from './propose';
import { available, need, person, plan } from '../testing';

test('goals in their usual order weigh what is usual; every place up doubles, every place down halves', () => {
  expect(weightsOf(USUAL_GOALS)).toEqual(WEIGHTS);
  const weights = weightsOf(['cost', 'hours', 'wishes', 'fair', 'same']);
  expect([weights.pay, weights.under, weights.ratherNot]).toEqual([
    8,
    WEIGHTS.under / 2,
    WEIGHTS.ratherNot / 2,
  ]);
  expect(weights.missing).toBe(8 * WEIGHTS.missing);
  const none = weightsOf([]);
  for (const { weights: its } of GOALS) for (const weight of its) expect(none[weight]).toBe(0);
});

test('nobody is worked only to come to their hours, whatever comes first', () => {
  for (const first of USUAL_GOALS) {
    const { under, worked } = weightsOf([...new Set([first, ...USUAL_GOALS])].reverse());
    expect(worked).toBeGreaterThan(under);
  }
  const { under, worked } = weightsOf(['hours']);
  expect(worked).toBeGreaterThan(under);
});

test('the order is said in a sentence', () => {
  expect(goalsSentence(['wishes', 'cost', 'fair'])).toBe('Wishes before cost, cost before fair shares.');
  expect(goalsSentence(['cost'])).toBe('Cost alone.');
  expect(goalsSentence([])).toBe('Nothing but what is missing.');
});

test('wishes before cost gives the shift to the dearer one, cost before wishes to who would rather not', async () => {
  const bar = (hourlyRate: number) => [{ role: 'bar', until: null, hourlyRate }];
  const week = plan({
    people: [
      person('willing', { roles: bar(15) }),
      person('unwilling', { roles: bar(12), availability: [available([0], '0-24', 'rather-not')] }),
    ],
    needs: [need('bar', 0, '9-17')],
  });
  const who = async (...goals: Parameters<typeof weightsOf>[0]) =>
    (await propose(week, { weights: weightsOf(goals) })).shifts[0].person;
  expect(await who('wishes', 'hours', 'fair', 'cost')).toBe('willing');
  expect(await who('cost', 'hours', 'fair', 'wishes')).toBe('unwilling');
});
