import type { Day } from '../time/day';
import { DAY, type Span } from '../time/span';
import type { Problem } from './problem';
import type { ShiftSpec } from './shift-spec';
import type { Break, Duty, Shift } from './types';

/** What a shift may name, and the dates it may have; what is left out is not looked at. */
export interface Known {
  readonly people?: Pick<ReadonlySet<string>, 'has'>;
  readonly roles?: Pick<ReadonlySet<string>, 'has'>;
  /** First day and how many there are. */
  readonly from?: Day;
  readonly days?: number;
}

/**
 * All that is wrong with a shift by itself, each at its field: times, breaks and duties outside it, somebody, a role
 * or a date that is not known. Everything that makes shifts asks here: edits, templates, patterns, plan files. Fields
 * that are left out are passed over, so that what can be read of a shift is judged although the rest cannot.
 *
 * @example
 * shiftFaults({ from: 540, to: 540 });
 * // [{ code: 'time', message: 'the shift has no length, or more than a day', path: 'to' }]
 */
export function shiftFaults(shift: Partial<Shift>, known: Known = {}): Problem[] {
  const { person, date, detail } = shift;
  const { from = -Infinity, days = Infinity } = known;
  const faults: Problem[] = [];
  if (person != null && known.people && !known.people.has(person))
    faults.push({ code: 'unknown', message: `no person "${person}"`, path: 'person' });
  roleFaults(faults, shift, known);
  if (date !== undefined && !(date >= from && (days === Infinity || date < from + days)))
    faults.push({ code: 'outside', message: "outside the plan's dates", path: 'date' });
  timeFaults(faults, shift);
  if (detail) detailFaults(faults, shift, detail, 'detail.');
  return faults;
}

/** All that is wrong with what a template or a pattern says of a shift, each at its field. */
export function specFaults(spec: ShiftSpec, known: Pick<Known, 'roles'> = {}): Problem[] {
  const faults: Problem[] = [];
  roleFaults(faults, spec, known);
  timeFaults(faults, spec);
  detailFaults(faults, spec, spec, '');
  return faults;
}

type Content = Partial<Pick<Shift, 'from' | 'to' | 'role' | 'break'>>;

function roleFaults(faults: Problem[], { role }: Content, { roles }: Pick<Known, 'roles'>): void {
  if (role != null && roles && !roles.has(role))
    faults.push({ code: 'unknown', message: `no role "${role}"`, path: 'role' });
}

function timeFaults(faults: Problem[], { from, to, break: pause }: Content): void {
  if (from === undefined || to === undefined) return;
  const hasStart = from >= 0 && from < DAY;
  if (!hasStart) faults.push({ code: 'time', message: 'no such time', path: 'from' });
  else if (!(to > from && to <= from + DAY))
    faults.push({ code: 'time', message: 'the shift has no length, or more than a day', path: 'to' });
  else if (pause && isOutside({ from, to }, pause))
    faults.push({ code: 'break', message: 'the break lies outside the shift', path: 'break.at' });
}

function detailFaults(
  faults: Problem[],
  { from, to }: Content,
  { moreBreaks, duties }: { readonly moreBreaks: readonly Break[]; readonly duties: readonly Duty[] },
  at: string,
): void {
  // Nothing lies inside a shift that is none.
  if (from === undefined || to === undefined || !(to > from)) return;
  for (const [i, pause] of moreBreaks.entries())
    if (isOutside({ from, to }, pause))
      faults.push({
        code: 'break',
        message: 'a break lies outside the shift',
        path: `${at}moreBreaks[${i}].at`,
      });
  for (const [i, duty] of duties.entries())
    if (duty.to <= duty.from || duty.from < from || duty.to > to)
      faults.push({
        code: 'duty',
        message: `"${duty.name}" lies outside the shift`,
        path: `${at}duties[${i}]`,
      });
}

function isOutside({ from, to }: Span, { at, minutes }: Break): boolean {
  return at !== null && (at < from || at + minutes > to);
}
