'use client';

import { sampleHours } from '@/core/time/parse-hours';
import { WEEKDAY_NAMES } from '@/core/time/format';
import { parsePeopleList } from '@/core/people/parse-people';
import type { SiteDraft } from '@/server/site/payload';
import { Field } from '../kit/inputs/field';
import { CountInput } from '../kit/inputs/parsed-input';
import { Select } from '../kit/inputs/select';
import { TextArea, TextInput } from '../kit/inputs/text-input';
import { WeekHours } from '../setup/hours-section';
import { RoleSample, freshRole } from '../setup/roles-section';
import { UnknownRoles } from '../people/unknown-roles';
import { Place } from '../setup/site-section';
import { type StartDraft, roleChoices, roleNames } from './draft';
import { Button } from '../kit/button';
import { Kbd } from '../kit/kbd';
import { Table } from '../kit/table';

interface Step {
  readonly draft: StartDraft;
  readonly change: (part: Partial<StartDraft>) => void;
}

function siteOf({ draft, change }: Step) {
  return {
    draft: draft.site,
    change: (part: Partial<SiteDraft>) => change({ site: { ...draft.site, ...part } }),
  };
}

/** Where it is: the only step that cannot be left empty, and of it only the name. */
export function PlaceStep(
  props: Step & {
    readonly zones: readonly string[];
    readonly sets: readonly { readonly id: string; readonly name: string; readonly source: string }[];
    readonly first: boolean;
  },
) {
  const { draft, change, zones, sets, first } = props;
  const site = siteOf(props);
  return (
    <>
      <h1 className="font-serif text-xl font-semibold">
        {first ? 'Let us set up a first week' : 'A new site'}
      </h1>
      <p className="text-muted mb-5">
        Five short steps; each can be skipped and found again under Set-up. Only the name of the site is
        needed.
      </p>
      {first && (
        <Field label="Name of the business" className="mb-4">
          <TextInput
            name="business"
            value={draft.business}
            placeholder="Saltmere Quay"
            autoFocus
            onChange={(business) => change({ business })}
          />
        </Field>
      )}
      <Place {...site} zones={zones} />
      <div className="mt-3 grid grid-cols-2 gap-3">
        <Field label="The week starts on">
          <Select
            value={draft.site.weekStart}
            onChange={(weekStart) => site.change({ weekStart })}
            options={WEEKDAY_NAMES.map((name, day) => [day, name] as const)}
          />
        </Field>
        <Field label="Rules to begin with" hint={sets.find((set) => set.id === draft.rules)?.source}>
          <Select
            value={draft.rules}
            onChange={(rules) => change({ rules })}
            options={[...sets.map((set) => [set.id, set.name] as const), ['none', 'none']]}
          />
        </Field>
      </div>
    </>
  );
}

/** When it is open: typed once, copied to the other days. */
export function HoursStep(props: Step) {
  const { draft } = props;
  return (
    <>
      <h1 className="font-serif text-xl font-semibold">When is {props.draft.site.name} open?</h1>
      <p className="text-muted mb-4">
        Type one day as <Kbd>{sampleHours(draft.site.hourFormat)[0]}</Kbd>, give it to every day, then change
        what is different.
      </p>
      <WeekHours {...siteOf(props)} />
    </>
  );
}

/** What people do there. */
export function RolesStep({ draft, change }: Step) {
  const names = roleNames(draft);
  const roles = names.reduce<ReturnType<typeof freshRole>[]>(
    (all, name) => [...all, freshRole(name, all)],
    [],
  );
  return (
    <>
      <h1 className="font-serif text-xl font-semibold">What do people work as?</h1>
      <p className="text-muted mb-4">One role a line, or with commas: Kitchen, Bar, Floor, Lead.</p>
      <TextArea
        label="Roles"
        rows={6}
        autoFocus
        placeholder={'Kitchen\nBar\nFloor\nLead'}
        value={draft.roles}
        onChange={(text) => change({ roles: text })}
      />
      <ul className="mt-3 flex flex-wrap gap-3">
        {roles.map((role) => (
          <li key={role.name} className="flex items-center gap-1.5">
            <RoleSample role={role} /> {role.name}
          </li>
        ))}
      </ul>
    </>
  );
}

/** Who works there. */
export function PeopleStep({
  draft,
  change,
  busy,
  onFile,
}: Step & { readonly busy: boolean; readonly onFile: () => void }) {
  const choices = roleChoices(draft);
  const { people, unknown, faults } = parsePeopleList(draft.people, choices, draft.sameAs);
  const answer = (word: string, role: string) =>
    change({ sameAs: { ...draft.sameAs, [word.toLocaleLowerCase()]: role } });
  return (
    <>
      <h1 className="font-serif text-xl font-semibold">Who works there?</h1>
      <p className="text-muted mb-4">
        One person a line, with their roles behind a comma if you like; or paste two columns from a
        spreadsheet.
      </p>
      <TextArea
        label="People"
        aria-describedby="people-read"
        rows={10}
        autoFocus
        placeholder={'Ilse Brandt, Lead\nTeo Marchetti, Kitchen\nPriya Nair, Bar'}
        value={draft.people}
        onChange={(text) => change({ people: text })}
      />
      <div id="people-read" aria-live="polite" className="mt-2">
        {people.length > 0 && (
          <p>
            {people.length} {people.length === 1 ? 'person' : 'people'},{' '}
            {people.filter((person) => person.roles.length > 0).length} with a role.
          </p>
        )}
        {faults.slice(0, 6).map((fault) => (
          <p key={fault.line} className="text-gap">
            Line {fault.line}: {fault.message}. It is left out until it is mended.
          </p>
        ))}
        <UnknownRoles
          unknown={unknown}
          roles={choices}
          onAnswer={answer}
          onNew={(word) => change({ roles: [draft.roles.trim(), word].filter(Boolean).join('\n') })}
        />
      </div>
      <p className="mt-5">
        Is there a file with contact, hours or availability?{' '}
        <Button kind="link" disabled={busy} onClick={onFile}>
          Set up the site and import it
        </Button>
      </p>
    </>
  );
}

/** How many are wanted while it is open; painting comes later. */
export function NeedsStep({ draft, change }: Step) {
  const open =
    draft.site.neverClosed || draft.site.hours.some(({ days }) => days.some((spans) => spans.length > 0));
  const names = [...roleNames(draft), ''];
  return (
    <>
      <h1 className="font-serif text-xl font-semibold">How many people are needed?</h1>
      <p className="text-muted mb-4">
        While the place is open, for a start. Under Set-up, Needs, the week can be painted hour by hour;
        areas, holidays and budgets are under Set-up, Site.
      </p>
      {!open && <p className="text-brass mb-3">Without opening hours nothing can be asked for yet.</p>}
      <Table isFlush className="max-w-[420px]">
        <tbody>
          {names.map((name) => (
            <tr key={name}>
              <th scope="row" className="border-b-[var(--fine)]!">
                <span className="text-ink text-base font-semibold">
                  {name || 'In all, whatever the role'}
                </span>
              </th>
              <td className="text-right">
                <CountInput
                  label={name || 'In all'}
                  value={draft.wanted[name] ?? 0}
                  most={999}
                  onChange={(count) => change({ wanted: { ...draft.wanted, [name]: count } })}
                />{' '}
                <span className="text-muted">people</span>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}
