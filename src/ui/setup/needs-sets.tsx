'use client';

import { FieldGroup } from '../kit/inputs/field';
import { useDateHabits } from '../kit/inputs/date-habits';
import { counted } from '@/core/time/format';
import { useState } from 'react';
import { formatLongDay } from '@/core/time/format';
import type { NeedSetDraft, NeedsDraft } from '@/server/site/payload';
import { DateInput } from '../kit/inputs/date-input';
import { TextInput } from '../kit/inputs/text-input';
import { newId } from '../commands/new-id';
import { RemoveButton } from '../kit/remove-button';
import { nextWeek } from './site-section';
import { Button } from '../kit/button';
import { Segmented } from '../kit/inputs/segmented';

export function Sets({
  draft,
  change,
  chosen,
  choose,
}: {
  readonly draft: NeedsDraft;
  readonly change: (part: Partial<NeedsDraft>) => void;
  readonly chosen: string;
  readonly choose: (id: string) => void;
}) {
  const { weekStart } = useDateHabits();
  const [name, setName] = useState('');
  const [date, setDate] = useState<number | null>(null);
  const set = draft.sets.find((one) => one.id === chosen)!;
  const dates = draft.dates.filter((one) => one.set === chosen);
  const [since, setSince] = useState<number | null>(() => nextWeek(weekStart));
  const [first, setFirst] = useState<number | null>(null);
  const on = (at: number, id: string) =>
    [...draft.dates.filter((one) => one.date !== at), { date: at, set: id }].sort((a, b) => a.date - b.date);
  const add = (fresh: Omit<NeedSetDraft, 'id'>, date: number | null = null) => {
    const id = newId();
    change({ sets: [...draft.sets, { ...fresh, id }], ...(date === null ? {} : { dates: on(date, id) }) });
    choose(id);
  };
  const datesText = (id: string) => {
    const own = draft.dates.filter((one) => one.set === id);
    return own.length === 1 ? formatLongDay(own[0].date) : counted(own.length, 'date');
  };
  const titleOf = (one: NeedSetDraft) =>
    one.name ?? (one.since === null ? 'Usual week' : `Usual from ${formatLongDay(one.since)}`);
  return (
    <section className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
      <Segmented
        label="Week of needs"
        isLoose
        value={chosen}
        onChange={choose}
        options={draft.sets.map((one) => ({
          value: one.id,
          name: one.name === null ? titleOf(one) : `${titleOf(one)} · ${datesText(one.id)}`,
        }))}
      />
      {set.name !== null && (
        <div className="flex flex-wrap items-center gap-1.5">
          {dates.map(({ date: day }) => (
            <span key={day} className="border-rule bg-sheet flex items-center rounded-[3px] border pl-2">
              {formatLongDay(day)}
              <RemoveButton
                label={`Remove ${formatLongDay(day)}`}
                onClick={() => change({ dates: draft.dates.filter((one) => one.date !== day) })}
              />
            </span>
          ))}
          <DateInput label="Date of this variant" value={date} onChange={setDate} />
          <Button
            disabled={date === null}
            onClick={() => {
              change({ dates: on(date!, set.id) });
              setDate(null);
            }}
          >
            Use it on this date
          </Button>
        </div>
      )}
      {set.name === null && set.since !== null && (
        <DateInput
          label="This usual week holds from"
          value={set.since}
          onChange={(since) =>
            since !== null &&
            change({ sets: draft.sets.map((one) => (one.id === set.id ? { ...one, since } : one)) })
          }
        />
      )}
      {(set.name !== null || set.since !== null) && (
        <Button
          kind="link"
          onClick={() => {
            change({
              sets: draft.sets.filter((one) => one.id !== set.id),
              dates: draft.dates.filter((one) => one.set !== set.id),
            });
            choose(draft.sets.find((one) => one.id !== set.id)!.id);
          }}
        >
          Remove “{titleOf(set)}”
        </Button>
      )}
      <span className="ml-auto flex flex-wrap items-end gap-x-6 gap-y-2">
        <FieldGroup title="Change from a date">
          <span className="flex items-center gap-1.5">
            <DateInput label="The usual week changes on" value={since} onChange={setSince} />
            <Button
              disabled={since === null}
              onClick={() => {
                add({ name: null, since, rows: set.rows });
                setSince(nextWeek(weekStart));
              }}
            >
              Change it
            </Button>
          </span>
        </FieldGroup>
        <FieldGroup title="Add a variant for some dates">
          <span className="flex items-center gap-1.5">
            <TextInput
              label="Name of a variant"
              placeholder="Regatta weekend"
              value={name}
              onChange={setName}
            />
            <DateInput label="First date of the variant" value={first} onChange={setFirst} />
            <Button
              disabled={name.trim() === ''}
              onClick={() => {
                add({ name: name.trim(), since: null, rows: set.rows }, first);
                setName('');
                setFirst(null);
              }}
            >
              Add it
            </Button>
          </span>
        </FieldGroup>
      </span>
    </section>
  );
}
