import type { PlanShift } from '../checks/shared/check';
import type { Judgement } from '../consequences/judge';
import { needsOn } from '../coverage/needed';
import type { Plan } from '../plan/types';
import { DAY, type Span, shared } from '../time/span';
import type { Arrangement, RowKind } from './arrangement';

/** What a row asks for: a role, over the whole day or at the time of one need. */
export interface Needed {
  /** Null: everybody, whatever their role. */
  readonly role: string | null;
  /** The need's span; null for the row of a role. */
  readonly span: Span | null;
}

/** One row from the side of what is needed: a role, or one need of a role. */
export interface NeedsRow extends Needed {
  readonly id: `role:${string}` | `need:${number}-${number}:${string}`;
  readonly name: string;
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

/** The rows where they are roles or needs. */
export function needsRows(plan: Plan, rowKind: Exclude<RowKind, 'people'>): NeedsRow[] {
  return rowKind === 'roles' ? roleRows(plan) : needRows(plan);
}

/**
 * What a row asks for, read back from its id: `need:540-720:bar` is `{ role: 'bar', span: { from: 540, to: 720 } }`.
 * Null where the row is neither a role nor a need.
 */
export function parseNeedsRow(row: string): Needed | null {
  if (row.startsWith('role:')) return { role: row.slice('role:'.length), span: null };
  const need = /^need:(\d+)-(\d+):(.*)$/s.exec(row);
  return need && { role: need[3] || null, span: { from: Number(need[1]), to: Number(need[2]) } };
}

/** Whether an arrangement shows a row: its role, and where only places to fill are asked for, one to fill. */
export function isRowShown(
  judgement: Judgement,
  row: Needed,
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
export function roleRows({ roles }: Plan): NeedsRow[] {
  return roles.map(({ id, name }) => ({ id: `role:${id}`, role: id, name, span: null }));
}

/** How many people hold a role. */
export function holdersOf({ people }: Plan, role: string): number {
  return people.filter((person) => person.roles.some((held) => held.role === role)).length;
}

/** A row for each need of the plan, by role, then start. */
export function needRows(plan: Plan): NeedsRow[] {
  const found = new Map<string, NeedsRow & { readonly order: number }>();
  for (let day = plan.from; day < plan.from + plan.days; day++)
    for (const { role, from, to } of needsOn(plan, day)) {
      const id: NeedsRow['id'] = `need:${from}-${to}:${role ?? ''}`;
      if (found.has(id)) continue;
      const at = plan.roles.findIndex((one) => one.id === role);
      found.set(id, {
        id,
        role,
        name: role === null ? 'Everybody' : (plan.roles[at]?.name ?? ''),
        span: { from, to },
        order: (at < 0 ? plan.roles.length : at) * 10_000 + from,
      });
    }
  return [...found.values()].sort((a, b) => a.order - b.order);
}

/** Who stands in a cell of a row, and who is missing. */
export function cellOf(judgement: Judgement, row: Needed, day: number): NeedsCell {
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
