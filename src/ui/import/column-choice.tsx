import { Select } from '../kit/inputs/select';

/** What each column of a file means: its head, what it is taken for, and a few of its cells. */
export function ColumnChoice({
  columns,
  heads,
  samples,
  meanings,
  several = [],
  onColumns,
}: {
  readonly columns: readonly (string | null)[];
  readonly heads: readonly string[];
  readonly samples: readonly (readonly string[])[];
  readonly meanings: readonly (readonly [id: string, name: string])[];
  /** Meanings that more than one column may have. */
  readonly several?: readonly string[];
  readonly onColumns: (columns: (string | null)[]) => void;
}) {
  return (
    <div className="mt-2 flex gap-2 overflow-x-auto pb-1">
      {columns.map((meaning, i) => (
        <div key={i} className="border-rule flex w-[150px] shrink-0 flex-col border px-2 py-1.5">
          <span className="truncate font-semibold" title={heads[i]}>
            {heads[i] || `Column ${i + 1}`}
          </span>
          <Select
            label={`Meaning of ${heads[i] || `column ${i + 1}`}`}
            className={`my-1 w-full ${meaning === null ? 'text-muted' : ''}`}
            value={meaning ?? ''}
            onChange={(chosen) =>
              onColumns(
                columns.map((old, at) =>
                  // One meaning belongs to one column.
                  at === i ? chosen || null : old === chosen && !several.includes(chosen) ? null : old,
                ),
              )
            }
            options={meanings}
          />
          {samples[i].map((sample, at) => (
            <span key={at} className="text-muted truncate text-xs leading-4" title={sample}>
              {sample}
            </span>
          ))}
        </div>
      ))}
    </div>
  );
}
