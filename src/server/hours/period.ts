import { groupedBy } from '@/core/grouped';
import { type Day, parseDate } from '@/core/time/day';
import type { HoursRules } from '@/core/timesheet/hours-rules';
import { payKindKey } from '@/core/timesheet/pay-kind';
import { type PayPeriod, payPeriodOn } from '@/core/timesheet/pay-period';
import { type Sheet, sheetOf } from '@/core/timesheet/sheet';
import { type SheetStep, holdingStep } from '@/core/timesheet/steps';
import type { Database } from '@/data/database';
import { type StoredStep, hoursRulesFromRow, loadSteps } from '@/data/hours/hours-store';
import { type RowOf, loadRows } from '@/data/records/records';
import { homesOf } from '../access/permissions';
import { nowAt } from '../now';
import { type SheetGround, loadSheetGround } from './sources';

/** Somebody at home at a site, with who manages them. */
export interface HomePerson {
  readonly id: string;
  readonly name: string;
  readonly manager: string | null;
  readonly groups: readonly string[];
}

/** Who is at home at a site and employed on a date of a period, by name. */
export async function peopleAtHome(
  db: Database,
  site: string,
  { first, days }: Pick<PayPeriod, 'first' | 'days'>,
): Promise<HomePerson[]> {
  const rows = await db
    .selectFrom('person')
    .innerJoin('person_site', 'person_site.person_id', 'person.id')
    .select(['id', 'name', 'groups', 'employed_from', 'employed_to'])
    .where('site_id', '=', site)
    .orderBy('name')
    .execute();
  const homes = await homesOf(
    db,
    rows.map(({ id }) => id),
  );
  return rows
    .filter(
      ({ id, employed_from: from, employed_to: to }) =>
        homes.get(id)?.home === site &&
        (from === null || parseDate(from)! < first + days) &&
        (to === null || parseDate(to)! >= first),
    )
    .map(({ id, name, groups }) => ({
      ...{ id, name, manager: homes.get(id)!.manager },
      groups: JSON.parse(groups) as string[],
    }));
}

/** A period with what was worked in it by some people, and how far their hours are. */
export interface PeriodSheets {
  readonly ground: SheetGround;
  readonly sheets: ReadonlyMap<string, Sheet>;
  readonly steps: ReadonlyMap<string, readonly StoredStep[]>;
}

/** Works out the hours of some people of one home site in a period; null: there is no such site. */
export async function sheetsOf(
  db: Database,
  site: RowOf<'site'>,
  ids: readonly string[],
  period: Pick<PayPeriod, 'first' | 'days'>,
): Promise<PeriodSheets | null> {
  const ground = await loadSheetGround(db, site, ids, period);
  if (!ground) return null;
  const sheets = new Map([...ground.sources].map(([id, source]) => [id, sheetOf(source, period)]));
  return { ground, sheets, steps: await stepsIn(db, ids, period) };
}

/** What was done with the hours of some people in a period, by person. */
export async function stepsIn(
  db: Database,
  ids: readonly string[],
  { first, days }: Pick<PayPeriod, 'first' | 'days'>,
): Promise<Map<string, StoredStep[]>> {
  const steps = await loadSteps(db, ids, [first, first + days]);
  return groupedBy(
    steps.filter((step) => step.first === first),
    ({ person }) => person,
  );
}

/** By how many minutes hours differ from what was submitted, approved or locked; null: in nothing. */
export function changedBy(sheet: Sheet, steps: readonly SheetStep[]): number | null {
  const held = holdingStep(steps)?.figures;
  if (!held) return null;
  const now = new Map<string, number>();
  const add = (key: string, minutes: number) => now.set(key, (now.get(key) ?? 0) + minutes);
  for (const { date, lines } of sheet.days)
    for (const { kind, minutes } of lines) add(`${date} ${payKindKey(kind)}`, minutes);
  for (const { date, kind, minutes } of held.lines) add(`${date} ${payKindKey(kind)}`, -minutes);
  if ([...now.values()].every((minutes) => minutes === 0)) return null;
  return sheet.worked + sheet.credited - held.lines.reduce((sum, { minutes }) => sum + minutes, 0);
}

/** The site of a page with its rules and the period that a date is in; null: there is no such site. */
export async function periodAt(
  db: Database,
  site: string,
  date: Day | null,
): Promise<{ row: RowOf<'site'>; rules: HoursRules; period: PayPeriod; today: Day } | null> {
  const [row] = await loadRows(db, 'site', { id: site });
  if (!row) return null;
  const rules = hoursRulesFromRow(row);
  const today = parseDate(nowAt(row.time_zone).date)!;
  return { row, rules, today, period: payPeriodOn(rules.periods, date ?? today) };
}
