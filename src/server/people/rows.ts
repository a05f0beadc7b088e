import { parseDate, formatDate } from '@/core/time/day';
import type { HoursFrom } from '@/core/timesheet/sheet';
import { timeModelFromRow, timeModelToColumn } from '@/data/hours/hours-store';
import type { StoredMoney } from '@/data/money';
import type { RowOf } from '@/data/records/records';
import type { PersonRows } from '@/data/people/person-rows';
import type { ContractKind, PersonDraft, VersionDraft } from './payload';

const dayOf = (value: unknown) => (typeof value === 'string' ? parseDate(value) : null);
const dateOf = (day: number | null) => (day === null ? null : formatDate(day));
const textOf = (value: unknown) => (typeof value === 'string' && value !== '' ? value : null);
const numberOf = (value: unknown) => (typeof value === 'number' ? value : null);
const byPosition = (a: { readonly position: number }, b: { readonly position: number }) =>
  a.position - b.position;

/** A person as their rows say. */
export function draftOf(rows: PersonRows, money: StoredMoney): PersonDraft {
  const [row] = rows.person;
  return {
    name: row.name,
    number: textOf(row.number),
    email: textOf(row.email),
    phone: textOf(row.phone),
    birthDate: dayOf(row.birth_date),
    employedFrom: dayOf(row.employed_from),
    employedTo: dayOf(row.employed_to),
    contractKind: textOf(row.contract_kind) as ContractKind | null,
    contractMinutes: numberOf(row.contract_minutes),
    maxWeekMinutes: numberOf(row.max_week_minutes),
    standardDayMinutes: numberOf(row.standard_day_minutes),
    payKind: row.pay_kind === 'salaried' ? 'salaried' : 'hourly',
    timeModel: timeModelFromRow(row),
    hoursFrom: row.hours_from as HoursFrom | null,
    usualWeek: typeof row.usual_week === 'string' ? (JSON.parse(row.usual_week) as number[]) : null,
    groups: JSON.parse(row.groups) as string[],
    manager: textOf(row.manager_id),
    notes: textOf(row.notes),
    sites: rows.person_site.map((place) => place.site_id).sort(),
    homeSite: textOf(row.home_site_id),
    roles: [...rows.person_role]
      .sort(byPosition)
      .map((held) => ({ role: held.role_id, until: dayOf(held.until) })),
    pay: [...rows.person_pay]
      .map((pay) => ({
        role: textOf(pay.role_id),
        since: dayOf(pay.since),
        rate: money.toMajorUnits(pay.rate_minor),
      }))
      .sort((a, b) => (a.role ?? '').localeCompare(b.role ?? '') || (a.since ?? -1e6) - (b.since ?? -1e6)),
    fields: Object.fromEntries(rows.person_field.map((row) => [row.field_id, row.value])),
  };
}

/** The rows of a person as a draft says, but for availability. `position`: where they stand at a new site. */
export function rowsOf(
  id: string,
  draft: PersonDraft,
  before: PersonRows,
  money: StoredMoney,
  position: number,
): Omit<PersonRows, 'availability' | 'availability_block'> {
  const of = { person_id: id };
  const place = new Map(before.person_site.map((row) => [row.site_id, row.position]));
  return {
    person: [
      {
        id,
        name: draft.name.trim(),
        birth_date: dateOf(draft.birthDate),
        employed_from: dateOf(draft.employedFrom),
        employed_to: dateOf(draft.employedTo),
        contract_minutes: draft.contractMinutes,
        max_week_minutes: draft.maxWeekMinutes,
        standard_day_minutes: draft.standardDayMinutes,
        number: textOf(draft.number),
        email: textOf(draft.email),
        phone: textOf(draft.phone),
        contract_kind: draft.contractKind,
        pay_kind: draft.payKind,
        time_model:
          draft.timeModel === undefined
            ? (before.person[0]?.time_model ?? null)
            : timeModelToColumn(draft.timeModel),
        hours_from: draft.hoursFrom === undefined ? (before.person[0]?.hours_from ?? null) : draft.hoursFrom,
        manager_id: draft.manager,
        usual_week: draft.usualWeek ? JSON.stringify(draft.usualWeek) : null,
        groups: JSON.stringify([...new Set(draft.groups.map((group) => group.trim()))].sort()),
        notes: textOf(draft.notes),
        // Who no longer works there has their home elsewhere.
        home_site_id: draft.homeSite !== null && draft.sites.includes(draft.homeSite) ? draft.homeSite : null,
      },
    ],
    person_site: draft.sites.map((site_id) => ({
      ...of,
      site_id,
      position: place.get(site_id) ?? position,
    })),
    person_role: draft.roles.map(({ role, until }, i) => ({
      ...of,
      role_id: role,
      until: dateOf(until),
      position: i,
    })),
    person_pay: draft.pay.map(({ role, since, rate }) => ({
      id: `${id} ${role ?? ''} ${dateOf(since) ?? ''}`,
      ...of,
      role_id: role,
      since: dateOf(since),
      rate_minor: money.stored(rate),
    })),
    person_field: Object.entries(draft.fields)
      .filter(([, value]) => value.trim() !== '')
      .map(([field_id, value]) => ({ ...of, field_id, value: value.trim() })),
  };
}

/** A person's versions of availability, the earliest first. */
export function versionsOf(rows: PersonRows): VersionDraft[] {
  return rows.availability
    .map((row) => ({
      id: row.id,
      since: dayOf(row.since),
      until: dayOf(row.until),
      comment: textOf(row.comment),
      blocks: rows.availability_block
        .filter((block) => block.availability_id === row.id)
        .map((block) => ({
          weekday: block.weekday,
          from: block.from_minute,
          to: block.to_minute,
          kind: block.kind as VersionDraft['blocks'][number]['kind'],
        }))
        .sort((a, b) => a.weekday - b.weekday || a.from - b.from),
    }))
    .sort((a, b) => (a.since ?? -1e6) - (b.since ?? -1e6) || (a.id < b.id ? -1 : 1));
}

/** The rows of a person's versions. */
export function versionRows(
  id: string,
  versions: readonly VersionDraft[],
): Pick<PersonRows, 'availability' | 'availability_block'> {
  return {
    availability: versions.map((version) => ({
      id: version.id,
      person_id: id,
      since: dateOf(version.since),
      until: dateOf(version.until),
      comment: textOf(version.comment),
    })),
    availability_block: versions.flatMap((version) => {
      const seen = new Map<string, RowOf<'availability_block'>>();
      for (const { weekday, from, to, kind } of version.blocks)
        seen.set(`${weekday} ${from} ${to} ${kind}`, {
          availability_id: version.id,
          weekday,
          from_minute: from,
          to_minute: to,
          kind,
        });
      return [...seen.values()];
    }),
  };
}
