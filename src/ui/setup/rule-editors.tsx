'use client';

import type { Rules } from '@/core/plan/types';
import { formatTypedSpan, parseSpan } from '@/core/time/parse-time';
import { asSentence } from '@/core/sentence';
import { formatTime } from '@/core/time/format';
import { AmountInput, CountInput, LengthInput, ParsedInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { RemoveButton } from '../kit/remove-button';
import { Button } from '../kit/button';

/** What an editor of rules is given. */
export interface RulesPart {
  readonly rules: Rules;
  readonly change: (part: Partial<Rules>) => void;
}

/** Breaks by the length of a shift. */
export function Breaks({ rules, change }: RulesPart) {
  const set = (at: number, part: Partial<Rules['breaks'][number]>) =>
    change({ breaks: rules.breaks.map((tier, i) => (i === at ? { ...tier, ...part } : tier)) });
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold mb-1">Breaks</h2>
      {rules.breaks.length === 0 && <p className="text-muted">No break is taken off, and none is due.</p>}
      <ul className="flex flex-col gap-1.5">
        {rules.breaks.map((tier, i) => (
          <li key={i} className="flex flex-wrap items-baseline gap-1.5">
            Shifts of at least
            <LengthInput
              label="Length of shift"
              value={tier.atLeastMinutes}
              onChange={(minutes) => minutes !== null && set(i, { atLeastMinutes: minutes })}
            />
            lose
            <CountInput
              label="Minutes of break"
              value={tier.minutes}
              most={600}
              onChange={(minutes) => set(i, { minutes })}
            />
            min,
            <Select
              label="Break is paid"
              value={tier.paid ? 'paid' : 'not paid'}
              onChange={(value) => set(i, { paid: value === 'paid' })}
              options={[
                ['not paid', 'not paid'],
                ['paid', 'paid'],
              ]}
            />
            <RemoveButton
              label="Remove this break"
              onClick={() => change({ breaks: rules.breaks.filter((_, at) => at !== i) })}
            />
          </li>
        ))}
      </ul>
      <Button
        kind="link"
        onClick={() =>
          change({ breaks: [...rules.breaks, { atLeastMinutes: 360, minutes: 30, paid: false }] })
        }
      >
        Add a break
      </Button>
    </section>
  );
}

function Times({
  value,
  onChange,
  label,
}: {
  value: number;
  onChange: (value: number) => void;
  label: string;
}) {
  return (
    <span className="inline-flex items-baseline gap-1">
      <span className="text-muted">×</span>
      <AmountInput
        label={label}
        className="w-[60px] text-right"
        value={value}
        onChange={(amount) => amount !== null && onChange(Math.max(1, amount))}
      />
    </span>
  );
}

