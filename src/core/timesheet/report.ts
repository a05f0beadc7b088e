import type { ClockException } from '../clock/exceptions';
import { type Amount, NOTHING, sumToMinor } from '../hours/money';
import type { Day } from '../time/day';
import { startOfWeek } from '../time/day';
import { isWorked, payKindKey } from './pay-kind';
import type { PayPeriod } from './pay-period';
import { type Sheet, type SheetSource, sheetOf } from './sheet';

/** What hours can be grouped by, one inside another. */
export const REPORT_GROUPS = [
  'site',
  'person',
  'role',
  'duty',
  'activity',
  'job',
  'kind',
  'week',
  'date',
] as const;
export type ReportGroup = (typeof REPORT_GROUPS)[number];

/** What each is called. */
export const REPORT_GROUP_NAMES: Readonly<Record<ReportGroup, string>> = {
  site: 'Site',
  person: 'Person',
  role: 'Role',
  duty: 'Duty',
  activity: 'Activity',
  job: 'Job',
  kind: 'Kind of pay',
  week: 'Week',
  date: 'Date',
};

/** How many groups stand one inside another at most. */
export const MOST_GROUPS = 3;

/** Figures of some hours; minutes, how often something was, and minor units of money. */
export interface ReportFigures {
  readonly worked: number;
  readonly planned: number;
  readonly cost: number;
  readonly plannedCost: number;
  /** How many shifts were planned, and how long they are together. */
  readonly shifts: number;
  readonly shiftMinutes: number;
  readonly late: number;
  readonly early: number;
  readonly absent: number;
}

/** One group, under those it is in. `key` null: nothing is said of it, such as hours without an activity. */
export interface ReportRow {
  readonly depth: number;
  readonly group: ReportGroup;
  readonly key: string | null;
  readonly figures: ReportFigures;
}

/** The least part of a report: what of one person and date has all groups the same. */
interface Fact {
  readonly keys: Readonly<Record<ReportGroup, string | null>>;
  readonly minutes: Omit<ReportFigures, 'cost' | 'plannedCost'>;
  readonly cost: Amount;
  readonly plannedCost: Amount;
}

const NONE: Fact['minutes'] = {
  ...{ worked: 0, planned: 0, shifts: 0, shiftMinutes: 0, late: 0, early: 0, absent: 0 },
};

/**
 * What of somebody's period goes into a report: what was worked, what was planned, and how often they were late, early or absent. `site`:
 * where they are at home.
 */
export function factsOf(
  site: string,
  source: SheetSource,
  period: Pick<PayPeriod, 'first' | 'days'>,
): { readonly facts: Fact[]; readonly sheet: Sheet; readonly planned: Sheet } {
  const { person, weekStart } = source;
  const sheet = sheetOf(source, period);
  // What is planned costs what it would if it were worked just so.
  const planned = sheetOf({ ...source, from: 'plan', typed: [], leave: [], timeOff: [] }, period);
  const facts: Fact[] = [];
  const add = (date: Day, keys: Partial<Fact['keys']>, more: Partial<Omit<Fact, 'keys'>>) =>
    facts.push({
      keys: {
        ...{ site, person: person.id, role: null, duty: null, activity: null, job: null, kind: null },
        ...{ week: String(startOfWeek(date, weekStart)), date: String(date), ...keys },
      },
      ...{ minutes: NONE, cost: NOTHING, plannedCost: NOTHING, ...more },
    });
  for (const [days, is] of [
    [sheet.days, 'worked'],
    [planned.days, 'planned'],
  ] as const)
    for (const { date, lines } of days)
      for (const { kind, work, minutes, cost } of lines)
        if (isWorked(kind))
          add(
            date,
            { ...work, kind: payKindKey(kind) },
            { minutes: { ...NONE, [is]: minutes }, [is === 'worked' ? 'cost' : 'plannedCost']: cost },
          );
  for (const day of sheet.days) {
    for (const { role, paid } of day.shifts)
      add(day.date, { role }, { minutes: { ...NONE, shifts: 1, shiftMinutes: paid } });
    const roleAt = (exception: ClockException) =>
      (
        day.shifts.find(
          ({ start, end }) => exception.at !== null && start <= exception.at && exception.at <= end,
        ) ?? day.shifts[0]
      )?.role ?? null;
    for (const [list, code, figure] of [
      [day.entry?.exceptions ?? [], 'late', 'late'],
      [day.entry?.exceptions ?? [], 'left-early', 'early'],
      // An absence for which there is leave is none.
      [day.toLookAt, 'absent', 'absent'],
    ] as const)
      for (const exception of list)
        if (exception.code === code)
          add(day.date, { role: roleAt(exception) }, { minutes: { ...NONE, [figure]: 1 } });
  }
  return { facts, sheet, planned };
}

/**
 * Facts grouped one inside another, each group before what is in it, and all of them together. Money is rounded once a row.
 *
 * @param by what by, the outermost first
 * @param compare sorts two keys of a group; null, of which nothing is said, comes last
 */
export function reportOf(
  facts: readonly Fact[],
  by: readonly ReportGroup[],
  decimals: number,
  compare: (group: ReportGroup, a: string, b: string) => number,
): { readonly rows: readonly ReportRow[]; readonly total: ReportFigures } {
  const rows: ReportRow[] = [];
  const walk = (its: readonly Fact[], depth: number) => {
    const group = by[depth];
    if (group === undefined) return;
    const groups = new Map<string | null, Fact[]>();
    for (const fact of its) {
      const list = groups.get(fact.keys[group]);
      if (list) list.push(fact);
      else groups.set(fact.keys[group], [fact]);
    }
    const sorted = [...groups].sort(([a], [b]) =>
      a === null ? (b === null ? 0 : 1) : b === null ? -1 : compare(group, a, b),
    );
    for (const [key, inside] of sorted) {
      rows.push({ depth, group, key, figures: figuresOf(inside, decimals) });
      walk(inside, depth + 1);
    }
  };
  walk(facts, 0);
  return { rows, total: figuresOf(facts, decimals) };
}

function figuresOf(facts: readonly Fact[], decimals: number): ReportFigures {
  const sum = { ...NONE } as { -readonly [K in keyof Fact['minutes']]: number };
  for (const fact of facts) {
    for (const name of Object.keys(sum) as (keyof typeof sum)[]) sum[name] += fact.minutes[name];
  }
  const costOf = (of: (fact: Fact) => Amount) => sumToMinor(facts.map(of), decimals);
  return { ...sum, cost: costOf(({ cost }) => cost), plannedCost: costOf((fact) => fact.plannedCost) };
}
