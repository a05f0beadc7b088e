import { OWNER } from '../access/testing';
import { db, done } from '../week/testing';
import { type PairedDevice, deviceOf, pairDevice, pairingCode } from './devices';
import { makePins } from './pins';

/** A device as it is set up. */
export const DEVICE = {
  ...{ id: 'door', name: 'Back door', groups: [], keeper: null, clocksBreaks: true, hoursValid: null },
  activity: null,
};

/** A device of the bistro that is paired, and what it holds. */
export async function pairedDevice(more: object = {}): Promise<{ device: PairedDevice; cookie: string }> {
  await done('device.save', { ...DEVICE, ...more });
  const code = await pairingCode(db, OWNER, { site: 'bistro', device: 'door' });
  if (!code.ok) throw new Error(code.problem.message);
  const made = await pairDevice(db, code.code.toLowerCase());
  if (!('cookie' in made)) throw new Error(made.problem.message);
  const cookie = made.cookie.split(';')[0];
  return { device: (await deviceOf(db, cookie))!, cookie };
}

/** A new PIN of somebody at the bistro. */
export async function pinOf(person: string, how: 'random' | 'phone' = 'random', digits = 4): Promise<string> {
  const found = await makePins(db, OWNER, { site: 'bistro', people: [person], how, digits });
  if (!found.ok) throw new Error(found.problem.message);
  return found.pins.made[0].pin;
}
