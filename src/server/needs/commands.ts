import { fail } from '@/core/plan/problem';
import { formatDate } from '@/core/time/day';
import { loadRows, loadRowsOf, rowChanges } from '@/data/records/records';
import { roleIdsOf } from '@/data/site/site-store';
import { command } from '../commands/command';
import { SAVE_NEEDS } from './schema';
import type { NeedsDraft } from '../site/payload';

/** The needs of a site: the usual week, from which dates it holds, and the variants with their dates. */
export const saveNeeds = command<'needs.save', { site: string; needs: NeedsDraft }>({
  kind: 'needs.save',
  permission: 'setup.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_NEEDS,
  async prepare({ db }, { site, needs }) {
    const [row] = await loadRows(db, 'site', { id: site });
    if (!row) return fail('unknown', 'there is no such site', 'site');
    const roles = await roleIdsOf(db, site);
    for (const [i, set] of needs.sets.entries()) {
      const at = set.rows.findIndex((need) => need.role !== null && !roles.has(need.role));
      if (at >= 0) return fail('unknown', 'no such role here', `input.needs.sets[${i}].rows[${at}].role`);
    }
    const variants = new Set(needs.sets.filter((set) => set.name !== null).map((set) => set.id));
    const lost = needs.dates.findIndex(({ set }) => !variants.has(set));
    if (lost >= 0) return fail('unknown', 'no such variant', `input.needs.dates[${lost}].set`);
    const before = await loadRows(db, 'need_set', { site_id: site });
    const taken = await loadRowsOf(
      db,
      'need_set',
      'id',
      needs.sets.map((set) => set.id),
    );
    if (taken.some((set) => set.site_id !== site))
      return fail('taken', 'this id belongs to another site', 'input');
    const rowsBefore = await loadRowsOf(
      db,
      'need',
      'set_id',
      before.map((set) => String(set.id)),
    );
    const after = needs.sets.map(({ id, name, since }) => ({
      id,
      site_id: site,
      name: name?.trim() ?? null,
      since: since === null ? null : formatDate(since),
    }));
    // A need that says the same keeps its id, so that one that stays is not written again.
    const keyOf = (set: unknown, role: unknown, weekday: unknown, from: unknown) =>
      `${String(set)} ${String(role ?? '')} ${String(weekday)} ${String(from)}`;
    const known = new Map(
      rowsBefore.map((need) => [
        keyOf(need.set_id, need.role_id, need.weekday, need.from_minute),
        String(need.id),
      ]),
    );
    const rowsAfter = needs.sets.flatMap((set) => {
      const seen = new Map<string, number>();
      return set.rows.map((need) => {
        const key = keyOf(set.id, need.role, need.weekday, need.from);
        const again = seen.get(key) ?? 0;
        seen.set(key, again + 1);
        return {
          id: again === 0 ? (known.get(key) ?? key) : `${key} ${again}`,
          set_id: set.id,
          role_id: need.role,
          weekday: need.weekday,
          from_minute: need.from,
          to_minute: need.to,
          count: need.count,
        };
      });
    });
    const dates = needs.dates.map(({ date, set }) => ({
      site_id: site,
      date: formatDate(date),
      set_id: set,
    }));
    return {
      ok: true,
      work: {
        title: `Needs of ${row.name}`,
        rows: [
          ...rowChanges('need_date', await loadRows(db, 'need_date', { site_id: site }), dates),
          ...rowChanges('need', rowsBefore, rowsAfter),
          ...rowChanges('need_set', before, after),
        ],
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
      },
    };
  },
});
