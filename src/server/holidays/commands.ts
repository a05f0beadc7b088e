import { fail } from '@/core/plan/problem';
import { type HolidayDetail, type HolidayRule, PLAIN_HOLIDAY } from '@/core/plan/holiday-rule';
import { same } from '@/core/same';
import { formatDate } from '@/core/time/day';
import { loadLeaveTypes } from '@/data/leave/leave-store';
import { holidayRule } from '@/data/site/site-store';
import { seesPay } from '../access/pay';
import type { Database } from '@/data/database';
import { type RowOf, loadRows, rowChanges } from '@/data/records/records';
import { command } from '../commands/command';
import type { HolidayDraft, HolidayPlaceDraft, HolidaySetup } from './payload';
import { SAVE_HOLIDAYS } from './schema';

/** The holidays of a site, and where its public ones are looked up. What that does to planned weeks comes with it. */
export const saveHolidays = command<
  'holidays.save',
  { site: string; place: HolidayPlaceDraft | null; holidays: readonly HolidayDraft[] }
>({
  kind: 'holidays.save',
  long: true,
  permission: 'setup.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_HOLIDAYS,
  async prepare({ db, actor }, { site, place, holidays }) {
    const [row] = await loadRows(db, 'site', { id: site });
    if (!row) return fail('unknown', 'there is no such site', 'input.site');
    const before = await loadRows(db, 'holiday', { site_id: site });
    const known = new Set(before.map(({ id }) => id));
    const others = await loadRows(db, 'holiday', {});
    const taken = holidays.findIndex(({ id }) => !known.has(id) && others.some((one) => one.id === id));
    if (taken >= 0)
      return fail('taken', 'this holiday belongs to another site', `input.holidays[${taken}].id`);
    const twice = holidays.findIndex(
      ({ date, name }, i) => holidays.findIndex((one) => one.date === date && one.name === name) < i,
    );
    if (twice >= 0) return fail('twice', 'this holiday is there already', `input.holidays[${twice}].name`);
    const strange = await unknownTimeOff(db, holidays);
    if (strange >= 0)
      return fail(
        'unknown',
        'there is no such kind of leave with a balance',
        `input.holidays[${strange}].detail.timeOff`,
      );
    const stored = new Map(before.map((one) => [one.id, holidayRule(one)]));
    const isPayShown = seesPay(actor, site);
    const after = holidays.map(({ id, date, name, closed, detail }): RowOf<'holiday'> => ({
      ...{ id, name, site_id: site, date: formatDate(date) },
      closed: closed ? 1 : 0,
      detail: detailText(isPayShown ? detail : { ...detail, ...payOf(stored.get(id)) }),
    }));
    const name = placeName(site);
    return {
      ok: true,
      work: {
        title: `Holidays of ${row.name}`,
        rows: [
          ...rowChanges('holiday', before, after),
          ...rowChanges(
            'setting',
            await loadRows(db, 'setting', { name }),
            place === null ? [] : [{ name, value: JSON.stringify(place) }],
          ),
        ],
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
      },
    };
  },
});

/** What is paid on a holiday, which only who sees pay can change. */
function payOf(rule: HolidayRule | undefined): Pick<HolidayDetail, 'multiplier' | 'extra'> {
  return { multiplier: rule?.multiplier ?? null, extra: rule?.extra ?? null };
}

/** What else is said of a holiday, as it is stored; null: nothing. */
function detailText(detail: HolidayDetail): string | null {
  return same(detail, PLAIN_HOLIDAY) ? null : JSON.stringify(detail);
}

/** The place of a holiday that gives time off of a kind that has no balance; -1: there is none. */
async function unknownTimeOff(db: Database, holidays: readonly HolidayDraft[]): Promise<number> {
  if (holidays.every(({ detail }) => detail.timeOff === null)) return -1;
  const known = new Set(
    (await loadLeaveTypes(db)).filter(({ balance }) => balance !== null).map(({ id }) => id),
  );
  return holidays.findIndex(({ detail: { timeOff } }) => timeOff !== null && !known.has(timeOff));
}

/** What Set-up shows of a site's holidays. `isPayShown`: with what is paid on them. */
export async function holidaySetup(db: Database, site: string, isPayShown: boolean): Promise<HolidaySetup> {
  const [place] = await loadRows(db, 'setting', { name: placeName(site) });
  return {
    place: place ? (JSON.parse(place.value) as HolidayPlaceDraft) : null,
    holidays: (await loadRows(db, 'holiday', { site_id: site }))
      .map((row) => draftOf(row, isPayShown))
      .sort(byDate),
    shared: (await loadRows(db, 'holiday', { site_id: null }))
      .map((row) => draftOf(row, isPayShown))
      .sort(byDate),
  };
}

/** The setting that says where the holidays of a site are looked up. */
function placeName(site: string): string {
  return `holidays of ${site}`;
}

function draftOf(row: RowOf<'holiday'>, isPayShown: boolean): HolidayDraft {
  const { date, name, closed, ...detail } = holidayRule(row);
  const hidden = isPayShown ? {} : { multiplier: null, extra: null };
  return { id: row.id, date, name, closed, detail: { ...detail, ...hidden } };
}

function byDate(a: HolidayDraft, b: HolidayDraft): number {
  return a.date - b.date || a.name.localeCompare(b.name);
}
