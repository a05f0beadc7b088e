'use client';

import { useMemo, useState } from 'react';
import type { CustomersPage, PlaceLine } from '@/server/jobs/customers-page';
import { counted } from '@/core/time/format';
import { Button } from '../kit/button';
import { type DataColumn, DataTable } from '../kit/data-table';
import { TextInput } from '../kit/inputs/text-input';
import { Page } from '../kit/page';
import { EmptyState } from '../kit/states';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { useLivePage } from '../live/use-live-page';
import { CustomerDialog, PlaceDialog } from './customer-dialogs';
import { JobsStrip } from './jobs-views';

type Row = PlaceLine & { readonly customerName: string };

/** The customers of a site and their places. */
export function CustomersScreen({
  header,
  page,
}: {
  readonly header: ShellFrame;
  readonly page: CustomersPage;
}) {
  useLivePage(page.site, page.asOf);
  const [sought, setSought] = useState('');
  const [place, setPlace] = useState<string | null>(null);
  const [customer, setCustomer] = useState<string | null>(null);
  const rows = useMemo(() => {
    const names = new Map(page.customers.map(({ id, name }) => [id, name]));
    const wanted = sought.trim().toLocaleLowerCase();
    return page.places
      .map((one): Row => ({ ...one, customerName: names.get(one.customer ?? '') ?? '' }))
      .filter(({ name, customerName, address, zone, contact }) =>
        [name, customerName, address, zone, contact].join(' ').toLocaleLowerCase().includes(wanted),
      );
  }, [page, sought]);
  const columns = useMemo<readonly DataColumn<Row>[]>(
    () => [
      {
        id: 'name',
        header: 'Place',
        value: ({ name }) => name,
        cell: ({ id, name, isRetired }) => (
          <>
            <Button kind="link" onClick={() => setPlace(id)}>
              {name}
            </Button>
            {isRetired && <span className="text-muted text-sm"> not visited any more</span>}
          </>
        ),
      },
      {
        id: 'customer',
        header: 'Customer',
        value: ({ customerName }) => customerName,
        cell: ({ customer: of, customerName }) =>
          of === null ? (
            <span className="text-muted">none</span>
          ) : (
            <Button kind="link" onClick={() => setCustomer(of)}>
              {customerName}
            </Button>
          ),
      },
      { id: 'zone', header: 'Area', value: ({ zone }) => zone ?? '' },
      { id: 'address', header: 'Address', value: ({ address }) => address },
      { id: 'contact', header: 'Contact', value: ({ contact }) => contact, isHidden: true },
      { id: 'access', header: 'Access', value: ({ accessNote }) => accessNote },
      { id: 'open', header: 'Open jobs', value: ({ open }) => open },
      { id: 'done', header: 'Done', value: ({ done }) => done },
    ],
    [],
  );
  const chosen = page.places.find(({ id }) => id === place);
  const whose = page.customers.find(({ id }) => id === customer);
  return (
    <AppLayout
      header={header}
      site={page.site}
      area="jobs"
      strip={
        <JobsStrip
          site={page.site}
          current="customers"
          title={
            <>
              <h1 className="font-serif text-xl font-semibold">Customers</h1>
              <p className="text-sm">
                <strong>{page.customers.length}</strong> with {counted(page.places.length, 'place')}
              </p>
            </>
          }
        >
          <TextInput
            label="Find a place or a customer"
            placeholder="Find"
            className="w-[180px]"
            value={sought}
            onChange={setSought}
          />
          {page.canChange && <Button onClick={() => setPlace('new')}>New place</Button>}
        </JobsStrip>
      }
    >
      <Page>
        {page.places.length === 0 ? (
          <EmptyState title="There is no place yet.">
            Places are where jobs are done: a boat, a house, a shop of a customer.
          </EmptyState>
        ) : (
          <DataTable
            label="Places of customers"
            rows={rows}
            columns={columns}
            rowId={({ id }) => id}
            rowName={({ name }) => name}
            remember="places"
            empty="Nothing is called that."
          />
        )}
      </Page>
      {(place === 'new' || chosen) && (
        <PlaceDialog key={place} page={page} place={chosen ?? null} onClose={() => setPlace(null)} />
      )}
      {whose && (
        <CustomerDialog key={whose.id} page={page} customer={whose} onClose={() => setCustomer(null)} />
      )}
    </AppLayout>
  );
}
