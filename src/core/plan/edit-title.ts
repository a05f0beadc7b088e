import { capitalised } from '../sentence';
import { type HourFormat, counted, formatDay } from '../time/format';
import type { Change } from './change';
import { formatChange } from './change-text';
import type { Plan, Shift } from './types';

/**
 * An edit of a plan in a line, for whoever would take it back. `plan`: as it was before.
 *
 * @example
 * editTitle(plan, [{ do: 'remove', id: 's1' }], '24'); // 'Ann Bo, Tue 24: deleted'
 */
export function editTitle(plan: Plan, changes: readonly Change[], hourFormat: HourFormat): string {
  const ofShifts = changes.flatMap((change) =>
    change.do === 'add' || change.do === 'set' || change.do === 'remove' ? [change] : [],
  );
  const ids = new Set(ofShifts.map((change) => (change.do === 'add' ? change.shift.id : change.id)));
  if (ids.size !== 1 || ofShifts.length !== 1) {
    const kinds = new Set(ofShifts.map((change) => change.do));
    const verb =
      kinds.size === 1 ? { add: 'made', remove: 'deleted', set: 'changed' }[[...kinds][0]] : 'changed';
    return ids.size === 0 ? 'The week changed' : `${counted(ids.size, 'shift')} ${verb}`;
  }
  const [change] = ofShifts;
  const names = {
    people: new Map(plan.people.map(({ id, name }) => [id, name])),
    roles: new Map(plan.roles.map(({ id, name }) => [id, name])),
    hourFormat,
  };
  const before: Shift | undefined =
    change.do === 'add' ? undefined : plan.shifts.find((shift) => shift.id === change.id);
  const said = formatChange(change, names);
  if (!before) return `Shift ${said}`;
  const who = before.person === null ? 'Open shift' : (names.people.get(before.person) ?? before.person);
  return capitalised(`${who}, ${formatDay(before.date)}: ${said}`);
}
