import { describe, expect, test } from '@jest/globals';
import { MONDAY } from '../testing';
import { type PatternShift, keyOf, occurrencesOf } from './pattern';
import { editSeries, lastDayOf } from './scope';
import { weekdaysOf } from './rule';
import { lines, member, part, pattern } from './testing';

describe('a change from a date on', () => {
  const two = pattern([part(0, '9-17'), part(2, '9-17')], [member('ann'), member('bo')]);
  const [ann] = two.members;
  const [mondays] = two.shifts;
  const edited = (from: number, form: PatternShift | null, who?: string | null) =>
    editSeries(two, { member: ann.id, shift: mondays.id, from, form, person: who }, 'next', 0);

  test('reaches only that shift of that member, from then on', () => {
    const { before, after } = edited(MONDAY + 7, { ...mondays, from: 600 });
    const all = [
      ...occurrencesOf(before!, MONDAY, MONDAY + 14, 0),
      ...occurrencesOf(after!, MONDAY, MONDAY + 14, 0),
    ];
    expect(lines(all)).toEqual([
      'ann Mon 22 9',
      'bo Mon 22 9',
      'ann Wed 24 9',
      'bo Wed 24 9',
      'bo Mon 29 9',
      'ann Wed 31 9',
      'bo Wed 31 9',
      'ann Mon 29 10',
    ]);
  });

  test('keeps the names of the occurrences, so that what stands goes over', () => {
    const { after } = edited(MONDAY + 7, { ...mondays, from: 600 });
    expect(occurrencesOf(after!, MONDAY, MONDAY + 8, 0).map(({ key }) => key)).toEqual([
      keyOf(MONDAY + 7, ann.id, mondays.id),
    ]);
  });

  test('may end it, or give it to another', () => {
    expect(edited(MONDAY + 7, null).after).toBeNull();
    expect(lines(occurrencesOf(edited(MONDAY, mondays, 'cy').after!, MONDAY, MONDAY + 7, 0))).toEqual([
      'cy Mon 22 9',
    ]);
  });

  test('leaves nothing of a pattern that gave nothing before: it is changed itself', () => {
    const tuesdays = pattern([part(1, '9-17')], [member('ann')]);
    const of = (from: number, form: PatternShift | null) => {
      const series = { member: tuesdays.members[0].id, shift: tuesdays.shifts[0].id, from, form };
      return editSeries(tuesdays, series, 'next', 0);
    };
    expect(of(MONDAY + 1, tuesdays.shifts[0])).toMatchObject({ before: null, after: { id: tuesdays.id } });
    expect(of(MONDAY + 8, tuesdays.shifts[0])).toMatchObject({
      before: { id: tuesdays.id },
      after: { id: 'next' },
    });
    expect(of(MONDAY + 1, null)).toEqual({ before: null, after: null });
  });

  test('says the last day on which anything of it is left', () => {
    expect(lastDayOf(two)).toBeNull();
    const stop = (from: number) => (name: string) => ({
      member: name,
      shift: mondays.id,
      from: MONDAY + from,
    });
    const ids = two.members.map(({ id }) => id);
    expect(lastDayOf({ ...two, endings: ids.map(stop(9)) })).toBeNull();
    const mondaysOnly = { ...two, shifts: [mondays], endings: [stop(9)(ids[0]), stop(16)(ids[1])] };
    expect(lastDayOf(mondaysOnly)).toBe(MONDAY + 15);
    expect(lastDayOf({ ...mondaysOnly, until: MONDAY + 3 })).toBe(MONDAY + 3);
  });

  test('keeps the dates of a rule that counts from its start', () => {
    const fortnightly = pattern([part(0, '9-17')], [member('ann')], {
      rule: 'FREQ=WEEKLY;INTERVAL=2;BYDAY=SA',
    });
    const [part1] = fortnightly.shifts;
    const next = editSeries(
      fortnightly,
      { member: fortnightly.members[0].id, shift: part1.id, from: MONDAY + 8, form: part1 },
      'next',
      0,
    );
    const days = [
      ...occurrencesOf(next.before!, MONDAY, MONDAY + 40, 0),
      ...occurrencesOf(next.after!, MONDAY, MONDAY + 40, 0),
    ];
    expect(days.map(({ on }) => on - MONDAY)).toEqual([5, 19, 33]);
  });

  describe('of one weekday of a rule that has several', () => {
    const rule = 'FREQ=WEEKLY;BYDAY=MO,WE,FR';
    const often = pattern([part(0, '9-17')], [member('ann')], { rule });
    const [who, what] = [often.members[0].id, often.shifts[0]];
    const change = (of: typeof often, from: number, weekday: number | undefined, form: PatternShift | null) =>
      editSeries(of, { member: who, shift: what.id, from, weekday, form }, 'next', 0);
    const given = (...parts: (typeof often | null)[]) =>
      parts
        .flatMap((one) => (one ? occurrencesOf(one, MONDAY, MONDAY + 14, 0) : []))
        .sort((a, b) => a.on - b.on)
        .map(({ on, shift }) => `${on - MONDAY} ${shift.from / 60}`);

    test('leaves the others as they are', () => {
      const { before, after } = change(often, MONDAY + 2, 2, { ...what, from: 600 });
      expect(given(before, after)).toEqual(['0 9', '2 10', '4 9', '7 9', '9 10', '11 9']);
      expect(after).toMatchObject({ name: often.name, since: MONDAY + 2, rule: 'FREQ=WEEKLY;BYDAY=WE' });
      expect(lastDayOf(before!)).toBeNull();
    });

    test('of all reaches each, and what one had become stays', () => {
      const first = change(often, MONDAY + 2, 2, { ...what, from: 600 });
      const all = change(first.before!, MONDAY + 7, undefined, { ...what, from: 660 });
      expect(given(all.before, all.after, first.after)).toEqual([
        '0 9',
        '2 10',
        '4 9',
        '7 11',
        '9 10',
        '11 11',
      ]);
    });

    test('ended one by one is over when the last has ended', () => {
      let left = often;
      for (const [weekday, from] of [
        [0, 7],
        [2, 2],
        [4, 11],
      ])
        left = change(left, MONDAY + from, weekday, null).before!;
      expect(given(left)).toEqual(['0 9', '4 9']);
      expect(lastDayOf(left)).toBe(MONDAY + 10);
    });

    test('is also one of a rule for every day', () => {
      const daily = { ...often, rule: 'FREQ=DAILY;UNTIL=20270401' };
      const { before, after } = change(daily, MONDAY, 6, null);
      expect([given(before, after).length, after]).toEqual([10, null]);
      expect(change(daily, MONDAY, 6, what).after!.rule).toBe('FREQ=WEEKLY;UNTIL=20270401;BYDAY=SU');
    });
  });
});

test.each([
  ['FREQ=WEEKLY;BYDAY=FR,MO', [0, 4]],
  ['FREQ=WEEKLY;INTERVAL=2;WKST=SU;BYDAY=SU', [6]],
  ['FREQ=DAILY', [0, 1, 2, 3, 4, 5, 6]],
  ['FREQ=DAILY;INTERVAL=2', null],
  ['FREQ=WEEKLY', null],
  ['FREQ=WEEKLY;BYDAY=MO,TU;COUNT=9', null],
  ['FREQ=MONTHLY;BYDAY=1TU', null],
])('the weekdays of %s', (rule, weekdays) => {
  expect(weekdaysOf(rule)).toEqual(weekdays);
});
