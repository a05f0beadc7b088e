'use client';

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
  const add = (fresh: Omit<NeedSetDraft, 'id'>) => {
    const id = newId();
    change({ sets: [...draft.sets, { ...fresh, id }] });
    choose(id);
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
          name:
            one.name === null
              ? titleOf(one)
              : `${titleOf(one)} · ${counted(draft.dates.filter((date) => date.set === one.id).length, 'date')}`,
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
              const others = draft.dates.filter((one) => one.date !== date);
              change({ dates: [...others, { date: date!, set: set.id }].sort((a, b) => a.date - b.date) });
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
      <span className="ml-auto flex items-center gap-2">
        <Button kind="link" onClick={() => add({ name: null, since: nextWeek(weekStart), rows: set.rows })}>
          Change the usual week from a date on
        </Button>
        <TextInput label="Name of a variant" placeholder="Regatta weekend" value={name} onChange={setName} />
        <Button
          disabled={name.trim() === ''}
          onClick={() => {
            add({ name: name.trim(), since: null, rows: set.rows });
            setName('');
          }}
        >
          Add a variant
        </Button>
      </span>
    </section>
  );
}
