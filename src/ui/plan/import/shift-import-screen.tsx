'use client';

import Link from 'next/link';
import { type Day, formatDate } from '@/core/time/day';
import { formatDays } from '@/core/time/format';
import type { ShiftImportOptions, ShiftImportPreview } from '@/server/week/import/payload';
import { FileImport } from '../../import/file-import';
import { Kbd } from '../../kit/kbd';
import { AppLayout, type ShellFrame } from '../../layout/app-layout';
import { ShiftColumns } from './shift-columns';

/** Shifts from a file or pasted cells: picked, looked at row by row, and then taken in one step. */
export function ShiftImportScreen({
  header,
  site,
  week,
}: {
  readonly header: ShellFrame;
  readonly site: string;
  readonly week: Day;
}) {
  const plan = `/plan/${encodeURIComponent(site)}/${formatDate(week)}`;
  return (
    <AppLayout header={header} site={site} area="plan">
      <FileImport<ShiftImportOptions, ShiftImportPreview>
        title="Import shifts"
        intro={
          <>
            From a CSV or XLSX file, or cells copied from a spreadsheet: a row for each shift, or people by
            days with times in the cells. Nothing is written before you have seen what each row would do.{' '}
            <Link className="link link-primary font-semibold" href={plan}>
              Back to {formatDays(week, 7)}
            </Link>
          </>
        }
        help={
          <>
            Times are read as they are typed in the plan: <Kbd>9-17</Kbd>, <Kbd>9-5 / 6-10</Kbd>,{' '}
            <Kbd>22-6 bar</Kbd>; <Kbd>off</Kbd> and <Kbd>hol</Kbd> are no shift, and an empty cell leaves that
            day as it is. A night that stands in two rows, until midnight and from midnight on, becomes one
            shift. People must be known already: they come in under People.
          </>
        }
        placeholder={
          'Name\tMon\tTue\tWed\nNoor Haddad\t9-5\toff\t9-1 / 6-10\nTeo Marchetti\t22-6\thol\t7-15 kitchen'
        }
        kind="shifts.import"
        upload={`/api${plan}/import`}
        preview={`/api${plan}/import/preview`}
        along={{ site }}
        after={plan}
        columns={(preview, onOptions) => <ShiftColumns preview={preview} onOptions={onOptions} />}
      />
    </AppLayout>
  );
}
