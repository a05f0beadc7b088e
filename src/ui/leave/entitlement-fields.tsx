'use client';

import type { LeaveType } from '@/core/leave/leave-type';
import { MONTH_NAMES } from '@/core/time/format';
import { Field } from '../kit/inputs/field';
import { AmountInput, CountInput, LengthInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { LeaveAmountInput } from './amount-input';
import { OptionalCount } from './optional-count';

/** How a balance fills by itself, and what becomes of the rest when its year ends. */
export function EntitlementFields({
  type,
  name,
  onChange,
}: {
  readonly type: LeaveType;
  readonly name: (field: string) => string;
  readonly onChange: (part: Partial<LeaveType>) => void;
}) {
  const { entitlement, carryOver, unit } = type;
  if (!entitlement) return null;
  const set = (part: Partial<typeof entitlement>) => onChange({ entitlement: { ...entitlement, ...part } });
  const { year, comes } = entitlement;
  return (
    <>
      <Field label="Comes">
        <Select
          name={name('entitlement.comes')}
          value={comes}
          onChange={(next) => set({ comes: next })}
          options={[
            ['yearly', 'all of it when the year begins'],
            ['monthly', 'a share at the end of each month'],
            ['hourly', 'by the hours that were published'],
          ]}
        />
      </Field>
      {comes === 'hourly' ? (
        <Field label="An hour brings, in percent">
          <AmountInput
            name={name('entitlement.hourShare')}
            value={entitlement.hourShare / 100}
            onChange={(share) => set({ hourShare: Math.round((share ?? 0) * 100) })}
          />
        </Field>
      ) : (
        <Field label="A whole year at full time">
          <LeaveAmountInput
            unit={unit}
            name={name('entitlement.amount')}
            value={entitlement.amount}
            onChange={(amount) => set({ amount: amount ?? 0 })}
          />
        </Field>
      )}
      <Field label="The year begins">
        <Select
          value={year.from}
          onChange={(from) => set({ year: from === 'own' ? { from, month: 4, date: 1 } : { from } })}
          options={[
            ['calendar', 'on 1 January'],
            ['hiring', 'on each one’s day of hiring'],
            ['own', 'on another date'],
          ]}
        />
      </Field>
      {year.from === 'own' && (
        <Field label="On">
          <span className="flex gap-1">
            <CountInput
              name={name('entitlement.year.date')}
              label="Day of the month"
              least={1}
              most={31}
              value={year.date}
              onChange={(date) => set({ year: { ...year, date } })}
            />
            <Select
              label="Month"
              value={year.month}
              onChange={(month) => set({ year: { ...year, month } })}
              options={MONTH_NAMES.map((month, i) => [i + 1, month] as const)}
            />
          </span>
        </Field>
      )}
      {comes !== 'hourly' && (
        <Field label="Full time is" hint="Who works less gets less; empty: the same for all.">
          <LengthInput
            name={name('entitlement.fullTimeMinutes')}
            unit="h a week"
            value={entitlement.fullTimeMinutes}
            onChange={(fullTimeMinutes) => set({ fullTimeMinutes })}
          />
        </Field>
      )}
      <Field label="Rounded to">
        <LeaveAmountInput
          unit={unit}
          name={name('entitlement.step')}
          value={entitlement.step}
          onChange={(step) => set({ step: step ?? type.step })}
        />
      </Field>
      <Field label="Rounded">
        <Select
          value={entitlement.rounding}
          onChange={(rounding) => set({ rounding })}
          options={[
            ['up', 'up'],
            ['nearest', 'to the nearest'],
            ['down', 'down'],
          ]}
        />
      </Field>
      <Field label="Waiting days after hiring">
        <CountInput
          name={name('entitlement.waitingDays')}
          value={entitlement.waitingDays}
          onChange={(waitingDays) => set({ waitingDays })}
        />
      </Field>
      <Field label="A balance grows to at most" hint="Empty: as much as it will.">
        <LeaveAmountInput
          unit={unit}
          name={name('entitlement.cap')}
          value={entitlement.cap}
          onChange={(cap) => set({ cap })}
        />
      </Field>
      <Field label="What is left when the year ends">
        <Select
          value={carryOver === null ? 'stays' : carryOver.most === 0 ? 'lost' : 'carried'}
          onChange={(what) =>
            onChange({
              carryOver:
                what === 'stays'
                  ? null
                  : what === 'lost'
                    ? { most: 0, endsAfter: null }
                    : { most: type.step * 5, endsAfter: 3 },
            })
          }
          options={[
            ['stays', 'stays'],
            ['lost', 'is lost'],
            ['carried', 'goes on into the next, up to a limit'],
          ]}
        />
      </Field>
      {carryOver && carryOver.most !== 0 && (
        <>
          <Field label="At most" hint="Empty: all of it.">
            <LeaveAmountInput
              unit={unit}
              name={name('carryOver.most')}
              value={carryOver.most}
              onChange={(most) => onChange({ carryOver: { ...carryOver, most } })}
            />
          </Field>
          <Field label="To be taken within months" hint="Empty: it does not end.">
            <OptionalCount
              name={name('carryOver.endsAfter')}
              value={carryOver.endsAfter}
              onChange={(endsAfter) => onChange({ carryOver: { ...carryOver, endsAfter } })}
            />
          </Field>
        </>
      )}
    </>
  );
}
