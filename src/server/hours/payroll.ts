import { decimalsOf } from '@/core/hours/money';
import { fail } from '@/core/plan/problem';
import { formatDate, parseDate } from '@/core/time/day';
import { counted, formatDays } from '@/core/time/format';
import { payPeriodOn } from '@/core/timesheet/pay-period';
import { payrollLines } from '@/core/timesheet/payroll';
import { stateAfter } from '@/core/timesheet/steps';
import type { Database } from '@/data/database';
import { hoursRulesFromRow } from '@/data/hours/hours-store';
import { loadLeaveTypes } from '@/data/leave/leave-store';
import { loadPeopleRows } from '@/data/people/person-rows';
import { type RowOf, loadRows } from '@/data/records/records';
import { formatCsv } from '@/formats/table/csv';
import { formatXlsx } from '@/formats/table/xlsx';
import type { Actor } from '../access/actor';
import { seesPay } from '../access/pay';
import { checkAccess } from '../access/permissions';
import { command } from '../commands/command';
import { timestamp } from '../now';
import { peopleAtHome, sheetsOf } from './period';
import { PAYROLL_ORDER, type PayrollOrder } from './schema';

/** What a payroll file contained when it was made. */
interface Kept {
  readonly columns: readonly string[];
  readonly lines: readonly (readonly string[])[];
}

/** Makes a file for payroll of hours that are approved or locked. It is kept with what it contains, and says who was in one before. */
export const makePayroll = command<'hours.payroll', PayrollOrder>({
  kind: 'hours.payroll',
  permission: 'hours.lock',
  capability: 'hours',
  scope: ({ site }) => ({ sites: [site] }),
  input: PAYROLL_ORDER,
  async prepare({ db, actor }, { id, site, first, people, by, columns }) {
    const [row] = await loadRows(db, 'site', { id: site });
    if (!row) return fail('unknown', 'there is no such site', 'input.site');
    if ((await loadRows(db, 'payroll_export', { id })).length > 0)
      return fail('taken', 'this file was made already', 'input.id');
    if (columns.includes('amount') && !seesPay(actor, site))
      return fail('forbidden', `${actor.name} does not see pay here`, 'input.columns');
    const rules = hoursRulesFromRow(row);
    const period = payPeriodOn(rules.periods, first);
    if (period.first !== first) return fail('unknown', 'no period begins on this date', 'input.first');
    const names = new Map((await peopleAtHome(db, site, period)).map((one) => [one.id, one.name]));
    const { sheets, steps } = (await sheetsOf(db, row, people, period))!;
    for (const [i, person] of people.entries()) {
      const [name, state] = [names.get(person), stateAfter(steps.get(person) ?? [])];
      if (name === undefined || !sheets.has(person))
        return fail('unknown', 'this person is at home elsewhere', `input.people[${i}]`);
      if (state !== 'approved' && state !== 'locked')
        return fail('state', `the hours of ${name} are not approved`, `input.people[${i}]`);
    }
    const rows = await loadPeopleRows(db, people);
    const fields = await loadRows(db, 'custom_field', {});
    const own = columns.filter((column) => column.startsWith('field:'));
    const unknown = own.find((column) => !fields.some((field) => `field:${field.id}` === column));
    if (unknown)
      return fail('unknown', 'there is no such field', `input.columns[${columns.indexOf(unknown)}]`);
    const roles = new Map((await loadRows(db, 'role', {})).map((role) => [role.id, role.name]));
    const lines = payrollLines(
      people
        .map((person) => {
          const of = rows.get(person)!;
          const [its] = of.person;
          return {
            ...{ number: its.number, name: its.name, contract: its.contract_kind },
            groups: JSON.parse(its.groups) as string[],
            fields: Object.fromEntries(of.person_field.map(({ field_id, value }) => [field_id, value])),
            sheet: sheets.get(person)!,
          };
        })
        .sort((a, b) => (a.name < b.name ? -1 : 1)),
      period,
      {
        ...{ by, columns, rules, roles, decimals: decimalsOf(row.currency) },
        names: { own: rules.kinds, leaveTypes: await loadLeaveTypes(db) },
        fieldNames: new Map(fields.map((field) => [field.id, field.name])),
      },
    );
    const content: Kept = { columns, lines };
    const span = formatDays(first, period.days);
    return {
      ok: true,
      work: {
        title: `File for payroll of ${counted(people.length, 'person', 'people')}, ${span}`,
        rows: [
          {
            table: 'payroll_export',
            before: null,
            after: {
              ...{ id, site_id: site, first: formatDate(first), days: period.days, at: timestamp() },
              ...{ by_name: actor.name, form: by, people: JSON.stringify(people) },
              content: JSON.stringify(content),
            },
          },
        ],
        subjects: [{ kind: 'site', id: site }],
        sites: [],
        weeks: [],
        isFinal: true,
        answer: id,
        remarks: await exportedBefore(db, site, first, people),
      },
    };
  },
});

/** Says whose hours of a period were in a file before. */
async function exportedBefore(
  db: Database,
  site: string,
  first: number,
  people: readonly string[],
): Promise<string[]> {
  const made = await loadRows(db, 'payroll_export', { site_id: site, first: formatDate(first) });
  const before = new Set(made.flatMap((one) => JSON.parse(one.people) as string[]));
  const again = people.filter((person) => before.has(person)).length;
  if (again === 0) return [];
  const when = [...new Set(made.map(({ at, by_name }) => `${at.slice(0, 10)} by ${by_name}`))].join(', ');
  return [
    `The hours of ${again === people.length ? (again === 1 ? 'this person' : 'all of them') : counted(again, 'person', 'people')} were in a file before: ${when}.`,
  ];
}

/** A payroll file that was made, as it was made; amounts only for who sees pay. */
export async function payrollFile(
  db: Database,
  actor: Actor,
  id: string,
  form: 'csv' | 'xlsx',
): Promise<{ ok: true; bytes: Uint8Array; name: string } | ReturnType<typeof fail>> {
  const [row] = await loadRows(db, 'payroll_export', { id });
  const refused = row
    ? checkAccess(actor, 'hours.lock', row.site_id)
    : fail('unknown', 'there is no such file', 'id');
  if (refused) return refused;
  const { columns, lines } = JSON.parse(row.content) as Kept;
  if (columns.includes('amount') && !seesPay(actor, row.site_id))
    return fail('forbidden', `${actor.name} does not see pay here`);
  const table = lines.map((line) => [...line]);
  const bytes =
    form === 'csv' ? new TextEncoder().encode(formatCsv(table)) : await formatXlsx('Hours', table);
  return { ok: true, bytes, name: fileName(row, form) };
}

function fileName(row: Pick<RowOf<'payroll_export'>, 'first' | 'days'>, form: string): string {
  const first = parseDate(row.first)!;
  return `Payroll ${row.first} to ${formatDate(first + row.days - 1)}.${form}`;
}
