'use client';

import { useState } from 'react';
import { STARTING_TYPES, type LeaveType, formatAmount } from '@/core/leave/leave-type';
import { WHOLE_DAY } from '@/core/leave/amount';
import { INKS } from '@/core/setup/inks';
import { dayOf, civilOf } from '@/core/time/day';
import { counted } from '@/core/time/format';
import type { SetupPayload } from '@/server/site/payload';
import { newId } from '../commands/new-id';
import { CommandForm } from '../forms/command-form';
import { useCommandForm } from '../forms/use-command-form';
import { Button } from '../kit/button';
import { EmptyState } from '../kit/states';
import { LeaveMark } from './leave-mark';
import { TypeFields } from './type-fields';

/** Kinds of leave of the business: what each is, who may ask, who decides, and how a balance of it fills. */
export function LeaveTypesSection({ setup }: { readonly setup: SetupPayload }) {
  const { leave, today } = setup;
  const form = useCommandForm('leave.types', {
    stored: { types: leave.types },
    key: 'leave types',
    clean: ({ types }) => ({ types: types.filter(({ name }) => name.trim() !== '') }),
  });
  const { types } = form.values;
  const [chosen, choose] = useState<string | null>(leave.types[0]?.id ?? null);
  const at = types.findIndex(({ id }) => id === chosen);
  const current = types[at];
  const since = dayOf(civilOf(today).year, 1, 1);
  const add = (made: readonly LeaveType[]) => {
    form.change({ types: [...types, ...made] });
    choose(made[0].id);
  };
  const missing = STARTING_TYPES.filter(({ name }) => !types.some((one) => one.name === name));
  const start = () => add(missing.map((type) => ({ ...type, id: newId(), since })));
  return (
    <CommandForm form={form}>
      <h2 className="mb-1 font-serif text-lg font-semibold">
        Kinds of leave of {setup.business || 'the business'}
      </h2>
      <p className="text-muted mb-3 max-w-[760px]">
        They are the same at every site. Colleagues only ever see that somebody is away. What is changed holds
        for what is asked for from now on: requests that wait keep the rules they were asked under.
      </p>
      {types.length === 0 ? (
        <EmptyState title="No kind of leave yet">
          <p className="mb-3">
            Begin with a set that is common: {STARTING_TYPES.map(({ name }) => name.toLowerCase()).join(', ')}
            . Each can be changed before it is saved, and after.
          </p>
          <Button kind="primary" onClick={start}>
            Begin with the common set
          </Button>{' '}
          <Button onClick={() => add([blank(types, since)])}>Make one of your own</Button>
        </EmptyState>
      ) : (
        <div className="flex flex-wrap items-start gap-x-8 gap-y-4">
          <div className="w-[260px] shrink-0 phone:w-full">
            <ul aria-label="Kinds of leave" className="border-rule max-h-[60vh] overflow-y-auto border-t">
              {types.map((type) => (
                <li key={type.id} className="border-fine border-b">
                  <button
                    type="button"
                    aria-pressed={type.id === chosen}
                    onClick={() => choose(type.id)}
                    className={`flex w-full cursor-pointer items-center gap-2 px-2 py-1.5 text-left ${
                      type.id === chosen ? 'bg-sheet font-semibold' : 'hover:bg-sheet'
                    }`}
                  >
                    <LeaveMark type={type} />
                    <span className="min-w-0 flex-1">
                      <span className="block truncate">{type.name || 'No name yet'}</span>
                      <span className="text-muted block truncate text-xs font-normal">{summary(type)}</span>
                    </span>
                  </button>
                </li>
              ))}
            </ul>
            <div className="mt-2 flex flex-wrap gap-2">
              <Button onClick={() => add([blank(types, since)])}>Add a kind</Button>
              {missing.length > 0 && missing.length < STARTING_TYPES.length && (
                <Button onClick={start}>Add {counted(missing.length, 'common one')}</Button>
              )}
            </div>
          </div>
          {current && (
            <div className="min-w-0 flex-1">
              <TypeFields
                key={current.id}
                type={current}
                at={at}
                setup={setup}
                isStored={leave.types.some(({ id }) => id === current.id)}
                waiting={leave.waiting[current.id] ?? 0}
                onChange={(part) =>
                  form.change({ types: types.map((one, i) => (i === at ? { ...one, ...part } : one)) })
                }
                onRemove={() => {
                  form.change({ types: types.filter((_, i) => i !== at) });
                  choose(types.find((_, i) => i !== at)?.id ?? null);
                }}
              />
            </div>
          )}
        </div>
      )}
    </CommandForm>
  );
}

/** A kind of leave in a few words: `half days, 20 days a year, a scheduler decides`. */
function summary({ unit, entitlement, balance, approval, isRetired }: LeaveType): string {
  if (isRetired) return 'retired';
  const year = entitlement
    ? entitlement.comes === 'hourly'
      ? `${entitlement.hourShare / 100}% of hours`
      : `${formatAmount(entitlement.amount, unit)} a year`
    : balance
      ? 'granted by hand'
      : 'no balance';
  return `${year}, ${APPROVAL_WORDS[approval]}`;
}

const APPROVAL_WORDS = {
  nobody: 'holds at once',
  scheduler: 'a scheduler decides',
  manager: 'the manager decides',
  'manager-then-scheduler': 'two decide',
} as const;

function blank(types: readonly LeaveType[], since: number): LeaveType {
  const inks = new Set(types.map(({ ink }) => ink));
  return {
    ...{ id: newId(), name: '', mark: '?', ink: INKS.find((ink) => !inks.has(ink)) ?? INKS[0] },
    ...{
      unit: 'days',
      step: WHOLE_DAY,
      isPaid: true,
      counting: 'usual-week',
      balance: null,
      entitlement: null,
    },
    ...{ carryOver: null, since, isEarned: false, askedBy: null, ahead: { least: null, most: null } },
    ...{ approval: 'scheduler', deputyAfter: 5, needsNote: false, isRetired: false },
  };
}
