import { createHash, randomBytes } from 'node:crypto';
import { formatCode, parseCode, codeOf } from '@/core/accounts/code';
import { type Result, fail } from '@/core/plan/problem';
import { keepActivity, sealed } from '@/data/activity/activity-store';
import type { Database } from '@/data/database';
import { type RowOf, loadRows, rowChanges } from '@/data/records/records';
import { inTransaction } from '@/data/transaction';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { deviceActor } from '../access/actor-names';
import { isSecure } from '../accounts/cookie';
import { command } from '../commands/command';
import { now, timestamp } from '../now';
import { refuseOff } from '../site/capabilities';
import { type DeviceDraft, END_DEVICE, SAVE_DEVICE } from './device-schema';

/** How long a code pairs a device, in milliseconds. */
const CODE_MS = 15 * 60_000;
const COOKIE = 'vicenda-clock';

/** Says what a device at the door is called, whose it is and what is clocked at it. A new one has to be paired. */
export const saveDevice = command<'device.save', DeviceDraft>({
  kind: 'device.save',
  permission: 'setup.change',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_DEVICE,
  async prepare({ db }, { id, site, name, groups, keeper, clocksBreaks, hoursValid, activity }) {
    const [before] = await loadRows(db, 'clock_device', { id });
    if ((await loadRows(db, 'site', { id: site })).length === 0)
      return fail('unknown', 'there is no such site', 'input.site');
    if (before && before.site_id !== site) return fail('unknown', 'there is no such device here', 'input.id');
    if (before?.ended_at) return fail('ended', 'this device was ended', 'input.id');
    if (keeper !== null && (await loadRows(db, 'person', { id: keeper })).length === 0)
      return fail('unknown', 'there is no such person', 'input.keeper');
    if (activity !== null && (await loadRows(db, 'work_activity', { id: activity })).length === 0)
      return fail('unknown', 'there is no such activity', 'input.activity');
    const others = await loadRows(db, 'clock_device', { site_id: site });
    const like = others.find((one) => one.id !== id && one.ended_at === null && one.name === name);
    if (like) return fail('taken', 'there is a device of this name', 'input.name');
    const after: RowOf<'clock_device'> = {
      ...(before ?? { ...UNPAIRED, id, site_id: site }),
      ...{ name, people_groups: JSON.stringify(groups), keeper_id: keeper, hours_valid: hoursValid },
      ...{ clocks_breaks: clocksBreaks ? 1 : 0, activity_id: activity },
    };
    return {
      ok: true,
      work: {
        title: `${before ? 'Changed' : 'Added'} the device ${name}`,
        rows: rowChanges('clock_device', before ? [before] : [], [after]),
        ...{ subjects: [{ kind: 'site', id: site }], sites: [], weeks: [] },
        answer: id,
      },
    };
  },
});

const UNPAIRED = {
  ...{ code_hash: null, code_until: null, token_hash: null, paired_at: null, ends_at: null, ended_at: null },
  ...{ seen_at: null, tries: 0, locked_until: null },
};

/** Ends a device: nothing can be clocked at it any more, wherever it is. */
export const endDevice = command<'device.end', { site: string; id: string }>({
  kind: 'device.end',
  permission: 'setup.change',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: END_DEVICE,
  async prepare({ db }, { site, id }) {
    const [before] = await loadRows(db, 'clock_device', { id });
    if (!before || before.site_id !== site)
      return fail('unknown', 'there is no such device here', 'input.id');
    if (before.ended_at) return fail('ended', 'this device was ended already', 'input.id');
    const after = { ...before, ended_at: timestamp(), token_hash: null, code_hash: null };
    return {
      ok: true,
      work: {
        title: `Ended the device ${before.name}`,
        rows: rowChanges('clock_device', [before], [after]),
        ...{ subjects: [{ kind: 'site', id: site }], sites: [], weeks: [] },
        isFinal: true,
      },
    };
  },
});

/** A code with which a device is paired within a quarter of an hour; it is told this once. What was paired before is so no longer. */
export async function pairingCode(
  db: Database,
  actor: Actor,
  { site, device }: { readonly site: string; readonly device: string },
): Promise<Result<{ code: string }>> {
  const refused = checkAccess(actor, 'setup.change', site) ?? (await refuseOff(db, 'clock', [site]));
  if (refused) return refused;
  const [row] = await loadRows(db, 'clock_device', { id: device });
  if (!row || row.site_id !== site || row.ended_at)
    return fail('unknown', 'there is no such device here', 'device');
  const code = codeOf(randomBytes(16));
  await inTransaction(db, (trx) =>
    trx
      .updateTable('clock_device')
      .set({ code_hash: hashOf(code), code_until: timestamp(CODE_MS) })
      .where('id', '=', device)
      .execute(),
  );
  return { ok: true, code: formatCode(code) };
}

/** Pairs the device that asks by a code; the cookie is what it holds from then on. */
export async function pairDevice(
  db: Database,
  typed: string,
): Promise<{ readonly ok: true; readonly cookie: string } | ReturnType<typeof fail>> {
  const code = parseCode(typed);
  const row =
    code &&
    (await db
      .selectFrom('clock_device')
      .selectAll()
      .where('code_hash', '=', hashOf(code))
      .where('ended_at', 'is', null)
      .executeTakeFirst());
  if (!row || Date.parse(row.code_until ?? '') < now())
    return fail('unknown', 'this code pairs nothing, or no longer: ask for another', 'code');
  const token = randomBytes(32).toString('base64url');
  const hours = row.hours_valid;
  const activity = await sealed(
    {
      ...{ id: `pair ${hashOf(token)}`, at: timestamp(), actor: deviceActor(row.id), kind: 'device.pair' },
      ...{ title: `Paired the device ${row.name}`, request: null, undoes: null, rows: [], shifts: [] },
    },
    true,
  );
  await inTransaction(db, async (trx) => {
    await trx
      .updateTable('clock_device')
      .set({
        ...{ code_hash: null, code_until: null, token_hash: hashOf(token), paired_at: timestamp() },
        ...{ ends_at: hours === null ? null : timestamp(hours * 3_600_000), tries: 0, locked_until: null },
      })
      .where('id', '=', row.id)
      .execute();
    await keepActivity(trx, activity, [{ kind: 'site', id: row.site_id }], []);
  });
  return { ok: true, cookie: cookieOf(token) };
}

/** A device that is paired and not ended. */
export type PairedDevice = RowOf<'clock_device'>;

/** The device whose token a browser sends; null: it has none, or one that holds no longer. */
export async function deviceOf(db: Database, cookies: string | null): Promise<PairedDevice | null> {
  const token = (cookies ?? '')
    .split(';')
    .map((part) => part.trim().split('='))
    .find(([name]) => name === COOKIE)?.[1];
  if (!token) return null;
  const row = await db
    .selectFrom('clock_device')
    .selectAll()
    .where('token_hash', '=', hashOf(token))
    .executeTakeFirst();
  if (!row || row.ended_at || (row.ends_at !== null && Date.parse(row.ends_at) <= now())) return null;
  return (await refuseOff(db, 'clock', [row.site_id])) ? null : row;
}

function cookieOf(token: string): string {
  const secure = isSecure() ? '; Secure' : '';
  return `${COOKIE}=${token}; Path=/; HttpOnly; SameSite=Strict; Max-Age=${400 * 24 * 3600}${secure}`;
}

function hashOf(text: string): string {
  return createHash('sha256').update(`clock ${text}`).digest('base64url');
}
