import { randomUUID } from 'node:crypto';
import { type Failed, type Result, fail } from '@/core/plan/problem';
import { formatDate } from '@/core/time/day';
import { counted } from '@/core/time/format';
import type { Database } from '@/data/database';
import { type FieldRows, fieldFromRows, travelFromRow } from '@/data/jobs/field-store';
import {
  type NewRow,
  type RowChange,
  type RowOf,
  loadRows,
  loadRowsOf,
  rowChanges,
} from '@/data/records/records';
import type { Actor } from '../access/actor';
import { seesPay } from '../access/pay';
import { checkAccess } from '../access/permissions';
import { command } from '../commands/command';
import { weeksOf } from './ground';
import { roundEffect } from './round-jobs';
import { type CrewDraft, type FieldSetup, SAVE_FIELD } from './schema';

/** What Set-up shows of jobs at a site. */
export interface FieldSetupPage extends FieldSetup {
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly roles: readonly { readonly id: string; readonly name: string }[];
  /** Zones and places that a way can be named by. */
  readonly zones: readonly string[];
  readonly places: readonly { readonly id: string; readonly name: string }[];
  readonly seesPay: boolean;
  readonly canChange: boolean;
}

/** How a site is set up for jobs, for who may see its set-up. */
export async function fieldSetup(
  db: Database,
  actor: Actor,
  site: string,
): Promise<Result<{ setup: FieldSetupPage }>> {
  const refused = checkAccess(actor, 'setup.read', site);
  if (refused) return refused;
  const [row] = await loadRows(db, 'site', { id: site });
  if (!row) return fail('unknown', 'there is no such site', 'site');
  const rows = await setUpRows(db, site);
  const { crews, services } = fieldFromRows(rows, { usual: 0, pairs: [] });
  const isPayShown = seesPay(actor, site);
  const inks = new Map(rows.crew.map(({ id, ink }) => [id, ink]));
  const retired = new Set(rows.service.filter(({ is_retired }) => is_retired !== 0).map(({ id }) => id));
  const people = await peopleOf(db, site);
  const roles = await db
    .selectFrom('role')
    .innerJoin('site_role', 'site_role.role_id', 'role.id')
    .where('site_id', '=', site)
    .select(['role.id', 'role.name'])
    .orderBy('role.name')
    .execute();
  return {
    ok: true,
    setup: {
      ...{ site, travel: travelFromRow(row), people, roles, seesPay: isPayShown },
      crews: crews.map(({ dates: _dates, start: _start, ...crew }) => ({ ...crew, ink: inks.get(crew.id)! })),
      services: services.map((one) => ({
        ...one,
        price: isPayShown ? one.price : null,
        isRetired: retired.has(one.id),
      })),
      zones: [...new Set(rows.place.flatMap(({ zone }) => zone ?? []))].sort(),
      places: rows.place.map(({ id, name }) => ({ id, name })),
      canChange: checkAccess(actor, 'setup.change', site) === null,
    },
  };
}

/** Who works at a site, by name. */
function peopleOf(db: Database, site: string): Promise<{ id: string; name: string }[]> {
  return db
    .selectFrom('person')
    .innerJoin('person_site', 'person_site.person_id', 'person.id')
    .where('site_id', '=', site)
    .select(['person.id', 'person.name'])
    .orderBy('person.name')
    .execute();
}

/** Crews, services and places of a site, whether it visits anybody or not. */
async function setUpRows(db: Database, site: string): Promise<FieldRows> {
  const crew = await loadRows(db, 'crew', { site_id: site });
  const ids = crew.map(({ id }) => id);
  return {
    ...{ crew, customer: [], job: [], visit: [], crew_date: [] },
    crew_member: await loadRowsOf(db, 'crew_member', 'crew_id', ids),
    service: (await loadRows(db, 'service', { site_id: site })).sort((a, b) => a.position - b.position),
    place: (await loadRows(db, 'place', { site_id: site })).sort((a, b) => a.name.localeCompare(b.name)),
  };
}

