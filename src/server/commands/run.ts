import { failedAt } from '@/core/plan/problem';
import { type ShiftEntry, sealed } from '@/data/activity/activity-store';
import type { Database } from '@/data/database';
import type { Actor } from '../access/actor';
import { timestamp } from '../now';
import { type CheckedShifts, checkShifts } from '../week/write-shifts';
import type { Watch, CommandEffect } from './command';
import type { CommandAnswer, CommandRequest } from './payload';
import { previewCommand } from './preview';
import { type AcceptedRequest, answeredBefore, acceptRequest, workOf } from './request';
import { type Connections, type Worked, settle } from './settle';

/**
 * Does a command, or only says what it would do. Sending a command that is known by its id does nothing more and is
 * answered as before. `reader`: another connection, from which what takes long is worked out first.
 */
export async function runCommand(
  db: Database,
  actor: Actor,
  request: CommandRequest,
  { preview, watch, reader }: { readonly preview: boolean; readonly watch?: Watch } & Omit<Connections, 'db'>,
): Promise<CommandAnswer> {
  if (preview) return previewCommand(reader ?? db, actor, request, watch);
  const read = await acceptRequest(reader ?? db, actor, request);
  if (!read.ok) return read;
  return settle({ db, reader }, (on) => worked(on, read.asked, watch), watch);
}

async function worked(on: Database, asked: AcceptedRequest, watch?: Watch): Promise<Worked> {
  const known = await answeredBefore(on, asked);
  if (known) return { answer: known };
  const prepared = await workOf(on, asked, watch);
  if (!prepared.ok) return { answer: prepared };
  const { work } = prepared;
  const checked: CheckedShifts[] = [];
  for (const { site, changes } of work.shifts ?? []) {
    const found = await checkShifts(on, { site, changes }, work.rows);
    if (!found.ok) return { answer: failedAt(found, '') };
    if (found.checked.entry.changes.length > 0) checked.push(found.checked);
  }
  const shifts = checked.map(({ entry }) => entry);
  const answer: CommandAnswer = {
    ok: true,
    title: work.title,
    weekImpacts: [],
    remarks: work.remarks ?? [],
    answer: work.answer ?? null,
    ...(work.isFinal ? { isFinal: true } : {}),
  };
  return {
    ready: {
      rows: work.rows,
      shifts: checked,
      activity: await activityOf(asked, work, shifts),
      subjects: work.subjects,
      sites: [
        ...work.sites,
        ...(work.affected ?? []),
        ...work.subjects.flatMap((one) => (one.kind === 'site' ? [one.id] : [])),
      ],
      onCommitted: work.onCommitted,
      answer,
    },
  };
}

/** What is kept of a command; null where it changes nothing. */
async function activityOf(
  { actor, request: { id }, command: { kind }, digest }: AcceptedRequest,
  { title, rows, isFinal }: CommandEffect,
  shifts: readonly ShiftEntry[],
) {
  if (rows.length === 0 && shifts.length === 0) return null;
  const at = timestamp();
  return sealed(
    { id, at, actor: actor.id, kind, title, request: digest, undoes: null, rows, shifts },
    isFinal,
  );
}
