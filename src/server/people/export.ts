import { normalized } from '@/core/availability/normalize';
import { versionOn } from '@/core/availability/versions';
import { type Day, formatDate } from '@/core/time/day';
import { bareHours } from '@/core/time/format';
import type { Database } from '@/data/database';
import { businessMoney } from '@/data/money';
import { loadPeopleRows } from '@/data/people/person-rows';
import { loadRows } from '@/data/records/records';
import { DAY_FIELDS, PEOPLE_FIELDS } from '@/formats/people/columns';
import { formatDayCell } from '@/formats/people/values';
import { formatCsv } from '@/formats/table/csv';
import { formatXlsx } from '@/formats/table/xlsx';
import { type Problem } from '@/core/plan/problem';
import { seesPay } from '../access/pay';
import { checkAccess } from '../access/permissions';
import type { Actor } from '../access/actor';
import { todayOf } from '../commands/request';
import type { PersonDraft, VersionDraft } from './payload';
import { draftOf, versionsOf } from './rows';

/** Heads of an export: every field that an import reads, but for names in two parts. */
const FIELDS = PEOPLE_FIELDS.filter(({ id }) => id !== 'firstName' && id !== 'lastName');

interface Names {
  readonly roles: ReadonlyMap<string, string>;
  readonly sites: ReadonlyMap<string, string>;
  readonly people: ReadonlyMap<string, string>;
}

/** The people of a site (null: of all) as lines of a table that an import reads without changing anything. */
export async function exportLines(
  db: Database,
  actor: Actor,
  site: string | null,
): Promise<{ ok: true; lines: string[][] } | { ok: false; problem: Problem }> {
  const refused = checkAccess(actor, 'people.read', site);
  if (refused) return refused;
  const today = await todayOf(db);
  const money = await businessMoney(db);
  const names = async (table: 'role' | 'site' | 'person') =>
    new Map((await loadRows(db, table, {})).map((row) => [row.id, row.name]));
  const known: Names = {
    roles: await names('role'),
    sites: await names('site'),
    people: await names('person'),
  };
  const fields = (await loadRows(db, 'custom_field', {})).sort((a, b) => a.position - b.position);
  const ids = (await db.selectFrom('person').select('id').orderBy('name').execute()).map((row) => row.id);
  const isPayShown = seesPay(actor, site);
  const shown = FIELDS.filter(({ id }) => id !== 'rate' || isPayShown);
  const lines: string[][] = [[...shown.map((field) => field.name), ...fields.map((field) => field.name)]];
  for (const rows of (await loadPeopleRows(db, ids)).values()) {
    const person = draftOf(rows, money);
    if (site !== null && !person.sites.includes(site)) continue;
    const version = versionOn(versionsOf(rows), today);
    lines.push([
      ...shown.map((field) => textOf(field.id, person, version, today, known)),
      ...fields.map((field) => person.fields[field.id] ?? ''),
    ]);
  }
  return { ok: true, lines };
}

/** The lines as a file. */
export async function exportFile(lines: string[][], form: 'csv' | 'xlsx'): Promise<Uint8Array> {
  return form === 'csv' ? new TextEncoder().encode(formatCsv(lines)) : formatXlsx('People', lines);
}

function textOf(
  field: (typeof FIELDS)[number]['id'],
  person: PersonDraft,
  version: VersionDraft | null,
  today: Day,
  names: Names,
): string {
  switch (field) {
    case 'birthDate':
    case 'employedFrom':
    case 'employedTo':
      return person[field] === null ? '' : formatDate(person[field]);
    case 'contractMinutes':
    case 'maxWeekMinutes':
    case 'standardDayMinutes':
      return person[field] === null ? '' : bareHours(person[field]).replace(',', '');
    case 'rate': {
      const base = person.pay.filter((pay) => pay.role === null && (pay.since ?? -Infinity) <= today);
      return base.length === 0 ? '' : String(base[base.length - 1].rate);
    }
    case 'sites':
      return person.sites.map((id) => names.sites.get(id) ?? '').join('; ');
    case 'roles':
      return person.roles
        .map(
          ({ role, until }) =>
            `${names.roles.get(role) ?? ''}${until === null ? '' : ` until ${formatDate(until)}`}`,
        )
        .join('; ');
    case 'groups':
      return person.groups.join('; ');
    case 'manager':
      return person.manager === null ? '' : (names.people.get(person.manager) ?? '');
    case 'number':
    case 'name':
    case 'email':
    case 'phone':
    case 'contractKind':
    case 'payKind':
    case 'notes':
      return person[field] ?? '';
    default: {
      if (!version || version.blocks.length === 0) return '';
      const weekday = DAY_FIELDS.indexOf(field);
      return formatDayCell(normalized(version.blocks).filter((block) => block.weekday === weekday));
    }
  }
}
