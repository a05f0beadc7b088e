import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { type Problem, fail } from '@/core/plan/change';
import type { Day } from '@/core/time/day';
import { formatDate } from '@/core/time/day';
import { formatLongDay } from '@/core/time/format';
import type { Database } from '@/data/database';
import { businessMoney } from '@/data/money';
import { NO_ROWS, type PersonRows, personChanges, loadPeopleRows } from '@/data/people/person-rows';
import type { Subject } from '@/data/activity/activity-store';
import { type RowChange, loadRows, loadRowsOf, rowChanges } from '@/data/records/records';
import { BUSINESS } from '../access/permissions';
import { type CommandEffect, command } from '../commands/command';
import { ID } from '../input';
import { NAME } from '../site/schema';
import { PATCH, PERSON, VERSION } from './schema';
import type { PersonDraft, VersionDraft } from './payload';
import { draftOf, rowsOf, versionRows } from './rows';

/** A person of whom only the name is known. */
export function blankPerson(name: string): PersonDraft {
  return {
    name,
    number: null,
    email: null,
    phone: null,
    birthDate: null,
    employedFrom: null,
    employedTo: null,
    contractKind: null,
    contractMinutes: null,
    maxWeekMinutes: null,
    standardDayMinutes: null,
    payKind: 'hourly',
    usualWeek: null,
    groups: [],
    manager: null,
    notes: null,
    sites: [],
    roles: [],
    pay: [],
    fields: {},
  };
}

/** One person to be written: as they were (nothing, if new), and as they are to be. */
export interface Writing {
  readonly id: string;
  readonly before: PersonRows;
  readonly after: PersonDraft;
  /** Left out: availability stays. */
  readonly versions?: readonly VersionDraft[];
}

/**
 * What writing some people takes: rows, the sites whose plans it touches, and, for who leaves, their shifts after
 * the last day turned open. Refuses two people with one number, and roles, sites and managers that are not there.
 * `made`: ids of roles, sites and fields that are made in the same step.
 */
export async function peopleEffect(
  db: Database,
  today: Day,
  writings: readonly Writing[],
  made: readonly string[] = [],
): Promise<{ ok: true; work: Omit<CommandEffect, 'title'> } | { ok: false; problem: Problem }> {
  const wrong = await wrongReference(db, writings, made);
  if (wrong) return wrong;
  const money = await businessMoney(db);
  const most = await db
    .selectFrom('person_site')
    .select((q) => q.fn.max('position').as('most'))
    .executeTakeFirst();
  const rows: RowChange[] = [];
  const sites = new Set<string>();
  const about: Subject[] = [];
  let position = Number(most?.most ?? -1) + 1;
  for (const { id, before, after, versions } of writings) {
    const fresh: Partial<PersonRows> = {
      ...rowsOf(id, after, before, money, position++),
      ...(versions ? versionRows(id, versions) : {}),
    };
    rows.push(...personChanges(before, fresh));
    for (const site of [...after.sites, ...before.person_site.map((row) => row.site_id)]) sites.add(site);
    about.push({ kind: 'person', id });
  }
  const { shifts, remarks } = await shiftsAfterLeaving(db, today, writings);
  for (const { site } of shifts) sites.add(site);
  for (const site of sites) about.push({ kind: 'site', id: site });
  return { ok: true, work: { rows, subjects: about, sites: [...sites], shifts, remarks } };
}

async function wrongReference(
  db: Database,
  writings: readonly Writing[],
  made: readonly string[],
): Promise<{ ok: false; problem: Problem } | null> {
  const known = async (table: 'site' | 'role' | 'person' | 'custom_field', ids: Iterable<string>) =>
    new Set([...made, ...(await loadRowsOf(db, table, 'id', [...new Set(ids)])).map((row) => row.id)]);
  const drafts = writings.map(({ after }) => after);
  const sites = await known(
    'site',
    drafts.flatMap((draft) => draft.sites),
  );
  const roles = await known(
    'role',
    drafts.flatMap((draft) => [
      ...draft.roles.map((held) => held.role),
      ...draft.pay.flatMap((pay) => (pay.role === null ? [] : [pay.role])),
    ]),
  );
  const managers = await known(
    'person',
    drafts.flatMap((draft) => draft.manager ?? []),
  );
  const fields = await known(
    'custom_field',
    drafts.flatMap((draft) => Object.keys(draft.fields)),
  );
  const ids = new Set(writings.map((writing) => writing.id));
  for (const { id, after } of writings) {
    if (!after.sites.every((site) => sites.has(site)))
      return fail('unknown', 'no such site', 'input.person.sites');
    if (!after.roles.every((held) => roles.has(held.role)))
      return fail('unknown', 'no such role', 'input.person.roles');
    const self = after.manager === id;
    if (after.manager !== null && (self || !(managers.has(after.manager) || ids.has(after.manager))))
      return fail('unknown', 'nobody is their own manager', 'input.person.manager');
    if (!Object.keys(after.fields).every((field) => fields.has(field)))
      return fail('unknown', 'no such field', 'input.person.fields');
  }
  return takenNumber(db, writings);
}

