'use client';

import { Agreements } from './agreements';
import { startOfWeek, weekFrom } from '@/core/time/day';
import { SHORT_WEEKDAYS, WEEKDAY_NAMES } from '@/core/time/format';
import type { SetupPayload, SiteDraft } from '@/server/site/payload';
import { Checkbox } from '../kit/inputs/checkbox';
import { DateInput } from '../kit/inputs/date-input';
import { Field } from '../kit/inputs/field';
import { AmountInput, CountInput, LengthInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TextInput } from '../kit/inputs/text-input';
import { RemoveButton } from '../kit/remove-button';
import { SiteForm, type SitePart } from './site-form';
import { Button } from '../kit/button';
import { Table } from '../kit/table';

/** What a site is: its place, its week, its areas and its budget. */
export function SiteSection({ setup }: { readonly setup: SetupPayload }) {
  return (
    <SiteForm setup={setup} className="grid-cols-2 gap-x-12 gap-y-8">
      {(part) => (
        <>
          <Place {...part} zones={setup.timeZones} />
          <WeekOfSite {...part} />
          <Areas {...part} />
          <Budgets {...part} seesPay={setup.seesPay} />
        </>
      )}
    </SiteForm>
  );
}

/** Currencies offered first; any code of three letters can be typed. */
const CURRENCIES = ['EUR', 'GBP', 'USD', 'CHF', 'SEK', 'NOK', 'DKK', 'PLN', 'CZK', 'JPY', 'CAD', 'AUD'];

/** Why a time zone cannot be, with the nearest there are; null: it can. */
function wrongZone(typed: string, zones: readonly string[]): string | null {
  if (zones.includes(typed)) return null;
  try {
    // Older names of zones are not in the list.
    if (typed !== '' && new Intl.DateTimeFormat('en', { timeZone: typed })) return null;
  } catch {
    // It is none.
  }
  const wanted = typed.toLowerCase().replace(/\s+/g, '_').split('/').at(-1)!;
  const near =
    wanted.length < 3 ? [] : zones.filter((zone) => zone.toLowerCase().includes(wanted)).slice(0, 3);
  if (typed === '') return 'A time zone is needed, such as Europe/Lisbon.';
  return `There is no time zone "${typed}"${near.length > 0 ? `; perhaps ${near.join(', ')}` : ''}.`;
}

/** Name, time zone, currency, hour format. */
export function Place({ draft, change, zones }: SitePart & { readonly zones: readonly string[] }) {
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold mb-2">Place</h2>
      <div className="grid grid-cols-2 gap-3">
        <Field label="Name of the site" className="col-span-2">
          <TextInput
            name="site.name"
            value={draft.name}
            onChange={(name) => change({ name })}
            maxLength={120}
          />
        </Field>
        <Field label="Time zone">
          <TextInput
            name="site.timeZone"
            value={draft.timeZone}
            fault={wrongZone(draft.timeZone, zones)}
            list="time-zones"
            onChange={(timeZone) => change({ timeZone: timeZone.trim() })}
          />
          <datalist id="time-zones">
            {zones.map((zone) => (
              <option key={zone} value={zone} />
            ))}
          </datalist>
        </Field>
        <Field label="Currency">
          <TextInput
            name="site.currency"
            value={draft.currency}
            list="currencies"
            maxLength={3}
            className="w-[90px]"
            onChange={(currency) => change({ currency: currency.toUpperCase() })}
          />
          <datalist id="currencies">
            {CURRENCIES.map((code) => (
              <option key={code} value={code} />
            ))}
          </datalist>
        </Field>
        <Field label="Times are written">
          <Select
            value={draft.hourFormat}
            onChange={(hourFormat) => change({ hourFormat })}
            options={[
              ['24', '17:30'],
              ['12', '5:30pm'],
            ]}
          />
        </Field>
      </div>
    </section>
  );
}

/** The day a week starts, the weekend, blocks and margins. */
function WeekOfSite({ draft, change }: SitePart) {
  const days = weekFrom(draft.weekStart);
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold mb-2">Week</h2>
      <div className="grid grid-cols-2 gap-3">
        <Field label="The week starts on">
          <Select
            value={draft.weekStart}
            onChange={(weekStart) => change({ weekStart })}
            options={days.map((day) => [day, WEEKDAY_NAMES[day]] as const)}
          />
        </Field>
        <Field label="Coverage is counted in blocks of">
          <Select
            value={draft.blockMinutes}
            onChange={(blockMinutes) => change({ blockMinutes })}
            options={[
              [15, '15 min'],
              [30, '30 min'],
              [60, '1 h'],
            ]}
          />
        </Field>
        <fieldset className="col-span-2">
          <legend className="text-muted text-xs">Weekend</legend>
          <div className="flex flex-wrap gap-3.5">
            {days.map((day) => (
              <Checkbox
                key={day}
                checked={draft.weekend.includes(day)}
                onChange={(on) =>
                  change({
                    weekend: on
                      ? [...draft.weekend, day].sort((a, b) => a - b)
                      : draft.weekend.filter((one) => one !== day),
                  })
                }
              >
                {SHORT_WEEKDAYS[day]}
              </Checkbox>
            ))}
          </div>
        </fieldset>
        <Field label="Set-up before opening">
          <span className="flex items-baseline gap-1">
            <CountInput
              name="site.margins.before"
              value={draft.margins.before}
              most={720}
              onChange={(before) => change({ margins: { ...draft.margins, before } })}
            />
            <span className="text-muted">min</span>
          </span>
        </Field>
        <Field label="Close-down after closing">
          <span className="flex items-baseline gap-1">
            <CountInput
              name="site.margins.after"
              value={draft.margins.after}
              most={720}
              onChange={(after) => change({ margins: { ...draft.margins, after } })}
            />
            <span className="text-muted">min</span>
          </span>
        </Field>
        <Agreements draft={draft} change={change} />
      </div>
    </section>
  );
}

