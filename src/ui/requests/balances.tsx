'use client';

import { useMemo, useState } from 'react';
import { formatAmount } from '@/core/leave/leave-type';
import { formatDays } from '@/core/time/format';
import type { RequestsPage } from '@/server/requests/page';
import type { BalanceCell, BalancesPage } from '@/server/leave/payload';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { type DataColumn, DataTable } from '../kit/data-table';
import { Segmented } from '../kit/inputs/segmented';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { EmptyState } from '../kit/states';
import { ExceptionForm } from './exception-form';
import { GrantForm } from './grant-form';
import { Ledger } from '../leave/ledger';

type Row = BalancesPage['people'][number];

/** What is left to everybody, by kind of leave; beside it the entries of a balance, or what is granted. */
export function Balances({
  page,
  balances,
}: {
  readonly page: RequestsPage;
  readonly balances: BalancesPage;
}) {
  const { types, people, mayGrant, standing } = balances;
  const [kind, setKind] = useState<string>(types[0]?.id ?? '');
  const [text, setText] = useState('');
  const [chosen, choose] = useState<ReadonlySet<string>>(new Set());
  const [side, setSide] = useState<{ open: 'ledger'; person: string } | { open: 'grant' } | null>(null);
  const type = types.find(({ id }) => id === kind) ?? types[0];
  const shown = useMemo(
    () =>
      people.filter(({ name, groups }) =>
        [name, ...groups].some((word) => word.toLowerCase().includes(text.trim().toLowerCase())),
      ),
    [people, text],
  );
  const columns = useMemo(
    () => (type ? columnsOf(type, (person) => setSide({ open: 'ledger', person })) : []),
    [type],
  );
  const { run } = useCommand();
  if (!type)
    return (
      <main className="flex-1 px-6 py-5">
        <EmptyState title="No kind of leave has a balance yet.">
          Kinds of leave are set up under Set-up, Leave: say there which are taken from a balance.
        </EmptyState>
      </main>
    );
  const person = side?.open === 'ledger' ? people.find(({ id }) => id === side.person) : undefined;
  const file = (form: string) => `/api/leave/balances?site=${encodeURIComponent(page.site)}&form=${form}`;
  const cell = person?.cells[type.id];
  return (
    <div className="flex min-h-0 flex-1 max-lg:flex-col max-lg:overflow-y-auto">
      <div className="flex min-h-0 min-w-0 flex-1 flex-col max-lg:min-h-[420px]">
        <div className="border-rule flex flex-wrap items-center gap-3 border-b px-4 py-2">
          {types.length <= 5 ? (
            <Segmented
              label="Kind of leave"
              value={type.id}
              onChange={setKind}
              options={types.map(({ id, name }) => ({ value: id, name }))}
            />
          ) : (
            <Select
              label="Kind of leave"
              value={type.id}
              onChange={setKind}
              options={types.map(({ id, name }) => [id, name] as const)}
            />
          )}
          <TextInput
            label="Find by name or group"
            placeholder="Find by name or group"
            className="w-[190px]"
            value={text}
            onChange={setText}
          />
          {mayGrant && (
            <Button kind="primary" className="ml-auto" onClick={() => setSide({ open: 'grant' })}>
              {chosen.size > 0 ? `Grant to ${chosen.size} chosen …` : 'Grant leave …'}
            </Button>
          )}
        </div>
        <DataTable
          key={type.id}
          label={`Balances of ${type.name}`}
          rows={shown}
          columns={columns}
          rowId={({ id }) => id}
          rowName={({ name }) => name}
          {...(mayGrant ? { chosen, onChosen: choose } : {})}
          exports={[
            { name: 'Spreadsheet (XLSX)', href: file('xlsx') },
            { name: 'Text (CSV)', href: file('csv') },
          ]}
          remember="vicenda balance columns"
          empty="Nobody fits what is looked for."
        />
      </div>
      {side && (
        <aside
          aria-label={side.open === 'grant' ? 'Grant leave' : 'Entries of a balance'}
          className="border-rule bg-sheet w-[460px] shrink-0 overflow-y-auto border-l px-4 py-4 max-lg:w-full max-lg:border-t max-lg:border-l-0"
        >
          {side.open === 'grant' && (
            <GrantForm
              page={page}
              balances={balances}
              type={type}
              chosen={people.filter(({ id }) => chosen.has(id))}
              onClose={() => setSide(null)}
            />
          )}
          {side.open === 'ledger' && person && (
            <section aria-label={`${type.name} of ${person.name}`}>
              <div className="flex items-start gap-2">
                <h2 className="mr-auto font-serif text-xl font-semibold">
                  {person.name}
                  <span className="text-muted block font-sans text-sm font-normal">
                    {type.name}, {cell ? formatAmount(cell.left, type.unit) : 'nothing'} left
                  </span>
                </h2>
                <Button onClick={() => setSide(null)}>Close</Button>
              </div>
              <Ledger
                person={person.id}
                type={type.id}
                version={JSON.stringify(cell ?? null)}
                onReverse={
                  mayGrant
                    ? (entry) =>
                        void run(
                          'leave.reverse',
                          { person: person.id, entry, note: '' },
                          'Reversed by an entry',
                        )
                    : undefined
                }
              />
              {mayGrant && <ExceptionForm person={person} type={type} today={page.today} />}
            </section>
          )}
          {side.open === 'grant' && standing.length > 0 && (
            <section aria-label="Grants for those who join later" className="border-rule mt-5 border-t pt-3">
              <h3 className="font-semibold">For those who join later</h3>
              <ul>
                {standing.map(({ id, site, text: words }) => (
                  <li key={id} className="flex items-start gap-2 py-1">
                    <span className="mr-auto">{words}</span>
                    <Button
                      kind="link"
                      onClick={() =>
                        void run('leave.grant.end', { site, grant: id }, 'No more to those who join later')
                      }
                    >
                      End it
                    </Button>
                  </li>
                ))}
              </ul>
            </section>
          )}
        </aside>
      )}
    </div>
  );
}

