import type { Database } from '@/data/database';
import { type Actor, actorOf } from '../access/actor';
import { OWNER } from '../access/testing';
import { openSession } from './sign-in';

/** The header by which a browser sends a session of one of the demo's accounts. */
export async function cookieOf(db: Database, account = OWNER.id): Promise<string> {
  const cookie = await openSession(db, account, 'test', { address: 'test', device: 'test' });
  return cookie.split(';')[0];
}

/** Any of the demo's accounts, as it asks. */
export async function actorNamed(db: Database, account: string): Promise<Actor> {
  return (await actorOf(db, await cookieOf(db, account)))!;
}
