'use client';

import { Menu } from './menu';
import {
  type ColumnVisibilityState,
  type RowSelectionState,
  columnVisibilityFeature,
  createColumnHelper,
  createSortedRowModel,
  rowSelectionFeature,
  rowSortingFeature,
  sortFn_basic,
  sortFn_text,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Checkbox } from './inputs/checkbox';
import { useReach } from '../layout/reach';
import { Table } from './table';

/** A column: what rows are sorted by in it, and what a cell shows; left out, that value. */
export interface DataColumn<Row> {
  readonly id: string;
  readonly header: string;
  /** Text is sorted as people sort it, numbers by size. */
  readonly value: (row: Row) => string | number;
  readonly cell?: (row: Row) => React.ReactNode;
  /** Not shown until somebody asks for it. */
  readonly isHidden?: boolean;
}

interface Props<Row> {
  readonly label: string;
  readonly rows: readonly Row[];
  readonly columns: readonly DataColumn<Row>[];
  readonly rowId: (row: Row) => string;
  readonly rowName: (row: Row) => string;
  /** Ids of the chosen rows; left out, none can be chosen. */
  readonly chosen?: ReadonlySet<string>;
  readonly onChosen?: (ids: ReadonlySet<string>) => void;
  /** The files that the same can be had as. */
  readonly exports?: readonly { readonly name: string; readonly href: string }[];
  /** The name under which the browser remembers which columns are shown. */
  readonly remember?: string;
  /** Said where there is no row. */
  readonly empty: string;
}

const features = tableFeatures({
  rowSortingFeature,
  columnVisibilityFeature,
  rowSelectionFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { text: sortFn_text, basic: sortFn_basic },
});

/** The height of a row in pixels, and of a line of one that is folded. */
const ROW = 33;
const FOLDED = 32;

/** A table that is sorted by its heads, with rows to choose and columns to show. Only rows in view are drawn. */
export function DataTable<Row extends object>({
  label,
  rows: data,
  columns,
  rowId,
  rowName,
  chosen = NONE,
  onChosen,
  exports,
  remember,
  empty,
}: Props<Row>) {
  const byId = useMemo(() => new Map(columns.map((column) => [column.id, column])), [columns]);
  const defined = useMemo(() => {
    const helper = createColumnHelper<typeof features, Row>();
    return helper.columns(
      columns.map((column) =>
        helper.accessor((row) => column.value(row), {
          id: column.id,
          header: column.header,
          sortFn: data.length > 0 && typeof column.value(data[0]) === 'string' ? 'text' : 'basic',
        }),
      ),
    );
  }, [columns, data]);
  const [visible, show] = useVisibleColumns(columns, remember);
  const copy = useMemo(() => data.slice(), [data]);
  const selection = useMemo<RowSelectionState>(
    () => Object.fromEntries([...chosen].map((id) => [id, true as const])),
    [chosen],
  );
  const table = useTable({
    features,
    columns: defined,
    data: copy,
    getRowId: rowId,
    initialState: { sorting: [{ id: columns[0].id, desc: false }] },
    state: { columnVisibility: visible, rowSelection: selection },
    enableSortingRemoval: false,
    sortDescFirst: false,
  });
  const rows = table.getRowModel().rows;
  const isPhone = useReach('phone');
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => (isPhone ? FOLDED * (columns.length + 1) : ROW),
    overscan: 12,
  });
  const items = virtual.getVirtualItems();
  const before = items[0]?.start ?? 0;
  const after = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);
  const here = rows.filter((row) => chosen.has(row.id)).length;
  const choose = (id: string, isChosen: boolean) => {
    const next = new Set(chosen);
    if (isChosen) next.add(id);
    else next.delete(id);
    onChosen?.(next);
  };
  return (
    <main ref={scroller} className="min-h-0 flex-1 overflow-auto phone:px-4" tabIndex={0} aria-label={label}>
      <Table className="table-pin-rows" aria-rowcount={rows.length + 1}>
        <thead>
          <tr aria-rowindex={1}>
            {onChosen && (
              <th scope="col" className="w-[34px] pl-4">
                <input
                  type="checkbox"
                  aria-label="Choose all that are shown"
                  className="checkbox checkbox-primary checkbox-sm align-middle"
                  checked={rows.length > 0 && here === rows.length}
                  ref={(box) => {
                    if (box) box.indeterminate = here > 0 && here < rows.length;
                  }}
                  onChange={({ target }) =>
                    onChosen(target.checked ? new Set(rows.map((row) => row.id)) : NONE)
                  }
                />
              </th>
            )}
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
                    data-head
                    className="text-ink min-h-6 text-sm font-semibold"
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
            <th scope="col" className="w-[150px] pr-4 text-right">
              <span className="flex items-baseline justify-end gap-4">
                {exports && <Menu label="Export" kind="link" items={exports} />}
                <ColumnChoice columns={columns} visible={visible} show={show} />
              </span>
            </th>
          </tr>
        </thead>
        <tbody>
          {before > 0 && <Spacer height={before} />}
          {items.map((item) => {
            const row = rows[item.index];
            const isChosen = chosen.has(row.id);
            return (
              <tr
                key={row.id}
                aria-rowindex={item.index + 2}
                data-index={item.index}
                ref={isPhone ? virtual.measureElement : undefined}
                style={isPhone ? undefined : { height: ROW }}
                className={isChosen ? 'bg-primary/10' : undefined}
              >
                {onChosen && (
                  <td className="pl-4">
                    <input
                      type="checkbox"
                      className="checkbox checkbox-primary checkbox-sm align-middle"
                      aria-label={`Choose ${rowName(row.original)}`}
                      checked={isChosen}
                      onChange={({ target }) => choose(row.id, target.checked)}
                    />
                  </td>
                )}
                {row.getVisibleCells().map((cell) => {
                  const column = byId.get(cell.column.id)!;
                  return (
                    <td key={cell.id} className="whitespace-nowrap phone:whitespace-normal">
                      {column.cell ? column.cell(row.original) : column.value(row.original)}
                    </td>
                  );
                })}
                <td />
              </tr>
            );
          })}
          {after > 0 && <Spacer height={after} />}
        </tbody>
      </Table>
      {rows.length === 0 && <p className="text-muted px-6 py-10">{empty}</p>}
    </main>
  );
}

