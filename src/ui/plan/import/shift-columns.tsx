import { counted, formatDays } from '@/core/time/format';
import { civilOf } from '@/core/time/day';
import type { ShiftImportOptions, ShiftImportPreview } from '@/server/week/import/payload';
import { ColumnChoice } from '../../import/column-choice';
import { Button } from '../../kit/button';
import { Checkbox } from '../../kit/inputs/checkbox';
import { Field } from '../../kit/inputs/field';
import { Select } from '../../kit/inputs/select';

/** How a file of shifts is read: its sheet, where its heads stand, which week, what each column means. */
export function ShiftColumns({
  preview,
  onOptions,
}: {
  readonly preview: ShiftImportPreview;
  readonly onOptions: (options: ShiftImportOptions) => void;
}) {
  const { options, left } = preview;
  const set = (part: Partial<ShiftImportOptions>) => onOptions({ ...options, ...part });
  // Read as if it had just come: what columns are is guessed anew.
  const again = (part: Partial<ShiftImportOptions>) => set({ columns: [], ...part });
  const named = [...preview.fields, ...preview.days].map(({ id, name }) => [id, name] as const);
  const meanings = [['', 'is left out'] as const, ...named];
  return (
    <>
      <div className="mt-2 flex flex-wrap items-end gap-x-5 gap-y-2">
        {preview.sheets.length > 1 && (
          <Field label="Sheet">
            <Select
              value={options.sheet}
              onChange={(sheet) => again({ sheet, head: -1, mended: {} })}
              options={preview.sheets.map((name, i) => [i, name] as const)}
            />
          </Field>
        )}
        <Field label="The heads stand in">
          <Select
            className="max-w-[280px]"
            value={options.head}
            onChange={(head) => again({ head })}
            options={[
              ...(options.head < 0 ? [[-1, 'no row that is known'] as const] : []),
              ...preview.firstLines.map(({ row, text }, i) => [i, `Row ${row}: ${text}`] as const),
            ]}
          />
        </Field>
        <Field label="Weekdays are of the week">
          <span className="flex items-center gap-1">
            <Button
              aria-label="The week before"
              onClick={() => again({ week: options.week - 7, head: options.head })}
            >
              −
            </Button>
            <span className="min-w-[150px] text-center font-semibold">
              {formatDays(options.week, 7)} {civilOf(options.week).year}
            </span>
            <Button
              aria-label="The week after"
              onClick={() => again({ week: options.week + 7, head: options.head })}
            >
              +
            </Button>
          </span>
        </Field>
        {preview.hasOpenDates && (
          <Field label="Of 3/4 the month is">
            <Select
              value={options.dateOrder}
              onChange={(dateOrder) => again({ dateOrder, head: options.head })}
              options={[
                ['day', 'April'],
                ['month', 'March'],
              ]}
            />
          </Field>
        )}
        {(left > 0 || options.others === 'go') && (
          <Checkbox checked={options.others === 'go'} onChange={(go) => set({ others: go ? 'go' : 'stay' })}>
            {counted(left, 'shift')} of these days {left === 1 ? 'is' : 'are'} not in the file:{' '}
            {left === 1 ? 'it goes' : 'they go'}
          </Checkbox>
        )}
      </div>
      <ColumnChoice
        columns={options.columns}
        heads={preview.headTexts}
        samples={preview.samples}
        meanings={meanings}
        onColumns={(columns) => set({ columns })}
      />
    </>
  );
}
