import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Change } from '../plan/change';
import type { Plan } from '../plan/types';
import { MONDAY, available, need, person, plan, repeats, shift, span } from '../testing';
import { DAY } from '../time/span';
import { refusal, tryChanges } from './consequences';
import { judge, rejudge } from './judge';
import { summaryOf } from './testing';

const PEOPLE = ['ann', 'bo', 'cy', 'di'];
const BUSY: Plan = plan({
  days: 9,
  people: PEOPLE.map((id, i) =>
    person(id, {
      contractMinutes: 1800,
      maxWeekMinutes: 2400,
      availability: i % 2 ? [available([0, 1, 2, 3], '8-26'), available([2], '9-12', 'rather-not')] : [],
      leave:
        i === 2 ? [{ id: 'l', from: (MONDAY + 3) * DAY, to: (MONDAY + 4) * DAY, state: 'approved' }] : [],
    }),
  ),
  needs: [
    need('bar', 0, '9-17', 2),
    need('floor', 5, '20-26'),
    need(null, 2, '9-12', 3),
    need('bar', 1, '0-9'),
  ],
  shifts: PEOPLE.flatMap((id, i) => [0, 2, 5].map((day) => shift(id, day, `${8 + i}-${16 + i}`))),
  surroundingShifts: [
    { person: 'ann', role: null, site: 'chandlery', date: MONDAY + 4, ...span('9-17'), break: null },
  ],
  rules: {
    breaks: [{ atLeastMinutes: 360, minutes: 30, paid: false }],
    minimumOn: 1,
    overtime: {
      weekMinutes: 1200,
      multiplier: 1.5,
      day: [{ overMinutes: 480, multiplier: 1.5 }],
      after: [{ time: 1320, multiplier: 1.25 }],
      seventhDay: null,
    },
  },
  site: { openHours: [0, 1, 2, 3, 4, 5, 6].map((d) => (d < 6 ? [span('8-25')] : [])) },
  budget: { minutes: 3000, cost: 500 },
});

const edit = fc
  .record({
    which: fc.nat(),
    kind: fc.constantFrom<'set' | 'add' | 'remove' | 'leave'>('set', 'set', 'set', 'add', 'remove', 'leave'),
    person: fc.constantFrom(...PEOPLE, null),
    role: fc.constantFrom('bar', 'floor'),
    day: fc.integer({ min: 0, max: 8 }),
    from: fc.integer({ min: 0, max: 95 }),
    length: fc.integer({ min: 1, max: 80 }),
    pause: fc.boolean(),
  })
  .map((wanted) => (p: Plan, n: number): Change | null => {
    const from = wanted.from * 15;
    const to = from + wanted.length * 15;
    const pause = wanted.pause ? { minutes: 15, at: from, paid: false } : null;
    const fields = {
      person: wanted.person,
      role: wanted.role,
      date: MONDAY + wanted.day,
      from,
      to,
      break: pause,
    };
    if (wanted.kind === 'add')
      return { do: 'add', shift: { ...fields, id: `new${n}`, fixed: false, note: null, label: null } };
    if (wanted.kind === 'leave')
      return {
        do: 'add-leave',
        person: 'bo',
        leave: { id: `l${n}`, from: fields.date * DAY + from, to: fields.date * DAY + to, state: 'approved' },
      };
    const target = p.shifts[wanted.which % Math.max(p.shifts.length, 1)];
    if (!target) return null;
    return wanted.kind === 'remove'
      ? { do: 'remove', id: target.id }
      : { do: 'set', id: target.id, shift: fields };
  });

describe('a plan judged after each edit', () => {
  test('says just what the same plan judged anew says', () => {
    fc.assert(
      fc.property(fc.array(edit, { minLength: 1, maxLength: 12 }), (edits) => {
        let judgement = judge(BUSY);
        edits.forEach((make, n) => {
          const change = make(judgement.plan, n);
          const done = change && rejudge(judgement, [change]);
          if (!done?.ok) return;
          judgement = done.judgement;
        });
        expect(summaryOf(judgement)).toEqual(summaryOf(judge(judgement.plan)));
      }),
      { numRuns: repeats(150) },
    );
  });

  test('and taken back says what it said before', () => {
    const start = judge(BUSY);
    const before = summaryOf(start);
    fc.assert(
      fc.property(edit, (make) => {
        const done = rejudge(start, [make(BUSY, 0)!]);
        if (!done.ok) return;
        const back = rejudge(done.judgement, done.inverse);
        expect(back.ok && summaryOf(back.judgement)).toEqual(before);
      }),
      { numRuns: repeats(60) },
    );
  });
});

describe('consequences', () => {
  const base = plan({ needs: [need('bar', 0, '9-17')], shifts: [shift('bo', 0, '9-17')] });
  const [there] = base.shifts;
  const consequences = (p: Plan, changes: Change[]) => {
    const tried = tryChanges(judge(p), changes);
    if (!tried.ok) throw new Error(tried.problem.message);
    return tried.trial.consequences;
  };

  test('name what appears and what is cleared, with hours and cost', () => {
    const { appeared, cleared, paidMinutes, cost } = consequences(base, [
      { do: 'set', id: there.id, shift: { from: 600, to: 1260 } },
    ]);
    expect(appeared.map((snag) => snag.code)).toEqual(['gap', 'long-day', 'long-shift']);
    expect(cleared).toEqual([]);
    expect([paidMinutes, cost]).toEqual([180, 3600]);
  });

  test('of changes that take each other back are none', () => {
    const nothing = consequences(base, [
      { do: 'set', id: there.id, shift: { person: 'ann' } },
      { do: 'set', id: there.id, shift: { person: 'bo' } },
    ]);
    expect(nothing).toEqual({ appeared: [], cleared: [], paidMinutes: 0, cost: 0 });
  });

  test('refuse an overlap that an edit makes, not one that was there', () => {
    const second = shift('bo', 0, '16-20');
    const made = consequences(base, [{ do: 'add', shift: second }]);
    expect(refusal(made)).toMatchObject({ code: 'overlap', amount: 60 });
    const was = { ...base, shifts: [...base.shifts, second] };
    expect(refusal(consequences(was, [{ do: 'set', id: second.id, shift: { from: 930 } }]))).toBeNull();
  });
});
