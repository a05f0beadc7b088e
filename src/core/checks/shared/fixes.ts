import type { Plan } from '../../plan/types';
import type { Mend, Snag } from './snag';
import type { Words } from './messages';

/** The shift of a snag taken from its person and left open for somebody else. */
export function turnOpen(snag: Snag, _plan: Plan, words: Words): Mend | null {
  const id = snag.shifts[snag.shifts.length - 1];
  if (id === undefined) return null;
  return {
    label: `Turn ${words.day(snag.date)} ${words.span(snag.from!, snag.to!)} open`,
    changes: [{ do: 'set', id, shift: { person: null } }],
  };
}
