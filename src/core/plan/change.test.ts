import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DAY } from '../time/span';
import { MONDAY, plan, shift } from '../testing';
import { type Change, apply, applyAll } from './change';
import { fromPortable, toPortable } from './portable';

const start = plan({ shifts: [shift('ann', 0, '9-17'), shift('bo', 1, '9-17'), shift(null, 2, '9-17')] });
const [one] = start.shifts;
const byId = (p: typeof start) => [...p.shifts].sort((a, b) => (a.id < b.id ? -1 : 1));

describe('a change', () => {
  test('and its inverse leave what was there', () => {
    const id = fc.constantFrom(...start.shifts.map((s) => s.id), 'new');
    const change = fc.oneof(
      id.map((id): Change => ({ do: 'remove', id })),
      fc
        .tuple(id, fc.integer({ min: 0, max: 6 }), fc.constantFrom('ann', 'bo', null))
        .map(([id, day, person]): Change => ({
          do: 'set',
          id,
          shift: { date: MONDAY + day, person, from: 60 },
        })),
      fc.constant<Change>({ do: 'add', shift: { ...one, id: 'new' } }),
      fc.constant<Change>({
        do: 'add-leave',
        person: 'ann',
        leave: { id: 'l', from: MONDAY * DAY, to: (MONDAY + 1) * DAY, state: 'approved' },
      }),
      fc.constant<Change>({ do: 'set-leave', person: 'ann', id: 'l', leave: { state: 'declined' } }),
      fc.constant<Change>({ do: 'remove-leave', person: 'ann', id: 'l' }),
    );
    fc.assert(
      fc.property(fc.array(change, { maxLength: 6 }), (changes) => {
        const there = applyAll(start, changes);
        fc.pre(there.ok);
        const back = applyAll(there.plan, there.inverse);
        expect(back.ok && byId(back.plan)).toEqual(byId(start));
        expect(back.ok && back.plan.people).toEqual(start.people);
      }),
    );
  });

  test.each<[string, Change, string]>([
    ['an unknown shift', { do: 'remove', id: 'x' }, 'id'],
    ['an id used twice', { do: 'add', shift: one }, 'shift.id'],
    ['an unknown person', { do: 'set', id: one.id, shift: { person: 'x' } }, 'shift.person'],
    ['an unknown role', { do: 'set', id: one.id, shift: { role: 'x' } }, 'shift.role'],
    ['a date outside', { do: 'set', id: one.id, shift: { date: MONDAY + 7 } }, 'shift.date'],
    ['no length', { do: 'set', id: one.id, shift: { to: one.from } }, 'shift.to'],
    ['over a day', { do: 'set', id: one.id, shift: { to: one.from + 1441 } }, 'shift.to'],
    [
      'a break outside',
      { do: 'set', id: one.id, shift: { break: { minutes: 30, at: 1010, paid: false } } },
      'shift.break.at',
    ],
  ])('with %s is refused and says where', (_, change, path) => {
    expect(apply(start, change)).toMatchObject({ ok: false, problem: { path } });
  });

  test('in a list that fails is not applied at all, and the failing one is named', () => {
    const result = applyAll(start, [
      { do: 'remove', id: one.id },
      { do: 'remove', id: one.id },
    ]);
    expect(result).toMatchObject({ ok: false, problem: { path: '[1].id' } });
    expect(start.shifts).toHaveLength(3);
  });
});

test('a plan survives the way through JSON', () => {
  const dated = plan({ site: { openDates: new Map([[MONDAY, [{ from: 60, to: 120 }]]]) } });
  expect(fromPortable(JSON.parse(JSON.stringify(toPortable(dated))))).toEqual(dated);
});
