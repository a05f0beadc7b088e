import { useState } from 'react';
import { formatDays } from '@/core/time/format';
import { SHIFT_COLUMNS, type ShiftColumn } from '@/core/week/shift-columns';
import { buttonClass } from '../../kit/button';
import { Dialog } from '../../kit/dialog';
import { Checkbox } from '../../kit/inputs/checkbox';
import { useController, usePlan } from '../state/controller';
import { usePageHeader } from '../state/header-context';
import { weekAddress } from './week-strip';

/** Takes the shifts that are shown as a file, with the columns one wants. */
export function ShiftFile() {
  const controller = useController();
  const { site, week } = usePageHeader();
  const { days } = usePlan((state) => state.judgement.plan);
  const waiting = usePlan((state) => state.pending.length);
  const [columns, choose] = useState<readonly ShiftColumn[]>(SHIFT_COLUMNS.map(({ id }) => id));
  const close = () => {
    controller.act.openDialog(null);
    document.getElementById('canvas')?.focus();
  };
  const address = `/api${weekAddress(site.id, week)}/shifts?days=${days}&columns=${columns.join()}`;
  return (
    <Dialog title={`${formatDays(week, days)} as a file`} className="w-[520px]" onClose={close}>
      <p className="text-muted mb-3">
        The draft as it is saved{waiting > 0 ? '; not all of it is yet' : ''}. For a spreadsheet, or another
        program.
      </p>
      <h3 className="font-semibold">As a workbook (XLSX)</h3>
      <p className="text-muted mb-2">
        The week as it is printed, its shifts, and coverage and hours that the spreadsheet computes from them:
        change a time there and they follow.
      </p>
      {/* Files, not pages. */}
      <a
        className={buttonClass('primary', 'mb-5')}
        href={`/api${weekAddress(site.id, week)}/workbook`}
        download
      >
        Download the workbook{days > 7 && ` of ${formatDays(week, 7)}`}
      </a>
      <h3 className="font-semibold">As a list (CSV)</h3>
      <p className="text-muted mb-2">A row for each shift, with the columns you choose.</p>
      <fieldset className="grid grid-cols-3 gap-x-4 gap-y-1.5">
        <legend className="sr-only">Columns</legend>
        {SHIFT_COLUMNS.map(({ id, name }) => (
          <Checkbox
            key={id}
            checked={columns.includes(id)}
            onChange={(isOn) => choose(isOn ? [...columns, id] : columns.filter((one) => one !== id))}
          >
            {name}
          </Checkbox>
        ))}
      </fieldset>
      {columns.length === 0 ? (
        <p className="text-gap mt-5 font-semibold">Choose one column at least.</p>
      ) : (
        <a className={buttonClass('plain', 'mt-5')} href={address} download>
          Download the list
        </a>
      )}
    </Dialog>
  );
}
