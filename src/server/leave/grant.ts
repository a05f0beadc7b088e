import { randomUUID } from 'node:crypto';
import { type LeaveFigures, leaveYearOf } from '@/core/leave/entitlement';
import { formatAmount, type LeaveType } from '@/core/leave/leave-type';
import { type EntryKind, reversalOf } from '@/core/leave/ledger';
import { roundedTo } from '@/core/leave/amount';
import { overtimeOfKey } from '@/core/timesheet/time-off';
import { type Result, fail } from '@/core/plan/problem';
import { type Day, formatDate, parseDate } from '@/core/time/day';
import { counted, formatLongDay } from '@/core/time/format';
import type { Database } from '@/data/database';
import {
  type StoredEntry,
  entryFromRow,
  entryRow,
  loadEntries,
  loadLeaveTypes,
  loadTimeOff,
} from '@/data/leave/leave-store';
import { type RowOf, loadRows, rowChanges } from '@/data/records/records';
import { BUSINESS, homesOf } from '../access/permissions';
import { refuseSettledDate } from '../hours/settled';
import { timestamp } from '../now';
import { command } from '../commands/command';
import type { GrantedTo } from './payload';
import { END_GRANT, GRANT_LEAVE, REVERSE_ENTRY, SAVE_EXCEPTION } from './schema';

interface GrantDraft {
  /** Those at home at a site; null: of the whole business. */
  readonly site: string | null;
  readonly type: string;
  readonly to: GrantedTo;
  readonly amount: number;
  readonly date: Day;
  readonly note: string;
  readonly later: boolean;
}

/** Grants leave to people of a site: an entry for each. One undo takes all of them back, by entries of their own. */
export const grantLeave = command<'leave.grant', GrantDraft>({
  kind: 'leave.grant',
  permission: 'leave.grant',
  scope: ({ site }) => (site === null ? BUSINESS : { sites: [site] }),
  input: GRANT_LEAVE,
  async prepare({ db, actor, today }, draft) {
    const { site, to, amount, date, note, later } = draft;
    const found = await balanced(db, draft.type);
    if (!found.ok) return found;
    const { type } = found;
    if (later && to.kind === 'people')
      return fail('input', 'who joins later is named by nobody: choose groups or all', 'input.later');
    const granted = await grantedTo(db, site, to, { date, today });
    if (granted.length === 0) return fail('input', 'nobody is among them on that date', 'input.to');
    if (to.kind === 'people' && granted.length < to.people.length)
      return fail(
        'input',
        'somebody of them is not at home here, or does not work here on that date',
        'input.to',
      );
    const at = timestamp();
    const grant = randomUUID();
    const entries = granted.map(({ person, from }) =>
      entryRow(
        {
          ...{ id: randomUUID(), person, type: type.id, date: from, amount, note, at, actor: actor.id },
          ...{ kind: kindOf(type, amount), request: null },
          ...{ key: null, reverses: null },
        },
        grant,
      ),
    );
    const standing: RowOf<'leave_grant'> = {
      ...{ id: grant, type_id: type.id, at, actor: actor.id, date: formatDate(date), amount, note },
      ...{ whom: JSON.stringify({ site, to }), is_ended: 0 },
    };
    return {
      ok: true,
      work: {
        title: `${formatAmount(amount, type.unit)} of ${type.name} to ${counted(granted.length, 'person', 'people')}`,
        rows: [
          ...(later ? rowChanges('leave_grant', [], [standing]) : []),
          ...rowChanges('leave_entry', [], entries),
        ],
        subjects: granted.map(({ person: id }) => ({ kind: 'person' as const, id })),
        sites: [],
        weeks: [],
        remarks: await alikeRemarks(
          db,
          type,
          granted.map(({ person }) => person),
          { amount, date },
        ),
      },
    };
  },
});

/** Time off for overtime is earned, other leave granted; what is taken off corrects. */
function kindOf(type: LeaveType, amount: number): EntryKind {
  return amount < 0 ? 'correction' : type.isEarned ? 'earned' : 'grant';
}

async function balanced(db: Database, id: string): Promise<Result<{ type: LeaveType }>> {
  const type = (await loadLeaveTypes(db)).find((one) => one.id === id);
  if (!type) return fail('unknown', 'there is no such kind of leave', 'input.type');
  if (!type.balance) return fail('input', `${type.name} has no balance to grant to`, 'input.type');
  return { ok: true, type };
}

/**
 * Those who are granted something: at home at a site, hired by now or by its date, and not gone by then. It counts for
 * each from its date on, or from their first day if that is later.
 */
export async function grantedTo(
  db: Database,
  site: string | null,
  to: GrantedTo,
  { date, today }: { readonly date: Day; readonly today: Day },
): Promise<{ readonly person: string; readonly from: Day }[]> {
  const rows = await db
    .selectFrom('person')
    .select(['id', 'groups', 'employed_from', 'employed_to'])
    .orderBy('name')
    .execute();
  const [text, latest] = [formatDate(date), formatDate(Math.max(date, today))];
  const homes = await homesOf(
    db,
    rows.map(({ id }) => id),
  );
  const named = to.kind === 'people' ? new Set(to.people) : null;
  return rows
    .filter(
      ({ id, groups, employed_from: from, employed_to: until }) =>
        (site === null || homes.get(id)?.home === site) &&
        (from === null || from <= latest) &&
        (until === null || until >= text) &&
        (!named || named.has(id)) &&
        (to.kind !== 'groups' || (JSON.parse(groups) as string[]).some((group) => to.groups.includes(group))),
    )
    .map(({ id, employed_from: from }) => ({
      person: id,
      from: from === null ? date : Math.max(date, parseDate(from)!),
    }));
}

