import { type AtClock, atClock } from '@/core/clock/at-clock';
import { type Problem, type Result, fail } from '@/core/plan/problem';
import type { HourFormat } from '@/core/time/format';
import { startOfWeek } from '@/core/time/day';
import { localDay } from '@/core/time/now';
import { sheetOf } from '@/core/timesheet/sheet';
import { keepActivity, sealed } from '@/data/activity/activity-store';
import { type StoredPunch, loadPunches, punchToRow } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import { inTransaction } from '@/data/transaction';
import { isSealed, sealOf } from '../accounts/secret';
import { deviceActor } from '../access/actor-names';
import { actorOfAccount } from '../access/actor';
import { checkAccess, homesOf } from '../access/permissions';
import { loadSheetGround } from '../hours/sources';
import { now, timestamp } from '../now';
import { type OfferedActivities, offeredActivities, workClocked } from './activities';
import type { PairedDevice } from './devices';
import { WRONG, checkPin, lockedUntil, peopleWithPin, personOfPin, waitOf } from './pins';
import { photoDays } from './photos';
import type { DeviceAsk, DevicePunch } from './device-schema';
import { publicKey } from './sealing';
import { tooEarly } from './too-early';

type Refusal = { readonly ok: false; readonly problem: Problem };

/** A PIN alone says who somebody is from so many figures on, among so many people at most. */
export const [ALONE_DIGITS, ALONE_PEOPLE] = [6, 50];
/** A device waits after so many wrong PINs in a row, whoever they were for. */
const DEVICE_TRIES = 20;
/** How long somebody is known at a device once their PIN was right, in milliseconds. */
const TICKET_MS = 60_000;

/** What a device shows before anybody has said who they are. */
export interface DevicePage {
  readonly name: string;
  readonly siteName: string;
  readonly timeZone: string;
  readonly hourFormat: HourFormat;
  /** The present elapsed minute. */
  readonly now: number;
  readonly people: readonly { readonly id: string; readonly name: string; readonly hasPin: boolean }[];
  /** Whether a PIN alone says who somebody is. */
  readonly takesPinAlone: boolean;
  /** Whether a photo is taken with each time. */
  readonly takesPhotos: boolean;
  /** With what a PIN is sealed that is typed without a connection: a public key, as SPKI in base 64. */
  readonly key: string;
}

/** Somebody who is known at a device for a minute. */
export interface AtDevice extends AtClock {
  readonly ticket: string;
  readonly person: string;
  readonly name: string;
  /** Paid minutes of what is over. */
  readonly today: number;
  readonly week: number;
  /** Why they cannot clock in yet; null: they can. */
  readonly tooEarly: string | null;
  readonly offered: OfferedActivities;
  /** Whether they clock for others here too: who may do so in Today. */
  readonly clocksOthers: boolean;
  /** Who clocks for them; null: they themselves. */
  readonly by: string | null;
}

/** What a device shows: those whose it is. */
export async function devicePage(db: Database, device: PairedDevice): Promise<DevicePage> {
  const [site] = await loadRows(db, 'site', { id: device.site_id });
  const people = await peopleOf(db, device);
  const withPin = await peopleWithPin(
    db,
    people.map(({ id }) => id),
  );
  return {
    ...{ name: device.name, siteName: site.name, timeZone: site.time_zone },
    ...{ hourFormat: site.hour_format as HourFormat, now: Math.floor(now() / 60_000) },
    people: people.map(({ id, name }) => ({ id, name, hasPin: withPin.has(id) })),
    takesPinAlone: people.length <= ALONE_PEOPLE,
    takesPhotos: photoDays(site) !== null,
    key: publicKey(),
  };
}

/** Who can clock at a device: of the site, employed today, and of its groups where it has some. */
export async function peopleOf(db: Database, { site_id, people_groups }: PairedDevice) {
  const today = timestamp().slice(0, 10);
  const groups = JSON.parse(people_groups) as string[];
  const rows = await db
    .selectFrom('person')
    .innerJoin('person_site', 'person_site.person_id', 'person.id')
    .select(['id', 'name', 'number', 'groups', 'employed_from', 'employed_to'])
    .where('site_id', '=', site_id)
    .orderBy('name')
    .execute();
  return rows.filter(
    ({ groups: mine, employed_from: from, employed_to: to }) =>
      (from === null || from <= today) &&
      (to === null || to >= today) &&
      (groups.length === 0 || (JSON.parse(mine) as string[]).some((group) => groups.includes(group))),
  );
}

