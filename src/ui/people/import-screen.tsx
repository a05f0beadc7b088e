'use client';

import Link from 'next/link';
import type { PeopleChoices } from '@/server/people/payload';
import type { ImportOptions, ImportPreview } from '@/server/people/import/payload';
import { FileImport } from '../import/file-import';
import { Kbd } from '../kit/kbd';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { ImportColumns } from './import-columns';

interface Props {
  readonly header: ShellFrame;
  readonly site: string | null;
  readonly choices: PeopleChoices;
}

/** A list of people from a file or pasted cells: picked, looked at row by row, and then taken in one step. */
export function ImportScreen({ header, site, choices }: Props) {
  const people = `/people/${encodeURIComponent(site ?? 'all')}`;
  return (
    <AppLayout header={header} site={site} area="people">
      <FileImport<ImportOptions, ImportPreview>
        title="Import people"
        intro={
          <>
            From a CSV or XLSX file, or cells copied from a spreadsheet. Nothing is written before you have
            seen what each row would do.{' '}
            <Link className="link link-primary font-semibold" href={people}>
              Back to people
            </Link>
          </>
        }
        help={
          <>
            The first line should hold heads. A list in the right form comes from{' '}
            <Link className="link link-primary font-semibold" prefetch={false} href={people}>
              People, Export
            </Link>
            . Availability goes into one column a weekday (<Kbd>9-17</Kbd>, <Kbd>9-13 17-22</Kbd>,{' '}
            <Kbd>off</Kbd>; an empty cell leaves that day as it is), or into one column in words:{' '}
            <Kbd>Mon-Fri 9-17, Sat off</Kbd>.
          </>
        }
        placeholder={'Number\tName\tRole\tContract hours\tMon\tTue\n101\tIlse Brandt\tLead\t38\t9-17\toff'}
        kind="people.import"
        upload={`/api/people/import${site === null ? '' : `?site=${encodeURIComponent(site)}`}`}
        preview="/api/people/import/preview"
        after={people}
        columns={(preview, onOptions) => (
          <ImportColumns preview={preview} choices={choices} onOptions={onOptions} />
        )}
      />
    </AppLayout>
  );
}