/** Sets a site up for jobs: whether it visits anybody, how long the ways are, its crews and its services. */
export const saveField = command<'field.save', FieldSetup>({
  kind: 'field.save',
  permission: 'setup.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_FIELD,
  async prepare({ db, today }, draft) {
    const { site, travel, crews, services } = draft;
    const [row] = await loadRows(db, 'site', { id: site });
    if (!row) return fail('unknown', 'there is no such site', 'input.site');
    const before = await setUpRows(db, site);
    const wrong =
      (await crewFault(db, site, crews)) ??
      (await goneFault(db, before, draft)) ??
      (await roleFault(db, site, draft));
    if (wrong) return wrong;
    const known = new Map(before.crew.map((crew) => [crew.id, crew]));
    const after = crews.map((crew, position): NewRow<'crew'> => ({
      ...{ id: crew.id, site_id: site, name: crew.name, ink: crew.ink, position },
      ...{ hours: JSON.stringify(crew.hours), until: crew.until === null ? null : formatDate(crew.until) },
      start_place_id: known.get(crew.id)?.start_place_id ?? null,
    }));
    const kept = new Set(crews.map(({ id }) => id));
    const dates = await loadRowsOf(
      db,
      'crew_date',
      'crew_id',
      before.crew.map(({ id }) => id).filter((id) => !kept.has(id)),
    );
    const newServices = services.map((one, position): NewRow<'service'> => ({
      ...{ id: one.id, site_id: site, name: one.name, person_minutes: one.personMinutes, role_id: one.role },
      ...{ position, is_retired: one.isRetired ? 1 : 0 },
      price: one.price === null ? null : JSON.stringify(one.price),
      factors: one.factors === null ? null : JSON.stringify(one.factors),
    }));
    const rounds = await roundsAfter(db, site, before, newServices, today);
    const column = travel === null ? null : JSON.stringify(travel);
    return {
      ok: true,
      work: {
        title: `Jobs and crews of ${row.name}`,
        rows: [
          ...rowChanges('site', [row], [{ ...row, field_work: column }]),
          ...rowChanges('crew_date', dates, []),
          // Crews that are new come before their people, those that go after them.
          ...rowChanges('crew', before.crew, [...after, ...before.crew.filter(({ id }) => !kept.has(id))]),
          ...rowChanges('crew_member', before.crew_member, memberRows(before.crew_member, crews)),
          ...rowChanges(
            'crew',
            before.crew.filter(({ id }) => !kept.has(id)),
            [],
          ),
          ...rowChanges('service', before.service, newServices),
          ...rounds.rows,
        ],
        ...{ subjects: [{ kind: 'site', id: site }], sites: [site] },
        weeks: weeksOf(row, [today, today + 7, today + 14]),
        remarks:
          rounds.changed > 0
            ? [
                `${counted(rounds.changed, 'job')} of rounds ${rounds.changed === 1 ? 'takes' : 'take'} another length.`,
              ]
            : [],
      },
    };
  },
});

/** Where services change what they take, the open jobs of rounds change with them. */
async function roundsAfter(
  db: Database,
  site: string,
  before: FieldRows,
  services: readonly NewRow<'service'>[],
  today: number,
): Promise<{ readonly rows: readonly RowChange[]; readonly changed: number }> {
  const old = new Map(before.service.map((service) => [service.id, service]));
  const changed = services.filter((now) => {
    const was = old.get(now.id);
    return (
      was &&
      (was.person_minutes !== now.person_minutes || was.factors !== now.factors || was.name !== now.name)
    );
  });
  const found = await Promise.all(
    (
      await loadRowsOf(
        db,
        'job_round',
        'service_id',
        changed.map(({ id }) => id),
      )
    )
      .filter((round) => round.site_id === site)
      .map((row) => {
        const service = changed.find(({ id }) => id === row.service_id) as RowOf<'service'>;
        return roundEffect(
          db,
          { row, service: old.get(service.id) },
          { row, service },
          { today, from: null },
        );
      }),
  );
  return {
    rows: found.flatMap(({ rows }) => rows),
    changed: found.reduce((sum, { change }) => sum + change.set.length, 0),
  };
}

