import { parseDate } from '@/core/time/day';
import { formatHours, formatLongDay } from '@/core/time/format';
import type { Row, RowChange, Value } from '@/data/records/records';

/** Names for ids, so that history reads as sentences. */
export interface Names {
  readonly roles: ReadonlyMap<string, string>;
  readonly sites: ReadonlyMap<string, string>;
  readonly fields: ReadonlyMap<string, string>;
  readonly people: ReadonlyMap<string, string>;
}

export const FIELDS: Readonly<Record<string, string>> = {
  name: 'Name',
  number: 'Number',
  email: 'E-mail',
  phone: 'Phone',
  birth_date: 'Birth date',
  employed_from: 'First day',
  employed_to: 'Last day',
  contract_kind: 'Contract',
  contract_minutes: 'Contract hours',
  max_week_minutes: 'Weekly maximum',
  standard_day_minutes: 'Standard day',
  pay_kind: 'Pay',
  hours_from: 'Hours come from',
  time_model: 'Hours are measured by',
  manager_id: 'Manager',
  usual_week: 'Usual week',
  groups: 'Groups',
  notes: 'Notes',
  home_site_id: 'Home site',
};

/** What a command changed of one person, a line each: `Contract hours: 38 h → 40 h`. */
export function detailsOf(changes: readonly RowChange[], person: string, names: Names): string[] {
  const lines: string[] = [];
  for (const change of changes) {
    const row = change.after ?? change.before!;
    if (change.table === 'person' && row.id === person) lines.push(...fieldLines(change, names));
    else if (row.person_id === person) {
      const line = partLine(change, row, names);
      if (line) lines.push(line);
    }
  }
  return lines;
}

function fieldLines({ before, after }: RowChange, names: Names): string[] {
  if (!before || !after) return [before ? 'Removed' : 'Added'];
  return Object.keys(FIELDS).flatMap((column) => {
    const [old, fresh] = [before[column] ?? null, after[column] ?? null];
    if (old === fresh) return [];
    if (column === 'notes' || column === 'usual_week' || column === 'time_model')
      return [`${FIELDS[column]} changed`];
    return [`${FIELDS[column]}: ${shown(column, old, names)} → ${shown(column, fresh, names)}`];
  });
}

function shown(column: string, value: Value, names: Names): string {
  if (value === null || value === '') return 'nothing';
  if (/_minutes$/.test(column)) return formatHours(Number(value));
  if (/_date$|^employed_/.test(column)) return dateText(value);
  if (column === 'groups') return (JSON.parse(String(value)) as string[]).join(', ') || 'nothing';
  if (column === 'home_site_id') return names.sites.get(String(value)) ?? 'a site';
  if (column === 'manager_id') return names.people.get(String(value)) ?? 'somebody';
  return String(value);
}

function partLine(change: RowChange, row: Row, names: Names): string | null {
  const { before, after } = change;
  const verb = before === null ? 'added' : after === null ? 'deleted' : 'changed';
  const role = names.roles.get(String(row.role_id)) ?? 'role';
  switch (change.table) {
    case 'person_site':
      return before && after ? null : `${names.sites.get(String(row.site_id)) ?? 'Site'} ${verb}`;
    case 'person_role':
      if (before && after && before.until === after.until) return null;
      return `${role} ${verb}${after?.until ? `, until ${dateText(after.until)}` : ''}`;
    case 'person_pay':
      return `Pay${row.role_id === null ? '' : ` as ${role}`} ${verb}${row.since ? `, from ${dateText(row.since)}` : ''}`;
    case 'person_field':
      return `${names.fields.get(String(row.field_id)) ?? 'Field'}: ${before?.value ?? 'nothing'} → ${after?.value ?? 'nothing'}`;
    case 'availability':
      return `Availability${row.since ? ` from ${dateText(row.since)}` : ''} ${verb}`;
    default:
      return null;
  }
}

function dateText(value: Value): string {
  const day = parseDate(String(value));
  return day === null ? String(value) : `${formatLongDay(day)} ${String(value).slice(0, 4)}`;
}
