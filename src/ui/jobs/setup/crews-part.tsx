import { Plus } from 'lucide-react';
import { useState } from 'react';
import { INKS } from '@/core/setup/inks';
import { weekFrom } from '@/core/time/day';
import { WEEKDAY_NAMES, counted, formatHours, formatLongDay } from '@/core/time/format';
import type { CrewDraft } from '@/server/jobs/schema';
import { newId } from '../../commands/new-id';
import { Button } from '../../kit/button';
import { Combobox } from '../../kit/inputs/combobox';
import { DateInput } from '../../kit/inputs/date-input';
import { Field } from '../../kit/inputs/field';
import { HoursInput } from '../../kit/inputs/parsed-input';
import { Select } from '../../kit/inputs/select';
import { TextInput } from '../../kit/inputs/text-input';
import { RemoveButton } from '../../kit/remove-button';
import { EmptyState } from '../../kit/states';
import { Table } from '../../kit/table';
import type { FieldPart } from './jobs-section';

/** Monday to Friday, eight to five with an hour's pause. */
const USUAL_HOURS = [0, 1, 2, 3, 4, 5, 6].map((day) =>
  day < 5
    ? [
        { from: 480, to: 720 },
        { from: 780, to: 1020 },
      ]
    : [],
);

/** The crews of a site: who belongs to each and when, and when it works. */
export function CrewsPart(part: FieldPart) {
  const { values, known, change } = part;
  const [open, setOpen] = useState<string | null>(null);
  const set = (id: string, to: Partial<CrewDraft>) =>
    change({ crews: values.crews.map((crew) => (crew.id === id ? { ...crew, ...to } : crew)) });
  const add = () => {
    const used = new Set(values.crews.map(({ ink }) => ink));
    const crew: CrewDraft = {
      ...{ id: newId(), name: '', members: [], hours: USUAL_HOURS, until: null },
      ink: INKS.find((ink) => !used.has(ink)) ?? INKS[values.crews.length % INKS.length],
    };
    change({ crews: [...values.crews, crew] });
    setOpen(crew.id);
  };
  return (
    <section>
      <h2 className="mb-1 font-serif text-lg font-semibold">Crews</h2>
      {values.crews.length === 0 && (
        <EmptyState title="There is no crew yet.">
          People of this site who visit places together: their shifts, leave and certificates count.
        </EmptyState>
      )}
      <ul className="border-rule border-t">
        {values.crews.map((crew, i) => (
          <li key={crew.id} className="border-fine border-b py-1.5">
            <div className="flex flex-wrap items-center gap-3">
              <TextInput
                name={`crews.${i}.name`}
                label={`Name of crew ${i + 1}`}
                className="w-[180px]"
                maxLength={120}
                disabled={!known.canChange}
                value={crew.name}
                onChange={(name) => set(crew.id, { name })}
              />
              <span className="text-muted mr-auto text-sm">{summaryOf(crew)}</span>
              <Button
                aria-expanded={open === crew.id}
                onClick={() => setOpen(open === crew.id ? null : crew.id)}
              >
                {open === crew.id ? 'Fold' : 'People and hours'}
              </Button>
              {known.canChange && (
                <RemoveButton
                  label={`Take away ${crew.name}`}
                  onClick={() => change({ crews: values.crews.filter(({ id }) => id !== crew.id) })}
                />
              )}
            </div>
            {open === crew.id && <CrewFields {...part} crew={crew} at={i} set={(to) => set(crew.id, to)} />}
          </li>
        ))}
      </ul>
      {known.canChange && (
        <Button className="mt-3" onClick={add}>
          <Plus size={14} aria-hidden /> Add a crew
        </Button>
      )}
    </section>
  );
}

