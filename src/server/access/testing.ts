import type { Database } from '@/data/database';
import { openSession } from '../accounts/sign-in';
import { type Actor, actorOf } from './actor';

/** Somebody who may do everything, for tests that are about something else. */
export const OWNER: Actor = {
  id: 'demo-owner',
  name: 'Runa Deering',
  person: null,
  grants: [{ kind: 'owner', site: null, area: null, seesPay: true }],
  session: null,
};

/** The header by which a browser sends a session of one of the demo's accounts. */
export async function cookieOf(db: Database, account = OWNER.id): Promise<string> {
  const cookie = await openSession(db, account, 'test', { address: 'test', device: 'test' });
  return cookie.split(';')[0];
}

/** Any of the demo's accounts, as it asks. */
export async function actorNamed(db: Database, account: string): Promise<Actor> {
  return (await actorOf(db, await cookieOf(db, account)))!;
}
