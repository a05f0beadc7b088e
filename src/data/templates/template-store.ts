import type { ShiftSpec, ShiftTemplate } from '@/core/plan/shift-spec';
import type { Shift } from '@/core/plan/types';
import type { Database } from '../database';
import type { RowOf } from '../records/records';

/** A whole week kept under a name; the dates of its shifts are counted from its first day. */
export interface WeekTemplate {
  readonly id: string;
  readonly name: string;
  readonly shifts: readonly Shift[];
}

/** The shift templates of a site, in their order. */
export async function loadTemplates(db: Database, site: string): Promise<ShiftTemplate[]> {
  const rows = await db
    .selectFrom('shift_template')
    .selectAll()
    .where('site_id', '=', site)
    .orderBy('position')
    .orderBy('id')
    .execute();
  return rows.map(({ id, name, short, form }) => ({ id, name, short, form: JSON.parse(form) as ShiftSpec }));
}

/** The row of a shift template. */
export function templateRow(
  site: string,
  { id, name, short, form }: ShiftTemplate,
  position: number,
): RowOf<'shift_template'> {
  return { id, site_id: site, name, short, form: JSON.stringify(form), position };
}

/** The week templates of a site, by name. */
export async function loadWeekTemplates(db: Database, site: string): Promise<WeekTemplate[]> {
  const rows = await db
    .selectFrom('week_template')
    .selectAll()
    .where('site_id', '=', site)
    .orderBy('name')
    .execute();
  return rows.map(({ id, name, shifts }) => ({ id, name, shifts: JSON.parse(shifts) as Shift[] }));
}

/** The stations of a site, in their order. */
export async function loadStations(db: Database, site: string): Promise<{ id: string; name: string }[]> {
  return db
    .selectFrom('station')
    .select(['id', 'name'])
    .where('site_id', '=', site)
    .orderBy('position')
    .execute();
}
