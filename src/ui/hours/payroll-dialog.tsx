import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { asSentence } from '@/core/sentence';
import { counted, formatDays } from '@/core/time/format';
import { PAYROLL_COLUMNS } from '@/core/timesheet/hours-rules';
import type { HoursPage } from '@/server/hours/payload';
import { newId } from '../commands/new-id';
import { useCommand, usePreview } from '../commands/use-command';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { Checkbox } from '../kit/inputs/checkbox';
import { FieldGroup } from '../kit/inputs/field';
import { Segmented } from '../kit/inputs/segmented';

/** Makes a file for payroll of everybody whose hours are approved or locked, says what it would have, and hands it over. */
export function PayrollDialog({ page, onClose }: { readonly page: HoursPage; readonly onClose: () => void }) {
  const { period, site, rows, columns } = page;
  const ready = rows.filter(({ state }) => state === 'approved' || state === 'locked');
  const rest = rows.length - ready.length;
  const seesPay = page.totals.some(({ cost }) => cost !== null);
  const form = useForm<{ by: 'person' | 'day'; chosen: string[] }>({
    defaultValues: { by: 'person', chosen: columns.filter((id) => seesPay || id !== 'amount') },
  });
  const { by, chosen } = useWatch({ control: form.control }) as { by: 'person' | 'day'; chosen: string[] };
  const [id] = useState(newId);
  const [made, setMade] = useState(false);
  const { run, busy, problem } = useCommand();
  const input = {
    ...{ id, site, first: period.first, people: ready.map((row) => row.id), by },
    columns: chosen,
  };
  const preview = usePreview('hours.payroll', made || chosen.length === 0 ? null : input);
  const offered = [
    ...PAYROLL_COLUMNS.filter((column) => seesPay || column.id !== 'amount'),
    ...page.fields.map((field) => ({ id: `field:${field.id}`, name: field.name })),
  ];
  const file = (kind: 'csv' | 'xlsx') => `/api/hours/file/${encodeURIComponent(id)}?form=${kind}`;
  return (
    <Dialog
      title={`Payroll, ${formatDays(period.first, period.days)}`}
      className="w-[560px]"
      onClose={onClose}
    >
      <p>
        {counted(ready.length, 'person is', 'people are')} approved or locked.
        {rest > 0 && ` ${counted(rest, 'other is', 'others are')} not, and not in the file.`}
      </p>
      <FieldGroup title="Columns" className="mt-3">
        <div className="flex flex-wrap gap-x-4 gap-y-1">
          {offered.map((column) => (
            <Checkbox
              key={column.id}
              checked={chosen.includes(column.id)}
              onChange={(isOn) =>
                form.setValue(
                  'chosen',
                  // In the order in which they are offered, but for those that the site has put in another.
                  isOn ? [...chosen, column.id] : chosen.filter((one) => one !== column.id),
                )
              }
            >
              {column.name}
            </Checkbox>
          ))}
        </div>
      </FieldGroup>
      <div className="mt-3">
        <Segmented
          label="Lines"
          value={by}
          onChange={(one) => form.setValue('by', one)}
          options={[
            { value: 'person', name: 'A line a person and kind' },
            { value: 'day', name: 'A line a day' },
          ]}
        />
      </div>
      {!made && preview?.ok && preview.remarks.length > 0 && (
        <p role="status" className="text-brass mt-3 font-semibold">
          {preview.remarks.join(' ')}
        </p>
      )}
      {(problem ?? (preview?.ok === false ? preview.problem : null)) && (
        <p role="alert" className="text-gap mt-3 font-semibold">
          {asSentence((problem ?? (preview as { problem: { message: string } }).problem).message)}
        </p>
      )}
      <div className="mt-4 flex flex-wrap items-center gap-3">
        {made ? (
          <>
            <span role="status">The file is made and kept.</span>
            <a className="btn btn-primary px-3" href={file('csv')}>
              CSV
            </a>
            <a className="btn btn-outline px-3" href={file('xlsx')}>
              XLSX
            </a>
          </>
        ) : (
          <Button
            kind="primary"
            busy={busy}
            disabled={chosen.length === 0}
            onClick={async () => {
              if (await run('hours.payroll', input)) setMade(true);
            }}
          >
            Make the file
          </Button>
        )}
      </div>
    </Dialog>
  );
}
