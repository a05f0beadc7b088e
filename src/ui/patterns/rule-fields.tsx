'use client';

import { useDateHabits } from '../kit/inputs/date-habits';
import { weekFrom } from '@/core/time/day';
import { useMemo, useState } from 'react';
import { WEEKDAY_CODES, datesOf, describeRule, parseRule } from '@/core/patterns/rule';
import type { Day } from '@/core/time/day';
import { SHORT_WEEKDAYS, WEEKDAY_NAMES, formatLongDay } from '@/core/time/format';
import { Checkbox } from '../kit/inputs/checkbox';
import { Field } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';

const ORDERS: readonly (readonly [string, string])[] = [
  ['1', 'first'],
  ['2', 'second'],
  ['3', 'third'],
  ['4', 'fourth'],
  ['-1', 'last'],
];

/** Days of a month that can be chosen: from its start, and the last. */
const MONTH_DAYS: readonly (readonly [string, string])[] = [
  ...Array.from({ length: 31 }, (_, i) => [String(i + 1), String(i + 1)] as const),
  ['-1', 'last'],
];

type Form = 'weekly' | 'monthly' | 'date' | 'typed';

/** On which dates a shift recurs: on weekdays of every so many weeks, on a weekday or day of the month, or by a typed rule. */
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
  const interval = Number(partOf(rule, 'INTERVAL') ?? 1);
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
    if (next === 'monthly' && formOf(rule) !== 'monthly') say(monthRule(1, 'BYDAY=1TU'));
    if (next === 'date' && formOf(rule) !== 'date') say(monthRule(1, 'BYMONTHDAY=1'));
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
            ['date', 'on a day of the month'],
            ['typed', 'by a typed rule (RFC 5545)'],
          ]}
        />
      </Field>
      {form === 'weekly' && (
        <>
          <div role="group" aria-label="Weekdays" className="flex flex-wrap gap-x-3">
            {weekFrom(weekStart).map((i) => (
              <Checkbox
                key={WEEKDAY_CODES[i]}
                checked={weekly.days.includes(WEEKDAY_CODES[i])}
                onChange={(on) => {
                  const days = WEEKDAY_CODES.filter((one) =>
                    one === WEEKDAY_CODES[i] ? on : weekly.days.includes(one),
                  );
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
        <div className="flex flex-wrap items-center gap-2">
          the
          <Select
            label="Which of the month"
            value={monthly.order}
            onChange={(order) => say(monthRule(interval, `BYDAY=${order}${monthly.day}`))}
            options={ORDERS}
          />
          <Select
            label="Weekday"
            value={monthly.day}
            onChange={(day) => say(monthRule(interval, `BYDAY=${monthly.order}${day}`))}
            options={weekFrom(weekStart).map((i) => [WEEKDAY_CODES[i], WEEKDAY_NAMES[i]] as const)}
          />
          of
          <Months
            interval={interval}
            onChange={(next) => say(monthRule(next, `BYDAY=${monthly.order}${monthly.day}`))}
          />
        </div>
      )}
      {form === 'date' && (
        <div className="flex flex-wrap items-center gap-2">
          day
          <Select
            label="Day of the month"
            value={monthDayOf(rule)}
            onChange={(day) => say(monthRule(interval, `BYMONTHDAY=${day}`))}
            options={MONTH_DAYS}
          />
          of
          <Months
            interval={interval}
            onChange={(next) => say(monthRule(next, `BYMONTHDAY=${monthDayOf(rule)}`))}
          />
          {Number(monthDayOf(rule)) > 28 && (
            <span className="text-muted text-sm">Months without that day are left out.</span>
          )}
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

function Months({
  interval,
  onChange,
}: {
  readonly interval: number;
  readonly onChange: (interval: number) => void;
}) {
  return (
    <Select
      label="Every so many months"
      value={interval}
      onChange={onChange}
      options={[1, 2, 3, 4, 6, 12].map((n) => [n, n === 1 ? 'every month' : `every ${n} months`] as const)}
    />
  );
}

function partOf(rule: string, name: string): string | null {
  return new RegExp(`(?:^|;)${name}=([^;]*)`).exec(rule)?.[1] ?? null;
}

function formOf(rule: string): Form {
  if (/^FREQ=WEEKLY(;INTERVAL=\d+)?;BYDAY=[A-Z,]+$/.test(rule)) return 'weekly';
  if (/^FREQ=MONTHLY(;INTERVAL=([12346]|12))?;BYDAY=-?\d[A-Z]{2}$/.test(rule)) return 'monthly';
  return /^FREQ=MONTHLY(;INTERVAL=([12346]|12))?;BYMONTHDAY=(\d+|-1)$/.test(rule) ? 'date' : 'typed';
}

function monthRule(interval: number, on: string): string {
  return `FREQ=MONTHLY${interval === 1 ? '' : `;INTERVAL=${interval}`};${on}`;
}

function monthDayOf(rule: string): string {
  return partOf(rule, 'BYMONTHDAY') ?? '1';
}

function weeklyOf(rule: string): { interval: number; days: string[] } {
  const days = (partOf(rule, 'BYDAY') ?? '').split(',').filter((code) => WEEKDAY_CODES.includes(code));
  return { interval: Number(partOf(rule, 'INTERVAL') ?? 1), days };
}

function formatWeeklyRule(interval: number, days: readonly string[]): string {
  return `FREQ=WEEKLY${interval === 1 ? '' : `;INTERVAL=${interval}`};BYDAY=${days.join(',')}`;
}

function monthlyOf(rule: string): { order: string; day: string } {
  const match = /^(-?\d)([A-Z]{2})$/.exec(partOf(rule, 'BYDAY') ?? '');
  return { order: match?.[1] ?? '1', day: match?.[2] ?? 'TU' };
}
