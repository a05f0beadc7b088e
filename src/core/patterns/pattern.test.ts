import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { judge, snagsOf } from '../consequences/judge';
import { MONDAY, person, plan, randomPlan, shift, span } from '../testing';
import { type Pattern, keyOf, occurrencesOf, patternFaults } from './pattern';
import { editSeries } from './scope';
import { patternShares } from './summary';
import { after, lines, member, never, out, part, pattern } from './testing';

describe('a cycle', () => {
  const two = pattern([part(0, '7-15'), part(8, '15-23')], [member('ann'), member('bo', 1)], { weeks: 2 });

  test('gives each member their week of it, staggered', () => {
    expect(lines(occurrencesOf(two, MONDAY, MONDAY + 14, 0))).toEqual([
      'ann Mon 22 7',
      'bo Tue 23 15',
      'bo Mon 29 7',
      'ann Tue 30 15',
    ]);
  });

  test('gives the same whatever stretch it is asked for', () => {
    fc.assert(
      fc.property(fc.integer({ min: -30, max: 120 }), fc.integer({ min: 0, max: 60 }), (from, length) => {
        const whole = occurrencesOf(two, MONDAY - 40, MONDAY + 300, 0);
        const some = occurrencesOf(two, MONDAY + from, MONDAY + from + length, 0);
        const expected = whole.filter(({ on }) => on >= MONDAY + from && on < MONDAY + from + length);
        expect(some.map(({ key }) => key)).toEqual(expected.map(({ key }) => key));
      }),
    );
  });

  test('holds from its first to its last day, both included', () => {
    const held = { ...two, since: MONDAY + 1, until: MONDAY + 7 };
    expect(lines(occurrencesOf(held, MONDAY - 100, MONDAY + 100, 0))).toEqual([
      'bo Tue 23 15',
      'bo Mon 29 7',
    ]);
  });

  test('counts from the week its start lies in, whatever day the week begins on', () => {
    const sunday = { ...two, anchor: MONDAY + 2 };
    expect(lines(occurrencesOf(sunday, MONDAY, MONDAY + 14, 6))).toEqual([
      'bo Mon 22 15',
      'bo Sun 28 7',
      'ann Mon 29 15',
      'ann Sun 4 7',
    ]);
  });

  test('tells where it runs into itself, over the turn of the cycle too', () => {
    const night = pattern([part(6, '22-31'), part(0, '6-14')], [member('ann')]);
    expect(patternFaults(night, 0)).toEqual([
      { code: 'overlap', message: 'Sun 28 22:00–7:00 runs into Mon 29 6:00–14:00', path: 'shifts[1]' },
    ]);
    const touching = pattern([part(6, '22-30'), part(0, '6-14')], [member('ann')]);
    expect(patternFaults(touching, 0)).toEqual([]);
  });

  test('tells of a person who is in it twice at one time', () => {
    const twice = pattern([part(0, '7-15')], [member('ann'), member('ann')]);
    expect(patternFaults(twice, 0)).toMatchObject([{ code: 'overlap' }]);
    expect(patternFaults(pattern([part(0, '7-15')], [member(null), member(null)]), 0)).toEqual([]);
  });

  test.each([
    [{ weeks: 9 }, 'weeks'],
    [{ shifts: [] }, 'empty'],
    [{ members: [] }, 'empty'],
    [{ until: MONDAY - 1 }, 'order'],
  ])('%j is refused', (more, code) => {
    const wrong = { ...pattern([part(0, '7-15')], [member('ann')]), ...more };
    expect(patternFaults(wrong, 0)).toMatchObject([{ code }]);
  });

  test('all that is wrong is told at once, each at its field', () => {
    const late = { ...part(1, '9-17'), break: { minutes: 30, at: 1000, paid: false }, role: 'cellar' };
    const wrong = { ...pattern([part(0, '7-7'), late], []), weeks: 9 };
    expect(patternFaults(wrong, 0, { roles: new Set(['bar']) }).map(({ path }) => path)).toEqual([
      'weeks',
      'members',
      'shifts[0].to',
      'shifts[1].role',
      'shifts[1].break.at',
    ]);
  });
});

