'use client';

import { useDateHabits } from '../kit/inputs/date-habits';
import { weekFrom } from '@/core/time/day';
import { WEEKDAY_NAMES } from '@/core/time/format';
import Link from 'next/link';
import { useDeferredValue, useMemo, useState } from 'react';
import { formatDate } from '@/core/time/day';
import type { PeopleChoices, PeoplePayload } from '@/server/people/payload';
import { Checkbox } from '../kit/inputs/checkbox';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { AppLayout, type ShellFrame } from '../layout/app-layout';
import { AddPeople } from './add-people';
import { CONTRACTS } from './contracts';
import { NO_FILTER, type PeopleFilter, filtered, hasLeft } from './filter';
import { PeopleTable } from './people-table';
import { Proposing } from './proposing';
import { Button, buttonClass } from '../kit/button';
import { EmptyState } from '../kit/states';

interface Props {
  readonly header: ShellFrame;
  readonly site: string | null;
  readonly table: PeoplePayload;
}

/** Everybody who works here, as a table to look through and to change. */
export function PeopleScreen({ header, site, table }: Props) {
  const { people, choices } = table;
  const [filter, setFilter] = useState<Omit<PeopleFilter, 'site'>>(NO_FILTER);
  const [adding, add] = useState(false);
  const deferred = useDeferredValue(filter);
  const here = useMemo(
    () => people.filter((person) => site === null || person.sites.includes(site)),
    [people, site],
  );
  const shown = useMemo(
    () => filtered(here, { ...deferred, site: null }, choices.today),
    [here, deferred, choices.today],
  );
  const left = here.filter((person) => hasLeft(person, choices.today)).length;
  const place = encodeURIComponent(site ?? 'all');
  return (
    <AppLayout header={header} site={site} area="people">
      <div className="border-rule bg-sheet flex flex-wrap items-end gap-x-4 gap-y-2 border-b px-4 py-2.5">
        <h1 className="font-serif text-lg font-semibold mr-2 self-center">
          {shown.length} {shown.length === 1 ? 'person' : 'people'}
          {shown.length !== here.length - (filter.left ? 0 : left) && (
            <span className="text-muted font-sans text-sm font-normal"> of {here.length}</span>
          )}
        </h1>
        <Filters filter={filter} setFilter={setFilter} choices={choices} site={site} left={left} />
        <span className="ml-auto flex gap-2">
          {site !== null && (
            <Link
              className={buttonClass('plain')}
              href={`/people/${place}/availability/${formatDate(choices.today)}`}
            >
              Availability
            </Link>
          )}
          {site !== null && (
            <Link className={buttonClass('plain')} prefetch={false} href={`/people/${place}/fairness`}>
              Fairness
            </Link>
          )}
          {choices.mayChange && (
            <>
              <Link className={buttonClass('plain')} href={`/people/${place}/import`}>
                Import
              </Link>
              <Button kind="primary" aria-expanded={adding} onClick={() => add(!adding)}>
                Add people
              </Button>
            </>
          )}
        </span>
      </div>
      <Proposing table={table} site={site} />
      {adding && <AddPeople choices={choices} site={site} onDone={() => add(false)} />}
      {here.length === 0 && !adding ? (
        <main>
          <EmptyState title="Nobody works here yet.">
            {choices.mayChange && (
              <>
                <p className="mb-3">Type names, or import a list from a spreadsheet.</p>
                <Button kind="primary" onClick={() => add(true)}>
                  Add people
                </Button>
              </>
            )}
          </EmptyState>
        </main>
      ) : (
        <PeopleTable people={shown} choices={choices} site={site} />
      )}
    </AppLayout>
  );
}

function Filters({
  filter,
  setFilter,
  choices,
  site,
  left,
}: {
  readonly filter: Omit<PeopleFilter, 'site'>;
  readonly setFilter: (filter: Omit<PeopleFilter, 'site'>) => void;
  readonly choices: PeopleChoices;
  readonly site: string | null;
  readonly left: number;
}) {
  const { weekStart } = useDateHabits();
  const set = (part: Partial<typeof filter>) => setFilter({ ...filter, ...part });
  const roles = choices.roles.filter((role) => site === null || role.sites.includes(site));
  const filters = filter.text !== '' || filter.role || filter.contract || filter.weekday !== null;
  return (
    <>
      <Field label="Find">
        <TextInput
          value={filter.text}
          className="w-[150px]"
          placeholder="Name, number, group"
          onChange={(text) => set({ text })}
        />
      </Field>
      <Field label="Role">
        <Select
          value={filter.role ?? ''}
          onChange={(role) => set({ role: role || null })}
          options={[['', 'any'], ...roles.map((role) => [role.id, role.name] as const)]}
        />
      </Field>
      <Field label="Contract">
        <Select
          value={filter.contract ?? ''}
          onChange={(contract) => set({ contract: contract || null })}
          options={[['', 'any'], ...CONTRACTS]}
        />
      </Field>
      <Field label="Available on">
        <Select
          value={filter.weekday ?? -1}
          onChange={(weekday) => set({ weekday: weekday < 0 ? null : weekday })}
          options={[[-1, 'any day'], ...weekFrom(weekStart).map((day) => [day, WEEKDAY_NAMES[day]] as const)]}
        />
      </Field>
      {left > 0 && (
        <Checkbox checked={filter.left} onChange={(all) => set({ left: all })}>
          {left} who left
        </Checkbox>
      )}
      {filters && (
        <Button kind="link" onClick={() => setFilter(NO_FILTER)}>
          Show all
        </Button>
      )}
    </>
  );
}
