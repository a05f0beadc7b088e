import { describe, expect, test } from '@jest/globals';
import { judge } from '../consequences/judge';
import type { Plan } from '../plan/types';
import { MONDAY, available, need, person, plan, shift } from '../testing';
import { countStandIns, fragileOn, standInKey } from './reserve';

const bar = [{ role: 'bar', until: null, hourlyRate: null }];
const DAY_HOURS = { from: 0, to: 1440 };
const never = { availability: [available([0, 1, 2, 3, 4, 5, 6], '0-24', 'not-available')] };

function counted(of: Plan) {
  const counting = countStandIns(judge(of));
  for (;;) {
    const step = counting.next();
    if (step.done) return step.value;
  }
}
const fragile = (of: Plan, day = 0) => fragileOn(judge(of), day, DAY_HOURS, counted(of));

describe('who could step in', () => {
  test('holds the role, is free then and gets no stop by it; counted no further than enough', () => {
    const slot = shift('ann', 0, '9-17', { role: 'bar' });
    const people = [
      person('ann', { roles: bar }),
      person('free', { roles: bar }),
      person('other', { roles: [{ ...bar[0], role: 'floor' }] }),
      person('away', {
        roles: bar,
        leave: [{ id: 'l', from: MONDAY * 1440, to: (MONDAY + 1) * 1440, state: 'approved' }],
      }),
      person('busy', { roles: bar }),
    ];
    const shifts = [slot, shift('busy', 0, '12-20', { role: 'bar' })];
    const of = plan({ people, shifts });
    expect(counted(of).get(standInKey(slot))).toBe(1);
    const more = [...people, person('second', { roles: bar }), person('third', { roles: bar })];
    expect(counted(plan({ people: more, shifts })).get(standInKey(slot))).toBe(2);
  });

  test('is nobody’s question for open shifts and for shifts without a role', () => {
    const shifts = [shift(null, 0, '9-17'), shift('ann', 1, '9-17', { role: null })];
    expect(counted(plan({ people: [person('ann'), person('bo')], shifts })).size).toBe(0);
  });
});

describe('fragile hours', () => {
  const two = [person('ann', { roles: bar }), person('bo', { roles: bar, ...never })];
  const one = shift('ann', 0, '9-17', { role: 'bar' });

  test('are those in which one who falls out would be missing and nobody could step in', () => {
    const of = plan({ people: two, shifts: [one], needs: [need('bar', 0, '10-16')] });
    expect(fragile(of)).toEqual([{ row: 0, from: 600, to: 960, standIns: 0, person: 'ann' }]);
  });

  test('are none where more are on than needed, nobody is needed, or enough could step in', () => {
    const more = [...two, person('cy', { roles: bar, ...never })];
    const both = [one, shift('cy', 0, '9-17', { role: 'bar' })];
    expect(fragile(plan({ people: more, shifts: both, needs: [need('bar', 0, '10-16')] }))).toEqual([]);
    expect(fragile(plan({ people: two, shifts: [one] }))).toEqual([]);
    const crowd = [...two, person('di', { roles: bar }), person('ed', { roles: bar })];
    expect(fragile(plan({ people: crowd, shifts: [one], needs: [need('bar', 0, '10-16')] }))).toEqual([]);
  });

  test('name whoever is hardest to replace, and say where one alone could', () => {
    const people = [
      person('ann', { roles: bar }),
      person('bo', { roles: bar }),
      person('di', { roles: bar }),
    ];
    const early = shift('ann', 0, '6-14', { role: 'bar' });
    const late = shift('bo', 0, '13-21', { role: 'bar' });
    const of = plan({ people, shifts: [early, late], needs: [need('bar', 0, '6-21')] });
    // Whoever has the other half of the day is at work then: one is left for each, and while both are on they are enough.
    expect(fragile(of)).toEqual([
      { row: 0, from: 360, to: 780, standIns: 1, person: 'ann' },
      { row: 0, from: 840, to: 1260, standIns: 1, person: 'bo' },
    ]);
  });

  test('reach into the day after a night', () => {
    const night = shift('ann', 0, '20-28', { role: 'bar' });
    const of = plan({ people: two, shifts: [night], needs: [need('bar', 1, '0-4')] });
    expect(fragile(of, 1)).toEqual([{ row: 0, from: 0, to: 240, standIns: 0, person: 'ann' }]);
  });
});