/** What should be read before granting: the same was granted just now, or on the same date. */
async function alikeRemarks(
  db: Database,
  type: LeaveType,
  people: readonly string[],
  { amount, date }: { readonly amount: number; readonly date: Day },
): Promise<string[]> {
  const entries = await loadEntries(db, people, type.id);
  const gone = new Set(entries.flatMap(({ reverses }) => reverses ?? []));
  const alike = entries.filter(
    (entry) =>
      entry.date === date &&
      entry.amount === amount &&
      entry.kind === kindOf(type, amount) &&
      !gone.has(entry.id),
  );
  const many = new Set(alike.map(({ person }) => person)).size;
  return many > 0
    ? [
        `${counted(many, 'person', 'people')} of them ${many === 1 ? 'has' : 'have'} a grant of ${formatAmount(amount, type.unit)} on ${formatLongDay(date)} already.`,
      ]
    : [];
}

/** Ends what those who join later are granted; what was granted stays. */
export const endGrant = command<'leave.grant.end', { site: string | null; grant: string }>({
  kind: 'leave.grant.end',
  permission: 'leave.grant',
  scope: ({ site }) => (site === null ? BUSINESS : { sites: [site] }),
  input: END_GRANT,
  async prepare({ db }, { site, grant }) {
    const [row] = await loadRows(db, 'leave_grant', { id: grant });
    if (!row || (JSON.parse(row.whom) as { site: string | null }).site !== site)
      return fail('unknown', 'there is no such grant here', 'input.grant');
    return {
      ok: true,
      work: {
        title: 'No more to those who join later',
        rows: rowChanges('leave_grant', [row], [{ ...row, is_ended: 1 }]),
        subjects: [],
        sites: [],
        weeks: [],
      },
    };
  },
});

/** Takes an entry of a balance back by another. Entries of requests are given back with the request. */
export const reverseEntry = command<'leave.reverse', { person: string; entry: string; note: string }>({
  kind: 'leave.reverse',
  permission: 'leave.grant',
  scope: ({ person }) => ({ leaveOf: [person] }),
  input: REVERSE_ENTRY,
  async prepare({ db, actor }, { person, entry: id, note }) {
    const [row] = await loadRows(db, 'leave_entry', { id });
    if (!row || row.person_id !== person) return fail('unknown', 'there is no such entry', 'input.entry');
    if (row.request_id !== null)
      return fail('input', 'this belongs to a request: take the leave back', 'input.entry');
    const made = (await loadTimeOff(db, [person])).find((one) => one.id === id);
    const [overtime] = overtimeOfKey(made?.key ?? null);
    const settled = overtime && (await refuseSettledDate(db, person, overtime.date, 'input.entry'));
    if (settled) return settled;
    const entries = await loadEntries(db, [person], row.type_id);
    const back = reversalOf(entries, id);
    if (!back) return fail('taken', 'this was taken back already, or takes another back', 'input.entry');
    const entry: StoredEntry = {
      ...entryFromRow(row),
      ...back,
      ...{ id: randomUUID(), note, at: timestamp(), actor: actor.id, key: null },
    };
    return {
      ok: true,
      work: {
        title: 'An entry of a balance, taken back',
        rows: rowChanges('leave_entry', [], [entryRow(entry)]),
        subjects: [{ kind: 'person', id: person }],
        sites: [],
        weeks: [],
      },
    };
  },
});

/** Figures of a kind of leave that are different for one person from a date on. */
export const saveException = command<
  'leave.exception',
  { id: string; person: string; type: string; since: Day; figures: LeaveFigures; note: string }
>({
  kind: 'leave.exception',
  permission: 'leave.grant',
  scope: ({ person }) => ({ leaveOf: [person] }),
  input: SAVE_EXCEPTION,
  async prepare({ db }, { id, person, type: typeId, since, figures, note }) {
    const found = await balanced(db, typeId);
    if (!found.ok) return found;
    if (!found.type.entitlement)
      return fail(
        'input',
        `${found.type.name} is granted by hand: there is no figure to change`,
        'input.type',
      );
    const [row] = await loadRows(db, 'person', { id: person });
    if (!row) return fail('unknown', 'there is nobody of that name', 'input.person');
    const before = await loadRows(db, 'leave_exception', { id });
    if (before[0] && before[0].person_id !== person)
      return fail('taken', 'this belongs to somebody else', 'input.id');
    return {
      ok: true,
      work: {
        title: `${found.type.name} of ${row.name} from ${formatLongDay(since)}`,
        rows: rowChanges('leave_exception', before, [
          {
            ...{ id, person_id: person, type_id: typeId, since: formatDate(since), note },
            figures: JSON.stringify(figures),
          },
        ]),
        subjects: [{ kind: 'person', id: person }],
        sites: [],
        weeks: [],
      },
    };
  },
});

/**
 * What those who joined after a grant are given of it: the share of what was left of its year on their first day, in
 * whole steps.
 */
export function laterShare(
  type: LeaveType,
  { date, amount }: { readonly date: string; readonly amount: number },
  joined: Day,
): { readonly date: Day; readonly amount: number } | null {
  const granted = parseDate(date)!;
  if (joined <= granted) return null;
  const { first, end } = leaveYearOf(type.entitlement?.year ?? { from: 'calendar' }, granted, null);
  if (joined >= end) return null;
  const share = (amount * (end - joined)) / (end - first);
  return { date: joined, amount: roundedTo(share, type.step, 'up') };
}