const NONE: ReadonlySet<string> = new Set();

function Spacer({ height }: { readonly height: number }) {
  return (
    <tr aria-hidden>
      <td colSpan={99} style={{ height, padding: 0 }} />
    </tr>
  );
}

function ColumnChoice<Row>({
  columns,
  visible,
  show,
}: {
  readonly columns: readonly DataColumn<Row>[];
  readonly visible: ColumnVisibilityState;
  readonly show: (id: string, isVisible: boolean) => void;
}) {
  return (
    <details className="dropdown dropdown-end">
      <summary className="link link-primary list-none font-semibold">Columns</summary>
      <div className="dropdown-content border-ink bg-sheet z-20 flex w-[200px] flex-col rounded-[3px] border px-3 py-2 text-left font-normal">
        {columns.slice(1).map(({ id, header }) => (
          <Checkbox key={id} checked={visible[id] !== false} onChange={(isVisible) => show(id, isVisible)}>
            <span className="text-ink">{header}</span>
          </Checkbox>
        ))}
      </div>
    </details>
  );
}

/** Which columns are shown, as the browser remembers it, and how that is changed. */
function useVisibleColumns<Row>(
  columns: readonly DataColumn<Row>[],
  remember: string | undefined,
): [ColumnVisibilityState, (id: string, isVisible: boolean) => void] {
  const [visible, setVisible] = useState<ColumnVisibilityState>(() =>
    Object.fromEntries(columns.filter(({ isHidden }) => isHidden).map(({ id }) => [id, false])),
  );
  useEffect(() => {
    const timer = setTimeout(() => {
      const known = remembered(remember);
      if (known) setVisible((now) => ({ ...now, ...known }));
    }, 0);
    return () => clearTimeout(timer);
  }, [remember]);
  const show = (id: string, isVisible: boolean) => {
    const next = { ...visible, [id]: isVisible };
    setVisible(next);
    if (remember === undefined) return;
    try {
      localStorage.setItem(remember, JSON.stringify(next));
    } catch {
      // Without storage the choice lives as long as the page does.
    }
  };
  return [visible, show];
}

function remembered(name: string | undefined): ColumnVisibilityState | null {
  try {
    const text = name === undefined ? null : localStorage.getItem(name);
    return text === null ? null : (JSON.parse(text) as ColumnVisibilityState);
  } catch {
    return null;
  }
}