describe('what a pattern comes to', () => {
  test('hours by week, weekends and late ends of each member over the cycle', () => {
    const given = pattern(
      [part(0, '9-17:30'), part(5, '14-22'), part(6, '14-22'), part(7, '7-12')],
      [member('ann'), member('bo', 1)],
      { weeks: 2 },
    );
    const tiers = [{ atLeastMinutes: 360, minutes: 30, paid: false }];
    expect(patternShares(given, 0, [5, 6], tiers)).toMatchObject([
      { person: 'ann', weeks: [480 + 450 + 450, 300], weekends: 1, lateEnds: 2 },
      { person: 'bo', weeks: [300, 480 + 450 + 450], weekends: 1, lateEnds: 2 },
    ]);
  });
});

describe('writing a pattern into a week', () => {
  const daily = pattern([part(0, '9-17'), part(1, '9-17'), part(2, '9-17')], [member('ann')]);

  test('again changes nothing', () => {
    const first = out(plan(), daily);
    expect(first).toMatchObject({ added: 3, changed: 0, removed: 0 });
    expect(out(after(plan(), first.changes), daily).changes).toEqual([]);
  });

  test('follows a change of the pattern, but not where a shift was changed by hand or is published', () => {
    const week = after(plan(), out(plan(), daily).changes);
    const [one, two] = week.shifts;
    const byHand = after(week, [
      {
        do: 'set',
        id: one.id,
        shift: {
          from: 600,
          detail: { ...one.detail!, pattern: { ...one.detail!.pattern!, overridden: true } },
        },
      },
    ]);
    const later = { ...daily, shifts: daily.shifts.map((part) => ({ ...part, to: 1080 })) };
    const written = out(byHand, later, { published: ((id: string) => id === two.id) as typeof never });
    expect(written).toMatchObject({ added: 0, changed: 1, keptOwn: 1, keptPublished: 1 });
    const ends = after(byHand, written.changes).shifts.map(({ from, to }) => [from, to]);
    expect(ends).toEqual([
      [600, 1020],
      [540, 1020],
      [540, 1080],
    ]);
  });

  test('leaves out what was left out', () => {
    const exceptions = new Set([keyOf(MONDAY + 1, daily.members[0].id, daily.shifts[1].id)]);
    expect(
      after(plan(), out(plan(), daily, { exceptions }).changes).shifts.map(({ date }) => date - MONDAY),
    ).toEqual([0, 2]);
  });

  test('takes away what the pattern no longer gives', () => {
    const week = after(plan(), out(plan(), daily).changes);
    const short = { ...daily, until: MONDAY };
    expect(out(week, short)).toMatchObject({ removed: 2, changes: [{ do: 'remove' }, { do: 'remove' }] });
  });

  test('changed so that it would fall over another shift is taken away, and that is counted', () => {
    const week = after(plan(), out(plan(), daily).changes);
    const busy = after(week, [{ do: 'add', shift: shift('ann', 1, '18-20') }]);
    const later = { ...daily, shifts: daily.shifts.map((part) => ({ ...part, to: 1110 })) };
    const written = out(busy, later);
    expect(written).toMatchObject({
      changed: 2,
      removed: 1,
      remarks: [{ what: 'left', barrier: { why: 'busy' } }],
    });
    expect(
      after(busy, written.changes)
        .shifts.map(({ to }) => to)
        .sort(),
    ).toEqual([1110, 1110, 1200]);
  });

  test('arrives open on leave, on a closed holiday and outside employment, and not over another shift', () => {
    const away = plan({
      people: [
        person('ann', {
          employedTo: MONDAY + 3,
          leave: [{ id: 'l', from: MONDAY * 1440 + 600, to: MONDAY * 1440 + 660, state: 'approved' }],
        }),
      ],
      holidays: [{ date: MONDAY + 1, name: 'Harbour Day', closed: true }],
      shifts: [shift('ann', 2, '16-20'), shift('ann', 3, '17-20')],
    });
    const five = pattern(
      [0, 1, 2, 3, 4].map((day) => part(day, '9-17')),
      [member('ann')],
    );
    const written = out(away, five);
    expect(
      written.remarks.map(({ shift: { date }, what, barrier }) => [date - MONDAY, what, barrier.why]),
    ).toEqual([
      [0, 'opened', 'leave'],
      [1, 'opened', 'holiday'],
      [2, 'left', 'busy'],
      [4, 'opened', 'employment'],
    ]);
    // Thursday's other shift begins when the pattern's ends: they do not overlap.
    const who = after(away, written.changes).shifts.filter(({ to }) => to === 1020);
    expect(who.map(({ date, person }) => [date - MONDAY, person])).toEqual([
      [0, null],
      [1, null],
      [3, 'ann'],
      [4, null],
    ]);
  });
});

