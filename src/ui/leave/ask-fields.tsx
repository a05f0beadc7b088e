'use client';

import { useEffect, useState } from 'react';
import type { AskedLeave } from '@/core/leave/asked';
import { type Day, weekdayOf } from '@/core/time/day';
import { formatLongDay, type HourFormat, SHORT_WEEKDAYS } from '@/core/time/format';
import { DAY } from '@/core/time/span';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { Segmented } from '../kit/inputs/segmented';
import { TimeInput } from '../kit/inputs/time-input';

type Shape = 'span' | 'part' | 'days' | 'weekly';

const SHAPES: readonly { readonly value: Shape; readonly name: string }[] = [
  { value: 'span', name: 'Days' },
  { value: 'part', name: 'Part of a day' },
  { value: 'days', name: 'Single days' },
  { value: 'weekly', name: 'Every week' },
];

/** The key under which the browser remembers how somebody likes to say when they are away. */
const HABIT = 'vicenda last-day-away';

/** When somebody is away: as a span, a part of a day, single days, or the same weekdays until a date. */
export function AskFields({
  asked,
  onAsked,
  hourFormat,
  weekStart,
}: {
  readonly asked: AskedLeave;
  readonly onAsked: (asked: AskedLeave) => void;
  readonly hourFormat: HourFormat;
  readonly weekStart: number;
}) {
  const [shape, setShape] = useState<Shape>(() => shapeOf(asked));
  const first = asked.kind === 'days' ? Math.min(...asked.days) : asked.from;
  const change = (next: Shape) => {
    setShape(next);
    if (next === 'span')
      onAsked({ kind: 'span', from: first, to: lastOf(asked), fromMinute: 0, toMinute: DAY });
    if (next === 'part') onAsked({ kind: 'span', from: first, to: first, fromMinute: 540, toMinute: 780 });
    if (next === 'days') onAsked({ kind: 'days', days: [first] });
    if (next === 'weekly')
      onAsked({ kind: 'weekly', from: first, until: first + 27, weekdays: [weekdayOf(first)] });
  };
  return (
    <div className="flex flex-col gap-3">
      <Segmented
        label="How it is asked for"
        isLoose
        value={shape}
        options={SHAPES}
        onChange={change}
        className="grid! grid-cols-2 [&_input]:min-h-11"
      />
      {asked.kind === 'span' && shape === 'span' && <SpanFields asked={asked} onAsked={onAsked} />}
      {asked.kind === 'span' && shape === 'part' && (
        <div className="flex flex-wrap items-end gap-3">
          <Field label="On">
            <DateInput
              isNeeded
              value={asked.from}
              onChange={(day) => day !== null && onAsked({ ...asked, from: day, to: day })}
            />
          </Field>
          <Field label="From">
            <TimeInput
              label="Away from"
              value={asked.fromMinute}
              step={30}
              edge="start"
              hourFormat={hourFormat}
              onChange={(minute) => minute !== null && onAsked({ ...asked, fromMinute: minute })}
            />
          </Field>
          <Field label="Until">
            <TimeInput
              label="Away until"
              value={asked.toMinute}
              step={30}
              edge="end"
              hourFormat={hourFormat}
              onChange={(minute) => minute !== null && onAsked({ ...asked, toMinute: minute })}
            />
          </Field>
        </div>
      )}
      {asked.kind === 'days' && (
        <DaysFields days={asked.days} onDays={(days) => onAsked({ kind: 'days', days })} />
      )}
      {asked.kind === 'weekly' && (
        <div className="flex flex-col gap-2">
          <fieldset aria-label="Weekdays" className="flex flex-wrap gap-x-3 gap-y-1">
            {Array.from({ length: 7 }, (_, i) => (weekStart + i) % 7).map((weekday) => (
              <Checkbox
                key={weekday}
                checked={asked.weekdays.includes(weekday)}
                onChange={(on) =>
                  onAsked({
                    ...asked,
                    weekdays: on
                      ? [...asked.weekdays, weekday].sort()
                      : asked.weekdays.filter((one) => one !== weekday),
                  })
                }
              >
                {SHORT_WEEKDAYS[weekday]}
              </Checkbox>
            ))}
          </fieldset>
          <div className="flex flex-wrap gap-3">
            <Field label="From">
              <DateInput
                isNeeded
                value={asked.from}
                onChange={(from) => from !== null && onAsked({ ...asked, from })}
              />
            </Field>
            <Field label="Until">
              <DateInput
                isNeeded
                value={asked.until}
                onChange={(until) => until !== null && onAsked({ ...asked, until })}
              />
            </Field>
          </div>
        </div>
      )}
    </div>
  );
}

