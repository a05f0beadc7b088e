'use client';

import { useState } from 'react';
import { writeHours } from '@/core/time/write';
import type { PersonDraft, PersonPayload } from '@/server/people/payload';
import { AmountInput, DateInput, Labelled, LengthInput, Select, TextInput, Tick } from '../kit/inputs';
import { SaveBar } from '../kit/save-bar';
import { useCommand, useDraft } from '../kit/use-command';
import { RemoveButton, WEEKDAY_NAMES, nextMonday } from '../setup/site-section';
import { OwnFields } from './own-fields';
import { CONTRACTS } from './people-screen';

interface Part {
  readonly page: PersonPayload;
  readonly draft: PersonDraft;
  readonly change: (part: Partial<PersonDraft>) => void;
}

/** Everything about a person but when they can work. */
export function PersonPart({ page }: { readonly page: PersonPayload }) {
  const { draft, change, reset, dirty, saved } = useDraft<PersonDraft>(page.person);
  const { run, busy, problem } = useCommand();
  const input = dirty ? { id: page.id, person: draft } : null;
  const part = { page, draft, change };
  return (
    <>
      <main className="min-h-0 flex-1 overflow-y-auto px-6 py-5">
        <div className="mx-auto grid max-w-[1120px] grid-cols-2 gap-x-14 gap-y-8 max-[900px]:grid-cols-1">
          <Contact {...part} />
          <Work {...part} />
          <Roles {...part} />
          <Pay {...part} />
          <UsualWeek {...part} />
          <OwnFields {...part} />
        </div>
      </main>
      <SaveBar
        kind="person.save"
        input={input}
        busy={busy}
        problem={problem}
        onReset={reset}
        onSave={() => void run('person.save', input).then((done) => done && saved())}
      />
    </>
  );
}

const text = (value: string) => (value === '' ? null : value);

function Contact({ page, draft, change }: Part) {
  return (
    <section>
      <h2 className="section-title mb-2">Person</h2>
      <div className="grid grid-cols-2 gap-3">
        <Labelled label="Name">
          <TextInput value={draft.name} onChange={(name) => change({ name })} maxLength={120} />
        </Labelled>
        <Labelled label="Number">
          <TextInput
            value={draft.number ?? ''}
            onChange={(number) => change({ number: text(number) })}
            maxLength={40}
          />
        </Labelled>
        <Labelled label="E-mail">
          <TextInput
            value={draft.email ?? ''}
            onChange={(email) => change({ email: text(email) })}
            type="email"
          />
        </Labelled>
        <Labelled label="Phone">
          <TextInput
            value={draft.phone ?? ''}
            onChange={(phone) => change({ phone: text(phone) })}
            type="tel"
          />
        </Labelled>
        <Labelled label="Birth date">
          <DateInput value={draft.birthDate} onChange={(birthDate) => change({ birthDate })} />
        </Labelled>
        <Labelled label="Manager">
          <Select
            value={draft.manager ?? ''}
            onChange={(manager) => change({ manager: text(manager) })}
            options={[['', 'none'], ...page.managers.map((person) => [person.id, person.name] as const)]}
          />
        </Labelled>
        <Labelled label="Groups, with commas" className="col-span-2">
          <GroupsInput value={draft.groups} onChange={(groups) => change({ groups })} />
        </Labelled>
        <Labelled label="Notes" className="col-span-2">
          <textarea
            className="input"
            rows={3}
            maxLength={5000}
            value={draft.notes ?? ''}
            onChange={(event) => change({ notes: text(event.target.value) })}
          />
        </Labelled>
      </div>
    </section>
  );
}

function GroupsInput({
  value,
  onChange,
}: {
  readonly value: readonly string[];
  readonly onChange: (groups: string[]) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <input
      className="input"
      value={typed ?? value.join(', ')}
      onChange={(event) => {
        setTyped(event.target.value);
        onChange(
          event.target.value
            .split(',')
            .map((group) => group.trim())
            .filter(Boolean),
        );
      }}
      onBlur={() => setTyped(null)}
    />
  );
}

function Work({ page, draft, change }: Part) {
  return (
    <section>
      <h2 className="section-title mb-2">Employment</h2>
      <div className="grid grid-cols-2 gap-3">
        <Labelled label="First day">
          <DateInput value={draft.employedFrom} onChange={(employedFrom) => change({ employedFrom })} />
        </Labelled>
        <Labelled label="Last day" hint="Shifts after it turn open when this is saved.">
          <DateInput value={draft.employedTo} onChange={(employedTo) => change({ employedTo })} />
        </Labelled>
        <Labelled label="Contract">
          <Select
            value={draft.contractKind ?? ''}
            onChange={(kind) =>
              change({ contractKind: kind === '' ? null : (kind as PersonDraft['contractKind']) })
            }
            options={[['', 'not said'], ...CONTRACTS]}
          />
        </Labelled>
        <Labelled label="Contract hours a week">
          <LengthInput
            value={draft.contractMinutes}
            onChange={(contractMinutes) => change({ contractMinutes })}
          />
        </Labelled>
        <Labelled label="At most a week">
          <LengthInput
            value={draft.maxWeekMinutes}
            onChange={(maxWeekMinutes) => change({ maxWeekMinutes })}
          />
        </Labelled>
        <Labelled
          label="A day of leave counts"
          hint={
            draft.standardDayMinutes === null && draft.contractMinutes !== null
              ? `${writeHours(Math.round(draft.contractMinutes / 5))}, a fifth of the contract`
              : undefined
          }
        >
          <LengthInput
            value={draft.standardDayMinutes}
            onChange={(standardDayMinutes) => change({ standardDayMinutes })}
          />
        </Labelled>
        <fieldset className="col-span-2">
          <legend className="text-muted text-[11.5px]">Works at</legend>
          <div className="flex flex-wrap gap-x-4">
            {page.choices.sites.map((site) => (
              <Tick
                key={site.id}
                checked={draft.sites.includes(site.id)}
                onChange={(on) =>
                  change({
                    sites: on
                      ? [...draft.sites, site.id].sort()
                      : draft.sites.filter((one) => one !== site.id),
                  })
                }
              >
                {site.name}
              </Tick>
            ))}
          </div>
        </fieldset>
      </div>
    </section>
  );
}