/** Who somebody is by name or number and PIN, or by a long PIN alone, with how they stand; for a minute they need not say it again. */
export async function identify(
  db: Database,
  device: PairedDevice,
  { person, number, pin }: DeviceAsk,
): Promise<Result<{ at: AtDevice }>> {
  const wait = waitOf(device.locked_until);
  if (wait) return wait;
  const people = await peopleOf(db, device);
  const ids = new Set(people.map(({ id }) => id));
  let who: string | null = null;
  if (person !== null) who = ids.has(person) ? person : null;
  else if (number !== null) who = people.find((one) => one.number === number)?.id ?? null;
  else if (pin.length >= ALONE_DIGITS && people.length <= ALONE_PEOPLE) who = await personOfPin(db, pin, ids);
  const refused = who === null ? await refuseUnknown(db, pin) : await checkPin(db, who, pin);
  if (refused) {
    if (refused.problem.code === 'pin') await countWrong(db, device);
    return refused;
  }
  if (device.tries > 0)
    await inTransaction(db, (trx) =>
      trx
        .updateTable('clock_device')
        .set({ tries: 0, locked_until: null })
        .where('id', '=', device.id)
        .execute(),
    );
  return { ok: true, at: await atDevice(db, device, { person: who!, by: null }) };
}

/** As slow as for somebody: by the time it takes nobody learns who is there. */
async function refuseUnknown(db: Database, pin: string): Promise<Refusal> {
  await checkPin(db, '', pin);
  return WRONG;
}

async function countWrong(db: Database, { id }: PairedDevice): Promise<void> {
  await inTransaction(db, async (trx) => {
    const { tries } = await trx
      .updateTable('clock_device')
      .set((column) => ({ tries: column('tries', '+', 1) }))
      .where('id', '=', id)
      .returning('tries')
      .executeTakeFirstOrThrow();
    const locked_until = lockedUntil(tries, DEVICE_TRIES);
    if (locked_until !== null)
      await trx.updateTable('clock_device').set({ locked_until }).where('id', '=', id).execute();
  });
}

/** How somebody stands at a device, with what they worked today and this week. */
async function atDevice(db: Database, device: PairedDevice, { person, by }: Known): Promise<AtDevice> {
  const present = Math.floor(now() / 60_000);
  const [row] = await loadRows(db, 'person', { id: person });
  const [here] = await loadRows(db, 'site', { id: device.site_id });
  const home = (await homesOf(db, [person])).get(person)?.home ?? device.site_id;
  const [site] = await loadRows(db, 'site', { id: home });
  const date = localDay(present, site.time_zone);
  const first = startOfWeek(date, site.week_start);
  const ground = await loadSheetGround(db, site, [person], { first, days: 7 });
  const source = ground?.sources.get(person);
  const sheet = source && sheetOf({ ...source, from: 'clock' }, { first, days: 7 });
  const punches = await loadPunches(db, [person], present - 2 * 1440, present + 1440);
  return {
    ...atClock(punches, present, device.clocks_breaks !== 0),
    ...{ ticket: ticketOf(device.id, { person, by }), person, name: row.name, by },
    clocksOthers: by === null && (await clockerOf(db, device, person)) !== null,
    today: sheet?.days.find((day) => day.date === date)?.worked ?? 0,
    week: sheet?.worked ?? 0,
    tooEarly: await tooEarly(db, person, device.site_id, present),
    offered: await offeredActivities(db, here, JSON.parse(row.groups) as string[]),
  };
}

/** Whom a ticket is about, and the name of who clocks for them; null: they themselves. */
interface Known {
  readonly person: string;
  readonly by: string | null;
}

function ticketOf(device: string, known: Known, until = now() + TICKET_MS): string {
  const text = `${until}.${Buffer.from(JSON.stringify(known)).toString('base64url')}`;
  return `${text}.${sealOf(`ticket ${device} ${text}`).toString('base64url')}`;
}

function readTicket(device: string, ticket: string): Known | null {
  const [until, who, seal = ''] = ticket.split('.');
  const text = `${until}.${who}`;
  if (!isSealed(seal, sealOf(`ticket ${device} ${text}`).toString('base64url'))) return null;
  return Number(until) < now() ? null : (JSON.parse(Buffer.from(who, 'base64url').toString()) as Known);
}

