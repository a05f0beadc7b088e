import type { PlanShift } from '../checks/shared/check';
import type { Judgement } from '../consequences/judge';
import { needsOn } from './needed';
import { DAY, type Span, shared } from '../time/span';
import { type HourFormat, formatTimeSpan } from '../time/format';
import { type Arrangement } from '../plan/arrangement';

/** One row from the side of what is needed: a role, or one need of a role. */
export interface NeedsRow {
  readonly key: string;
  readonly role: string | null;
  readonly name: string;
  readonly note: string;
  /** The need's span; null for the row of a role. */
  readonly span: Span | null;
}

interface Named {
  readonly shift: PlanShift;
  readonly name: string;
}

/** What stands in one cell: who is on, and how many are missing, when. */
export interface NeedsCell {
  readonly shifts: readonly Named[];
  readonly missing: readonly (Span & { readonly count: number })[];
}

/** The rows of an arrangement in which they are roles or needs. */
export function needsRows(
  judgement: Judgement,
  { rowKind }: Pick<Arrangement, 'rowKind'>,
  hourFormat: HourFormat,
): NeedsRow[] {
  return rowKind === 'roles' ? roleRows(judgement) : needRows(judgement, hourFormat);
}

/** Whether an arrangement shows a row: its role, and where only places to fill are asked for, one to fill. */
export function isRowShown(
  judgement: Judgement,
  row: NeedsRow,
  { role, only }: Pick<Arrangement, 'role' | 'only'>,
): boolean {
  if (role !== null && row.role !== role) return false;
  if (only !== 'open') return true;
  return Array.from({ length: judgement.plan.days }, (_, day) => cellOf(judgement, row, day)).some(
    ({ shifts, missing }) =>
      missing.length > 0 || shifts.some(({ shift }) => shift.planShift!.person === null),
  );
}

/** A row for each role. */
export function roleRows({ plan }: Judgement): NeedsRow[] {
  return plan.roles.map((role) => ({
    key: role.id,
    role: role.id,
    name: role.name,
    note: `${plan.people.filter((person) => person.roles.some((held) => held.role === role.id)).length} can work it`,
    span: null,
  }));
}

/** A row for each need of the week, by role, then start. */
export function needRows({ plan }: Judgement, hourFormat: HourFormat): NeedsRow[] {
  const found = new Map<string, NeedsRow & { readonly order: number }>();
  for (let day = plan.from; day < plan.from + plan.days; day++)
    for (const need of needsOn(plan, day)) {
      const key = `${need.role} ${need.from} ${need.to}`;
      if (found.has(key)) continue;
      const at = plan.roles.findIndex((role) => role.id === need.role);
      found.set(key, {
        key,
        role: need.role,
        name: need.role === null ? 'Everybody' : (plan.roles[at]?.name ?? ''),
        note: formatTimeSpan(need.from, need.to, hourFormat),
        span: { from: need.from, to: need.to },
        order: (at < 0 ? 99 : at) * 10_000 + need.from,
      });
    }
  return [...found.values()].sort((a, b) => a.order - b.order);
}

/** Who stands in a cell of a row, and who is missing. */
export function cellOf(judgement: Judgement, row: NeedsRow, day: number): NeedsCell {
  const { plan, staffing, context } = judgement;
  const date = plan.from + day;
  const needs = needsOn(plan, date).filter(
    (need) =>
      need.role === row.role && (!row.span || (need.from === row.span.from && need.to === row.span.to)),
  );
  const within = (shift: PlanShift) =>
    row.span === null ||
    needs.some((need) => shared(shift, { from: date * DAY + need.from, to: date * DAY + need.to }) > 0);
  const shifts = onDate(judgement, date).filter(
    ({ shift }) => (row.role === null || shift.role === row.role) && within(shift),
  );
  const line = row.role === null ? plan.roles.length : context.rowOf.get(row.role)!;
  const start = (date - plan.from) * DAY;
  const missing: (Span & { count: number })[] = [];
  // In the row of a role the largest of needs that meet counts, as everywhere.
  const asked = row.span
    ? needs
    : [{ from: 0, to: Math.max(DAY, ...needs.map((need) => need.to)), count: null }];
  for (const need of asked)
    for (let t = need.from; t < need.to; t++) {
      const wanted = need.count ?? staffing.needed[line][start + t];
      const short = wanted - staffing.staffed[line][start + t];
      if (short <= 0) continue;
      const last = missing[missing.length - 1];
      if (last && last.to === t && last.count === short) missing[missing.length - 1] = { ...last, to: t + 1 };
      else missing.push({ from: t, to: t + 1, count: short });
    }
  return { shifts, missing };
}

const known = new WeakMap<Judgement, ReadonlyMap<number, readonly Named[]>>();

/** The shifts of a date with who has them, by start; found once for all cells. */
function onDate(judgement: Judgement, date: number): readonly Named[] {
  let days = known.get(judgement);
  if (!days) {
    const found = new Map<number, Named[]>();
    for (const { view } of judgement.people)
      for (const shift of view.shifts) {
        const list = found.get(shift.date) ?? [];
        list.push({ shift, name: view.person?.name ?? 'open' });
        found.set(shift.date, list);
      }
    for (const list of found.values()) list.sort((a, b) => a.shift.from - b.shift.from);
    known.set(judgement, (days = found));
  }
  return days.get(date) ?? [];
}