/** Rows of who belongs to crews; who stays keeps theirs. */
function memberRows(
  before: readonly RowOf<'crew_member'>[],
  crews: readonly CrewDraft[],
): NewRow<'crew_member'>[] {
  const free = [...before];
  return crews.flatMap(({ id, members }) =>
    members.map(({ person, from, to }) => {
      const at = free.findIndex((row) => row.crew_id === id && row.person_id === person);
      const [known] = at < 0 ? [] : free.splice(at, 1);
      return {
        ...{ id: known?.id ?? randomUUID(), crew_id: id, person_id: person },
        from_date: from === null ? null : formatDate(from),
        to_date: to === null ? null : formatDate(to),
      };
    }),
  );
}

/** What is wrong with who belongs to crews, and when they work; null: nothing. */
async function crewFault(db: Database, site: string, crews: readonly CrewDraft[]): Promise<Failed | null> {
  const names = new Map((await peopleOf(db, site)).map(({ id, name }) => [id, name]));
  const all = crews.flatMap(({ name, members }, c) =>
    members.map((member, m) => ({ ...member, crew: name, path: `input.crews[${c}].members[${m}]` })),
  );
  for (const [i, one] of all.entries()) {
    const { person, from, to, path } = one;
    if (!names.has(person)) return fail('unknown', 'nobody of this site', `${path}.person`);
    if (from !== null && to !== null && to < from)
      return fail('order', 'the last date is before the first', `${path}.to`);
    const other = all
      .slice(0, i)
      .find(
        (two) =>
          two.person === person &&
          (two.from === null || to === null || two.from <= to) &&
          (two.to === null || from === null || from <= two.to),
      );
    if (other)
      return fail(
        'twice',
        other.crew === one.crew
          ? `${names.get(person)!} is in ${one.crew} twice`
          : `${names.get(person)!} is in ${other.crew} at that time too`,
        `${path}.person`,
      );
  }
  for (const [c, { hours }] of crews.entries())
    for (const [d, spans] of hours.entries())
      if (spans.some((span, i) => i > 0 && span.from < spans[i - 1].to))
        return fail('order', 'these hours overlap', `input.crews[${c}].hours[${d}]`);
  return null;
}

/** What was taken away though something is left of it; null: nothing. */
async function goneFault(
  db: Database,
  before: FieldRows,
  { crews, services }: FieldSetup,
): Promise<Failed | null> {
  for (const crew of before.crew) {
    if (crews.some(({ id }) => id === crew.id)) continue;
    const [visit] = await loadRows(db, 'visit', { crew_id: crew.id });
    if (visit) return fail('used', `${crew.name} has visits: give it a last date instead`, 'input.crews');
    const [round] = await loadRows(db, 'job_round', { crew_id: crew.id });
    if (round) return fail('used', `${crew.name} goes on the round ${round.name}`, 'input.crews');
  }
  for (const service of before.service) {
    if (services.some(({ id }) => id === service.id)) continue;
    const [job] = await loadRows(db, 'job', { service_id: service.id });
    const [round] = await loadRows(db, 'job_round', { service_id: service.id });
    if (job || round)
      return fail('used', `there are jobs of ${service.name}: retire it instead`, 'input.services');
  }
  return null;
}

async function roleFault(db: Database, site: string, { services }: FieldSetup): Promise<Failed | null> {
  const roles = new Set((await loadRows(db, 'site_role', { site_id: site })).map(({ role_id }) => role_id));
  const at = services.findIndex(({ role }) => role !== null && !roles.has(role));
  return at < 0 ? null : fail('unknown', 'there is no such role here', `input.services[${at}].role`);
}
