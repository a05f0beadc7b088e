import { useState } from 'react';
import type { TodayPage } from '@/server/today/payload';
import { Combobox } from '../kit/inputs/combobox';
import { Field } from '../kit/inputs/field';
import { ClockButton } from './clock-button';

/** Clocks somebody in for whom nothing was planned: it counts as work that was not planned. */
export function OtherPerson({ page }: { readonly page: TodayPage }) {
  const [chosen, setChosen] = useState('');
  const person = page.others.find(({ id }) => id === chosen);
  return (
    <section aria-labelledby="other-title" className="mt-5">
      <h2 id="other-title" className="border-rule border-b font-serif text-lg font-semibold">
        Somebody else came
      </h2>
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <Field label="Who">
          <Combobox
            className="w-[170px]"
            value={chosen}
            placeholder="Not planned today"
            options={page.others.map(({ id, name }) => ({ value: id, name }))}
            onChange={setChosen}
          />
        </Field>
        {person && <ClockButton site={page.site} person={person} kind="in" label="Clock in" look="plain" />}
      </div>
    </section>
  );
}