function summaryOf({ members, hours, until }: CrewDraft): string {
  const minutes = hours.flat().reduce((sum, { from, to }) => sum + to - from, 0);
  return [
    members.length === 0
      ? 'nobody yet'
      : counted(new Set(members.map(({ person }) => person)).size, 'person', 'people'),
    `${formatHours(minutes)} a week`,
    until === null ? null : `until ${formatLongDay(until)}`,
  ]
    .filter(Boolean)
    .join(', ');
}

function CrewFields({
  known,
  setup,
  crew,
  at,
  set,
}: FieldPart & {
  readonly crew: CrewDraft;
  readonly at: number;
  readonly set: (to: Partial<CrewDraft>) => void;
}) {
  const isFixed = !known.canChange;
  const member = (i: number, to: Partial<CrewDraft['members'][number]>) =>
    set({ members: crew.members.map((one, j) => (i === j ? { ...one, ...to } : one)) });
  return (
    <div className="mt-3 mb-2 grid gap-x-10 gap-y-4 lg:grid-cols-2">
      <div>
        <Table isFlush>
          <thead>
            <tr>
              <th scope="col">Who</th>
              <th scope="col">From</th>
              <th scope="col">To</th>
              <th aria-label="Remove" />
            </tr>
          </thead>
          <tbody>
            {crew.members.map((one, i) => (
              <tr key={`${i} ${one.person}`}>
                <td>
                  <Combobox
                    name={`crews.${at}.members.${i}.person`}
                    label={`Person ${i + 1}`}
                    className="w-[170px]"
                    disabled={isFixed}
                    value={one.person}
                    options={known.people.map(({ id, name }) => ({ value: id, name }))}
                    onChange={(person) => member(i, { person })}
                  />
                </td>
                <td>
                  <DateInput
                    name={`crews.${at}.members.${i}.from`}
                    label={`From, person ${i + 1}`}
                    value={one.from}
                    onChange={(from) => member(i, { from })}
                  />
                </td>
                <td>
                  <DateInput
                    name={`crews.${at}.members.${i}.to`}
                    label={`To, person ${i + 1}`}
                    value={one.to}
                    onChange={(to) => member(i, { to })}
                  />
                </td>
                <td>
                  {!isFixed && (
                    <RemoveButton
                      label={`Take person ${i + 1} out`}
                      onClick={() => set({ members: crew.members.filter((_, j) => j !== i) })}
                    />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
        {!isFixed && (
          <Combobox
            key={crew.members.length}
            className="mt-2 w-[240px]"
            label="Add somebody"
            placeholder="Add somebody"
            value=""
            options={known.people
              .filter(({ id }) => !crew.members.some(({ person, to }) => person === id && to === null))
              .map(({ id, name }) => ({ value: id, name }))}
            onChange={(person) =>
              person !== '' && set({ members: [...crew.members, { person, from: null, to: null }] })
            }
          />
        )}
        <div className="mt-3 flex flex-wrap gap-3">
          <Field label="Ink">
            <Select
              value={crew.ink}
              onChange={(ink) => set({ ink })}
              options={INKS.map((ink) => [ink, ink] as const)}
            />
          </Field>
          <Field label="Last date of the crew">
            <DateInput name={`crews.${at}.until`} value={crew.until} onChange={(until) => set({ until })} />
          </Field>
        </div>
      </div>
      <Table isFlush className="h-fit">
        <tbody>
          {weekFrom(setup.site.weekStart).map((day) => (
            <tr key={day}>
              <th scope="row" className="w-[110px]">
                <span className="text-ink text-base font-semibold">{WEEKDAY_NAMES[day]}</span>
              </th>
              <td>
                <HoursInput
                  name={`crews.${at}.hours.${day}`}
                  label={`Hours of ${crew.name} on ${WEEKDAY_NAMES[day]}`}
                  hourFormat={setup.site.hourFormat}
                  disabled={isFixed}
                  value={crew.hours[day]}
                  onChange={(spans) => set({ hours: crew.hours.map((old, i) => (i === day ? spans : old)) })}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </div>
  );
}
