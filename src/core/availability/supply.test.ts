import { expect, test } from '@jest/globals';
import { judge } from '../consequences/judge';
import { MONDAY, available, person, plan } from '../testing';
import { DAY } from '../time/span';
import { supplyOf, whoCould } from './supply';

const held = (role: string, until: number | null = null) => ({ role, until, hourlyRate: null });

const judged = judge(
  plan({
    people: [
      person('ann', { availability: [available([0], '9-17')] }),
      person('bo', { roles: [held('bar', MONDAY)] }),
      person('cy', { roles: [held('floor')], employedTo: MONDAY }),
      person('di', {
        leave: [{ id: 'l', from: MONDAY * DAY + 600, to: MONDAY * DAY + 720, state: 'approved' }],
      }),
    ],
  }),
);
const [BAR, FLOOR, ANY] = [0, 1, 2];

test('counts who holds the role that day, is available, employed and not away', () => {
  const could = supplyOf(judged);
  const at = (row: number, day: number, hour: number) => could[row][day * DAY + hour * 60];
  expect([at(BAR, 0, 8), at(BAR, 0, 9), at(BAR, 0, 11), at(BAR, 0, 12)]).toEqual([2, 3, 2, 3]);
  expect([at(FLOOR, 0, 9), at(ANY, 0, 9)]).toEqual([3, 4]);
  // A day later Ann says nothing, Bo's certificate has ended and Cy has left.
  expect([at(BAR, 1, 9), at(FLOOR, 1, 9), at(ANY, 1, 9)]).toEqual([1, 1, 1]);
});

test('names who could work all of a span', () => {
  const names = (span: { from: number; to: number }) => whoCould(judged, BAR, 0, span).map(({ id }) => id);
  expect(names({ from: 540, to: 570 })).toEqual(['ann', 'bo', 'di']);
  expect(names({ from: 570, to: 630 })).toEqual(['ann', 'bo']);
});
