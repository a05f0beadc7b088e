import { type HolidayRule, holidayDates } from '@/core/plan/holiday-rule';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import { holidayRule } from '@/data/site/site-store';

/** A holiday of a site on a date. */
export interface HolidayOn extends Pick<HolidayRule, 'name' | 'closed' | 'groups'> {
  readonly date: Day;
}

/** The holidays that a site keeps between two dates, `to` not included, by date; yearly ones each year. */
export async function holidaysAt(db: Database, site: string, from: Day, to: Day): Promise<HolidayOn[]> {
  const rows = await db
    .selectFrom('holiday')
    .selectAll()
    .where((where) => where.or([where('site_id', '=', site), where('site_id', 'is', null)]))
    .execute();
  return rows
    .map(holidayRule)
    .flatMap((rule) =>
      holidayDates(rule, from, to).map((date) => ({
        ...{ date, name: rule.name, closed: rule.closed, groups: rule.groups },
      })),
    )
    .sort((a, b) => a.date - b.date);
}
