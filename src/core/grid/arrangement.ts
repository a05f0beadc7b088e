import { groupedBy } from '../grouped';
import type { Snag } from '../checks/shared/snag';
import type { Judgement, PersonState } from '../consequences/judge';
import type { Plan, Shift } from '../plan/types';
import { OPEN_ROW, type RowId, rowOf } from './cell';
import { isRowShown, needsRows } from './needs-rows';
import { publicationOf } from '../publish/publication';

/** The ways there are to arrange rows. They are people, or from the side of what is needed, roles or the needs. */
export const WAYS = {
  rowKind: ['people', 'roles', 'needs'],
  group: ['none', 'role', 'area', 'contract'],
  sort: ['list', 'name', 'start', 'left'],
  only: ['all', 'snags', 'drafts', 'working', 'free', 'open'],
} as const;

export type Grouping = (typeof WAYS)['group'][number];
export type Sorting = (typeof WAYS)['sort'][number];
export type Only = (typeof WAYS)['only'][number];
export type RowKind = (typeof WAYS)['rowKind'][number];

/** How rows are grouped, sorted and filtered. Open shifts always stand at the foot. */
export interface Arrangement {
  readonly rowKind: RowKind;
  readonly group: Grouping;
  readonly sort: Sorting;
  /** Part of a name. */
  readonly text: string;
  readonly role: string | null;
  readonly station: string | null;
  readonly only: Only;
}

export const AS_LISTED: Arrangement = {
  rowKind: 'people',
  group: 'none',
  sort: 'list',
  text: '',
  role: null,
  station: null,
  only: 'all',
};

/** What takes a filter off and leaves groups and order. */
export const UNFILTERED: Partial<Arrangement> = { text: '', role: null, station: null, only: 'all' };

/** One line of the canvas: a row, or the name of a group of people. */
export type Line =
  | { readonly kind: 'row'; readonly row: RowId }
  | { readonly kind: 'group'; readonly name: string; readonly count: number };

/** The rows of the canvas as they are shown. */
export interface ArrangedRows {
  /** What is scrolled: rows and groups. The open shifts, where rows are people, stand fixed below. */
  readonly lines: readonly Line[];
  /** All rows in the order shown, the open shifts last. */
  readonly order: readonly RowId[];
  readonly positionOf: ReadonlyMap<RowId, number>;
}

/** What rows are grouped by, where it is known. */
export interface Groups {
  readonly contracts: Readonly<Record<string, string>>;
  readonly areas: Readonly<Record<string, string>>;
  readonly published: ReadonlyMap<string, Shift>;
}

const CONTRACTS: Readonly<Record<string, string>> = {
  'full-time': 'Full-time',
  'part-time': 'Part-time',
  'on-call': 'On call',
};

/** Every row there is where rows are of a kind, filtered or not. */
export function allRows(plan: Plan, rowKind: RowKind): RowId[] {
  if (rowKind !== 'people') return needsRows(plan, rowKind).map(({ id }) => id);
  return [...plan.people.map(({ id }) => rowOf(id)), OPEN_ROW];
}

/** The rows an arrangement makes of a plan. `days`: the days of it that a start is looked for in. */
export function arrangeRows(
  judgement: Judgement,
  arrangement: Arrangement,
  groups: Groups,
  days: { readonly from: number; readonly to: number },
): ArrangedRows {
  const { rowKind } = arrangement;
  const lines =
    rowKind === 'people'
      ? peopleLines(judgement, arrangement, groups, days)
      : needsRows(judgement.plan, rowKind)
          .filter((row) => isRowShown(judgement, row, arrangement))
          .map(({ id }): Line => ({ kind: 'row', row: id }));
  const order = lines.flatMap((line) => (line.kind === 'row' ? [line.row] : []));
  if (rowKind === 'people') order.push(OPEN_ROW);
  return { lines, order, positionOf: new Map(order.map((row, at) => [row, at])) };
}

