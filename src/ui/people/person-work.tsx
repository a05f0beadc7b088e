'use client';

import { weekFrom } from '@/core/time/day';
import { useDateHabits } from '../kit/inputs/date-habits';
import { SHORT_WEEKDAYS, WEEKDAY_NAMES, formatHours } from '@/core/time/format';
import type { PersonDraft, PersonPayload } from '@/server/people/payload';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { AmountInput, LengthInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { RemoveButton } from '../kit/remove-button';
import { nextWeek } from '../setup/site-section';
import { Button } from '../kit/button';
import { Table } from '../kit/table';

/** What a part of the form about a person is given. */
export interface PersonFormPart {
  readonly page: PersonPayload;
  readonly draft: PersonDraft;
  readonly change: (part: Partial<PersonDraft>) => void;
}

const text = (value: string) => (value === '' ? null : value);

/** Roles held, with the last day of a certificate. */
export function Roles({ page, draft, change }: PersonFormPart) {
  const free = page.choices.roles.filter((role) => !draft.roles.some((held) => held.role === role.id));
  const near = free.filter((role) => role.sites.some((site) => draft.sites.includes(site)));
  const offered = near.length > 0 ? near : free;
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">Roles</h2>
      <p className="text-muted mb-2">
        The first is the usual one. A certificate counts up to and with its last day.
      </p>
      {draft.roles.length > 0 && (
        <Table isFlush className="max-w-[460px]">
          <tbody>
            {draft.roles.map((held, i) => {
              const role = page.choices.roles.find((one) => one.id === held.role);
              const ended = held.until !== null && held.until < page.choices.today;
              return (
                <tr key={held.role}>
                  <td className="font-semibold">{role?.name ?? held.role}</td>
                  <td className="whitespace-nowrap">
                    <span className={ended ? 'text-gap' : 'text-muted'}>{ended ? 'ended' : 'until'}</span>{' '}
                    <DateInput
                      label={`${role?.name ?? held.role} until`}
                      value={held.until}
                      onChange={(until) =>
                        change({ roles: draft.roles.map((one, at) => (at === i ? { ...one, until } : one)) })
                      }
                    />
                  </td>
                  <td className="whitespace-nowrap">
                    {i > 0 && (
                      <Button
                        kind="link"
                        onClick={() =>
                          change({ roles: [held, ...draft.roles.filter((one) => one !== held)] })
                        }
                      >
                        First
                      </Button>
                    )}
                  </td>
                  <td>
                    <RemoveButton
                      label={`Remove ${role?.name ?? held.role}`}
                      onClick={() => change({ roles: draft.roles.filter((one) => one !== held) })}
                    />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </Table>
      )}
      <Select
        label="Give a role"
        className="mt-2"
        value=""
        onChange={(role) => role && change({ roles: [...draft.roles, { role, until: null }] })}
        options={[['', 'Give a role …'], ...offered.map(({ id, name }) => [id, name] as const)]}
      />
    </section>
  );
}

/** Rates, by role and date. */
export function Pay({ page, draft, change }: PersonFormPart) {
  const { weekStart } = useDateHabits();
  const { choices } = page;
  const set = (at: number, part: Partial<PersonDraft['pay'][number]>) =>
    change({ pay: draft.pay.map((one, i) => (i === at ? { ...one, ...part } : one)) });
  const nameOf = (role: string | null) =>
    role === null ? 'whatever the role' : (choices.roles.find((one) => one.id === role)?.name ?? role);
  const add = () =>
    change({
      pay: [
        ...draft.pay,
        {
          role: null,
          since: draft.pay.some((one) => one.role === null) ? nextWeek(weekStart) : null,
          rate: 0,
        },
      ],
    });
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">Pay</h2>
      <p className="text-muted mb-2">
        A rate for a role goes before one for whatever role; without either the role’s own counts.
      </p>
      <Field label="Paid" className="mb-2 w-[140px]">
        <Select
          value={draft.payKind}
          onChange={(payKind) => change({ payKind })}
          options={[
            ['hourly', 'by the hour'],
            ['salaried', 'a salary'],
          ]}
        />
      </Field>
      {draft.pay.length > 0 && (
        <Table isFlush>
          <thead>
            <tr>
              <th scope="col">For</th>
              <th scope="col">From</th>
              <th scope="col">{choices.currency} an hour</th>
              <th aria-label="Remove" />
            </tr>
          </thead>
          <tbody>
            {draft.pay.map((pay, i) => (
              <tr key={i}>
                <td>
                  <Select
                    name={`person.pay.${i}.role`}
                    label="For"
                    value={pay.role ?? ''}
                    onChange={(role) => set(i, { role: text(role) })}
                    options={[
                      ['', nameOf(null)],
                      ...choices.roles
                        .filter(
                          (role) => draft.roles.some((held) => held.role === role.id) || role.id === pay.role,
                        )
                        .map((role) => [role.id, role.name] as const),
                    ]}
                  />
                </td>
                <td>
                  <DateInput
                    name={`person.pay.${i}.since`}
                    label="From"
                    value={pay.since}
                    onChange={(since) => set(i, { since })}
                  />
                </td>
                <td>
                  <AmountInput
                    name={`person.pay.${i}.rate`}
                    label={`Rate for ${nameOf(pay.role)}`}
                    value={pay.rate}
                    onChange={(rate) => set(i, { rate: rate ?? 0 })}
                  />
                </td>
                <td>
                  <RemoveButton
                    label="Remove this rate"
                    onClick={() => change({ pay: draft.pay.filter((_, at) => at !== i) })}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Button kind="link" className="mt-1" onClick={add}>
        {draft.pay.length === 0 ? 'Set a rate of their own' : 'Add a rate'}
      </Button>
    </section>
  );
}

/** Which weekdays a person usually works, and how long. */
export function UsualWeek({ draft, change }: PersonFormPart) {
  const { weekStart } = useDateHabits();
  const usual = draft.usualWeek;
  const total = usual?.reduce((sum, minutes) => sum + minutes, 0) ?? 0;
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">Usual week</h2>
      <p className="text-muted mb-2">Which days, and how long; used where hours of leave are counted.</p>
      {usual === null ? (
        <Button
          kind="link"
          onClick={() => {
            const day = Math.round((draft.contractMinutes ?? 2400) / 5);
            change({ usualWeek: [day, day, day, day, day, 0, 0] });
          }}
        >
          Set the usual week
        </Button>
      ) : (
        <>
          <div className="flex flex-wrap gap-2">
            {weekFrom(weekStart).map((day) => (
              <Field key={day} label={SHORT_WEEKDAYS[day]}>
                <LengthInput
                  name={`person.usualWeek.${day}`}
                  label={`Usual hours on ${WEEKDAY_NAMES[day]}`}
                  unit=""
                  value={usual[day]}
                  className="w-[52px] text-right"
                  onChange={(next) =>
                    change({ usualWeek: usual.map((old, i) => (i === day ? (next ?? 0) : old)) })
                  }
                />
              </Field>
            ))}
          </div>
          <p className="mt-1">
            <span
              className={
                draft.contractMinutes !== null && total !== draft.contractMinutes ? 'text-brass' : ''
              }
            >
              {formatHours(total)}
              {draft.contractMinutes !== null && ` of ${formatHours(draft.contractMinutes)} in the contract`}
            </span>{' '}
            <Button kind="link" onClick={() => change({ usualWeek: null })}>
              Clear
            </Button>
          </p>
        </>
      )}
    </section>
  );
}
