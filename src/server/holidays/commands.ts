import { fail } from '@/core/plan/problem';
import { formatDate, parseDate } from '@/core/time/day';
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
  async prepare({ db }, { site, place, holidays }) {
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
    const after = holidays.map(({ id, date, name, closed }): RowOf<'holiday'> => ({
      ...{ id, name, site_id: site, date: formatDate(date) },
      closed: closed ? 1 : 0,
      detail: null,
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

/** What Set-up shows of a site's holidays. */
export async function holidaySetup(db: Database, site: string): Promise<HolidaySetup> {
  const [place] = await loadRows(db, 'setting', { name: placeName(site) });
  return {
    place: place ? (JSON.parse(place.value) as HolidayPlaceDraft) : null,
    holidays: (await loadRows(db, 'holiday', { site_id: site })).map(draftOf).sort(byDate),
    shared: (await loadRows(db, 'holiday', { site_id: null })).map(draftOf).sort(byDate),
  };
}

/** The setting that says where the holidays of a site are looked up. */
function placeName(site: string): string {
  return `holidays of ${site}`;
}

function draftOf({ id, date, name, closed }: RowOf<'holiday'>): HolidayDraft {
  return { id, date: parseDate(date)!, name, closed: closed === 1 };
}

function byDate(a: HolidayDraft, b: HolidayDraft): number {
  return a.date - b.date || a.name.localeCompare(b.name);
}
