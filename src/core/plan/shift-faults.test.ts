import { describe, expect, test } from '@jest/globals';
import { shift } from '../testing';
import { shiftFaults, specFaults } from './shift-faults';
import { toShiftSpec } from './shift-spec';
import { NO_DETAIL, type Shift } from './types';

const good = shift('ann', 0, '9-17', { break: { minutes: 30, at: 720, paid: false } });
const known = {
  people: new Set(['ann']),
  roles: new Set(['bar']),
  from: good.date,
  days: 7,
};
const said = (more: Partial<Shift>) =>
  shiftFaults({ ...good, ...more }, known).map(({ code, path }) => `${code} ${path}`);

describe('what is wrong with a shift', () => {
  test('is nothing where nothing is', () => expect(said({})).toEqual([]));

  test('is told all at once, each at its field', () => {
    const detail = {
      ...NO_DETAIL,
      moreBreaks: [
        { minutes: 15, at: 600, paid: true },
        { minutes: 15, at: 1010, paid: true },
      ],
      duties: [
        { name: 'Delivery', from: 600, to: 660, oneOff: false },
        { name: 'Cash', from: 500, to: 560, oneOff: false },
      ],
    };
    const wrong = {
      date: good.date + 7,
      person: 'x',
      role: 'y',
      break: { minutes: 30, at: 500, paid: false },
    };
    expect(said({ ...wrong, detail })).toEqual([
      'unknown person',
      'unknown role',
      'outside date',
      'break break.at',
      'break detail.moreBreaks[1].at',
      'duty detail.duties[1]',
    ]);
  });

  test('of times alone says nothing about what lies in them', () => {
    expect(said({ from: 1440, to: 1500 })).toEqual(['time from']);
    expect(said({ to: 540 })).toEqual(['time to']);
    expect(said({ to: NaN })).toEqual(['time to']);
  });

  test('passes over what cannot be read, and does not ask what is not known', () => {
    expect(shiftFaults({ person: 'x', role: 'y', break: { minutes: 1, at: -5, paid: false } })).toEqual([]);
    expect(shiftFaults({ role: 'y' }, known)).toMatchObject([{ path: 'role' }]);
  });
});

test('of a template or a pattern is what it would be of the shift made from it', () => {
  const detail = { ...NO_DETAIL, duties: [{ name: 'Cash', from: 500, to: 560, oneOff: false }] };
  for (const more of [
    { to: 540 },
    { role: 'y' },
    { detail },
    { break: { minutes: 60, at: 1000, paid: false } },
  ]) {
    const wrong = { ...good, ...more };
    const strip = (path: string) => path.replace(/^detail\./, '');
    expect(specFaults(toShiftSpec(wrong), known)).toEqual(
      shiftFaults(wrong, known).map((one) => ({ ...one, path: strip(one.path) })),
    );
  }
});
