import { describe, expect, test } from '@jest/globals';
import { judge } from '../consequences/judge';
import { NO_DETAIL } from '../plan/types';
import { available, person, plan, shift } from '../testing';
import { arrangeRows, AS_LISTED, type Arrangement, filterSummary } from './arrangement';
import { personIdOf } from './cell';

const role = (id: string) => [{ role: id, until: null, hourlyRate: null }];
const late = shift('cy', 0, '17-22', { detail: { ...NO_DETAIL, station: 'Till 2' } });
const judged = judge(
  plan({
    people: [
      person('bo', { name: 'Bo', roles: role('bar'), contractMinutes: 600 }),
      person('ann', { name: 'Ann', roles: role('floor'), contractMinutes: 2400 }),
      person('cy', { name: 'Cy', roles: [], availability: [available([1], '9-17')] }),
    ],
    shifts: [shift('bo', 0, '9-17'), late, shift('ann', 3, '7-9', { role: 'floor' })],
  }),
);
const groups = {
  contracts: { bo: 'part-time', ann: 'full-time' },
  areas: { floor: 'Terrace' },
  published: new Map([[late.id, late]]),
};
const WEEK = { from: 0, to: 7 };

function names(change: Partial<Arrangement>, days = WEEK): string[] {
  return arrangeRows(judged, { ...AS_LISTED, ...change }, groups, days).lines.map((line) =>
    line.kind === 'group' ? `${line.name} ${line.count}` : personIdOf(line.row)!,
  );
}

describe('rows', () => {
  test('stand as listed until they are arranged', () => expect(names({})).toEqual(['bo', 'ann', 'cy']));

  test('are sorted by name, by start, by what is left of the contract', () => {
    expect(names({ sort: 'name' })).toEqual(['ann', 'bo', 'cy']);
    expect(names({ sort: 'start' })).toEqual(['bo', 'cy', 'ann']);
    expect(names({ sort: 'start' }, { from: 3, to: 4 })).toEqual(['ann', 'bo', 'cy']);
    expect(names({ sort: 'left' })).toEqual(['ann', 'bo', 'cy']);
  });

  test('are grouped by first role, area or contract; who has none stands last', () => {
    expect(names({ group: 'role' })).toEqual(['Bar 1', 'bo', 'Floor 1', 'ann', 'No role 1', 'cy']);
    expect(names({ group: 'area' })).toEqual(['Terrace 1', 'ann', 'No area 2', 'bo', 'cy']);
    expect(names({ group: 'contract' })).toEqual([
      'Full-time 1',
      'ann',
      'Part-time 1',
      'bo',
      'No contract set 1',
      'cy',
    ]);
  });

  test.each([
    [{ text: 'N' }, ['ann']],
    [{ role: 'bar' }, ['bo']],
    [{ station: 'Till 2' }, ['cy']],
    [{ only: 'snags' as const }, ['cy']],
    [{ only: 'drafts' as const }, ['bo', 'ann']],
    [{ only: 'working' as const, role: 'floor' }, ['ann']],
    [{ only: 'free' as const }, []],
  ])('%j leaves %j', (change, expected) => expect(names(change)).toEqual(expected));
});

test('a filter is said in words', () => {
  expect(filterSummary(AS_LISTED, String)).toBe('');
  const said = filterSummary({ ...AS_LISTED, text: ' an ', role: 'bar', only: 'snags' }, (id) =>
    id.toUpperCase(),
  );
  expect(said).toBe('“an”, BAR, with snags');
});