function columnsOf(type: BalancesPage['types'][number], onOpen: (person: string) => void): DataColumn<Row>[] {
  const of = ({ cells }: Row): BalanceCell | undefined => cells[type.id];
  const amount = (part: 'granted' | 'taken' | 'ahead' | 'waiting', header: string): DataColumn<Row> => ({
    id: part,
    header,
    value: (row) => of(row)?.[part] ?? 0,
    cell: (row) => {
      const value = of(row)?.[part] ?? 0;
      return value === 0 ? <span className="text-muted">–</span> : formatAmount(value, type.unit);
    },
  });
  return [
    { id: 'name', header: 'Name', value: ({ name }) => name, cell: ({ name }) => <b>{name}</b> },
    { id: 'groups', header: 'Groups', value: ({ groups }) => groups.join(', '), isHidden: true },
    amount('granted', 'Granted'),
    amount('taken', 'Taken'),
    amount('ahead', 'Approved ahead'),
    amount('waiting', 'Waiting'),
    {
      id: 'left',
      header: 'Left',
      value: (row) => of(row)?.left ?? 0,
      cell: (row) => {
        const left = of(row)?.left ?? 0;
        return (
          <button
            type="button"
            className={`link font-semibold ${left < 0 ? 'text-gap' : 'link-primary'}`}
            aria-label={`${formatAmount(left, type.unit)} left to ${row.name}: show the entries`}
            onClick={() => onOpen(row.id)}
          >
            {formatAmount(left, type.unit)}
          </button>
        );
      },
    },
    {
      id: 'ends',
      header: 'Ends soonest',
      // Who has nothing that ends stands after everybody who has.
      value: (row) => of(row)?.ends?.date ?? Number.MAX_SAFE_INTEGER,
      cell: (row) => {
        const ends = of(row)?.ends;
        return ends ? (
          `${formatAmount(ends.amount, type.unit)} on ${formatDays(ends.date, 1, true)}`
        ) : (
          <span className="text-muted">–</span>
        );
      },
    },
  ];
}
