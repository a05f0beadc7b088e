'use client';

import { WHOLE_DAY } from '@/core/leave/amount';
import { type LeaveType } from '@/core/leave/leave-type';
import { INKS } from '@/core/setup/inks';
import type { LeaveUnit } from '@/core/leave/amount';
import type { SetupPayload } from '@/server/site/payload';
import { Button } from '../kit/button';
import { Checkbox } from '../kit/inputs/checkbox';
import { DateInput } from '../kit/inputs/date-input';
import { Field, FieldGroup } from '../kit/inputs/field';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { CONTRACTS } from '../people/contracts';
import { LeaveAmountInput } from './amount-input';
import { EntitlementFields } from './entitlement-fields';
import { OptionalCount } from './optional-count';

interface Props {
  readonly type: LeaveType;
  /** Its place in the form. */
  readonly at: number;
  readonly setup: SetupPayload;
  /** It is there already, and so can only be retired once it was used. */
  readonly isStored: boolean;
  readonly waiting: number;
  readonly onChange: (part: Partial<LeaveType>) => void;
  readonly onRemove: () => void;
}

const STEPS: Readonly<Record<LeaveUnit, number>> = {
  days: WHOLE_DAY,
  'half-days': WHOLE_DAY / 2,
  hours: 60,
};

