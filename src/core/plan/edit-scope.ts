import type { Change } from './change';
import { type Failed, fail } from './problem';
import type { Shift } from './types';

/**
 * Why somebody who plans only some roles of a site may not make these changes; null: they may. A shift has to be in
 * one of the roles before and after; leave is nobody's who plans only roles. `shiftOf`: a shift as it is now.
 */
export function outsideRoles(
  changes: readonly Change[],
  roles: ReadonlySet<string>,
  shiftOf: (id: string) => Shift | undefined,
): Failed | null {
  const isTheirs = (role: string | null | undefined) => typeof role === 'string' && roles.has(role);
  for (const [i, change] of changes.entries()) {
    const refused = fail('forbidden', 'you plan only the roles of your area here', `changes[${i}]`);
    if (change.do === 'add') {
      if (!isTheirs(change.shift.role)) return refused;
    } else if (change.do === 'set' || change.do === 'remove') {
      const was = shiftOf(change.id);
      const is = change.do === 'set' && 'role' in change.shift ? change.shift.role : was?.role;
      if (was && !(isTheirs(was.role) && isTheirs(is))) return refused;
    } else return refused;
  }
  return null;
}
