import type { SheetFigures, SheetStep, SheetStepKind } from '@/core/timesheet/steps';
import type { TypedHours } from '@/core/timesheet/typed-hours';
import { DEFAULT_HOURS_RULES, type HoursRules } from '@/core/timesheet/hours-rules';
import type { TimeModel } from '@/core/clock/time-model';
import { same } from '@/core/same';
import { type Day, formatDate, parseDate } from '@/core/time/day';
import { sql } from 'kysely';
import type { Database } from '../database';
import { amongTexts } from '../records/lines';
import type { RowOf } from '../records/records';

/** How hours become pay at a site. What is not said is as usual. */
export function hoursRulesFromRow({ hours_rules }: Pick<RowOf<'site'>, 'hours_rules'>): HoursRules {
  return hours_rules === null
    ? DEFAULT_HOURS_RULES
    : { ...DEFAULT_HOURS_RULES, ...(JSON.parse(hours_rules) as Partial<HoursRules>) };
}

/** The column of a site that says it; null where all is as usual. */
export function hoursRulesToColumn(rules: HoursRules): string | null {
  return same(rules, DEFAULT_HOURS_RULES) ? null : JSON.stringify(rules);
}

/** What is said of somebody that their hours are measured by; null: nothing. */
export function timeModelFromRow({ time_model }: Pick<RowOf<'person'>, 'time_model'>): TimeModel | null {
  return time_model === null ? null : (JSON.parse(time_model) as TimeModel);
}

/** The column of a person that says it. */
export function timeModelToColumn(model: TimeModel | null): string | null {
  return model && JSON.stringify(model);
}

export function typedHoursFromRow(row: RowOf<'typed_hours'>): TypedHours {
  const { from_minute: from, to_minute: to } = row;
  return {
    id: row.id,
    date: parseDate(row.date)!,
    kind: row.kind,
    span: from === null || to === null ? null : { from, to },
    minutes: row.minutes,
    role: row.role_id,
    note: row.note,
    about: row.about === null ? null : parseDate(row.about),
  };
}

/** Hours that some people typed for dates from `from` to `to` (not included), in the order of a day, by person. */
export async function loadTypedHours(
  db: Database,
  people: readonly string[],
  [from, to]: readonly [Day, Day],
): Promise<RowOf<'typed_hours'>[]> {
  return db
    .selectFrom('typed_hours')
    .selectAll()
    .where('person_id', 'in', amongTexts(people))
    .where('date', '>=', formatDate(from))
    .where('date', '<', formatDate(to))
    .orderBy('date')
    .orderBy('position')
    .execute();
}

/** A step with whose hours it is about, and from which date on. */
export interface StoredStep extends SheetStep {
  readonly person: string;
  readonly first: Day;
  readonly days: number;
}

/** What was done with the hours of some people, in its order; of periods that have a date from `from` to `to` (not included). */
export async function loadSteps(
  db: Database,
  people: readonly string[],
  [from, to]: readonly [Day, Day],
): Promise<StoredStep[]> {
  const rows = await db
    .selectFrom('timesheet_step')
    .selectAll()
    .where('person_id', 'in', amongTexts(people))
    .where('first', '<', formatDate(to))
    // No period is longer than a month and a few days.
    .where('first', '>=', formatDate(from - 62))
    .orderBy('at')
    .orderBy(sql`rowid`)
    .execute();
  return rows
    .map((row): StoredStep => ({
      ...{ id: row.id, person: row.person_id, first: parseDate(row.first)!, days: row.days },
      ...{ kind: row.kind as SheetStepKind, at: row.at, by: row.by_name, text: row.content },
      figures: row.figures === null ? null : (JSON.parse(row.figures) as SheetFigures),
    }))
    .filter(({ first, days }) => first + days > from);
}