async function takenNumber(
  db: Database,
  writings: readonly Writing[],
): Promise<{ ok: false; problem: Problem } | null> {
  const mine = new Set(writings.map(({ id }) => id));
  const numbers = writings.flatMap(({ after }) => (after.number?.trim() ? [after.number.trim()] : []));
  const twice = numbers.find((number, i) => numbers.indexOf(number) < i);
  if (twice !== undefined)
    return fail('taken', `two people would have the number ${twice}`, 'input.person.number');
  const others = (await loadRowsOf(db, 'person', 'number', numbers)).find((row) => !mine.has(row.id));
  return others
    ? fail('taken', `${others.name} has the number ${others.number}`, 'input.person.number')
    : null;
}

async function shiftsAfterLeaving(
  db: Database,
  today: Day,
  writings: readonly Writing[],
): Promise<{ shifts: NonNullable<CommandEffect['shifts']>; remarks: string[] }> {
  const bySite = new Map<string, { do: 'set'; id: string; shift: { person: null } }[]>();
  const remarks: string[] = [];
  for (const { id, before, after } of writings) {
    const was = before.person[0]?.employed_to ?? null;
    if (after.employedTo === null || formatDate(after.employedTo) === was) continue;
    const from = Math.max(after.employedTo + 1, today);
    const shifts = await db
      .selectFrom('shift')
      .select(['id', 'site_id'])
      .where('person_id', '=', id)
      .where('date', '>=', formatDate(from))
      .orderBy('date')
      .execute();
    for (const shift of shifts)
      bySite.set(shift.site_id, [
        ...(bySite.get(shift.site_id) ?? []),
        { do: 'set', id: shift.id, shift: { person: null } },
      ]);
    if (shifts.length > 0)
      remarks.push(
        `${after.name} leaves after ${formatLongDay(after.employedTo)}: ${shifts.length} ` +
          `${shifts.length === 1 ? 'shift' : 'shifts'} after that ${shifts.length === 1 ? 'turns' : 'turn'} open.`,
      );
  }
  return { shifts: [...bySite].map(([site, changes]) => ({ site, changes })), remarks };
}

/** People typed as a list of names, with a role if wanted, at one site. */
export const addPeople = command<
  'people.add',
  { site: string; people: readonly { name: string; role: string | null }[] }
>({
  kind: 'people.add',
  long: true,
  permission: 'people.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: Joi.object({
    site: ID.required(),
    people: Joi.array()
      .items(Joi.object({ name: NAME.required(), role: ID.allow(null).required() }))
      .min(1)
      .max(1000)
      .required(),
  }).required(),
  async prepare({ db, today }, { site, people }) {
    const writings = people.map(({ name, role }) => ({
      id: `person-${randomUUID().slice(0, 12)}`,
      before: NO_ROWS,
      after: {
        ...blankPerson(name),
        sites: [site],
        roles: role === null ? [] : [{ role, until: null }],
      },
    }));
    const written = await peopleEffect(db, today, writings);
    if (!written.ok) return written;
    const title = people.length === 1 ? `Added ${people[0].name}` : `Added ${people.length} people`;
    return { ok: true, work: { ...written.work, title, answer: writings[0].id } };
  },
});

/** Everything about one person but availability and leave. */
export const savePerson = command<'person.update', { id: string; person: PersonDraft }>({
  kind: 'person.update',
  permission: 'people.change',
  scope: ({ id, person }) => ({ people: [id], sites: person.sites }),
  input: Joi.object({ id: ID.required(), person: PERSON.required() }).required(),
  async prepare({ db, today }, { id, person }) {
    const before = (await loadPeopleRows(db, [id])).get(id);
    if (!before) return fail('unknown', 'there is no such person', 'id');
    const written = await peopleEffect(db, today, [{ id, before, after: person }]);
    return written.ok ? { ok: true, work: { ...written.work, title: `Changed ${person.name}` } } : written;
  },
});

/** Patch of many people: what is named changes, for each of them. */
export interface PeoplePatch extends Partial<
  Pick<
    PersonDraft,
    'contractKind' | 'contractMinutes' | 'maxWeekMinutes' | 'number' | 'name' | 'email' | 'phone'
  >
