import { capitalised } from '@/core/sentence';
import { decimalsOf, toMajor } from '@/core/hours/money';
import { fail } from '@/core/plan/problem';
import { formatHours } from '@/core/time/format';
import type { Database } from '@/data/database';
import type { RowConflict } from '@/data/records/merge';
import { type Row, type RowChange, type TableName, type Value, loadRows } from '@/data/records/records';
import { FIELDS } from '../people/history';
import type { CommandAnswer, FieldConflict } from './payload';

type Refused = Extract<CommandAnswer, { ok: false }>;

/** What the rows of a table are called. */
const CALLED: Readonly<Record<TableName, string>> = {
  site: 'Site',
  site_hours: 'Opening hours',
  site_date: 'Hours of a date',
  site_budget: 'Budget',
  area: 'Area',
  role: 'Role',
  site_role: 'Role at the site',
  holiday: 'Holiday',
  need_set: 'Needs',
  need_date: 'Needs of a date',
  need: 'Needs',
  custom_field: 'Own field',
  person: 'Person',
  person_site: 'Works at',
  person_role: 'Role held',
  person_pay: 'Pay',
  person_field: 'Own field',
  availability: 'Availability',
  availability_block: 'Availability',
  leave: 'Leave',
  leave_type: 'Kind of leave',
  leave_exception: 'Figures of a person',
  person_contract: 'Contract from a date on',
  leave_request: 'Request for leave',
  leave_event: 'Request for leave',
  shift_request: 'Request',
  shift_request_event: 'Request',
  alternative: 'Alternative',
  punch: 'Punch',
  clock_device: 'Device at the door',
  typed_hours: 'Typed hours',
  timesheet_step: 'Hours of a period',
  payroll_export: 'File for payroll',
  punch_request: 'Request about the clock',
  work_activity: 'Activity',
  call_round: 'Call round',
  call_asked: 'Call round',
  leave_entry: 'Entry of a balance',
  leave_grant: 'Leave for those who join later',
  leave_limit: 'Limit on who is away',
  leave_closed: 'Closed period',
  customer: 'Customer',
  place: 'Place',
  service: 'Service',
  crew: 'Crew',
  crew_member: 'Somebody of a crew',
  crew_date: 'Hours of a crew on a date',
  job_round: 'Round',
  job: 'Job',
  visit: 'Visit',
  published_visit: 'Published visit',
  job_material: 'Material of a job',
  job_note: 'Note to a job',
  shift: 'Shift',
  published_shift: 'Published shift',
  publication: 'Publication',
  setting: 'Business',
  station: 'Station',
  shift_template: 'Shift template',
  week_template: 'Week template',
  pattern: 'Pattern',
  pattern_exception: 'Date left out',
  daybook: 'Note of the day',
  user: 'Account',
  account_grant: 'Grant',
  invitation: 'Invitation',
  news: 'News',
  outbox: 'Message',
  told_wish: 'Wish to be told',
  task_tick: 'Check-list',
  availability_proposal: 'Proposed availability',
  wish: 'Wish for a day',
  calendar_feed: 'Calendar address',
};

/** Columns that name what a row belongs to, with the table in which its name stands. */
const NAMED = [
  ['role_id', 'role'],
  ['site_id', 'site'],
  ['person_id', 'person'],
  ['field_id', 'custom_field'],
] as const;

/** The refusal of a form that was opened before somebody else changed the same: both values, side by side. */
export async function conflictMessages(db: Database, conflicts: readonly RowConflict[]): Promise<Refused> {
  const told: FieldConflict[] = [];
  const first = await db.selectFrom('site').select('currency').orderBy('position').executeTakeFirst();
  const decimals = decimalsOf(first?.currency ?? 'EUR');
  for (const { table, column, theirs, mine } of conflicts) {
    const what = await placeOf(db, table, column, theirs[0] ?? mine[0]);
    const side = (rows: readonly Row[]) =>
      rows.map((row) => shown(row, column, decimals)).join('; ') || 'nothing';
    told.push({ what, theirs: side(theirs), mine: side(mine) });
  }
  const message = `somebody else changed ${told.map(({ what }) => what).join(', ')} in the meantime`;
  return { ...fail('changed-meanwhile', message), conflicts: told };
}

/** The refusal to take back what somebody changed since. `partly`: whether some of it still can be. */
export async function misfitMessages(
  db: Database,
  changes: readonly RowChange[],
  partly: boolean,
): Promise<Refused> {
  const places: string[] = [];
  for (const { table, before, after } of changes) {
    const columns =
      before && after ? Object.keys(after).filter((column) => before[column] !== after[column]) : [];
    places.push(await placeOf(db, table, columns.length === 1 ? columns[0] : null, (before ?? after)!));
  }
  const message = `${[...new Set(places)].slice(0, 6).join(', ')}: changed by somebody since`;
  return { ...fail('changed-meanwhile', message), partly };
}

async function placeOf(db: Database, table: TableName, column: string | null, row: Row): Promise<string> {
  const field = column === null ? CALLED[table] : labelOf(column);
  const own = typeof row.name === 'string' && table !== 'person' ? ` ${row.name}` : '';
  const names: string[] = [];
  for (const [key, from] of NAMED) {
    const id = row[key];
    if (typeof id !== 'string' || (key === 'person_id' && table !== 'leave')) continue;
    const [found] = await loadRows(db, from, { id });
    if (found) names.push(found.name);
  }
  const at = table === 'site' || table === 'person' ? '' : own || (names[0] ? ` ${names[0]}` : '');
  return column === null ? `${field}${at}` : `${field}${at ? ` of${at}` : ''}`;
}

function labelOf(column: string): string {
  if (column in FIELDS) return FIELDS[column];
  const words = column.replace(/_(id|minor|minutes|minute)$/, '').replaceAll('_', ' ');
  return capitalised(words);
}

/** A value, or a whole row without what only names its place, as a person would write it. */
function shown(row: Row, column: string | null, decimals: number): string {
  if (column !== null) return valueText(column, row[column] ?? null, decimals);
  const parts = Object.entries(row).flatMap(([name, value]) =>
    /(^|_)id$|^position$/.test(name) || value === null ? [] : [valueText(name, value, decimals)],
  );
  return parts.join(' ');
}

function valueText(column: string, value: Value, decimals: number): string {
  if (value === null || value === '') return 'nothing';
  if (/_minutes$/.test(column)) return formatHours(Number(value));
  if (/_minute$/.test(column))
    return `${Math.floor(Number(value) / 60)}:${String(Number(value) % 60).padStart(2, '0')}`;
  if (/_minor$/.test(column)) return toMajor(Number(value), decimals).toFixed(decimals);
  return String(value);
}
