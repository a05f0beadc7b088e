import { expect, test } from '@jest/globals';
import type { Person } from '../plan/types';
import { MONDAY, available, need, person, plan, shift } from '../testing';
import { propose } from './propose';

const bar = { role: 'bar', until: null, hourlyRate: null };
const times = [{ role: 'bar', from: 540, to: 1020 }];
const whole = { from: MONDAY * 1440, to: (MONDAY + 1) * 1440 };

const why = async (people: Person[], more: Partial<Parameters<typeof plan>[0]> = {}) => {
  const week = plan({ people, needs: [need('bar', 0, '9-17', people.length + 1)], ...more });
  const { holes, reasons } = await propose(week, { times });
  expect(holes).toHaveLength(1);
  return reasons[0]!;
};
const kinds = ({ groups }: Awaited<ReturnType<typeof why>>) =>
  Object.fromEntries(
    groups.map(({ cause, people }) => [people.join(), 'code' in cause ? cause.code : cause.kind]),
  );

test('each person is in the first reason that applies', async () => {
  const reason = await why(
    [
      person('on', { roles: [bar] }),
      person('away', { roles: [bar], leave: [{ id: 'l', ...whole, state: 'approved' }] }),
      person('busy', { roles: [bar], availability: [available([0], '0-24', 'not-available')] }),
      person('later', { roles: [bar], employedFrom: MONDAY + 1 }),
      person('stands', { roles: [bar] }),
      person('floor', { roles: [{ ...bar, role: 'floor' }] }),
    ],
    { shifts: [shift('stands', 0, '18-22', { role: 'bar' })] },
  );
  expect(reason).toMatchObject({ isReached: true, able: 5, nearest: null });
  expect(kinds(reason)).toEqual({
    ...{ on: 'then', away: 'leave', busy: 'availability', later: 'employed', stands: 'standing' },
  });
});

test('a rule that is in the way is named, with who is nearest and what it says', async () => {
  const people = [person('tired', { roles: [bar] }), person('full', { roles: [bar], maxWeekMinutes: 60 })];
  const late = shift('tired', 0, '16-24', { date: MONDAY - 1, role: 'bar' });
  const reason = await why(people, { surroundingShifts: [{ ...late, person: 'tired', site: 'elsewhere' }] });
  expect(Object.keys(kinds(reason)).sort()).toEqual(['full', 'tired']);
  expect(kinds(reason).tired).toBe('short-rest');
  expect(reason.nearest!.shift).toMatchObject({ from: 540, to: 1020, date: MONDAY });
  expect(['tired', 'full']).toContain(reason.nearest!.person);
});

test('a certificate that ends the day before is said to be in the way', async () => {
  const reason = await why([person('ann', { roles: [{ ...bar, until: MONDAY - 1 }] })]);
  expect(reason.groups).toHaveLength(1);
  expect(reason.groups[0].cause.kind).toBe('rule');
  expect(reason.nearest?.person).toBe('ann');
});

test('what no shift time reaches is said to be so', async () => {
  const week = plan({
    people: [person('ann', { roles: [bar] })],
    needs: [need('bar', 0, '9-10', 1)],
    rules: { minShiftMinutes: 240 },
  });
  const { holes, reasons } = await propose({
    ...week,
    site: { ...week.site, openHours: [0, 1, 2, 3, 4, 5, 6].map(() => [{ from: 540, to: 600 }]) },
  });
  expect(holes).toHaveLength(1);
  expect(reasons[0]).toMatchObject({ isReached: false });
});

test('who and what was not asked for is said to be so', async () => {
  const people = [person('ann', { roles: [bar] }), person('bo', { roles: [bar] })];
  const week = plan({ people, needs: [need('bar', 0, '9-17', 3), need('bar', 1, '9-17', 3)] });
  const { holes, reasons } = await propose(week, { times, people: ['ann'], dates: [MONDAY] });
  expect(holes).toHaveLength(2);
  expect(reasons.map((reason) => reason!.isAsked)).toEqual([true, false]);
  expect(kinds(reasons[0]!)).toEqual({ ann: 'then', bo: 'not-asked' });
});

test('hours that the same people are needed for are said to be scarce together, as far as that is proven', async () => {
  // Two people who may each work eight hours, and three such shifts on different days; on the floor nobody is missing.
  const people = [
    ...['p', 'q'].map((id) => person(id, { roles: [bar], maxWeekMinutes: 480 })),
    person('r', { roles: [{ ...bar, role: 'floor' }] }),
  ];
  const needs = [0, 2, 4].map((day) => need('bar', day, '9-17'));
  const week = plan({ people, needs: [...needs, need('floor', 0, '9-17')] });
  const found = await propose(week, { times: [...times, { ...times[0], role: 'floor' }] });
  expect(found.missingMinutes).toBe(480);
  expect(found.reasons.map((reason) => reason!.scarce)).toEqual([{ minutes: 3 * 480, open: 480 }]);
});
