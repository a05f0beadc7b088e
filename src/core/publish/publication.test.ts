import { describe, expect, test } from '@jest/globals';
import { NO_DETAIL, type Shift } from '../plan/types';
import { shift } from '../testing';
import { publicationOf, publicationOfAll } from './publication';

const early = shift('ann', 0, '9-17', { note: 'keys' });
const late = shift('bo', 0, '17-23');

describe('a shift', () => {
  const differences: [string, Partial<Shift>][] = [
    ['its person', { person: null }],
    ['its role', { role: 'floor' }],
    ['its date', { date: early.date + 1 }],
    ['its start', { from: 545 }],
    ['its end', { to: 1025 }],
    ['its note', { note: null }],
    ['its label', { label: 'Opening' }],
    ['its break', { break: { minutes: 30, at: null, paid: false } }],
    ['its station', { detail: { ...NO_DETAIL, station: 'Till 2' } }],
    ['its check-list', { detail: { ...NO_DETAIL, tasks: ['Float'] } }],
    [
      'its duties',
      { detail: { ...NO_DETAIL, duties: [{ name: 'Bank', from: 600, to: 660, oneOff: true }] } },
    ],
  ];

  test.each(differences)('is changed by %s', (_, part) => {
    expect(publicationOf({ ...early, ...part }, early)).toBe('changed');
  });

  test.each<[string, Partial<Shift>]>([
    ['that it is fixed', { fixed: true }],
    ['an empty detail', { detail: NO_DETAIL }],
    ['the template it came from', { detail: { ...NO_DETAIL, template: 't' } }],
  ])('is not changed by %s', (_, part) => {
    expect(publicationOf({ ...early, ...part }, early)).toBe('published');
  });

  test('that was never published is a draft', () => {
    expect(publicationOf(early, undefined)).toBe('draft');
  });
});

test.each<[string, Shift[], Shift[]]>([
  ['empty', [], []],
  ['draft', [early], []],
  ['published', [early, late], [late, early]],
  ['draft', [early, { ...late, to: late.to - 30 }], [early, late]],
  // Staff still see what was taken away, even where nothing else stands.
  ['draft', [early], [early, late]],
  ['draft', [], [early]],
  ['draft', [early, shift('ann', 1, '9-12')], [early, late]],
])('days are %s', (state, shifts, published) => {
  expect(publicationOfAll(shifts, published)).toBe(state);
});
