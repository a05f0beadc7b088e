import clsx from 'clsx';
import type { SheetCell, SheetEntry, TableSheet } from '@/core/sheets/table-sheet';
import { civilOf } from '@/core/time/day';
import { formatHours } from '@/core/time/format';
import { DraftsNote } from './drafts-note';

/** A sheet of people, or of somebody's weeks, by days. On paper its head stands on every page. */
export function TableOfSheet({
  sheet,
  isFirst,
  linkOf,
}: {
  readonly sheet: TableSheet;
  /** What is said of all of a sheet is said over its first part. */
  readonly isFirst: boolean;
  /** Where the name of a person leads, by their id. */
  readonly linkOf?: (person: string) => string;
}) {
  const { kind, corner, heads, rows, paid, drafts, of, remark, empty } = sheet;
  const isDense = kind === 'month';
  const hasHours = rows.some((row) => row.paid !== null);
  if (rows.length === 0) return <p className="text-muted py-8">{empty}</p>;
  return (
    <>
      {isFirst && <DraftsNote drafts={drafts} of={of} />}
      {isFirst && remark && <p className="mb-2 italic">{remark}</p>}
      <table
        className={clsx(
          'mb-6 w-full table-fixed border-collapse',
          isDense ? 'text-[11px] leading-3' : 'text-sm',
        )}
      >
        <thead>
          <tr>
            <th
              scope="col"
              className={clsx('pr-2 text-left align-bottom', kind === 'person' ? 'w-[76px]' : 'w-[150px]')}
            >
              <span className="sr-only">{corner}</span>
            </th>
            {heads.map(({ name, remark: beside }, i) => (
              <th key={i} scope="col" className="border-rule border-l px-1 pb-1 text-left align-bottom">
                {name}
                <span
                  className={clsx(
                    'block truncate font-normal',
                    isDense ? 'text-muted' : 'text-brass text-xs italic',
                  )}
                >
                  {beside}
                </span>
              </th>
            ))}
            {hasHours && (
              <th scope="col" className="border-rule w-[58px] border-l pb-1 text-right align-bottom">
                Hours
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ key, name, cells, paid: minutes }) => (
            <tr key={key} className="border-rule break-inside-avoid border-t align-top">
              <th scope="row" className="py-1 pr-2 text-left font-semibold break-words">
                {linkOf && key !== 'open' ? (
                  <a className="hover:underline" href={linkOf(key)}>
                    {name}
                  </a>
                ) : (
                  name
                )}
              </th>
              {cells.map((cell, i) => (
                <Cell key={i} cell={cell} kind={kind} />
              ))}
              {hasHours && (
                <td className="border-rule border-l py-1 text-right">{formatHours(minutes ?? 0)}</td>
              )}
            </tr>
          ))}
        </tbody>
        {paid !== null && (
          <tbody>
            <tr className="border-ink border-t">
              <th scope="row" className="py-1 text-left font-semibold">
                In all
              </th>
              <td colSpan={heads.length + 1} className="py-1 text-right font-semibold">
                {formatHours(paid)}
              </td>
            </tr>
          </tbody>
        )}
      </table>
    </>
  );
}

function Cell({
  cell: { date, away, entries },
  kind,
}: {
  readonly cell: SheetCell;
  readonly kind: TableSheet['kind'];
}) {
  if (date === null) return <td className="border-rule bg-fine border-l" />;
  return (
    <td
      className={clsx(
        'border-rule border-l py-1',
        kind === 'month' ? 'px-0.5' : 'px-1',
        kind === 'person' && 'h-[74px]',
      )}
    >
      {kind === 'person' && <span className="text-muted block text-xs leading-4">{civilOf(date).date}</span>}
      {away && (
        <span className={clsx('text-muted italic', kind === 'month' && '[font-stretch:72%]')}>away</span>
      )}
      {entries.map((entry) =>
        kind === 'month' ? <Narrow key={entry.key} entry={entry} /> : <Wide key={entry.key} entry={entry} />,
      )}
    </td>
  );
}

function Wide({ entry: { times, what, draft } }: { readonly entry: SheetEntry }) {
  return (
    <div
      data-draft={draft || undefined}
      className={`border-ink mb-0.5 rounded-[3px] border px-1 leading-4 ${draft ? 'border-dashed' : ''}`}
    >
      <span className="font-semibold">{times}</span> {what}
    </div>
  );
}

/** Start, end and role over each other, for a column of a month. */
function Narrow({ entry: { from, to, mark, draft } }: { readonly entry: SheetEntry }) {
  return (
    <div
      data-draft={draft || undefined}
      className={`border-ink mb-0.5 rounded-[2px] border text-center text-[10px] leading-[11px] [font-stretch:72%] ${draft ? 'border-dashed' : ''}`}
    >
      <span className="block font-semibold">{from}</span>
      <span className="block font-semibold">{to}</span>
      {mark}
    </div>
  );
}
