import { randomUUID } from 'node:crypto';
import { formatAskedDays } from '@/core/leave/asked-text';
import { bookingsOf, draftOf } from '@/core/leave/request';
import type { Day } from '@/core/time/day';
import { type StoredRequest, entryRow, leaveRowsOf, requestRow } from '@/data/leave/leave-store';
import type { Database } from '@/data/database';
import { type RowChange, type RowOf, loadRows, rowChanges } from '@/data/records/records';
import { timestamp } from '../now';
import type { Context } from '../commands/command';
import type { LeavePerson } from './ground';

/** What happens to a request, for its trail. */
export interface TrailEntry {
  readonly what: string;
  readonly days: readonly Day[];
  readonly reason: string;
}

/**
 * The rows that a request comes to: itself, what plans know of it, what its balance is changed by, and its trail.
 * `before` null: it is new.
 */
export async function requestRows(
  { db, actor }: Pick<Context, 'db' | 'actor'>,
  before: StoredRequest | null,
  after: StoredRequest,
  trail: TrailEntry,
): Promise<RowChange[]> {
  const at = timestamp();
  const stored = await loadRows(db, 'leave_request', { id: after.id });
  const leave = await loadRows(db, 'leave', { request_id: after.id });
  const events: RowOf<'leave_event'>[] = [
    {
      id: randomUUID(),
      request_id: after.id,
      at,
      actor: actor.id,
      what: trail.what,
      days: JSON.stringify(trail.days),
      reason: trail.reason,
    },
  ];
  return [
    ...rowChanges('leave_request', stored, [requestRow(after)]),
    ...rowChanges('leave', leave, leaveRowsOf(after)),
    ...rowChanges('leave_entry', [], bookingRows(actor.id, at, before, after)),
    ...rowChanges('leave_event', [], events),
  ];
}

function bookingRows(
  actor: string,
  at: string,
  before: StoredRequest | null,
  after: StoredRequest,
): RowOf<'leave_entry'>[] {
  if (after.type.balance === null) return [];
  return bookingsOf(after.id, before ?? draftOf(after.days), after).map(({ key, date, kind, amount }) =>
    entryRow({
      ...{ id: randomUUID(), person: after.person, type: after.type.id, date, kind, amount, note: '' },
      ...{ at, actor, request: after.id, key, reverses: null },
    }),
  );
}

/** What a request is for, in words: `Annual leave, Mon 21 to Thu 24 December`. */
export function requestText(request: Pick<StoredRequest, 'type' | 'days'>, person: LeavePerson): string {
  return `${request.type.name}, ${formatAskedDays(request.days, person.today, person.home.hourFormat)}`;
}

/** The sites whose plans know of somebody's leave. */
export async function affectedSites(db: Database, person: LeavePerson): Promise<string[]> {
  const rows = await db
    .selectFrom('shift')
    .select('site_id')
    .distinct()
    .where('person_id', '=', person.id)
    .execute();
  return [...new Set([...person.sites, ...rows.map((row) => row.site_id)])];
}
