import { describe, expect, test } from '@jest/globals';
import { wordsFor } from '../checks/shared/messages';
import { judge } from '../consequences/judge';
import { MONDAY, available, need, person, plan, shift } from '../testing';
import { lacksOf } from './before';
import { figuresOf } from './figures';
import { changesOf, itemsOf, lay, shiftIdOf } from './lay';

const all = { movable: [], isOnlyGaps: false, isOnlyOpen: false };
const week = (shifts: ReturnType<typeof shift>[]) =>
  plan({ people: [person('ann'), person('bo')], shifts, needs: [need('bar', 0, '9-17')] });
const laid = (shifts: ReturnType<typeof shift>[], proposed: ReturnType<typeof shift>[], laying = all) => {
  const judgement = judge(week(shifts));
  return lay(judgement, itemsOf(shifts, proposed, laying), wordsFor(judgement.plan, '24', new Map()));
};

describe('what a proposal would do', () => {
  test('is a new shift, or an open one filled as it is', () => {
    const open = shift(null, 0, '9-17', { note: 'keys' });
    const other = shift(null, 0, '9-17');
    const proposed = [shift('ann', 0, '9-17'), shift('bo', 1, '9-17')];
    const items = itemsOf([open, other], proposed, all);
    expect(items.map(({ fills }) => fills)).toEqual([open.id, null]);
    expect(changesOf(items, () => 'new')).toEqual([
      { do: 'set', id: open.id, shift: { person: 'ann' } },
      { do: 'add', shift: { ...proposed[1], id: 'new' } },
    ]);
    expect(items.map(shiftIdOf)).toEqual([open.id, `proposed bo ${MONDAY + 1}`]);
  });

  test('leaves open shifts alone where only gaps are filled, and makes none where only they are', () => {
    const open = shift(null, 0, '9-17');
    const proposed = [shift('ann', 0, '9-17'), shift('bo', 1, '9-17')];
    const of = (laying: Partial<typeof all>) =>
      itemsOf([open], proposed, { ...all, ...laying }).map(({ fills }) => fills);
    expect(of({ isOnlyGaps: true })).toEqual([null, null]);
    expect(of({ isOnlyOpen: true })).toEqual([open.id]);
  });

  test('is nothing where it stands already, and takes away what was free to move and is not proposed again', () => {
    const stays = shift('ann', 0, '9-17');
    const goes = shift('ann', 1, '9-17');
    const moves = shift('bo', 0, '9-17');
    const proposed = [shift('ann', 0, '9-17'), shift('bo', 0, '10-18')];
    const items = itemsOf([stays, goes, moves], proposed, {
      ...all,
      movable: [stays.id, goes.id, moves.id, 'gone meanwhile'],
    });
    expect(items.map(({ person: who, shift: made, removes }) => [who, made?.from ?? null, removes])).toEqual([
      ['bo', 600, [moves.id]],
      ['ann', null, [goes.id]],
    ]);
  });

  test('leaves what is taken, and has it again when that is undone', () => {
    const proposed = [shift('ann', 0, '9-17')];
    const [item] = itemsOf([], proposed, all);
    const taken = { ...item.shift!, id: 'taken' };
    expect(itemsOf([taken], proposed, all)).toEqual([]);
    expect(itemsOf([], proposed, all)).toHaveLength(1);
  });
});

describe('laid on a plan', () => {
  test('it is as if it had been taken', () => {
    const { trial, items, misfits } = laid([], [shift('ann', 0, '9-17')]);
    expect(misfits).toEqual([]);
    expect(figuresOf(trial).missingMinutes).toBe(0);
    expect(trial.plan.shifts.map(({ id }) => id)).toEqual(items.map(shiftIdOf));
  });

  test('that was changed meanwhile, it leaves out what does not fit any more, and says why', () => {
    const proposed = [shift('ann', 0, '9-17'), shift('bo', 1, '9-17')];
    const { items, misfits } = laid([shift('ann', 0, '8-12')], proposed);
    expect(items.map((item) => item.person)).toEqual(['bo']);
    expect(misfits).toHaveLength(1);
    expect(misfits[0].why).toMatch(/ANN/);
  });

  test('without somebody who has left, or whose open shift is gone, it says so too', () => {
    const judgement = judge(week([]));
    const words = wordsFor(judgement.plan, '24', new Map());
    const gone = { ...itemsOf([], [shift('cy', 0, '9-17')], all)[0] };
    const filled = { ...itemsOf([], [shift('ann', 0, '9-17')], all)[0], fills: 'gone' };
    const { misfits, trial } = lay(judgement, [gone, filled], words);
    expect(misfits).toHaveLength(2);
    expect(trial).toBe(judgement);
  });
});

test('figures of a plan: what is missing, stops and warnings without gaps, hours off contracts, cost', () => {
  const people = [
    person('ann', {
      contractMinutes: 600,
      roles: [{ role: 'bar', until: null, hourlyRate: 12 }],
      availability: [available([1], '0-24', 'not-available')],
    }),
    person('bo', { contractMinutes: 300 }),
  ];
  const shifts = [shift('ann', 0, '9-17'), shift('ann', 1, '9-12')];
  const of = figuresOf(
    judge(plan({ people, shifts, needs: [need('bar', 0, '9-18')], rules: { breaks: [] } })),
  );
  expect(of).toMatchObject({ missingMinutes: 60, offContractMinutes: 60 + 300, cost: 11 * 1200 });
  expect(of.stops).toBe(1);
});

test('what is missing for a good proposal is said before it is looked for', () => {
  const people = [
    person('ann', { contractMinutes: 600, availability: [available([0], '9-17')] }),
    person('bo', { roles: [] }),
    person('gone', { employedTo: MONDAY - 1 }),
  ];
  const needs = [0, 1, 2, 3, 4, 5].map((day) => need('bar', day, '9-17'));
  const open = [0, 1, 2, 3, 4, 5, 6].map(() => [{ from: 540, to: 1020 }]);
  const of = plan({ people, needs });
  const lacks = lacksOf(judge({ ...of, site: { ...of.site, openHours: open } }));
  expect(lacks.daysWithoutNeeds).toEqual([MONDAY + 6]);
  const ids = (list: readonly { id: string }[]) => list.map(({ id }) => id);
  expect(ids(lacks.withoutAvailability)).toEqual(['bo']);
  expect(ids(lacks.withoutContract)).toEqual(['bo']);
  expect(ids(lacks.withoutRole)).toEqual(['bo']);
});
