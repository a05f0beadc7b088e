import { NO_WORK } from '@/core/clock/punch';
import type { Result } from '@/core/plan/problem';
import type { StoredPunch } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { now } from '../now';
import { keepPunches, peopleOf } from './at-device';
import type { PairedDevice } from './devices';
import { checkPin, personOfPin } from './pins';
import type { KeptPunches } from './device-schema';
import { openPin } from './sealing';

/** The clock of a device is taken for wrong by how far it is off, as long as that is no more than this, in minutes. */
const MOST_OFF = 7 * 1440;

/**
 * Takes what a device kept while it had no connection, each once: with the times of the device, put right by as much as its clock is
 * off. What was clocked with a wrong PIN is kept too, as something to be looked at. Answers which are taken.
 */
export async function takeKept(
  db: Database,
  device: PairedDevice,
  { deviceNow, punches }: KeptPunches,
): Promise<Result<{ taken: string[]; wrong: string[] }>> {
  const off = now() - deviceNow;
  const isOff = Math.abs(off) > 90_000 && Math.abs(off) < MOST_OFF * 60_000;
  const people = await peopleOf(db, device);
  const ids = new Set(people.map(({ id }) => id));
  const made: StoredPunch[] = [];
  const wrong: string[] = [];
  for (const { id, person: named, number, kind, at, sealed: pin } of punches) {
    const opened = openPin(pin);
    let person = named ?? people.find((one) => one.number !== null && one.number === number)?.id ?? null;
    if (person === null && opened !== null) person = await personOfPin(db, opened, ids);
    // Nobody can be told from it; the device keeps and shows it.
    if (person === null || !ids.has(person)) {
      wrong.push(id);
      continue;
    }
    const isRight = opened !== null && (await checkPin(db, person, opened)) === null;
    const minute = Math.floor((at + (isOff ? off : 0)) / 60_000);
    const usual = kind === 'in' ? device.activity_id : null;
    const work = usual === null ? null : { ...NO_WORK, activity: usual };
    made.push({
      ...{ id, person, site: device.site_id, kind, source: 'device', work, replaces: null },
      ...{ at: Math.min(minute, Math.floor(now() / 60_000)), isRemoval: false, recorded: now() },
      ...{ recordedBy: null, device: device.id, note: isOff ? 'the clock of the device was off' : null },
      ...(isRight ? {} : { isUnverified: true }),
    });
  }
  if (made.length > 0) await keepPunches(db, device, made);
  return { ok: true, taken: made.map(({ id }) => id), wrong };
}