function SpanFields({
  asked,
  onAsked,
}: {
  readonly asked: Extract<AskedLeave, { kind: 'span' }>;
  readonly onAsked: (asked: AskedLeave) => void;
}) {
  const [isBackOn, setBackOn] = useState(false);
  // The habit is the browser's: it is read once it is there.
  useEffect(() => {
    const timer = setTimeout(() => setBackOn(window.localStorage.getItem(HABIT) === 'back'));
    return () => clearTimeout(timer);
  }, []);
  const choose = (value: boolean) => {
    setBackOn(value);
    window.localStorage.setItem(HABIT, value ? 'back' : 'last');
  };
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap items-end gap-3">
        <Field label="First day away">
          <DateInput
            isNeeded
            value={asked.from}
            onChange={(from) =>
              from !== null &&
              onAsked({ ...asked, from, to: asked.to < from ? from : asked.to, fromMinute: 0, toMinute: DAY })
            }
          />
        </Field>
        <Field label={isBackOn ? 'Back on' : 'Last day away'}>
          <DateInput
            isNeeded
            value={asked.to + (isBackOn ? 1 : 0)}
            onChange={(day) => day !== null && onAsked({ ...asked, to: isBackOn ? day - 1 : day })}
          />
        </Field>
      </div>
      <p className="text-muted">
        {isBackOn ? `Last day away ${formatLongDay(asked.to)}` : `Back on ${formatLongDay(asked.to + 1)}`}.{' '}
        <Button kind="link" onClick={() => choose(!isBackOn)}>
          {isBackOn ? 'Say the last day away instead' : 'Say when you are back instead'}
        </Button>
      </p>
    </div>
  );
}

function DaysFields({
  days,
  onDays,
}: {
  readonly days: readonly Day[];
  readonly onDays: (days: readonly Day[]) => void;
}) {
  const sorted = [...days].sort((a, b) => a - b);
  return (
    <div className="flex flex-wrap items-end gap-3">
      {sorted.map((day, i) => (
        <span key={day} className="flex items-end gap-1">
          <Field label={`Day ${i + 1}`}>
            <DateInput
              isNeeded
              value={day}
              onChange={(next) => next !== null && onDays(sorted.map((one) => (one === day ? next : one)))}
            />
          </Field>
          {sorted.length > 1 && (
            <Button
              kind="quiet"
              aria-label={`Not ${formatLongDay(day)}`}
              onClick={() => onDays(sorted.filter((one) => one !== day))}
            >
              ×
            </Button>
          )}
        </span>
      ))}
      <Button onClick={() => onDays([...sorted, (sorted.at(-1) ?? 0) + 1])}>Another day</Button>
    </div>
  );
}

function shapeOf(asked: AskedLeave): Shape {
  if (asked.kind !== 'span') return asked.kind;
  return asked.from === asked.to && (asked.fromMinute > 0 || asked.toMinute < DAY) ? 'part' : 'span';
}

function lastOf(asked: AskedLeave): Day {
  if (asked.kind === 'days') return Math.max(...asked.days);
  return asked.kind === 'span' ? asked.to : asked.from;
}
