import type { Plan, Shift } from '../plan/types';
import { type HourFormat, formatDay, formatTimeSpan } from '../time/format';
import type { PlacementConflict } from './placement';

/** Sentences about shifts that arrive otherwise than they left. */
export function remarksOf(plan: Plan, hourFormat: HourFormat, sites: ReadonlyMap<string, string>) {
  const people = new Map(plan.people.map((person) => [person.id, person.name]));
  const roles = new Map(plan.roles.map((role) => [role.id, role.name]));
  const time = (from: number, to: number) => formatTimeSpan(from, to, hourFormat);
  const why = (barrier: PlacementConflict): string => {
    switch (barrier.why) {
      case 'leave':
        return 'on leave';
      case 'holiday':
        return `closed for ${barrier.name}`;
      case 'employment':
        return 'not employed then';
      case 'gone':
        return 'no longer at this site';
      case 'busy': {
        const where = barrier.site === null ? '' : ` at ${sites.get(barrier.site) ?? barrier.site}`;
        return `already works ${time(barrier.from, barrier.to)}${where}`;
      }
    }
  };
  return {
    /** `Sat 28, 9:00–17:00 Bar, Ann Bo: arrives open, on leave.` */
    remark(shift: Shift, what: 'opened' | 'left', barrier: PlacementConflict | null): string {
      const name = shift.person === null ? 'open' : (people.get(shift.person) ?? 'somebody who has left');
      const role = shift.role === null ? '' : ` ${roles.get(shift.role) ?? ''}`.trimEnd();
      const reason = barrier ? why(barrier) : 'its role is no longer used here';
      const outcome = what === 'opened' ? 'arrives open' : 'does not come';
      return `${formatDay(shift.date)}, ${time(shift.from, shift.to)}${role}, ${name}: ${outcome}, ${reason}.`;
    },
  };
}
