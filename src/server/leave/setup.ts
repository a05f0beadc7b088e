import type { AwayLimit } from '@/core/leave/away-limits';
import type { LeaveType } from '@/core/leave/leave-type';
import { WHOLE_DAY } from '@/core/leave/amount';
import { isWaiting } from '@/core/leave/request';
import { type Failed, fail } from '@/core/plan/problem';
import { plainText } from '@/core/plain-text';
import { formatDate } from '@/core/time/day';
import { limitRow, loadAwayRules, loadLeaveTypes, requestFromRow, typeRow } from '@/data/leave/leave-store';
import type { Database } from '@/data/database';
import { type RowOf, loadRows, rowChanges } from '@/data/records/records';
import { BUSINESS } from '../access/permissions';
import { command } from '../commands/command';
import type { ClosedDraft, LeaveSetup } from './payload';
import { SAVE_AWAY_RULES, SAVE_TYPES } from './schema';

/** The kinds of leave of the business. One that was ever there stays, and can only be retired. */
export const saveLeaveTypes = command<'leave.types', { types: readonly LeaveType[] }>({
  kind: 'leave.types',
  permission: 'setup.change',
  scope: () => BUSINESS,
  input: SAVE_TYPES,
  async prepare({ db }, { types }) {
    const before = await loadRows(db, 'leave_type', {});
    const known = new Map((await loadLeaveTypes(db)).map((type) => [type.id, type]));
    const used = await usedTypes(db);
    for (const [i, type] of types.entries()) {
      const wrong = faultOf(type, types, i, known.get(type.id), used);
      if (wrong) return wrong;
    }
    const gone = before.find(({ id }) => used.has(id) && !types.some((type) => type.id === id));
    if (gone)
      return fail(
        'in-use',
        `${gone.name} was used: it can be retired, so that nobody asks for it any more`,
        'input.types',
      );
    return {
      ok: true,
      work: {
        title: 'Kinds of leave',
        rows: rowChanges('leave_type', before, types.map(typeRow)),
        subjects: [],
        sites: [],
        weeks: [],
      },
    };
  },
});

function faultOf(
  type: LeaveType,
  all: readonly LeaveType[],
  i: number,
  was: LeaveType | undefined,
  used: ReadonlySet<string>,
): Failed | null {
  const at = (field: string) => `input.types[${i}].${field}`;
  const twice = all.findIndex((one) => plainText(one.name) === plainText(type.name)) < i;
  if (twice) return fail('twice', `there is another kind called ${type.name}`, at('name'));
  if (was && was.unit !== type.unit && used.has(type.id))
    return fail('in-use', 'its balances are in another unit: retire it and make a new kind', at('unit'));
  const least = type.unit === 'days' ? WHOLE_DAY : type.unit === 'half-days' ? WHOLE_DAY / 2 : 1;
  if (type.step % least !== 0)
    return fail('input', type.unit === 'days' ? 'whole days' : 'half or whole days', at('step'));
  const { least: soonest, most: furthest } = type.ahead;
  if (soonest !== null && furthest !== null && furthest < soonest)
    return fail('input', 'the most is less than the least', at('ahead.most'));
  if (type.entitlement && !type.balance)
    return fail('input', 'without a balance nothing can be granted to it', at('entitlement'));
  return null;
}

/** Kinds of leave that somebody asked for, or has an entry of. */
async function usedTypes(db: Database): Promise<Set<string>> {
  const [entries, requests] = [
    await db.selectFrom('leave_entry').select('type_id').distinct().execute(),
    await db.selectFrom('leave_request').select('type_id').distinct().execute(),
  ];
  return new Set([...entries, ...requests].map(({ type_id: id }) => id));
}

/** How many may be away at once at a site, when nobody may, and what becomes of shifts of who cannot come. */
export const saveAwayRules = command<
  'leave.limits',
  {
    site: string;
    limits: readonly AwayLimit[];
    closed: readonly ClosedDraft[];
    absenceOpens: boolean;
  }
>({
  kind: 'leave.limits',
  permission: 'setup.change',
  capability: 'leave',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_AWAY_RULES,
  async prepare({ db }, { site, limits, closed, absenceOpens }) {
    const [row] = await loadRows(db, 'site', { id: site });
    if (!row) return fail('unknown', 'there is no such site', 'input.site');
    const areas = new Set((await loadRows(db, 'area', { site_id: site })).map(({ id }) => id));
    const roles = new Set((await loadRows(db, 'site_role', { site_id: site })).map(({ role_id: id }) => id));
    const strange = limits.findIndex(
      ({ of }) => of.kind !== 'site' && !(of.kind === 'area' ? areas : roles).has(of.id),
    );
    if (strange >= 0)
      return fail('unknown', 'there is no such role or area here', `input.limits[${strange}].of`);
    const closedRows = closed.map(({ id, from, to, reason }): RowOf<'leave_closed'> => ({
      ...{ id, site_id: site, reason },
      ...{ from_date: formatDate(from), to_date: formatDate(to) },
    }));
    return {
      ok: true,
      work: {
        title: `Leave limits of ${row.name}`,
        rows: [
          ...rowChanges(
            'leave_limit',
            await loadRows(db, 'leave_limit', { site_id: site }),
            limits.map((limit, i) => limitRow(site, limit, i)),
          ),
          ...rowChanges('leave_closed', await loadRows(db, 'leave_closed', { site_id: site }), closedRows),
          ...rowChanges('site', [row], [{ ...row, absence_opens: absenceOpens ? 1 : 0 }]),
        ],
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
      },
    };
  },
});

/** What Set-up shows of leave. */
export async function leaveSetup(db: Database, site: string): Promise<LeaveSetup> {
  const [row] = await loadRows(db, 'site', { id: site });
  const requests = (await loadRows(db, 'leave_request', { state: 'sent' })).map(requestFromRow);
  const waiting: Record<string, number> = {};
  for (const request of requests)
    if (isWaiting(request)) waiting[request.type.id] = (waiting[request.type.id] ?? 0) + 1;
  const groups = (await db.selectFrom('person').select('groups').distinct().execute()).flatMap(
    (one) => JSON.parse(one.groups) as string[],
  );
  return {
    types: await loadLeaveTypes(db),
    waiting,
    ...(await loadAwayRules(db, site)),
    absenceOpens: row?.absence_opens === 1,
    groups: [...new Set(groups)].sort(),
  };
}
