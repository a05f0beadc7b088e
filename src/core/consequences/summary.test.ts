import { describe, expect, test } from '@jest/globals';
import { wordsFor } from '../checks/shared/messages';
import { tryChanges } from './consequences';
import { judge } from './judge';
import type { Change } from '../plan/change';
import { need, person, plan, shift } from '../testing';
import { summarise } from './summary';

const first = shift('bo', 0, '14-22');
const open = shift(null, 2, '9-17');
const base = plan({ needs: [need('bar', 0, '9-17')], shifts: [first, open] });

function line(...changes: Change[]): string {
  const tried = tryChanges(judge(base), changes);
  if (!tried.ok) throw new Error(tried.problem.message);
  return summarise(tried.trial.consequences, wordsFor(base), 'EUR');
}

describe('the line about an edit', () => {
  test.each<[string, Change]>([
    ['+8 h · +€96.00 · closes 5 h of gaps', { do: 'add', shift: shift('ann', 0, '9-17') }],
    ['−8 h · −€96.00 · opens 3 h of gaps', { do: 'remove', id: first.id }],
    ['closes 3 h of gaps, 1 left', { do: 'set', id: first.id, shift: { from: 660, to: 1140 } }],
    ['+8 h · +€96.00 · short rest 9 h', { do: 'add', shift: shift('bo', 1, '7-15') }],
    ['1 more to fill', { do: 'add', shift: shift(null, 3, '9-17') }],
    ['1 fewer to fill', { do: 'remove', id: open.id }],
    ['no consequences', { do: 'set', id: open.id, shift: { date: open.date + 1 } }],
    ['+8 h · +€96.00 · 1 fewer to fill', { do: 'set', id: open.id, shift: { person: 'ann' } }],
    ['no consequences', { do: 'set', id: first.id, shift: { note: 'hello' } }],
  ])('%s', (text, change) => expect(line(change)).toBe(text));

  test('says a kind of snag once, however often it comes, after the good news', () => {
    const early = ['ann', 'bo', 'cy'].map((who, i) => shift(who, 1, `${7 + i}-15`));
    const busy = plan({
      people: ['ann', 'bo', 'cy'].map((id) => person(id)),
      needs: [need('bar', 1, '7-9', 2)],
      shifts: ['ann', 'bo', 'cy'].map((who) => shift(who, 0, '14-22')),
    });
    const tried = tryChanges(
      judge(busy),
      early.map((one) => ({ do: 'add', shift: one })),
    );
    if (!tried.ok) throw new Error(tried.problem.message);
    const said = summarise(tried.trial.consequences, wordsFor(busy), null);
    expect(said).toBe('+21 h · closes 3 h of gaps, 1 left · 2 × short rest down to 9 h');
  });

  test('counts gaps of everybody where no role is asked for', () => {
    const all = plan({ needs: [need(null, 0, '9-17')] });
    const tried = tryChanges(judge(all), [{ do: 'add', shift: shift('ann', 0, '9-13') }]);
    if (!tried.ok) throw new Error(tried.problem.message);
    expect(summarise(tried.trial.consequences, wordsFor(all), null)).toBe(
      '+4 h · closes 4 h of gaps, 1 left',
    );
  });
});
