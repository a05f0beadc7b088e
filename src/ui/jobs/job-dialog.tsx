import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import type { Job } from '@/core/jobs/types';
import type { Day } from '@/core/time/day';
import type { JobsPage } from '@/server/jobs/payload';
import { newId } from '../commands/new-id';
import { useCommand } from '../commands/use-command';
import { Button } from '../kit/button';
import { Dialog } from '../kit/dialog';
import { Combobox } from '../kit/inputs/combobox';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { CountInput, LengthInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TextArea, TextInput } from '../kit/inputs/text-input';
import { Refused } from '../kit/states';
import type { CrewDays } from './use-crew-days';

interface Values {
  readonly title: string;
  readonly place: string;
  readonly newPlace: string;
  readonly service: string;
  readonly personMinutes: number;
  readonly people: number;
  readonly earliest: Day | null;
  readonly latest: Day | null;
  readonly note: string;
}

/** Writes a job, new or anew; what is chosen as its service fills in what it usually takes. */
export function JobDialog({
  page,
  days,
  job,
  onClose,
}: {
  readonly page: JobsPage;
  readonly days: CrewDays;
  /** null: a new one. */
  readonly job: Job | null;
  readonly onClose: () => void;
}) {
  const { work } = days;
  const [id] = useState(() => job?.id ?? newId());
  const form = useForm<Values>({
    defaultValues: {
      ...{ title: job?.title ?? '', place: job?.place ?? '', newPlace: '', service: job?.service ?? '' },
      ...{ personMinutes: job?.personMinutes ?? 120, people: job?.people ?? 1 },
      ...{
        earliest: job?.earliest ?? null,
        latest: job?.latest ?? null,
        note: job ? (page.notes[job.id] ?? '') : '',
      },
    },
  });
  const values = useWatch({ control: form.control }) as Values;
  const { run, busy, problem } = useCommand();
  /** What is not retired, and what the job has already. */
  const offered = <T extends { readonly id: string }>(all: readonly T[], has: string | null | undefined) =>
    all.filter((one) => one.id === has || !page.retired.includes(one.id));
  const choose = (service: string) => {
    form.setValue('service', service);
    const known = work.services.find((one) => one.id === service);
    if (!known) return;
    if (values.title === '' || work.services.some(({ name }) => name === values.title))
      form.setValue('title', known.name);
    if (known.personMinutes !== null) form.setValue('personMinutes', known.personMinutes);
  };
  const save = async () => {
    const { place, newPlace, service, ...rest } = values;
    const isNew = newPlace.trim() !== '';
    const done = await run('job.save', {
      ...{ id, site: page.site, ...rest, title: rest.title.trim(), note: rest.note.trim() },
      ...{ place: isNew || place === '' ? null : place, newPlace: isNew ? newPlace.trim() : null },
      ...{ service: service === '' ? null : service, window: job?.window ?? null },
    });
    if (done) onClose();
  };
  return (
    <Dialog title={job ? job.title : 'New job'} className="w-[560px]" onClose={onClose}>
      <div className="flex flex-col gap-3">
        <div className="flex flex-wrap gap-3">
          <Field label="Service">
            <Select
              value={values.service}
              onChange={choose}
              options={[
                ['', 'None'],
                ...offered(work.services, job?.service).map(({ id: one, name }) => [one, name] as const),
              ]}
            />
          </Field>
          <Field label="What is to be done" className="min-w-0 flex-1">
            <TextInput
              className="w-full"
              maxLength={80}
              value={values.title}
              onChange={(text) => form.setValue('title', text)}
            />
          </Field>
        </div>
        <div className="flex flex-wrap gap-3">
          <Field label="Where" className="min-w-0 flex-1">
            <Combobox
              className="w-full"
              value={values.place}
              placeholder="A place that is known"
              options={offered(work.places, job?.place).map((one) => ({ value: one.id, name: one.name }))}
              onChange={(place) => form.setValue('place', place)}
            />
          </Field>
          <Field label="or a new place" className="min-w-0 flex-1">
            <TextInput
              className="w-full"
              maxLength={80}
              value={values.newPlace}
              onChange={(text) => form.setValue('newPlace', text)}
            />
          </Field>
        </div>
        <div className="flex flex-wrap gap-3">
          <Field label="Person-hours">
            <LengthInput
              label="Person-hours"
              value={values.personMinutes}
              onChange={(minutes) => minutes !== null && form.setValue('personMinutes', minutes)}
            />
          </Field>
          <Field label="Fewest people">
            <CountInput
              label="Fewest people"
              least={1}
              most={50}
              value={values.people}
              onChange={(people) => form.setValue('people', people)}
            />
          </Field>
          <Field label="Not before">
            <DateInput value={values.earliest} onChange={(day) => form.setValue('earliest', day)} />
          </Field>
          <Field label="Promised by">
            <DateInput value={values.latest} onChange={(day) => form.setValue('latest', day)} />
          </Field>
        </div>
        <TextArea
          label="Notes for the crew"
          placeholder="Notes for the crew"
          rows={2}
          maxLength={2000}
          value={values.note}
          onChange={(text) => form.setValue('note', text)}
        />
        <Refused problem={problem} />
        <div>
          <Button
            kind="primary"
            busy={busy}
            disabled={values.title.trim() === ''}
            onClick={() => void save()}
          >
            Save
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