function peopleLines(
  judgement: Judgement,
  arrangement: Arrangement,
  groups: Groups,
  days: { readonly from: number; readonly to: number },
): Line[] {
  const { people } = judgement.plan;
  const line = (index: number): Line => ({ kind: 'row', row: rowOf(people[index].id) });
  const shown = people.map((_, index) => index).filter((one) => isShown(judgement, one, arrangement, groups));
  const key = sortKey(judgement, arrangement.sort, days);
  const sorted = key ? [...shown].sort((a, b) => compare(key(a), key(b)) || a - b) : shown;
  if (arrangement.group === 'none') return sorted.map(line);
  const byGroup = groupedBy(sorted, (index) => groupOf(judgement, index, arrangement.group, groups));
  // Those without one of the groups stand last.
  const names = new Set([...groupNames(judgement, arrangement.group, groups), ...byGroup.keys()]);
  return [...names].flatMap((name): Line[] => {
    const members = byGroup.get(name) ?? [];
    if (members.length === 0) return [];
    return [{ kind: 'group', name, count: members.length }, ...members.map(line)];
  });
}

function isShown(
  { plan, people }: Judgement,
  index: number,
  { text, role, station, only }: Arrangement,
  { published }: Groups,
): boolean {
  const person = plan.people[index];
  const state = people[index];
  const wanted = text.trim().toLocaleLowerCase();
  if (wanted && !person.name.toLocaleLowerCase().includes(wanted)) return false;
  if (role !== null && !person.roles.some((held) => held.role === role)) return false;
  const { shifts } = state.view;
  if (station !== null && !shifts.some((shift) => shift.planShift!.detail?.station === station)) return false;
  switch (only) {
    case 'all':
      return true;
    case 'open':
      return false;
    case 'working':
      return shifts.length > 0;
    case 'free':
      return shifts.length === 0;
    case 'snags':
      return state.snags.some((snag: Snag) => snag.severity !== 'note');
    case 'drafts':
      return shifts.some((shift) => publicationOf(shift.planShift!, published.get(shift.id)) !== 'published');
  }
}

function sortKey(
  { plan, people }: Judgement,
  sort: Sorting,
  days: { readonly from: number; readonly to: number },
): ((index: number) => number | string) | null {
  switch (sort) {
    case 'list':
      return null;
    case 'name':
      return (index) => plan.people[index].name.toLocaleLowerCase();
    case 'start':
      return (index) => startIn(people[index], plan.from + days.from, plan.from + days.to);
    case 'left':
      return (index) => people[index].paid - (plan.people[index].contractMinutes ?? 0);
  }
}

function startIn(state: PersonState, from: number, to: number): number {
  const first = state.view.shifts.find((shift) => shift.date >= from && shift.date < to);
  return first?.from ?? Infinity;
}

function compare(a: number | string, b: number | string): number {
  if (a === b) return 0;
  return typeof a === 'string' ? a.localeCompare(b as string) : a - (b as number);
}

function groupNames({ plan }: Judgement, group: Grouping, { areas }: Groups): string[] {
  if (group === 'role') return plan.roles.map((role) => role.name);
  if (group === 'area') return [...new Set(plan.roles.flatMap((role) => areas[role.id] ?? []))];
  return Object.values(CONTRACTS);
}

/** People stand in the group of their first role. */
function groupOf({ plan }: Judgement, index: number, group: Grouping, { contracts, areas }: Groups): string {
  const person = plan.people[index];
  const first = person.roles[0]?.role;
  if (group === 'role') return plan.roles.find((role) => role.id === first)?.name ?? 'No role';
  if (group === 'area') return (first && areas[first]) || 'No area';
  return CONTRACTS[contracts[person.id]] ?? 'No contract set';
}

const ONLY_TEXT: Readonly<Record<Only, string>> = {
  all: '',
  open: 'open shifts only',
  snags: 'with snags',
  drafts: 'with drafts',
  working: 'on this week',
  free: 'not on this week',
};

/** What is left out of sight, in words: `Kitchen, with snags`; empty where everybody is shown. */
export function filterSummary(
  { rowKind, text, role, station, only }: Arrangement,
  roleName: (id: string) => string,
): string {
  const parts = [
    text.trim() ? `“${text.trim()}”` : '',
    role === null ? '' : roleName(role),
    station ?? '',
    rowKind !== 'people' && only === 'open' ? 'with places to fill' : ONLY_TEXT[only],
  ];
  return parts.filter(Boolean).join(', ');
}
