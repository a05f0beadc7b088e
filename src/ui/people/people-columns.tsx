import Link from 'next/link';
import { formatMoney } from '@/core/checks/shared/messages';
import { formatDate } from '@/core/time/day';
import type { PeopleChoices, PersonRow } from '@/server/people/payload';
import type { DataColumn } from '../kit/data-table';
import { EditableCell, type EditableField, cellText } from './editable-cell';
import { Available, Roles } from './people-cells';

/** The columns of the table of people, each with what it is sorted by. `site` null: all of them. */
export function columnsOf(
  choices: PeopleChoices,
  people: readonly PersonRow[],
  site: string | null,
): DataColumn<PersonRow>[] {
  const names = new Map(people.map((person) => [person.id, person.name]));
  const place = encodeURIComponent(site ?? 'all');
  const editable = (field: EditableField) =>
    function Editable(person: PersonRow) {
      // Who changes nothing here reads the same.
      return choices.mayChange ? <EditableCell person={person} field={field} /> : cellText({ person, field });
    };
  const date = (id: 'employedFrom' | 'employedTo' | 'birthDate', header: string, none: number) => ({
    id,
    header,
    value: (person: PersonRow) => person[id] ?? none,
    cell: (person: PersonRow) => (person[id] === null ? '' : formatDate(person[id])),
    isHidden: true,
  });
  return [
    {
      id: 'name',
      header: 'Name',
      value: ({ name }) => name,
      cell: ({ id, name }) => (
        <Link
          prefetch={false}
          className="link link-hover font-semibold"
          href={`/people/${place}/${encodeURIComponent(id)}`}
        >
          {name}
        </Link>
      ),
    },
    {
      id: 'number',
      header: 'Number',
      value: ({ number }) => sortableNumber(number),
      cell: editable('number'),
    },
    { id: 'sites', header: 'Sites', value: ({ sites }) => namesOf(sites, choices.sites) },
    {
      id: 'roles',
      header: 'Roles',
      value: ({ roles }) =>
        namesOf(
          roles.map((held) => held.role),
          choices.roles,
        ),
      cell: (person) => <Roles person={person} choices={choices} />,
    },
    {
      id: 'contractKind',
      header: 'Contract',
      value: ({ contractKind }) => contractKind ?? '~',
      cell: editable('contractKind'),
    },
    {
      id: 'contractMinutes',
      header: 'Hours a week',
      value: ({ contractMinutes }) => contractMinutes ?? -1,
      cell: editable('contractMinutes'),
    },
    {
      id: 'maxWeekMinutes',
      header: 'At most',
      value: ({ maxWeekMinutes }) => maxWeekMinutes ?? -1,
      cell: editable('maxWeekMinutes'),
    },
    ...(choices.seesPay ? [rateColumn(choices.currency)] : []),

    {
      id: 'available',
      header: 'Available, Mon–Sun',
      value: ({ available }) => available.reduce((sum, n) => sum + n, 0),
      cell: ({ available }) => <Available minutes={available} />,
    },
    { id: 'groups', header: 'Groups', value: ({ groups }) => groups.join(', '), isHidden: true },
    {
      id: 'email',
      header: 'E-mail',
      value: ({ email }) => email ?? '',
      cell: editable('email'),
      isHidden: true,
    },
    {
      id: 'phone',
      header: 'Phone',
      value: ({ phone }) => phone ?? '',
      cell: editable('phone'),
      isHidden: true,
    },
    date('employedFrom', 'First day', -1e6),
    date('employedTo', 'Last day', 1e6),
    date('birthDate', 'Birth date', -1e6),
    {
      id: 'manager',
      header: 'Manager',
      value: ({ manager }) => (manager && names.get(manager)) || '',
      isHidden: true,
    },
    ...choices.fields.map(({ id, name }) => ({
      id,
      header: name,
      value: ({ fields }: PersonRow) => fields[id] ?? '',
    })),
  ];
}

function rateColumn(currency: string): DataColumn<PersonRow> {
  return {
    id: 'rate',
    header: 'Base pay',
    value: ({ rate }) => rate ?? -1,
    cell: ({ rate }) =>
      rate === null ? <span className="text-muted">by role</span> : formatMoney(rate, currency),
  };
}

/** Numbers sort as numbers, and what is none behind them. */
function sortableNumber(text: string | null): string {
  const n = text === null || text === '' ? NaN : Number(text);
  return Number.isNaN(n) ? `~${text ?? ''}` : String(n).padStart(12, '0');
}

/** Names for ids, with commas. */
export function namesOf(
  ids: readonly string[],
  from: readonly { readonly id: string; readonly name: string }[],
): string {
  return ids.flatMap((id) => from.find((one) => one.id === id)?.name ?? []).join(', ');
}