/** The name of somebody who may clock for others at the site of a device; null: they may not. */
async function clockerOf(db: Database, { site_id }: PairedDevice, person: string): Promise<string | null> {
  const accounts = await db.selectFrom('user').select('id').where('person_id', '=', person).execute();
  for (const { id } of accounts) {
    const actor = await actorOfAccount(db, id);
    if (actor && checkAccess(actor, 'clock.write', site_id) === null) return actor.name;
  }
  return null;
}

/** Clocks for who is known at a device. Sent again it does nothing more. */
export async function clockAtDevice(
  db: Database,
  device: PairedDevice,
  { id, ticket, kind, activity = null }: DevicePunch,
): Promise<Result<{ at: number }>> {
  const known = readTicket(device.id, ticket);
  if (known === null) return TOO_OLD;
  const { person, by } = known;
  const at = Math.floor(now() / 60_000);
  // Who clocks for others knows when it is too early.
  if (kind === 'in' && by === null) {
    const early = await tooEarly(db, person, device.site_id, at);
    if (early !== null) return fail('early', early, 'kind');
  }
  const [site] = await loadRows(db, 'site', { id: device.site_id });
  const [row] = await loadRows(db, 'person', { id: person });
  const said = { kind, activity, usual: device.activity_id };
  const done = await workClocked(db, site, JSON.parse(row.groups) as string[], said);
  if (!done.ok) return done;
  const punch: StoredPunch = {
    ...{ id, person, site: device.site_id, at, kind, source: by === null ? 'device' : 'scheduler' },
    ...{ work: done.work, replaces: null },
    ...{ isRemoval: false, recorded: now(), recordedBy: by, note: null, device: device.id },
  };
  const kept = await keepPunches(db, device, [punch], timestamp().replace(/\.\d+Z$/, 'Z'));
  return { ok: true, at: kept.get(id) ?? at };
}

/** How somebody stands once more, while they are known at a device; or how `other` does, for whom they may clock. */
export async function againAtDevice(
  db: Database,
  device: PairedDevice,
  ticket: string,
  other: string | null = null,
): Promise<Result<{ at: AtDevice }>> {
  const known = readTicket(device.id, ticket);
  if (known === null) return TOO_OLD;
  if (other === null) return { ok: true, at: await atDevice(db, device, known) };
  const by = known.by === null ? await clockerOf(db, device, known.person) : null;
  if (by === null) return fail('forbidden', 'you clock for yourself here', 'other');
  if (!(await peopleOf(db, device)).some(({ id }) => id === other))
    return fail('unknown', 'there is nobody of this name here', 'other');
  return { ok: true, at: await atDevice(db, device, { person: other, by }) };
}

const TOO_OLD = fail('ticket', 'that was too long ago: say again who you are', 'ticket');

/** Keeps punches of a device that are not known yet, with one line in the log. Returns the minutes of all of them, by id. */
export async function keepPunches(
  db: Database,
  device: PairedDevice,
  punches: readonly StoredPunch[],
  exact?: string,
): Promise<Map<string, number>> {
  const activity = await sealed(
    {
      ...{
        id: `clock ${punches[0].id}`,
        at: timestamp(),
        actor: deviceActor(device.id),
        kind: 'clock.device',
      },
      ...{ title: `Clocked at ${device.name}`, request: null, undoes: null, rows: [], shifts: [] },
    },
    true,
  );
  return inTransaction(db, async (trx) => {
    const minutes = new Map<string, number>();
    const fresh: StoredPunch[] = [];
    for (const punch of punches) {
      const known = await trx.selectFrom('punch').select('at').where('id', '=', punch.id).executeTakeFirst();
      if (!known) fresh.push(punch);
      minutes.set(punch.id, known ? Math.floor(Date.parse(known.at) / 60_000) : punch.at);
    }
    if (fresh.length === 0) return minutes;
    await trx
      .insertInto('punch')
      .values(fresh.map((punch) => punchToRow(punch, exact)))
      .execute();
    await trx.updateTable('clock_device').set({ seen_at: timestamp() }).where('id', '=', device.id).execute();
    await keepActivity(
      trx,
      activity,
      [
        { kind: 'site', id: device.site_id },
        ...[...new Set(fresh.map(({ person }) => person))].map((id) => ({ kind: 'person' as const, id })),
      ],
      [],
    );
    return minutes;
  });
}
