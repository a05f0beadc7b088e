'use client';

import { type ColumnVisibilityState, type RowSelectionState, useTable } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import Link from 'next/link';
import { useEffect, useMemo, useRef, useState } from 'react';
import { formatMoney } from '@/core/checks/shared/messages';
import { formatDate } from '@/core/time/day';
import { formatHours } from '@/core/time/format';
import type { PeopleChoices, PersonRow } from '@/server/people/payload';
import { Checkbox } from '../kit/checkbox';
import { BulkBar } from './bulk-bar';
import { EditableCell, type EditableField } from './editable-cell';
import { HIDDEN, columnsOf, features, namesOf } from './people-columns';

const ROW = 31;
const KEPT = 'vicenda people columns';

interface Props {
  readonly people: readonly PersonRow[];
  readonly choices: PeopleChoices;
  readonly site: string | null;
}

/** The table itself: sorted by its heads, edited in its cells, several chosen at once. Only rows in view are drawn. */
export function PeopleTable({ people, choices, site }: Props) {
  const columns = useMemo(() => columnsOf(choices, people), [choices, people]);
  const [hidden, setHidden] = useState<ColumnVisibilityState>(HIDDEN);
  const [chosen, setChosen] = useState<RowSelectionState>({});
  useEffect(() => {
    const timer = setTimeout(() => setHidden(keptColumns()), 0);
    return () => clearTimeout(timer);
  }, []);
  const data = useMemo(() => people.slice(), [people]);
  const table = useTable({
    features,
    columns,
    data,
    getRowId: (person) => person.id,
    initialState: { sorting: [{ id: 'name', desc: false }] },
    state: { columnVisibility: hidden, rowSelection: chosen },
    onRowSelectionChange: setChosen,
    enableSortingRemoval: false,
    sortDescFirst: false,
  });
  const rows = table.getRowModel().rows;
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const items = virtual.getVirtualItems();
  const before = items[0]?.start ?? 0;
  const after = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  const ids = rows.filter((row) => chosen[row.id]).map((row) => row.id);
  const show = (id: string, visible: boolean) => {
    const next = { ...hidden, [id]: visible };
    setHidden(next);
    try {
      localStorage.setItem(KEPT, JSON.stringify(next));
    } catch {
      // Without storage the choice lives as long as the page does.
    }
  };
  return (
    <>
      <main ref={scroller} className="min-h-0 flex-1 overflow-auto" tabIndex={0} aria-label="People">
        <table className="table table-xs table-pin-rows" aria-rowcount={rows.length + 1}>
          <thead>
            <tr aria-rowindex={1}>
              <th scope="col" className="w-[34px]">
                <input
                  type="checkbox"
                  aria-label="Choose all that are shown"
                  className="accent-[var(--color-primary)]"
                  checked={rows.length > 0 && ids.length === rows.length}
                  ref={(box) => {
                    if (box) box.indeterminate = ids.length > 0 && ids.length < rows.length;
                  }}
                  onChange={(event) =>
                    setChosen(
                      event.target.checked
                        ? Object.fromEntries(rows.map((row) => [row.id, true as const]))
                        : {},
                    )
                  }
                />
              </th>
              {table.getHeaderGroups()[0].headers.map((header) => {
                const sorted = header.column.getIsSorted();
                return (
                  <th
                    key={header.id}
                    scope="col"
                    aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
                  >
                    <button
                      type="button"
                      className="min-h-6 font-semibold"
                      onClick={header.column.getToggleSortingHandler()}
                    >
                      {String(header.column.columnDef.header)}
                      <span aria-hidden className="text-muted">
                        {sorted === 'asc' ? ' ↑' : sorted === 'desc' ? ' ↓' : ''}
                      </span>
                    </button>
                  </th>
                );
              })}
              <th scope="col" className="w-[110px] text-right">
                <ColumnChoice columns={table.getAllLeafColumns()} hidden={hidden} show={show} />
              </th>
            </tr>
          </thead>
          <tbody>
            {before > 0 && (
              <tr aria-hidden>
                <td colSpan={99} style={{ height: before, padding: 0 }} />
              </tr>
            )}
            {items.map((item) => {
              const row = rows[item.index];
              return (
                <tr key={row.id} aria-rowindex={item.index + 2} data-chosen={chosen[row.id] || undefined}>
                  <td>
                    <input
                      type="checkbox"
                      aria-label={`Choose ${row.original.name}`}
                      className="accent-[var(--color-primary)]"
                      checked={Boolean(chosen[row.id])}
                      onChange={(event) => row.toggleSelected(event.target.checked)}
                    />
                  </td>
                  {row.getVisibleCells().map((cell) => (
                    <td key={cell.id}>
                      <PersonCell
                        column={cell.column.id}
                        person={row.original}
                        choices={choices}
                        site={site}
                      />
                    </td>
                  ))}
                  <td />
                </tr>
              );
            })}
            {after > 0 && (
              <tr aria-hidden>
                <td colSpan={99} style={{ height: after, padding: 0 }} />
              </tr>
            )}
          </tbody>
        </table>
        {rows.length === 0 && <p className="text-muted px-6 py-10">Nobody fits what is looked for.</p>}
      </main>
      {ids.length > 0 && <BulkBar ids={ids} choices={choices} onClear={() => setChosen({})} />}
    </>
  );
}

