'use client';

import { useRouter } from 'next/navigation';
import type { RequestsPage } from '@/server/requests/page';
import { Select } from '../kit/inputs/select';
import { EndedList } from './ended-list';

/** All that one person asked for or was asked, whatever became of it. */
export function OfPerson({ page }: { readonly page: RequestsPage }) {
  const router = useRouter();
  const { site, person, people } = page;
  const address = `/requests/${encodeURIComponent(site)}/person`;
  const name = people.find(({ id }) => id === person)?.name;
  return (
    <EndedList
      key={person}
      page={page}
      label={`Requests of ${name ?? 'nobody'}`}
      tools={
        <Select
          label="Whose requests"
          className="w-auto"
          value={person ?? ''}
          onChange={(id) => router.push(`${address}?person=${encodeURIComponent(id)}`)}
          options={[
            ...(name === undefined ? [['', 'Choose somebody'] as const] : []),
            ...people.map((one) => [one.id, one.name] as const),
          ]}
        />
      }
      empty={
        name === undefined
          ? {
              title: 'Whose requests?',
              text: 'All that one person asked for stands here: leave, shifts and availability.',
            }
          : { title: `${name} asked for nothing yet.`, text: 'Leave, shifts and availability stand here.' }
      }
    />
  );
}
