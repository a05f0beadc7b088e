import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import { businessMoney } from '@/data/money';
import { NO_ROWS, personChanges, loadPeopleRows } from '@/data/people/person-rows';
import { loadRows, loadRowsOf, rowChanges } from '@/data/records/records';
import { BUSINESS } from '../access/permissions';
import { command } from '../commands/command';
import { refuseTimeModel } from '../hours/rules';
import { ID } from '../input';
import { NAME } from '../site/schema';
import { SAVE_AVAILABILITY, UPDATE_MANY, UPDATE_PERSON } from './schema';
import type { PersonDraft, VersionDraft } from './payload';
import { draftOf, versionRows } from './rows';
import { blankPerson, peopleEffect } from './people-effect';

/** People typed as a list of names, with a role if wanted, at one site. */
export const addPeople = command<
  'people.add',
  { site: string; people: readonly { name: string; roles: readonly string[] }[] }
>({
  kind: 'people.add',
  long: true,
  permission: 'people.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: Joi.object({
    site: ID.required(),
    people: Joi.array()
      .items(Joi.object({ name: NAME.required(), roles: Joi.array().items(ID).max(40).required() }))
      .min(1)
      .max(1000)
      .required(),
  }).required(),
  async prepare({ db, today }, { site, people }) {
    const writings = people.map(({ name, roles }) => ({
      id: `person-${randomUUID().slice(0, 12)}`,
      before: NO_ROWS,
      after: {
        ...blankPerson(name),
        sites: [site],
        roles: roles.map((role) => ({ role, until: null })),
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
  input: UPDATE_PERSON,
  async prepare({ db, today }, { id, person }) {
    const before = (await loadPeopleRows(db, [id])).get(id);
    if (!before) return fail('unknown', 'there is no such person', 'id');
    const faulty = await refuseFixedHours(db, person);
    if (faulty) return faulty;
    const written = await peopleEffect(db, today, [{ id, before, after: person }]);
    return written.ok ? { ok: true, work: { ...written.work, title: `Changed ${person.name}` } } : written;
  },
});

/** Why fixed hours cannot be: parts of a day so near that what is clocked between them would belong to both; null: they can. */
async function refuseFixedHours(db: Database, { timeModel, homeSite, sites }: PersonDraft) {
  const [site] = await loadRows(db, 'site', { id: homeSite ?? sites[0] ?? '' });
  return refuseTimeModel(timeModel ?? null, site ?? { clock_rules: null }, 'input.person.timeModel');
}

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
  input: UPDATE_MANY,
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
  input: SAVE_AVAILABILITY,
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