/** Everything that is said of one kind of leave. */
export function TypeFields({ type, at, setup, isStored, waiting, onChange, onRemove }: Props) {
  const name = (field: string) => `types.${at}.${field}`;
  const { unit, askedBy, ahead } = type;
  const groups = setup.leave.groups;
  return (
    <div className="flex max-w-[640px] flex-col gap-5">
      {waiting > 0 && (
        <p className="border-brass border-l-4 pl-3">
          {waiting === 1 ? 'One request waits' : `${waiting} requests wait`} and{' '}
          {waiting === 1 ? 'keeps' : 'keep'} the rules as they were.
        </p>
      )}
      <FieldGroup title="What it is" className="grid grid-cols-2 gap-x-4 gap-y-2 phone:grid-cols-1">
        <Field label="Name">
          <TextInput
            name={name('name')}
            maxLength={120}
            value={type.name}
            onChange={(text) =>
              onChange({
                name: text,
                ...(type.mark === '?' || type.mark === markOf(type.name) ? { mark: markOf(text) } : {}),
              })
            }
          />
        </Field>
        <div className="flex gap-3">
          <Field label="Mark">
            <TextInput
              name={name('mark')}
              className="w-[64px]"
              maxLength={3}
              value={type.mark}
              onChange={(mark) => onChange({ mark })}
            />
          </Field>
          <Field label="Ink">
            <Select
              name={name('ink')}
              value={type.ink}
              onChange={(ink) => onChange({ ink })}
              options={INKS.map((ink) => [ink, ink] as const)}
            />
          </Field>
        </div>
        <Field label="Counted in">
          <Select
            name={name('unit')}
            value={unit}
            onChange={(next) =>
              onChange({
                unit: next,
                step: STEPS[next],
                ...(next === 'hours' || unit === 'hours' ? { entitlement: null, carryOver: null } : {}),
              })
            }
            options={[
              ['days', 'whole days'],
              ['half-days', 'half days'],
              ['hours', 'hours'],
            ]}
          />
        </Field>
        <Field label="Smallest step" hint="Other amounts are offered the nearest below and above.">
          <LeaveAmountInput
            unit={unit}
            name={name('step')}
            value={type.step}
            onChange={(step) => onChange({ step: step ?? STEPS[unit] })}
          />
        </Field>
        <Field label="Which days count" className="col-span-full">
          <Select
            name={name('counting')}
            className="max-w-none w-full"
            value={type.counting}
            onChange={(counting) => onChange({ counting })}
            options={[
              [
                'usual-week',
                'days the person usually works; without a usual week, all but the site’s weekend',
              ],
              ['weekend', 'all but the site’s weekend'],
              ['calendar', 'every day of the calendar, weekends and holidays too'],
            ]}
          />
        </Field>
        <Checkbox checked={type.isPaid} onChange={(isPaid) => onChange({ isPaid })}>
          Paid
        </Checkbox>
        <Checkbox checked={type.needsNote} onChange={(needsNote) => onChange({ needsNote })}>
          A note is needed
        </Checkbox>
      </FieldGroup>

      <FieldGroup title="Asking and deciding" className="grid grid-cols-2 gap-x-4 gap-y-2 phone:grid-cols-1">
        <Field label="Who may ask">
          <Select
            value={askedBy ? 'some' : 'all'}
            onChange={(who) => onChange({ askedBy: who === 'all' ? null : { groups: [], contracts: [] } })}
            options={[
              ['all', 'everybody'],
              ['some', 'some groups or kinds of contract'],
            ]}
          />
        </Field>
        <Field label="Who decides">
          <Select
            name={name('approval')}
            value={type.approval}
            onChange={(approval) => onChange({ approval })}
            options={[
              ['nobody', 'nobody: it holds at once'],
              ['scheduler', 'a scheduler of the home site'],
              ['manager', 'the person’s own manager'],
              ['manager-then-scheduler', 'the manager, then a scheduler'],
            ]}
          />
        </Field>
        {askedBy && (
          <div className="col-span-full flex flex-wrap gap-x-4">
            {[...CONTRACTS].map(([id, label]) => (
              <Tick
                key={id}
                label={label}
                list={askedBy.contracts}
                value={id}
                onChange={(contracts) => onChange({ askedBy: { ...askedBy, contracts } })}
              />
            ))}
            {groups.map((group) => (
              <Tick
                key={group}
                label={group}
                list={askedBy.groups}
                value={group}
                onChange={(next) => onChange({ askedBy: { ...askedBy, groups: next } })}
              />
            ))}
          </div>
        )}
        <Field label="Days ahead at least">
          <OptionalCount
            name={name('ahead.least')}
            value={ahead.least}
            onChange={(least) => onChange({ ahead: { ...ahead, least } })}
          />
        </Field>
        <Field label="Days ahead at most">
          <OptionalCount
            name={name('ahead.most')}
            value={ahead.most}
            onChange={(most) => onChange({ ahead: { ...ahead, most } })}
          />
        </Field>
        {(type.approval === 'manager' || type.approval === 'manager-then-scheduler') && (
          <Field label="A deputy may decide after" hint="Days that the manager lets pass; empty: never.">
            <OptionalCount
              name={name('deputyAfter')}
              value={type.deputyAfter}
              onChange={(deputyAfter) => onChange({ deputyAfter })}
            />
          </Field>
        )}
      </FieldGroup>

      <FieldGroup title="Balance" className="grid grid-cols-2 gap-x-4 gap-y-2 phone:grid-cols-1">
        <Field label="Taken from a balance">
          <Select
            value={type.balance === null ? 'none' : type.balance.mayOwe === null ? 'any' : 'some'}
            onChange={(kind) =>
              onChange(
                kind === 'none'
                  ? { balance: null, entitlement: null, carryOver: null }
                  : { balance: { mayOwe: kind === 'any' ? null : 0 } },
              )
            }
            options={[
              ['none', 'no balance is kept'],
              ['some', 'yes, down to a limit'],
              ['any', 'yes, and as much as one likes may be owed'],
            ]}
          />
        </Field>
        {type.balance && type.balance.mayOwe !== null && (
          <Field label="May be owed at most">
            <LeaveAmountInput
              unit={unit}
              name={name('balance.mayOwe')}
              value={type.balance.mayOwe}
              onChange={(mayOwe) => onChange({ balance: { mayOwe: mayOwe ?? 0 } })}
            />
          </Field>
        )}
        {type.balance && (
          <>
            <Field label="Balances are kept from">
              <DateInput
                isNeeded
                name={name('since')}
                value={type.since}
                onChange={(since) => since !== null && onChange({ since })}
              />
            </Field>
            <Field label="Fills">
              <Select
                value={type.entitlement ? 'itself' : 'hand'}
                onChange={(how) =>
                  onChange(
                    how === 'hand'
                      ? { entitlement: null, carryOver: null }
                      : { entitlement: firstEntitlement(type) },
                  )
                }
                options={[
                  ['hand', 'by hand, where it is granted'],
                  ['itself', 'by itself'],
                ]}
              />
            </Field>
            <Checkbox checked={type.isEarned} onChange={(isEarned) => onChange({ isEarned })}>
              Earned by overtime: what is granted is called so
            </Checkbox>
            <EntitlementFields type={type} name={name} onChange={onChange} />
          </>
        )}
      </FieldGroup>
      <div className="flex gap-3">
        <Checkbox checked={type.isRetired} onChange={(isRetired) => onChange({ isRetired })}>
          Retired: its history stays, and nobody asks for it any more
        </Checkbox>
        {!isStored && <Button onClick={onRemove}>Remove</Button>}
      </div>
    </div>
  );
}

function firstEntitlement({ unit, step }: LeaveType): NonNullable<LeaveType['entitlement']> {
  return {
    ...{ amount: unit === 'hours' ? 9600 : 20 * WHOLE_DAY, year: { from: 'calendar' }, comes: 'yearly' },
    ...{ hourShare: 1207, fullTimeMinutes: 2400, step, rounding: 'up', waitingDays: 0, cap: null },
  };
}

/** Two letters of a name: of its first two words, else its first two. */
function markOf(text: string): string {
  const words = text.trim().split(/\s+/);
  const letters = words.length > 1 ? words[0].slice(0, 1) + words[1].slice(0, 1) : words[0].slice(0, 2);
  return letters.toUpperCase() || '?';
}

function Tick({
  label,
  list,
  value,
  onChange,
}: {
  readonly label: string;
  readonly list: readonly string[];
  readonly value: string;
  readonly onChange: (list: readonly string[]) => void;
}) {
  return (
    <Checkbox
      checked={list.includes(value)}
      onChange={(on) => onChange(on ? [...list, value] : list.filter((one) => one !== value))}
    >
      {label}
    </Checkbox>
  );
}
