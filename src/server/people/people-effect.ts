import { groupedBy } from '@/core/grouped';
import { type Problem, fail } from '@/core/plan/problem';
import type { Day } from '@/core/time/day';
import { formatDate } from '@/core/time/day';
import { formatLongDay } from '@/core/time/format';
import type { Database } from '@/data/database';
import { businessMoney } from '@/data/money';
import { type PersonRows, personChanges } from '@/data/people/person-rows';
import type { Subject } from '@/data/activity/activity-store';
import { type RowChange, loadRowsOf } from '@/data/records/records';
import type { CommandEffect } from '../commands/command';
import type { PersonDraft, VersionDraft } from './payload';
import { rowsOf, versionRows } from './rows';

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
    homeSite: null,
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
  rows.push(...(await contractSteps(db, today, writings)));
  const { shifts, remarks } = await shiftsAfterLeaving(db, today, writings);
  for (const { site } of shifts) sites.add(site);
  for (const site of sites) about.push({ kind: 'site', id: site });
  return { ok: true, work: { rows, subjects: about, sites: [...sites], shifts, remarks } };
}

/** Contracts that change today, as what was worked and earned until then was by the one before. */
async function contractSteps(db: Database, today: Day, writings: readonly Writing[]): Promise<RowChange[]> {
  const changed = writings.filter(
    ({ before, after }) =>
      before.person.length > 0 && before.person[0].contract_minutes !== after.contractMinutes,
  );
  const known = groupedBy(
    await loadRowsOf(
      db,
      'person_contract',
      'person_id',
      changed.map(({ id }) => id),
    ),
    ({ person_id: person }) => person,
  );
  const since = formatDate(today);
  return changed.flatMap(({ id, before, after }): RowChange[] => {
    const steps = known.get(id) ?? [];
    const step = (from: string, minutes: number | null): RowChange => ({
      table: 'person_contract',
      before: steps.find((one) => one.since === from) ?? null,
      after: { person_id: id, since: from, minutes },
    });
    const first = steps.length === 0 ? [step(ALWAYS, before.person[0].contract_minutes)] : [];
    return [...first, step(since, after.contractMinutes)];
  });
}

/** Since when what was never another holds. */
const ALWAYS = '1900-01-01';

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
