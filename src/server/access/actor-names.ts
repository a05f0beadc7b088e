import { loadAccountNames } from '@/data/accounts/account-store';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';
import { BEFORE_ACCOUNTS } from './actor';

/** What stands before the id of a device at the door, where a log says who did something. */
const DEVICE = 'device ';

/** A device as it stands in a log. */
export function deviceActor(id: string): string {
  return `${DEVICE}${id}`;
}

/** Names of those who did something that is kept in a log: accounts, and devices at the door. */
export async function actorNames(db: Database, ids: readonly string[]): Promise<(id: string) => string> {
  const names = new Map(await loadAccountNames(db, ids));
  const devices = ids.filter((id) => id.startsWith(DEVICE)).map((id) => id.slice(DEVICE.length));
  if (devices.length > 0) {
    const rows = await db
      .selectFrom('clock_device')
      .select(['id', 'name'])
      .where('id', 'in', amongTexts(devices))
      .execute();
    for (const { id, name } of rows) names.set(deviceActor(id), name);
  }
  return (id) => names.get(id) ?? (id === BEFORE_ACCOUNTS.id ? BEFORE_ACCOUNTS.name : id);
}
