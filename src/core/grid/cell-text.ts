import type { Judgement } from '../consequences/judge';
import { openOn } from '../plan/plan-context';
import type { ShiftTemplate } from '../plan/shift-spec';
import type { Shift } from '../plan/types';
import type { HourFormat } from '../time/format';
import { overlapIn, parseShifts } from '../time/parse-shifts';
import { type Reading, formatTypedSpan } from '../time/parse-time';
import { type Cell, personIdOf } from './cell';
import type { TypedShift } from './cell-changes';

/** What a cell's text may name, and how it is written. */
export interface CellNames {
  readonly templates: readonly ShiftTemplate[];
  readonly roleStyles: ReadonlyMap<string, { readonly mark: string }>;
  readonly hourFormat: HourFormat;
}

/**
 * Reads what is typed into a cell, with the opening hours of its day. One person cannot be in two places, so the parts
 * of a person's cell may not overlap; open shifts may.
 */
export function parseCell(
  { plan }: Judgement,
  { row, day }: Cell,
  text: string,
  { templates, roleStyles, hourFormat: format }: CellNames,
): Reading<TypedShift[]> {
  const roles = plan.roles.map(({ id, name }) => ({ id, name, mark: roleStyles.get(id)?.mark }));
  const named = templates.map(({ id, short, form }) => ({ id, short, from: form.from, to: form.to }));
  const read = parseShifts(text, roles, { openHours: openOn(plan, plan.from + day), format }, named);
  if (!read.ok) return read;
  const problem = personIdOf(row) === null ? null : overlapIn(text, read.value);
  if (problem) return { ok: false, problem };
  const formOf = (id: string) => ({ ...templates.find((one) => one.id === id)!.form, template: id });
  return {
    ok: true,
    value: read.value.map((shift) =>
      shift.template === null ? shift : { ...shift, form: formOf(shift.template) },
    ),
  };
}

/** Shifts of a cell as one would type them there: `9-17 bar, 18-22 floor`. Read again they are the same. */
export function cellText(
  { plan }: Judgement,
  cell: Cell,
  shifts: readonly Shift[],
  hourFormat: HourFormat,
): string {
  const open = openOn(plan, plan.from + cell.day);
  return shifts
    .map((shift) => {
      const role = plan.roles.find((one) => one.id === shift.role);
      const span = formatTypedSpan(shift.from, shift.to, hourFormat, open);
      return role ? `${span} ${role.name.toLowerCase()}` : span;
    })
    .join(', ');
}