function Roles({ page, draft, change }: Part) {
  const free = page.choices.roles.filter((role) => !draft.roles.some((held) => held.role === role.id));
  const near = free.filter((role) => role.sites.some((site) => draft.sites.includes(site)));
  const offered = near.length > 0 ? near : free;
  return (
    <section>
      <h2 className="section-title">Roles</h2>
      <p className="text-muted mb-2">
        The first is the usual one. A certificate counts up to and with its last day.
      </p>
      {draft.roles.length > 0 && (
        <table className="sheet-table max-w-[460px]">
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
                      <button
                        type="button"
                        className="text-button"
                        onClick={() =>
                          change({ roles: [held, ...draft.roles.filter((one) => one !== held)] })
                        }
                      >
                        First
                      </button>
                    )}
                  </td>
                  <td>
                    <RemoveButton
                      label={`Take ${role?.name ?? held.role}`}
                      onClick={() => change({ roles: draft.roles.filter((one) => one !== held) })}
                    />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      <select
        aria-label="Give a role"
        className="input mt-2"
        value=""
        onChange={(event) => {
          if (event.target.value)
            change({ roles: [...draft.roles, { role: event.target.value, until: null }] });
        }}
      >
        <option value="">Give a role …</option>
        {offered.map((role) => (
          <option key={role.id} value={role.id}>
            {role.name}
          </option>
        ))}
      </select>
    </section>
  );
}

function Pay({ page, draft, change }: Part) {
  const { choices } = page;
  const set = (at: number, part: Partial<PersonDraft['pay'][number]>) =>
    change({ pay: draft.pay.map((one, i) => (i === at ? { ...one, ...part } : one)) });
  const nameOf = (role: string | null) =>
    role === null ? 'whatever the role' : (choices.roles.find((one) => one.id === role)?.name ?? role);
  const add = () =>
    change({
      pay: [
        ...draft.pay,
        { role: null, since: draft.pay.some((one) => one.role === null) ? nextMonday() : null, rate: 0 },
      ],
    });
  return (
    <section>
      <h2 className="section-title">Pay</h2>
      <p className="text-muted mb-2">
        A rate for a role goes before one for whatever role; without either the role’s own counts.
      </p>
      <Labelled label="Paid" className="mb-2 w-[140px]">
        <Select
          value={draft.payKind}
          onChange={(payKind) => change({ payKind })}
          options={[
            ['hourly', 'by the hour'],
            ['salaried', 'a salary'],
          ]}
        />
      </Labelled>
      {draft.pay.length > 0 && (
        <table className="sheet-table">
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
                  <DateInput label="From" value={pay.since} onChange={(since) => set(i, { since })} />
                </td>
                <td>
                  <AmountInput
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
        </table>
      )}
      <button type="button" className="text-button mt-1" onClick={add}>
        {draft.pay.length === 0 ? 'Set a rate of their own' : 'Add a rate'}
      </button>
    </section>
  );
}

function UsualWeek({ draft, change }: Part) {
  const usual = draft.usualWeek;
  const total = usual?.reduce((sum, minutes) => sum + minutes, 0) ?? 0;
  return (
    <section>
      <h2 className="section-title">Usual week</h2>
      <p className="text-muted mb-2">Which days, and how long; used where hours of leave are counted.</p>
      {usual === null ? (
        <button
          type="button"
          className="text-button"
          onClick={() => {
            const day = Math.round((draft.contractMinutes ?? 2400) / 5);
            change({ usualWeek: [day, day, day, day, day, 0, 0] });
          }}
        >
          Say the usual week
        </button>
      ) : (
        <>
          <div className="flex flex-wrap gap-2">
            {usual.map((minutes, day) => (
              <Labelled key={day} label={WEEKDAY_NAMES[day].slice(0, 3)}>
                <LengthInput
                  label={`Usual hours on ${WEEKDAY_NAMES[day]}`}
                  unit=""
                  value={minutes}
                  className="w-[52px] text-right"
                  onChange={(next) =>
                    change({ usualWeek: usual.map((old, i) => (i === day ? (next ?? 0) : old)) })
                  }
                />
              </Labelled>
            ))}
          </div>
          <p className="mt-1">
            <span
              className={
                draft.contractMinutes !== null && total !== draft.contractMinutes ? 'text-brass' : ''
              }
            >
              {writeHours(total)}
              {draft.contractMinutes !== null && ` of ${writeHours(draft.contractMinutes)} in the contract`}
            </span>{' '}
            <button type="button" className="text-button" onClick={() => change({ usualWeek: null })}>
              Clear
            </button>
          </p>
        </>
      )}
    </section>
  );
}
