'use client';

import { useDateHabits } from '../kit/inputs/date-habits';
import { weekFrom } from '@/core/time/day';
import { useMemo, useState } from 'react';
import { datesOf, describeRule, parseRule } from '@/core/patterns/rule';
import type { Day } from '@/core/time/day';
import { SHORT_WEEKDAYS, WEEKDAY_NAMES, formatLongDay } from '@/core/time/format';
import { Checkbox } from '../kit/inputs/checkbox';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';

const CODES = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'];
const ORDERS: readonly (readonly [string, string])[] = [
  ['1', 'first'],
  ['2', 'second'],
  ['3', 'third'],
  ['4', 'fourth'],
  ['-1', 'last'],
];

type Form = 'weekly' | 'monthly' | 'typed';

/** On which dates a shift recurs: on weekdays of every so many weeks, on a weekday of the month, or by a typed rule. */
export function RuleFields({
  rule,
  anchor,
  onChange,
}: {
  readonly rule: string;
  readonly anchor: Day;
  readonly onChange: (rule: string) => void;
}) {
  const { weekStart } = useDateHabits();
  const [form, setForm] = useState<Form>(() => formOf(rule));
  const [text, setText] = useState(rule);
  const read = parseRule(text);
  const weekly = weeklyOf(rule);
  const monthly = monthlyOf(rule);
  const say = (next: string) => {
    setText(next);
    onChange(next);
  };
  const dates = useMemo(() => {
    const current = parseRule(rule);
    return current.ok ? datesOf(current.rule, anchor, anchor, anchor + 400).slice(0, 4) : [];
  }, [rule, anchor]);
  const choose = (next: Form) => {
    setForm(next);
    if (next === 'weekly' && formOf(rule) !== 'weekly') say('FREQ=WEEKLY;BYDAY=TU');
    if (next === 'monthly' && formOf(rule) !== 'monthly') say('FREQ=MONTHLY;BYDAY=1TU');
  };
  return (
    <div className="flex flex-col gap-2">
      <Field label="Recurs">
        <Select
          value={form}
          onChange={choose}
          options={[
            ['weekly', 'on weekdays'],
            ['monthly', 'on a weekday of the month'],
            ['typed', 'by a typed rule (RFC 5545)'],
          ]}
        />
      </Field>
      {form === 'weekly' && (
        <>
          <div role="group" aria-label="Weekdays" className="flex flex-wrap gap-x-3">
            {weekFrom(weekStart).map((i) => (
              <Checkbox
                key={CODES[i]}
                checked={weekly.days.includes(CODES[i])}
                onChange={(on) => {
                  const days = CODES.filter((one) => (one === CODES[i] ? on : weekly.days.includes(one)));
                  if (days.length > 0) say(formatWeeklyRule(weekly.interval, days));
                }}
              >
                {SHORT_WEEKDAYS[i]}
              </Checkbox>
            ))}
          </div>
          <Select
            label="Every so many weeks"
            value={weekly.interval}
            onChange={(interval) => say(formatWeeklyRule(interval, weekly.days))}
            options={[1, 2, 3, 4, 5, 6, 8].map(
              (n) => [n, n === 1 ? 'every week' : `every ${n} weeks`] as const,
            )}
          />
        </>
      )}
      {form === 'monthly' && (
        <div className="flex items-center gap-2">
          the
          <Select
            label="Which of the month"
            value={monthly.order}
            onChange={(order) => say(`FREQ=MONTHLY;BYDAY=${order}${monthly.day}`)}
            options={ORDERS}
          />
          <Select
            label="Weekday"
            value={monthly.day}
            onChange={(day) => say(`FREQ=MONTHLY;BYDAY=${monthly.order}${day}`)}
            options={weekFrom(weekStart).map((i) => [CODES[i], WEEKDAY_NAMES[i]] as const)}
          />
          of every month
        </div>
      )}
      {form === 'typed' && (
        <Field label="Rule" hint={read.ok ? undefined : `${read.problem.message}.`}>
          <TextInput
            value={text}
            maxLength={300}
            className="w-[340px] font-mono text-sm"
            onChange={(next) => {
              setText(next);
              const meant = parseRule(next);
              if (meant.ok) onChange(meant.rule);
            }}
          />
        </Field>
      )}
      <p className="text-muted text-sm">
        {read.ok ? `${describeRule(read.rule, anchor)}: ` : ''}
        {dates.length === 0 ? 'no date within a year' : `${dates.map(formatLongDay).join(', ')} …`}
      </p>
    </div>
  );
}

function partOf(rule: string, name: string): string | null {
  return new RegExp(`(?:^|;)${name}=([^;]*)`).exec(rule)?.[1] ?? null;
}

function formOf(rule: string): Form {
  if (/^FREQ=WEEKLY(;INTERVAL=\d+)?;BYDAY=[A-Z,]+$/.test(rule)) return 'weekly';
  return /^FREQ=MONTHLY;BYDAY=-?\d[A-Z]{2}$/.test(rule) ? 'monthly' : 'typed';
}

function weeklyOf(rule: string): { interval: number; days: string[] } {
  const days = (partOf(rule, 'BYDAY') ?? '').split(',').filter((code) => CODES.includes(code));
  return { interval: Number(partOf(rule, 'INTERVAL') ?? 1), days };
}

function formatWeeklyRule(interval: number, days: readonly string[]): string {
  return `FREQ=WEEKLY${interval === 1 ? '' : `;INTERVAL=${interval}`};BYDAY=${days.join(',')}`;
}

function monthlyOf(rule: string): { order: string; day: string } {
  const match = /^(-?\d)([A-Z]{2})$/.exec(partOf(rule, 'BYDAY') ?? '');
  return { order: match?.[1] ?? '1', day: match?.[2] ?? 'TU' };
}
