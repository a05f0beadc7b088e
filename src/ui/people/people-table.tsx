'use client';

import { useMemo, useState } from 'react';
import type { PeopleChoices, PersonRow } from '@/server/people/payload';
import { DataTable } from '../kit/data-table';
import { BulkBar } from './bulk-bar';
import { columnsOf } from './people-columns';

interface Props {
  readonly people: readonly PersonRow[];
  readonly choices: PeopleChoices;
  readonly site: string | null;
}

/** The table itself: sorted by its heads, edited in its cells, several chosen at once. */
export function PeopleTable({ people, choices, site }: Props) {
  const columns = useMemo(() => columnsOf(choices, people, site), [choices, people, site]);
  const [chosen, choose] = useState<ReadonlySet<string>>(NOBODY);
  // Who is filtered away is not changed with the others.
  const ids = people.filter(({ id }) => chosen.has(id)).map(({ id }) => id);
  return (
    <>
      <DataTable
        label="People"
        rows={people}
        columns={columns}
        rowId={({ id }) => id}
        rowName={({ name }) => name}
        {...(choices.mayChange ? { chosen, onChosen: choose } : {})}
        exports={[
          { name: 'Spreadsheet (XLSX)', href: fileOf(site, 'xlsx') },
          { name: 'Text (CSV)', href: fileOf(site, 'csv') },
        ]}
        remember="vicenda people columns"
        empty="Nobody fits what is looked for."
      />
      {ids.length > 0 && <BulkBar ids={ids} choices={choices} onClear={() => choose(NOBODY)} />}
    </>
  );
}

const NOBODY: ReadonlySet<string> = new Set();

function fileOf(site: string | null, form: string): string {
  return `/api/people/export?site=${encodeURIComponent(site ?? 'all')}&form=${form}`;
}
