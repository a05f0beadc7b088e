import { BY_SHIFTS, type TimeModel } from '../clock/time-model';
import type { AttendanceUnits } from './attendance';
import type { OwnPayKind } from './pay-kind';
import { DEFAULT_PAY_PERIODS, type PayPeriods } from './pay-period';

/** How lengths of time are written: `7½ h`, `7:30` or `7.50`. */
export type HourFigures = 'fractions' | 'clock' | 'decimal';

/** How hours become pay at a site; for who is at home there. */
export interface HoursRules {
  /** Each from its date. */
  readonly periods: readonly PayPeriods[];
  /** Hours are to be submitted by so many days after the last of a period. */
  readonly deadlineDays: number;
  /** Whether people may put right what they clocked until they submit it; otherwise they ask. */
  readonly ownPunches: boolean;
  readonly figures: HourFigures;
  readonly kinds: readonly OwnPayKind[];
  /** What payroll calls a kind of pay, by its key. */
  readonly codes: Readonly<Record<string, string>>;
  /** In what units figures of attendance are given, by figure or `leave:` and its kind; left out: as usual. */
  readonly units: AttendanceUnits;
  /** What the hours of those of a group are measured by, where nothing is said of themselves; of several groups the first listed. */
  readonly groupModels: readonly { readonly group: string; readonly model: TimeModel }[];
  /** What a payroll file has a column for, in their order. */
  readonly columns: readonly string[];
}

/** What a payroll file can have a column for, besides the fields that the business made up. */
export const PAYROLL_COLUMNS = [
  { id: 'number', name: 'Number' },
  { id: 'name', name: 'Name' },
  { id: 'from', name: 'From' },
  { id: 'to', name: 'To' },
  { id: 'date', name: 'Date' },
  { id: 'code', name: 'Code' },
  { id: 'kind', name: 'Kind of pay' },
  { id: 'hours', name: 'Hours' },
  { id: 'amount', name: 'Amount' },
  { id: 'role', name: 'Role' },
  { id: 'contract', name: 'Contract' },
  { id: 'groups', name: 'Groups' },
] as const;

export const DEFAULT_HOURS_RULES: HoursRules = {
  periods: [DEFAULT_PAY_PERIODS],
  deadlineDays: 3,
  ownPunches: false,
  figures: 'fractions',
  kinds: [],
  codes: {},
  units: {},
  groupModels: [],
  columns: ['number', 'name', 'from', 'to', 'code', 'kind', 'hours'],
};

/** What somebody's hours are measured by: as is said of themselves, else of a group of theirs, else by their shifts. */
export function timeModelOf(
  own: TimeModel | null,
  groups: readonly string[],
  { groupModels }: Pick<HoursRules, 'groupModels'>,
): TimeModel {
  return own ?? groupModels.find(({ group }) => groups.includes(group))?.model ?? BY_SHIFTS;
}
