import type { Judgement } from '../consequences/judge';
import type { Change } from '../plan/change';
import { type BreakPlace, withTimes } from '../plan/shift-edits';
import { type ShiftSpec, diffShift, toShiftFields } from '../plan/shift-spec';
import { NO_DETAIL, type Shift } from '../plan/types';
import type { TypedShift as TypedSpan } from '../time/parse-shifts';
import { DAY } from '../time/span';
import { type Cell, personIdOf, personOf, shiftsIn } from './cell';
import { parseNeedsRow } from './needs-rows';

/** A shift as typed; with the form of a template where its short name was. */
export type TypedShift = TypedSpan & { readonly form?: ShiftSpec };

/** Makes the id of a shift that is new. */
export type NewId = () => string;

/**
 * The role a new shift gets where none is named: that of the row, else the person's first that holds on that day; of
 * an open shift the site's first. Null: a person who holds none is not made to.
 */
export function usualRole(judgement: Judgement, { row, day }: Cell): string | null {
  const wanted = parseNeedsRow(row)?.role;
  if (wanted) return wanted;
  const person = personOf(judgement, row);
  if (!person) return judgement.plan.roles[0]?.id ?? null;
  const date = judgement.plan.from + day;
  const held = person.roles.find((role) => role.until === null || date <= role.until);
  return held?.role ?? person.roles[0]?.role ?? null;
}

/** The shifts that what is typed into a cell stands for: a person's all; elsewhere it makes others besides. */
export function typedOver(judgement: Judgement, cell: Cell): readonly Shift[] {
  return personIdOf(cell.row) === null ? [] : shiftsIn(judgement, cell);
}

/** The role that each typed shift will have. */
export function typedRoles(
  judgement: Judgement,
  cell: Cell,
  typed: readonly TypedShift[],
  there: readonly Shift[],
): (string | null)[] {
  const needed = parseNeedsRow(cell.row)?.role;
  return typed.map(
    ({ role, form }, i) =>
      role ?? needed ?? form?.role ?? there[i]?.role ?? there[0]?.role ?? usualRole(judgement, cell),
  );
}

/** A shift with nothing said beyond when, who and what; open in every row that is not a person's. */
export function newShift(
  judgement: Judgement,
  cell: Cell,
  span: { from: number; to: number },
  role: string | null,
  id: string,
): Shift {
  return {
    id,
    person: personIdOf(cell.row),
    role,
    date: judgement.plan.from + cell.day,
    from: span.from,
    to: span.to,
    break: null,
    fixed: false,
    note: null,
    label: null,
  };
}

/**
 * Changes that put what is typed in place of `there`, the shifts of a cell that it stands for; they are changed before
 * others are made. `breaks`: where fixed breaks go.
 *
 * @example typing `9-17` over a shift 8-16: `[{ do: 'set', id, shift: { role, from: 540, to: 1020 } }]`
 */
export function typedChanges(
  judgement: Judgement,
  cell: Cell,
  typed: readonly TypedShift[],
  newId: NewId,
  there: readonly Shift[] = typedOver(judgement, cell),
  breaks?: BreakPlace,
): Change[] {
  const roles = typedRoles(judgement, cell, typed, there);
  const changes: Change[] = [];
  typed.forEach((wanted, i) => {
    const old = there[i];
    const { from, to, form } = wanted;
    const role = roles[i];
    if (!old) changes.push(addTyped(judgement, cell, wanted, role, newId));
    else if (form) {
      const { pattern } = old.detail ?? NO_DETAIL;
      const said = toShiftFields(form);
      const patch = diffShift(old, { ...old, ...said, from, to, role, detail: { ...said.detail, pattern } });
      if (patch) changes.push({ do: 'set', id: old.id, shift: patch });
    } else if (old.from !== from || old.to !== to || old.role !== role)
      changes.push({ do: 'set', id: old.id, shift: { role, ...withTimes(old, { from, to }, breaks) } });
  });
  for (const old of there.slice(typed.length)) changes.push({ do: 'remove', id: old.id });
  return changes;
}

/** The change that makes a typed shift in a cell, with everything its template says. */
function addTyped(
  judgement: Judgement,
  cell: Cell,
  { from, to, form }: TypedShift,
  role: string | null,
  newId: NewId,
): Change {
  const said = form ? toShiftFields(form) : {};
  const fresh = newShift(judgement, cell, { from, to }, role, newId());
  return { do: 'add', shift: { ...fresh, ...said, from, to, role } };
}

/** Changes that empty cells. */
export function clearChanges(judgement: Judgement, cells: readonly Cell[]): Change[] {
  return cells.flatMap((cell) =>
    shiftsIn(judgement, cell).map((shift): Change => ({ do: 'remove', id: shift.id })),
  );
}

/** Changes that make `to` hold copies of the shifts of `from`. A person keeps the role that is copied. */
export function copyChanges(
  judgement: Judgement,
  shifts: readonly Shift[],
  to: Cell,
  newId: NewId,
): Change[] {
  const person = personIdOf(to.row);
  const date = judgement.plan.from + to.day;
  return [
    ...clearChanges(judgement, [to]),
    ...shifts.map((shift): Change => ({ do: 'add', shift: copyOf(shift, newId(), { person, date }) })),
  ];
}

/** A shift of its own that says what another says, apart from what is given. */
export function copyOf(shift: Shift, id: string, given: Partial<Shift>): Shift {
  const detail = shift.detail ? { ...shift.detail, pattern: null } : null;
  return { ...shift, id, fixed: false, detail, ...given };
}

/** Changes that move a shift to a cell and a start; its length stays. */
export function moveChanges(judgement: Judgement, shift: Shift, to: Cell, from: number): Change[] {
  const start = Math.min(Math.max(from, 0), DAY - 1);
  return placeChanges(judgement, shift, to, { from: start, to: start + shift.to - shift.from });
}

/**
 * Changes that put a shift into a cell with other times. Empty where nothing would change, or where it would
 * have no length or last over a day.
 */
export function placeChanges(
  judgement: Judgement,
  shift: Shift,
  cell: Cell,
  { from, to }: { readonly from: number; readonly to: number },
): Change[] {
  if (to <= from || to - from > DAY || from < 0 || from >= DAY) return [];
  const person = personIdOf(cell.row);
  const date = judgement.plan.from + cell.day;
  const same = from === shift.from && to === shift.to;
  if (same && person === shift.person && date === shift.date) return [];
  const times = same ? { from, to } : withTimes(shift, { from, to });
  return [{ do: 'set', id: shift.id, shift: { person, date, ...times } }];
}

/**
 * Changes as they are kept: a shift of a pattern that somebody changes is changed by hand from then on, unless the
 * change says so itself.
 */
export function byHand({ plan }: Judgement, changes: readonly Change[]): Change[] {
  return changes.map((change) => {
    if (change.do !== 'set') return change;
    const shift = plan.shifts.find((one) => one.id === change.id);
    const pattern = shift?.detail?.pattern;
    if (!shift || !pattern || pattern.overridden || !FOLLOWED.some((field) => field in change.shift))
      return change;
    const said = change.shift.detail?.pattern;
    if (said !== undefined && JSON.stringify(said) !== JSON.stringify(pattern)) return change;
    const detail = { ...shift.detail!, ...change.shift.detail, pattern: { ...pattern, overridden: true } };
    return { ...change, shift: { ...change.shift, detail } };
  });
}

/** The fields in which a shift of a pattern follows it. */
const FOLLOWED = ['person', 'role', 'date', 'from', 'to', 'break', 'label', 'note', 'detail'] as const;
