import type { Plan } from '../../plan/types';
import type { Fix, Snag } from './snag';
import type { Words } from './messages';

/** The shift of a snag taken from its person and left open for somebody else. */
export function openShift(snag: Snag, _plan: Plan, words: Words): Fix | null {
  const id = snag.shifts[snag.shifts.length - 1];
  if (id === undefined) return null;
  return {
    label: `Turn ${words.day(snag.date)} ${words.span(snag.from!, snag.to!)} open`,
    changes: [{ do: 'set', id, shift: { person: null } }],
  };
}
