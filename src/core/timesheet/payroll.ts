import { type Amount, addAmounts, NOTHING, toMajor, toMinor } from '../hours/money';
import { formatDate } from '../time/day';
import { hoursFigure } from './figures';
import { type HoursRules, PAYROLL_COLUMNS } from './hours-rules';
import { type PayKindNames, byPayKind, payKindKey, payKindName } from './pay-kind';
import type { PayPeriod } from './pay-period';
import type { Sheet, SheetLine } from './sheet';

/** What a payroll file says of a person besides their hours. */
export interface PayrollPerson {
  readonly number: string | null;
  readonly name: string;
  readonly contract: string | null;
  readonly groups: readonly string[];
  /** Values of the fields that the business made up, by their id. */
  readonly fields: Readonly<Record<string, string>>;
  readonly sheet: Sheet;
}

/** How a payroll file is made. */
export interface PayrollForm {
  readonly by: 'person' | 'day';
  readonly columns: readonly string[];
  readonly rules: Pick<HoursRules, 'codes' | 'figures'>;
  readonly names: PayKindNames;
  readonly roles: ReadonlyMap<string, string>;
  readonly fieldNames: ReadonlyMap<string, string>;
  readonly decimals: number;
}

/**
 * The lines of a payroll file, its heads first: for each person and kind of pay one, or one for each date of it; with a column of
 * roles, for each role too. Amounts are rounded once a line; hours are written with a dot, or as the site writes them.
 */
export function payrollLines(
  people: readonly PayrollPerson[],
  period: Pick<PayPeriod, 'first' | 'days'>,
  form: PayrollForm,
): string[][] {
  const heads = form.columns.map(
    (id) =>
      PAYROLL_COLUMNS.find((column) => column.id === id)?.name ??
      form.fieldNames.get(id.slice('field:'.length)) ??
      id,
  );
  const lines = people.flatMap((person) =>
    gathered(
      person.sheet.days.flatMap((day) => day.lines),
      form,
    ).map((line) => form.columns.map((column) => cellOf(column, person, line, period, form))),
  );
  return [heads, ...lines];
}

interface Gathered extends Pick<SheetLine, 'date' | 'kind'> {
  readonly role: string | null;
  minutes: number;
  cost: Amount;
}

function gathered(lines: readonly SheetLine[], { by, columns }: PayrollForm): Gathered[] {
  const found = new Map<string, Gathered>();
  for (const { date, kind, work, minutes, cost } of lines) {
    const role = columns.includes('role') ? work.role : null;
    const key = JSON.stringify([by === 'day' ? date : 0, payKindKey(kind), role]);
    const known = found.get(key);
    if (known) {
      known.minutes += minutes;
      known.cost = addAmounts(known.cost, cost);
    } else found.set(key, { date, kind, role, minutes, cost: addAmounts(NOTHING, cost) });
  }
  return [...found.values()].sort(
    (a, b) => (by === 'day' ? a.date - b.date : 0) || byPayKind(a.kind, b.kind),
  );
}

function cellOf(
  column: string,
  person: PayrollPerson,
  { date, kind, role, minutes, cost }: Gathered,
  { first, days }: Pick<PayPeriod, 'first' | 'days'>,
  { by, rules, names, roles, decimals }: PayrollForm,
): string {
  switch (column) {
    case 'number':
      return person.number ?? '';
    case 'name':
      return person.name;
    case 'contract':
      return person.contract ?? '';
    case 'groups':
      return person.groups.join('; ');
    case 'from':
      return formatDate(first);
    case 'to':
      return formatDate(first + days - 1);
    case 'date':
      return by === 'day' ? formatDate(date) : '';
    case 'code':
      return rules.codes[payKindKey(kind)] ?? '';
    case 'kind':
      return payKindName(kind, names);
    case 'hours':
      // A programme reads a figure, not a fraction.
      return hoursFigure(minutes, rules.figures === 'clock' ? 'clock' : 'decimal').replace('−', '-');
    case 'amount':
      return toMajor(toMinor(cost, decimals), decimals).toFixed(decimals);
    case 'role':
      return role === null ? '' : (roles.get(role) ?? '');
    default:
      return person.fields[column.slice('field:'.length)] ?? '';
  }
}
