import { expect, test } from '@jest/globals';
import { shift } from '../testing';
import type { Change } from './change';
import { outsideRoles } from './edit-scope';

const KITCHEN = { ...shift('teo', 0, '9-17', { role: 'kitchen' }), id: 'kitchen' };
const BAR = { ...shift('priya', 0, '9-17', { role: 'bar' }), id: 'bar' };
const NONE = { ...shift('priya', 0, '9-17'), role: null, id: 'none' };
const SHIFTS = new Map([KITCHEN, BAR, NONE].map((one) => [one.id, one]));
const asked = (...changes: Change[]) => outsideRoles(changes, new Set(['kitchen']), (id) => SHIFTS.get(id));

test.each<[string, Change]>([
  ['a new shift in the role', { do: 'add', shift: { ...KITCHEN, id: 'new' } }],
  ['other times', { do: 'set', id: 'kitchen', shift: { to: 600 } }],
  ['somebody else', { do: 'set', id: 'kitchen', shift: { person: 'bram' } }],
  ['a shift that goes', { do: 'remove', id: 'kitchen' }],
  ['a shift that is gone already', { do: 'remove', id: 'never' }],
])('%s is within the roles', (_, change) => {
  expect(asked(change)).toBeNull();
});

test.each<[string, Change]>([
  ['a new shift in another role', { do: 'add', shift: { ...BAR, id: 'new' } }],
  ['a new shift without a role', { do: 'add', shift: { ...NONE, id: 'new' } }],
  ['a shift of another role', { do: 'set', id: 'bar', shift: { to: 600 } }],
  ['a shift of another role that is taken', { do: 'set', id: 'bar', shift: { role: 'kitchen' } }],
  ['a shift that is given another role', { do: 'set', id: 'kitchen', shift: { role: 'bar' } }],
  ['a shift that loses its role', { do: 'set', id: 'kitchen', shift: { role: null } }],
  ['a shift of another role that goes', { do: 'remove', id: 'bar' }],
  ['a shift without a role', { do: 'remove', id: 'none' }],
  ['leave', { do: 'remove-leave', person: 'teo', id: 'l' }],
])('%s is not, and is named', (_, change) => {
  const fine: Change = { do: 'set', id: 'kitchen', shift: { to: 600 } };
  expect(asked(fine, change)).toMatchObject({
    ok: false,
    problem: { code: 'forbidden', path: 'changes[1]' },
  });
});
