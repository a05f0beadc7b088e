import { rowOf } from '@/core/grid/cell';
import type { PlanController } from './controller';

const MARK = '#cover=';

/** The address of a week with the list of who could cover one of its shifts open. `week`: its first day. */
export function coverLink(site: string, week: string, shift: string): string {
  return `/plan/${encodeURIComponent(site)}/${week}${MARK}${encodeURIComponent(shift)}`;
}

/** Opens what the address of the page asks for, once: reloading it, or coming back, opens the week alone. */
export function followCoverLink(controller: PlanController): void {
  const { hash, pathname, search } = window.location;
  if (!hash.startsWith(MARK)) return;
  const id = decodeURIComponent(hash.slice(MARK.length));
  window.history.replaceState(window.history.state, '', pathname + search);
  const { plan } = controller.plan.judgement;
  const shift = plan.shifts.find((one) => one.id === id);
  if (!shift) return controller.notify({ text: 'This shift is not in the plan any more.' });
  controller.goTo({ row: rowOf(shift.person), day: shift.date - plan.from });
  controller.open({ kind: 'cover', shift, isNew: false });
}
