'use client';

import Link from 'next/link';
import { useState } from 'react';
import { describeRule } from '@/core/patterns/rule';
import { lastDayOf } from '@/core/patterns/scope';
import type { Day } from '@/core/time/day';
import { formatDays, formatLongDay, counted } from '@/core/time/format';
import type { RecurringPayload, WeekSource } from '@/server/week/payload';
import { Checkbox, Radio } from '../kit/inputs/checkbox';
import { TextInput } from '../kit/inputs/text-input';
import { sentence } from '../commands/sentence';
import { useCommand } from '../commands/use-command';
import { undoOne } from '../undo/take-back';
import { When } from '../layout/when';
import { Button } from '../kit/button';

/** What was done to the whole site lately, each with the way back. */
export function DoneLately({ recurring }: { readonly recurring: RecurringPayload }) {
  if (recurring.done.length === 0) return null;
  return (
    <section aria-labelledby="done-title" className="border-rule mt-8 border-t pt-3">
      <h2 id="done-title" className="font-serif text-lg font-semibold mb-1">
        Done here lately
      </h2>
      <ol>
        {recurring.done.map(({ id, at, actor, title, undone }) => (
          <li key={id} className="border-fine flex min-h-7 items-center gap-3 border-b py-0.5">
            <When at={at} className="text-muted w-[124px] shrink-0" />
            <span className="min-w-0 flex-1">
              {title} <span className="text-muted">{actor}</span>
            </span>
            {undone ? (
              <span className="text-muted">undone</span>
            ) : (
              <Button kind="link" onClick={() => void undoOne(id, title)}>
                Undo
              </Button>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

export function Choice({
  kind,
  now,
  onChoose,
  disabled = false,
  children,
}: {
  readonly kind: WeekSource['from'] | 'empty';
  readonly now: string;
  readonly onChoose: (kind: WeekSource['from'] | 'empty') => void;
  readonly disabled?: boolean;
  readonly children: React.ReactNode;
}) {
  return (
    <Radio
      name="source"
      className={disabled ? 'text-muted' : undefined}
      checked={now === kind}
      disabled={disabled}
      onChange={() => onChoose(kind)}
    >
      {children}
    </Radio>
  );
}

export function Progress({ share, onStop }: { readonly share: number; readonly onStop: () => void }) {
  return (
    <div>
      <p role="status">Writing: {Math.round(share * 100)} % done. If it is stopped nothing of it stays.</p>
      <progress className="progress progress-primary my-2 block w-full" value={share} max={1} />
      <Button onClick={onStop}>Stop</Button>
    </div>
  );
}

export function KeepAsTemplate({
  recurring,
  week,
}: {
  readonly recurring: RecurringPayload;
  readonly week: Day;
}) {
  const [name, setName] = useState('');
  const [people, setPeople] = useState(true);
  const { run, busy, problem } = useCommand();
  const known = recurring.weekTemplates.some((one) => one.name.toLowerCase() === name.trim().toLowerCase());
  const keep = () =>
    void run('week-template.save', { site: recurring.site.id, week, name, people }, 'Template saved').then(
      (done) => done && setName(''),
    );
  return (
    <fieldset className="mt-6">
      <legend className="font-serif text-lg font-semibold mb-2">
        Save week {formatDays(week, 7)} as a template
      </legend>
      <div className="flex flex-wrap items-center gap-2">
        <TextInput
          label="Name of the template"
          placeholder="Summer week"
          value={name}
          onChange={setName}
          maxLength={80}
        />
        <Checkbox checked={!people} onChange={(without) => setPeople(!without)}>
          without people
        </Checkbox>
        <Button disabled={busy || name.trim() === ''} onClick={keep}>
          {known ? 'Save in its place' : 'Save'}
        </Button>
      </div>
      {problem && <p className="text-gap mt-1 font-semibold">{sentence(problem)}</p>}
    </fieldset>
  );
}

export function DropTemplate({
  recurring,
  id,
}: {
  readonly recurring: RecurringPayload;
  readonly id: string;
}) {
  const { run, busy } = useCommand();
  const name = recurring.weekTemplates.find((one) => one.id === id)?.name;
  return (
    <p className="mt-5">
      <Button
        kind="link"
        disabled={busy}
        onClick={() => void run('week-template.delete', { site: recurring.site.id, id }, 'Template deleted')}
      >
        Give the template {name} up
      </Button>
    </p>
  );
}

export function PatternList({ recurring }: { readonly recurring: RecurringPayload }) {
  const names = new Map(recurring.people.map((person) => [person.id, person.name]));
  return (
    <section className="mt-5">
      <h2 className="font-serif text-lg font-semibold mb-1">Patterns of this site</h2>
      <ul>
        {recurring.patterns
          .map((one) => ({ ...one, last: lastDayOf(one) }))
          .map((one) => (
            <li key={one.id} className="py-0.5">
              <span className="font-semibold">{one.name}</span>:{' '}
              {one.rule === null ? counted(one.weeks, 'week') : describeRule(one.rule, one.anchor)},{' '}
              {one.members
                .map((member) => (member.person === null ? 'open' : (names.get(member.person) ?? 'left')))
                .join(', ')}
              , from {formatLongDay(one.since)}
              {one.last === null ? '' : ` to ${formatLongDay(one.last)}`}
            </li>
          ))}
      </ul>
      <Link
        className="link link-primary font-semibold"
        href={`/setup/${encodeURIComponent(recurring.site.id)}/patterns`}
      >
        Change patterns
      </Link>
    </section>
  );
}
