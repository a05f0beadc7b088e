import { describe, expect, test } from '@jest/globals';
import { MONDAY, shift } from '../testing';
import type { Change, ShiftPatch } from './change';
import { formatChange, formatConflict } from './change-text';
import { NO_DETAIL } from './types';

const names = {
  people: new Map([['ann', 'Ann Bo']]),
  roles: new Map([['bar', 'Bar']]),
  hourFormat: '24' as const,
};
const now = { ...shift('ann', 1, '10-17'), label: 'Opening' };
const set = (patch: ShiftPatch): Change => ({ do: 'set', id: now.id, shift: patch });

describe('a conflict says who has what now, and what was to be', () => {
  const said = (column: keyof ShiftPatch, patch: ShiftPatch) =>
    formatConflict(set(patch), { change: 0, shift: now.id, column, now }, names);
  test.each<[keyof ShiftPatch, ShiftPatch, string]>([
    ['from', { from: 570 }, 'the start: 10:00 now, 9:30 here'],
    ['to', { to: 960 }, 'the end: 17:00 now, 16:00 here'],
    ['person', { person: null }, 'who works it: Ann Bo now, open here'],
    ['role', { role: 'cook' }, 'the role: Bar now, cook here'],
    ['date', { date: MONDAY }, 'the day: Tue 23 now, Mon 22 here'],
    ['break', { break: { minutes: 30, at: null, paid: false } }, 'the break: by the rule now, 30 min here'],
    ['fixed', { fixed: true }, 'whether it is fixed: no now, yes here'],
    ['label', { label: null }, 'the shift name: “Opening” now, nothing here'],
    ['detail', { detail: NO_DETAIL }, 'duties, station or check-list'],
  ])('%s', (column, patch, expected) => {
    expect(said(column, patch)).toBe(
      `somebody else changed this shift in the meantime (Ann Bo, Tue 23 10:00–17:00): ${expected}`,
    );
  });

  test('or that it is gone, or there already', () => {
    const gone = { change: 0, shift: now.id, column: null, now: null };
    expect(formatConflict(set({}), gone, names)).toBe('somebody else has taken this shift away');
    expect(formatConflict({ do: 'add', shift: now }, gone, names)).toBe(
      'there is a shift with this id already',
    );
  });
});

test.each<[Change, string]>([
  [{ do: 'add', shift: now }, 'made: Tue 23 10:00–17:00, Ann Bo'],
  [{ do: 'remove', id: now.id }, 'deleted'],
  [set({ person: 'ann', from: 540, to: 1020 }), 'given to Ann Bo, times 9:00–17:00'],
  [set({ person: null, from: 540 }), 'turned open, starts 9:00'],
  [set({ to: 960, date: MONDAY, role: null }), 'ends 16:00, moved to Mon 22, role none'],
  [
    set({ break: null, label: null, note: 'Till', fixed: true }),
    'break by the rule, shift name removed, note "Till", fixed',
  ],
  [set({ detail: NO_DETAIL }), 'duties, station or check-list'],
  [set({}), 'changed'],
])('history tells %j as %s', (change, expected) => expect(formatChange(change, names)).toBe(expected));
