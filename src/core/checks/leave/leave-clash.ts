import type { LeaveState } from '../../plan/types';
import { shared } from '../../time/span';
import { type PersonView, type Report, placeOf } from '../shared/check';

/** Reports every shift that touches leave in one state: one snag a shift and leave entry. */
export function reportLeave(view: PersonView, state: LeaveState, report: Report): void {
  if (view.person === null || view.person.leave.length === 0) return;
  for (const shift of view.shifts)
    for (const leave of view.person.leave) {
      if (leave.state !== state) continue;
      const amount = shared(shift, leave);
      if (amount > 0) report({ ...placeOf(shift), amount, params: { leave: leave.id } });
    }
}