const EDITABLE = new Set<string>([
  'number',
  'email',
  'phone',
  'contractKind',
  'contractMinutes',
  'maxWeekMinutes',
]);

function PersonCell({
  column,
  person,
  choices,
  site,
}: {
  readonly column: string;
  readonly person: PersonRow;
  readonly choices: PeopleChoices;
  readonly site: string | null;
}) {
  if (EDITABLE.has(column)) return <EditableCell person={person} field={column as EditableField} />;
  switch (column) {
    case 'name':
      return (
        <Link
          prefetch={false}
          className="font-semibold underline-offset-2 hover:underline"
          href={`/people/${encodeURIComponent(site ?? 'all')}/${encodeURIComponent(person.id)}`}
        >
          {person.name}
        </Link>
      );
    case 'sites':
      return namesOf(person.sites, choices.sites);
    case 'roles':
      return <Roles person={person} choices={choices} />;
    case 'rate':
      return person.rate === null ? (
        <span className="text-muted">by role</span>
      ) : (
        formatMoney(person.rate, choices.currency)
      );
    case 'available':
      return <Available minutes={person.available} />;
    case 'groups':
      return person.groups.join(', ');
    case 'employedFrom':
    case 'employedTo':
    case 'birthDate':
      return person[column] === null ? '' : formatDate(person[column]);
    default:
      return person.fields[column] ?? '';
  }
}

function Roles({ person, choices }: { readonly person: PersonRow; readonly choices: PeopleChoices }) {
  return (
    <span className="flex gap-1">
      {person.roles.map(({ role, until }) => {
        const known = choices.roles.find((one) => one.id === role);
        if (!known) return null;
        const ended = until !== null && until < choices.today;
        return (
          <span
            key={role}
            data-ink={known.ink}
            title={`${known.name}${until === null ? '' : ` until ${formatDate(until)}`}`}
            className={`font-stretch-[78%] rounded-[3px] border border-[var(--role)] px-1 text-xs leading-[17px] font-semibold text-[var(--role)] ${
              until === null ? 'bg-[var(--tint)]' : 'bg-sheet border-dashed'
            } ${ended ? 'line-through' : ''}`}
          >
            {known.name}
          </span>
        );
      })}
    </span>
  );
}

/** Seven bars, one a weekday: how much of each a person could work. */
function Available({ minutes }: { readonly minutes: readonly number[] }) {
  const total = minutes.reduce((sum, n) => sum + n, 0);
  const all = total === 7 * 1440;
  return (
    <span className="flex items-end gap-2">
      <span className="flex h-[18px] items-end gap-[2px]" aria-hidden>
        {minutes.map((n, day) => (
          <span key={day} className="bg-fine relative block h-full w-[6px]">
            <span
              className="bg-sea absolute bottom-0 block w-full"
              style={{ height: `${(n / 1440) * 100}%` }}
            />
          </span>
        ))}
      </span>
      <span className="text-sm">{all ? 'any time' : formatHours(total)}</span>
    </span>
  );
}

function ColumnChoice({
  columns,
  hidden,
  show,
}: {
  readonly columns: readonly { readonly id: string; readonly columnDef: { readonly header?: unknown } }[];
  readonly hidden: ColumnVisibilityState;
  readonly show: (id: string, visible: boolean) => void;
}) {
  return (
    <details className="relative inline-block">
      <summary className="link link-primary font-semibold cursor-pointer list-none">Columns</summary>
      <div className="border-ink bg-sheet absolute top-full right-0 z-20 flex w-[200px] flex-col rounded-[3px] border px-3 py-2 font-normal">
        {columns
          .filter((column) => column.id !== 'name')
          .map((column) => (
            <Checkbox
              key={column.id}
              checked={hidden[column.id] !== false}
              onChange={(visible) => show(column.id, visible)}
            >
              <span className="text-ink">{String(column.columnDef.header)}</span>
            </Checkbox>
          ))}
      </div>
    </details>
  );
}

function keptColumns(): ColumnVisibilityState {
  try {
    const text = localStorage.getItem(KEPT);
    return text === null ? HIDDEN : (JSON.parse(text) as ColumnVisibilityState);
  } catch {
    return HIDDEN;
  }
}