/** Overtime: by week, by day, after a time of day, on the seventh day. */
export function Overtime({ rules, change }: RulesPart) {
  const { overtime } = rules;
  if (!overtime)
    return (
      <section>
        <h2 className="font-serif text-lg font-semibold mb-1">Overtime</h2>
        <p className="text-muted">No overtime is paid.</p>
        <Button
          kind="link"
          onClick={() =>
            change({ overtime: { weekMinutes: 2400, multiplier: 1.5, day: [], after: [], seventhDay: null } })
          }
        >
          Pay overtime
        </Button>
      </section>
    );
  const set = (part: Partial<NonNullable<Rules['overtime']>>) =>
    change({ overtime: { ...overtime, ...part } });
  const line = 'flex flex-wrap items-baseline gap-1.5';
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold mb-1">Overtime</h2>
      <ul className="flex flex-col gap-1.5">
        <li className={line}>
          Over
          <LengthInput
            label="Hours a week"
            value={overtime.weekMinutes}
            onChange={(weekMinutes) => set({ weekMinutes })}
          />
          a week
          <Times
            label="Weekly multiplier"
            value={overtime.multiplier}
            onChange={(multiplier) => set({ multiplier })}
          />
        </li>
        {overtime.day.map((tier, i) => {
          const put = (part: Partial<typeof tier>) =>
            set({ day: overtime.day.map((one, at) => (at === i ? { ...one, ...part } : one)) });
          return (
            <li key={i} className={line}>
              Over
              <LengthInput
                label="Hours a day"
                value={tier.overMinutes}
                onChange={(minutes) => minutes !== null && put({ overMinutes: minutes })}
              />
              a day
              <Times
                label="Daily multiplier"
                value={tier.multiplier}
                onChange={(multiplier) => put({ multiplier })}
              />
              <RemoveButton
                label="Remove this tier"
                onClick={() => set({ day: overtime.day.filter((_, at) => at !== i) })}
              />
            </li>
          );
        })}
        {overtime.after.map((rule, i) => {
          const put = (part: Partial<typeof rule>) =>
            set({ after: overtime.after.map((one, at) => (at === i ? { ...one, ...part } : one)) });
          return (
            <li key={i} className={line}>
              After
              <ParsedInput
                label="Time of day"
                className="w-[74px]"
                value={rule.time}
                format={(minute) => formatTime(minute)}
                parse={(text) => {
                  const match = /^(\d{1,2})(?::?(\d{2}))?$/.exec(text.trim());
                  const minute = match ? Number(match[1]) * 60 + Number(match[2] ?? 0) : NaN;
                  return minute >= 0 && minute <= 1440
                    ? { value: minute }
                    : { wrong: 'Type a time as 22:00.' };
                }}
                onChange={(time) => put({ time })}
              />
              <Times
                label="Late multiplier"
                value={rule.multiplier}
                onChange={(multiplier) => put({ multiplier })}
              />
              <RemoveButton
                label="Remove this time"
                onClick={() => set({ after: overtime.after.filter((_, at) => at !== i) })}
              />
            </li>
          );
        })}
        {overtime.seventhDay && (
          <li className={line}>
            Seventh day of the week
            <Times
              label="Seventh day multiplier"
              value={overtime.seventhDay.multiplier}
              onChange={(multiplier) => set({ seventhDay: { ...overtime.seventhDay!, multiplier } })}
            />
            after
            <LengthInput
              label="Hours on the seventh day"
              value={overtime.seventhDay.overMinutes}
              onChange={(overMinutes) => set({ seventhDay: { ...overtime.seventhDay!, overMinutes } })}
            />
            <Times
              label="Multiplier after that"
              value={overtime.seventhDay.thenMultiplier ?? overtime.seventhDay.multiplier}
              onChange={(thenMultiplier) => set({ seventhDay: { ...overtime.seventhDay!, thenMultiplier } })}
            />
            <RemoveButton label="Remove the seventh day" onClick={() => set({ seventhDay: null })} />
          </li>
        )}
      </ul>
      <p className="flex flex-wrap gap-x-4">
        <Button
          kind="link"
          onClick={() => set({ day: [...overtime.day, { overMinutes: 480, multiplier: 1.5 }] })}
        >
          Add a day tier
        </Button>
        <Button
          kind="link"
          onClick={() => set({ after: [...overtime.after, { time: 1320, multiplier: 1.25 }] })}
        >
          Add a time of day
        </Button>
        {!overtime.seventhDay && (
          <Button
            kind="link"
            onClick={() => set({ seventhDay: { multiplier: 1.5, overMinutes: 480, thenMultiplier: 2 } })}
          >
            Add the seventh day
          </Button>
        )}
        <Button kind="link" onClick={() => change({ overtime: null })}>
          Pay none
        </Button>
      </p>
    </section>
  );
}

/** Hours and amounts allowed to young people. */
export function Young({ rules, change, format }: RulesPart & { readonly format: '24' | '12' }) {
  const set = (at: number, part: Partial<Rules['young'][number]>) =>
    change({ young: rules.young.map((rule, i) => (i === at ? { ...rule, ...part } : rule)) });
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold mb-1">Young people</h2>
      {rules.young.length === 0 && <p className="text-muted">No rule for young people.</p>}
      <ul className="flex flex-col gap-2">
        {rules.young.map((rule, i) => (
          <li key={i} className="flex flex-wrap items-baseline gap-1.5">
            Under
            <CountInput
              label="Age"
              value={rule.underAge}
              least={10}
              most={30}
              onChange={(underAge) => set(i, { underAge })}
            />
            : between
            <ParsedInput
              label="Allowed hours"
              className="w-[96px]"
              value={{ from: rule.from, to: rule.to }}
              format={({ from, to }) => formatTypedSpan(from, to, format)}
              parse={(text) => {
                const read = parseSpan(text, [], format);
                return read.ok ? { value: read.value } : { wrong: asSentence(read.problem.message) };
              }}
              onChange={({ from, to }) => set(i, { from, to })}
            />
            , at most
            <LengthInput
              label="Hours a day"
              unit="h a day"
              value={rule.dayMinutes}
              onChange={(dayMinutes) => set(i, { dayMinutes })}
            />
            and
            <LengthInput
              label="Hours a week"
              unit="h a week"
              value={rule.weekMinutes}
              onChange={(weekMinutes) => set(i, { weekMinutes })}
            />
            <RemoveButton
              label="Remove this rule"
              onClick={() => change({ young: rules.young.filter((_, at) => at !== i) })}
            />
          </li>
        ))}
      </ul>
      <Button
        kind="link"
        onClick={() =>
          change({
            young: [
              ...rules.young,
              { underAge: 18, from: 360, to: 1320, dayMinutes: 480, weekMinutes: 2400 },
            ],
          })
        }
      >
        Add a rule
      </Button>
    </section>
  );
}
