import {
  type ColumnVisibilityState,
  columnVisibilityFeature,
  createColumnHelper,
  createSortedRowModel,
  rowSelectionFeature,
  rowSortingFeature,
  sortFn_basic,
  sortFn_text,
  tableFeatures,
} from '@tanstack/react-table';
import type { PeopleChoices, PersonRow } from '@/server/people/payload';

/** What the table of people can do. */
export const features = tableFeatures({
  rowSortingFeature,
  columnVisibilityFeature,
  rowSelectionFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { text: sortFn_text, basic: sortFn_basic },
});
const helper = createColumnHelper<typeof features, PersonRow>();

/** Columns that are hidden until somebody asks for them. */
export const HIDDEN: ColumnVisibilityState = {
  email: false,
  phone: false,
  groups: false,
  employedFrom: false,
  employedTo: false,
  birthDate: false,
  manager: false,
};
/** The columns of the table, each with what it is sorted by. */
export function columnsOf(choices: PeopleChoices, people: readonly PersonRow[]) {
  const names = new Map(people.map((person) => [person.id, person.name]));
  const number = (text: string | null) => {
    // Numbers sort as numbers, and what is none behind them.
    const n = text === null || text === '' ? NaN : Number(text);
    return Number.isNaN(n) ? `~${text ?? ''}` : String(n).padStart(12, '0');
  };
  return helper.columns([
    helper.accessor('name', { id: 'name', header: 'Name', sortFn: 'text' }),
    helper.accessor((person) => number(person.number), { id: 'number', header: 'Number', sortFn: 'basic' }),
    helper.accessor((person) => namesOf(person.sites, choices.sites), {
      id: 'sites',
      header: 'Sites',
      sortFn: 'text',
    }),
    helper.accessor(
      (person) =>
        namesOf(
          person.roles.map((held) => held.role),
          choices.roles,
        ),
      {
        id: 'roles',
        header: 'Roles',
        sortFn: 'text',
      },
    ),
    helper.accessor((person) => person.contractKind ?? '~', {
      id: 'contractKind',
      header: 'Contract',
      sortFn: 'basic',
    }),
    helper.accessor((person) => person.contractMinutes ?? -1, {
      id: 'contractMinutes',
      header: 'Hours a week',
      sortFn: 'basic',
    }),
    helper.accessor((person) => person.maxWeekMinutes ?? -1, {
      id: 'maxWeekMinutes',
      header: 'At most',
      sortFn: 'basic',
    }),
    helper.accessor((person) => person.rate ?? -1, { id: 'rate', header: 'Base pay', sortFn: 'basic' }),
    helper.accessor((person) => person.available.reduce((sum, n) => sum + n, 0), {
      id: 'available',
      header: 'Available, Mon–Sun',
      sortFn: 'basic',
    }),
    helper.accessor((person) => person.groups.join(', '), { id: 'groups', header: 'Groups', sortFn: 'text' }),
    helper.accessor((person) => person.email ?? '', { id: 'email', header: 'E-mail', sortFn: 'text' }),
    helper.accessor((person) => person.phone ?? '', { id: 'phone', header: 'Phone', sortFn: 'text' }),
    helper.accessor((person) => person.employedFrom ?? -1e6, {
      id: 'employedFrom',
      header: 'First day',
      sortFn: 'basic',
    }),
    helper.accessor((person) => person.employedTo ?? 1e6, {
      id: 'employedTo',
      header: 'Last day',
      sortFn: 'basic',
    }),
    helper.accessor((person) => person.birthDate ?? -1e6, {
      id: 'birthDate',
      header: 'Birth date',
      sortFn: 'basic',
    }),
    helper.accessor((person) => (person.manager && names.get(person.manager)) || '', {
      id: 'manager',
      header: 'Manager',
      sortFn: 'text',
    }),
    ...choices.fields.map((field) =>
      helper.accessor((person) => person.fields[field.id] ?? '', {
        id: field.id,
        header: field.name,
        sortFn: 'text',
      }),
    ),
  ]);
}

/** Names for ids, with commas. */
export function namesOf(
  ids: readonly string[],
  from: readonly { readonly id: string; readonly name: string }[],
): string {
  return ids.flatMap((id) => from.find((one) => one.id === id)?.name ?? []).join(', ');
}
