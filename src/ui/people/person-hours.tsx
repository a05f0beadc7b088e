import type { HoursFrom } from '@/core/timesheet/sheet';
import { TimeModelFields } from '../hours/time-model-fields';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import type { PersonFormPart } from './person-work';

const FROM: readonly (readonly [HoursFrom | '', string])[] = [
  ['', 'as is usual at their site'],
  ['clock', 'the clock'],
  ['typed', 'what they type'],
  ['plan', 'the plan, and they confirm it'],
];

/** Where somebody's hours come from, and what they are measured by. */
export function Hours({ page, draft, change }: PersonFormPart) {
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">Hours</h2>
      <div className="mt-1 flex flex-wrap gap-3">
        <Field label="Come from">
          <Select
            value={draft.hoursFrom ?? ''}
            onChange={(from) => change({ hoursFrom: from === '' ? null : from })}
            options={FROM}
          />
        </Field>
        <TimeModelFields
          name="person.timeModel"
          model={draft.timeModel ?? null}
          unsaid="as for their groups, else their shifts"
          contract={draft.contractMinutes}
          hourFormat={page.hourFormat}
          onChange={(timeModel) => change({ timeModel })}
        />
      </div>
    </section>
  );
}
