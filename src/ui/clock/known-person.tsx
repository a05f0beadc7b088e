import { useState } from 'react';
import type { PunchKind } from '@/core/clock/punch';
import { asSentence } from '@/core/sentence';
import { formatHours } from '@/core/time/format';
import type { AtDevice, DevicePage } from '@/server/clock/at-device';
import { Button } from '../kit/button';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { PHOTO_NOTE } from './photo';

/** What a button says that records something. */
export const SAYS: Readonly<Record<PunchKind, string>> = {
  in: 'Clock in',
  out: 'Clock out',
  'break-begins': 'Begin a break',
  'break-ends': 'End the break',
  change: 'Change work',
};

/** Somebody who is known at a device: how they stand, and one large button for what comes next. */
export function KnownPerson({
  at,
  time,
  busy,
  problem,
  people,
  onClock,
  onOther,
  onLeave,
  takesPhotos,
}: {
  readonly at: AtDevice;
  readonly time: (minute: number) => string;
  readonly busy: boolean;
  readonly problem: string | null;
  readonly onClock: (kind: PunchKind, activity: string | null) => void;
  readonly people: DevicePage['people'];
  readonly onOther: (person: string) => void;
  readonly onLeave: () => void;
  readonly takesPhotos: boolean;
}) {
  const [first, ...rest] = at.next;
  const { asks, activities } = at.offered;
  const [activity, setActivity] = useState(at.activity ?? '');
  const named = activities.find(({ id }) => id === at.activity)?.name;
  const isIn = at.state === 'in';
  const mustChoose = asks === 'asked' && activity === '' && activities.length > 0;
  const choosable = activities.length > 0 && (isIn || at.state === 'out');
  const state =
    at.state === 'in'
      ? `in since ${time(at.since!)}`
      : at.state === 'on-break'
        ? `on a break since ${time(at.since!)}`
        : 'not in';
  const early = at.state === 'out' && at.by === null ? at.tooEarly : null;
  const [other, setOther] = useState('');
  return (
    <section aria-labelledby="who">
      <h2 id="who" className="font-serif text-3xl font-semibold">
        {at.name}
      </h2>
      {at.by !== null && <p className="mt-1 text-lg font-semibold">clocked by {at.by}</p>}
      <p className="mt-1 text-xl">
        {state}
        <span className="text-muted">
          {' '}
          {named && `at ${named} `}· today {formatHours(at.today)}, this week {formatHours(at.week)}
        </span>
      </p>
      {(problem ?? early) && (
        <p role="alert" className="text-gap mt-3 text-lg font-semibold">
          {asSentence((problem ?? early)!)}
        </p>
      )}
      {choosable && (
        <div className="mt-5 flex flex-wrap items-end gap-3">
          <Field label={isIn ? 'Go on with' : 'What do you work at?'}>
            <Select
              className="h-14 w-[340px] max-w-full text-lg"
              value={activity}
              onChange={setActivity}
              options={[
                ['', asks === 'asked' && !isIn ? 'Choose …' : 'As planned'],
                ...activities.map(({ id, name }) => [id, name] as const),
              ]}
            />
          </Field>
          {isIn && (
            <Button
              className="h-14 px-6 text-lg"
              disabled={busy || activity === (at.activity ?? '')}
              onClick={() => onClock('change', activity || null)}
            >
              {SAYS.change}
            </Button>
          )}
        </div>
      )}
      {takesPhotos && <p className="text-muted mt-3 text-lg">{PHOTO_NOTE}</p>}
      <div className="mt-6 flex flex-wrap items-center gap-3">
        <Button
          kind="primary"
          className="h-28 w-full max-w-[420px] text-3xl"
          busy={busy}
          disabled={early !== null || (first === 'in' && mustChoose)}
          onClick={() => onClock(first, first === 'in' ? activity || null : null)}
        >
          {SAYS[first]}
        </Button>
        {rest.map((kind) => (
          <Button
            key={kind}
            className="h-16 px-6 text-xl"
            disabled={busy}
            onClick={() => onClock(kind, null)}
          >
            {SAYS[kind]}
          </Button>
        ))}
      </div>
      {at.clocksOthers && (
        <div className="border-rule mt-8 flex flex-wrap items-end gap-3 border-t pt-4">
          <Field label="Clock for somebody else">
            <Select
              className="h-14 w-[340px] max-w-full text-lg"
              value={other}
              onChange={setOther}
              options={[
                ['', 'Choose …'],
                ...people.filter(({ id }) => id !== at.person).map(({ id, name }) => [id, name] as const),
              ]}
            />
          </Field>
          <Button
            className="h-14 px-6 text-lg"
            disabled={busy || other === ''}
            onClick={() => onOther(other)}
          >
            Go on
          </Button>
        </div>
      )}
      <Button className="mt-8 h-12 text-lg" onClick={onLeave}>
        Not now
      </Button>
    </section>
  );
}