describe('any pattern written into any week', () => {
  const SPANS = ['6-12', '9-17', '12-20', '17-25', '22-30'];
  const wanted = fc
    .record({
      days: fc.uniqueArray(fc.integer({ min: 0, max: 13 }), { minLength: 1, maxLength: 5 }),
      times: fc.nat({ max: SPANS.length - 1 }),
      people: fc.uniqueArray(fc.constantFrom('ann', 'bo', 'cy', null), { minLength: 1, maxLength: 3 }),
      stop: fc.option(fc.integer({ min: 0, max: 8 }), { nil: null }),
    })
    .map(({ days, times, people, stop }) => {
      const members = people.map((id, i) => member(id, i % 2));
      const given = pattern(
        days.map((day, i) => part(day, SPANS[(times + i) % SPANS.length])),
        members,
        { weeks: 2 },
      );
      const [{ id }] = given.shifts;
      const endings = stop === null ? [] : [{ member: members[0].id, shift: id, from: MONDAY + stop }];
      return { ...given, endings };
    });
  const cases = fc.tuple(fc.nat({ max: 100_000 }), wanted);

  test('puts nobody in two places, on leave or out of their time, and again changes nothing', () => {
    fc.assert(
      fc.property(cases, ([seed, given]) => {
        const before = randomPlan(seed);
        const first = out(before, given);
        const week = after(before, first.changes);
        const mine = new Set(
          week.shifts.flatMap((one) => (one.detail?.pattern?.id === given.id ? [one.id] : [])),
        );
        const codes = snagsOf(judge(week)).flatMap((snag) =>
          snag.shifts.some((id) => mine.has(id)) ? [snag.code] : [],
        );
        for (const code of ['overlap', 'on-leave', 'not-employed']) expect(codes).not.toContain(code);
        expect(out(week, given)).toMatchObject({ changes: [], added: 0, changed: 0, removed: 0 });
      }),
      { numRuns: 150 },
    );
  });

  test('touches nothing but its own, and comes to just what was counted', () => {
    fc.assert(
      fc.property(cases, ([seed, given]) => {
        const before = randomPlan(seed);
        const occurrences = occurrencesOf(given, MONDAY, MONDAY + 7, 0);
        const first = out(before, given);
        const week = after(before, first.changes);
        expect(week.shifts.filter((one) => !one.detail?.pattern)).toEqual(before.shifts);
        const left = first.remarks.filter(({ what }) => what === 'left').length;
        expect(first.added + left).toBe(occurrences.length);
        const keys = week.shifts.flatMap((one) => one.detail?.pattern?.key ?? []);
        expect(new Set(keys).size).toBe(first.added);
      }),
      { numRuns: 150 },
    );
  });

  test('ended takes all of it away again', () => {
    fc.assert(
      fc.property(cases, ([seed, given]) => {
        const before = randomPlan(seed);
        const week = after(before, out(before, given).changes);
        const over = out(week, { ...given, until: MONDAY - 1 });
        expect(after(week, over.changes).shifts).toEqual(before.shifts);
      }),
      { numRuns: 60 },
    );
  });

  test('a series changed from a date on gives the same dates as before, each once', () => {
    fc.assert(
      fc.property(wanted, fc.integer({ min: 0, max: 20 }), (given, from) => {
        const [one] = given.shifts;
        const [who] = given.members;
        const series = {
          member: who.id,
          shift: one.id,
          from: MONDAY + from,
          form: { ...one, from: one.from + 15 },
        };
        const { before, after: goesOn } = editSeries(given, series, 'next', 0);
        const dates = (of: Pattern | null) => (of ? occurrencesOf(of, MONDAY, MONDAY + 56, 0) : []);
        const names = [...dates(before), ...dates(goesOn)].map(({ key }) => key).sort();
        expect(names).toEqual(
          dates(given)
            .map(({ key }) => key)
            .sort(),
        );
        expect(dates(goesOn).every(({ on }) => on >= MONDAY + from)).toBe(true);
      }),
      { numRuns: 150 },
    );
  });
});

test('spans of a pattern keep nights as they are', () => {
  expect(part(0, '22-30')).toMatchObject(span('22-30'));
});