> {
  readonly addRole?: string;
  readonly dropRole?: string;
  readonly addSite?: string;
  readonly dropSite?: string;
  /** Take from all their sites and put at this one. */
  readonly moveTo?: string;
  readonly addGroup?: string;
  readonly dropGroup?: string;
}

/** One change for several people at once. */
export const changePeople = command<'people.updateMany', { ids: readonly string[]; patch: PeoplePatch }>({
  kind: 'people.updateMany',
  long: true,
  permission: 'people.change',
  scope: ({ ids }) => ({ people: ids }),
  input: Joi.object({
    ids: Joi.array().items(ID).min(1).max(5000).required(),
    patch: PATCH.required(),
  }).required(),
  async prepare({ db, today }, { ids, patch }) {
    const people = await loadPeopleRows(db, ids);
    const money = await businessMoney(db);
    const writings = [...people].map(([id, before]) => ({
      id,
      before,
      after: patched(draftOf(before, money), patch),
    }));
    if (writings.length === 0) return fail('unknown', 'none of these people is there', 'ids');
    const written = await peopleEffect(db, today, writings);
    if (!written.ok) return written;
    const who = writings.length === 1 ? writings[0].after.name : `${writings.length} people`;
    return { ok: true, work: { ...written.work, title: `Changed ${who}` } };
  },
});

function patched(person: PersonDraft, patch: PeoplePatch): PersonDraft {
  const { addRole, dropRole, addSite, dropSite, moveTo, addGroup, dropGroup, ...fields } = patch;
  const roles = person.roles.filter((held) => held.role !== dropRole);
  if (addRole && !roles.some((held) => held.role === addRole)) roles.push({ role: addRole, until: null });
  let sites = moveTo ? [moveTo] : person.sites.filter((site) => site !== dropSite);
  if (addSite && !sites.includes(addSite)) sites = [...sites, addSite];
  const groups = person.groups.filter((group) => group !== dropGroup);
  return { ...person, ...fields, roles, sites, groups: addGroup ? [...groups, addGroup] : groups };
}

/** The dated versions of one person's availability. */
export const saveAvailability = command<
  'availability.save',
  { person: string; versions: readonly VersionDraft[] }
>({
  kind: 'availability.save',
  permission: 'people.change',
  scope: ({ person }) => ({ people: [person] }),
  input: Joi.object({
    person: ID.required(),
    versions: Joi.array().items(VERSION).max(200).unique('id').required(),
  }).required(),
  async prepare({ db }, { person, versions }) {
    const before = (await loadPeopleRows(db, [person])).get(person);
    if (!before) return fail('unknown', 'there is no such person', 'person');
    const taken = await loadRowsOf(
      db,
      'availability',
      'id',
      versions.map((version) => version.id),
    );
    if (taken.some((row) => row.person_id !== person))
      return fail('taken', 'this id belongs to somebody else', 'input.versions');
    const sites = before.person_site.map((row) => row.site_id);
    return {
      ok: true,
      work: {
        title: `Availability of ${before.person[0].name}`,
        rows: personChanges(before, versionRows(person, versions)),
        subjects: [{ kind: 'person', id: person }, ...sites.map((id) => ({ kind: 'site' as const, id }))],
        sites,
      },
    };
  },
});

/** The fields that the business keeps of its people besides the usual ones. */
export const saveFields = command<'fields.save', { fields: readonly { id: string | null; name: string }[] }>({
  kind: 'fields.save',
  long: true,
  permission: 'people.change',
  scope: () => BUSINESS,
  input: Joi.object({
    fields: Joi.array()
      .items(Joi.object({ id: ID.allow(null).required(), name: NAME.required() }))
      .max(60)
      .required(),
  }).required(),
  async prepare({ db }, { fields }) {
    const before = await loadRows(db, 'custom_field', {});
    const after = fields.map((field, position) => ({
      id: field.id ?? `field-${randomUUID().slice(0, 8)}`,
      name: field.name.trim(),
      position,
    }));
    const gone = before.map((row) => row.id).filter((id) => !after.some((field) => field.id === id));
    const values = await loadRowsOf(db, 'person_field', 'field_id', gone);
    return {
      ok: true,
      work: {
        title: 'Own fields of people',
        rows: [...rowChanges('person_field', values, []), ...rowChanges('custom_field', before, after)],
        subjects: [],
        sites: [],
        remarks:
          values.length > 0
            ? [`${values.length} values of the fields left out go with them; undo brings them back.`]
            : [],
      },
    };
  },
});