function Areas({ draft, change }: SitePart) {
  const set = (at: number, name: string) =>
    change({ areas: draft.areas.map((area, i) => (i === at ? { ...area, name } : area)) });
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">Areas</h2>
      <p className="text-muted mb-2">Parts of the site that people work in, such as a terrace.</p>
      <ul className="flex flex-col gap-1.5">
        {draft.areas.map((area, i) => (
          <li key={area.id ?? `new ${i}`} className="flex items-center gap-1">
            <TextInput
              name={`site.areas.${i}.name`}
              label={`Area ${i + 1}`}
              value={area.name}
              autoFocus={area.id === null && area.name === ''}
              className="w-[260px]"
              onChange={(name) => set(i, name)}
            />
            <RemoveButton
              label={`Remove ${area.name || 'area'}`}
              onClick={() => change({ areas: draft.areas.filter((_, at) => at !== i) })}
            />
          </li>
        ))}
      </ul>
      <Button
        kind="link"
        className="mt-1.5"
        onClick={() => change({ areas: [...draft.areas, { id: null, name: '' }] })}
      >
        Add an area
      </Button>
    </section>
  );
}

function Budgets({ draft, change, seesPay }: SitePart & { readonly seesPay: boolean }) {
  const set = (at: number, part: Partial<SiteDraft['budgets'][number]>) =>
    change({ budgets: draft.budgets.map((one, i) => (i === at ? { ...one, ...part } : one)) });
  const add = () =>
    change({
      budgets: [
        ...draft.budgets,
        {
          since: draft.budgets.length === 0 ? null : nextWeek(draft.weekStart),
          minutes: null,
          cost: null,
          sales: null,
        },
      ],
    });
  return (
    <section>
      <h2 className="font-serif text-lg font-semibold">Budget a week</h2>
      <p className="text-muted mb-2">
        Each holds from its date on, so that old weeks stay as they were judged.
      </p>
      {draft.budgets.length > 0 && (
        <Table isFlush>
          <thead>
            <tr>
              <th scope="col">From</th>
              <th scope="col">Hours</th>
              {seesPay && <th scope="col">Cost, {draft.currency}</th>}
              {seesPay && <th scope="col">Expected sales</th>}
              <th aria-label="Remove" />
            </tr>
          </thead>
          <tbody>
            {draft.budgets.map((budget, i) => (
              <tr key={i}>
                <td>
                  {budget.since === null ? (
                    'the beginning'
                  ) : (
                    <DateInput
                      name={`site.budgets.${i}.since`}
                      label="From"
                      value={budget.since}
                      onChange={(since) => since !== null && set(i, { since })}
                    />
                  )}
                </td>
                <td>
                  <LengthInput
                    name={`site.budgets.${i}.minutes`}
                    label="Hours"
                    value={budget.minutes}
                    onChange={(minutes) => set(i, { minutes })}
                  />
                </td>
                {seesPay && (
                  <td>
                    <AmountInput
                      name={`site.budgets.${i}.cost`}
                      label="Cost"
                      value={budget.cost}
                      onChange={(cost) => set(i, { cost })}
                    />
                  </td>
                )}
                {seesPay && (
                  <td>
                    <AmountInput
                      name={`site.budgets.${i}.sales`}
                      label="Expected sales"
                      value={budget.sales}
                      onChange={(sales) => set(i, { sales })}
                    />
                  </td>
                )}
                <td>
                  <RemoveButton
                    label="Remove this budget"
                    onClick={() => change({ budgets: draft.budgets.filter((_, at) => at !== i) })}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Button kind="link" className="mt-1.5" onClick={add}>
        {draft.budgets.length === 0 ? 'Set a budget' : 'Change it from a date on'}
      </Button>
      <div className="mt-3 grid grid-cols-2 gap-3">
        {seesPay && (
          <Field label="Sales that an hour of work should bring">
            <AmountInput
              name="site.salesPerHour"
              value={draft.salesPerHour}
              onChange={(salesPerHour) => change({ salesPerHour })}
            />
          </Field>
        )}
        <Field label="Fewest people that needs from sales ask for">
          <CountInput
            name="site.needsMinimum"
            value={draft.needsMinimum}
            most={1000}
            onChange={(needsMinimum) => change({ needsMinimum })}
          />
        </Field>
      </div>
    </section>
  );
}

/** The first day of next week, as a date from which something new may hold. `weekStart`: the site's first weekday. */
export function nextWeek(weekStart: number): number {
  const today = Math.floor((Date.now() - new Date().getTimezoneOffset() * 60_000) / 86_400_000);
  return startOfWeek(today, weekStart) + 7;
}
