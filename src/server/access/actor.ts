import { findAccount, findSession, loadGrants, sitesOfPerson } from '@/data/accounts/account-store';
import type { Database } from '@/data/database';
import { SESSION_MS, tokenIn } from '../accounts/cookie';
import { endOf } from '../accounts/end';
import { Unchanged } from '@/data/unchanged';
import { storageFault } from '@/data/transaction';
import { now, timestamp } from '../now';
import { log } from '../log';

/**
 * What an account may do, and where; `site` null: in the whole business. `area`: of a lead, in whose roles alone they
 * plan. `staff` comes with being a person who works there.
 */
export interface Grant {
  readonly kind: 'owner' | 'scheduler' | 'lead' | 'payroll' | 'staff';
  readonly site: string | null;
  readonly area: string | null;
  readonly seesPay: boolean;
}

/** Who asks: an account, which may be a person of the business, with grants. Every command and query takes one. */
export interface Actor {
  readonly id: string;
  readonly name: string;
  /** Id of the person that the account is; null where it belongs to nobody who works here. */
  readonly person: string | null;
  readonly grants: readonly Grant[];
  /** Id of the session it came with; null: it was not a browser that asked. */
  readonly session: string | null;
}

/** The name that stands in the log for what was done before there were accounts. */
export const BEFORE_ACCOUNTS = { id: 'scheduler', name: 'Scheduler' } as const;

/** How exactly it is known when a session was last used, in milliseconds. */
const USED_MS = 5 * 60_000;

/** Who sessions were, as long as nothing is written; by session and minute, as some end by the clock. */
const ACTORS = new Unchanged<Actor | null>(2000);

/** Who sends a request with these cookies; null: nobody who is signed in. */
export async function actorOf(db: Database, cookies: string | null): Promise<Actor | null> {
  const token = tokenIn(cookies);
  if (token === null) return null;
  return ACTORS.get(db, `${token} ${Math.floor(now() / MINUTE_MS)}`, () => readActor(db, token));
}

const MINUTE_MS = 60_000;

async function readActor(db: Database, token: string): Promise<Actor | null> {
  const found = await findSession(db, token);
  if (!found || Date.parse(found.expiresAt) <= now() || endOf(found)) return null;
  await markUsed(db, found);
  return granted(db, found, found.session);
}

/** An account as it would ask, without a session: for what was allowed to it once. Null: it has ended. */
export async function actorOfAccount(db: Database, id: string): Promise<Actor | null> {
  const found = await findAccount(db, id);
  return !found || endOf(found) ? null : granted(db, found, null);
}

async function granted(
  db: Database,
  { id, name, person }: Pick<Actor, 'id' | 'name' | 'person'>,
  session: string | null,
): Promise<Actor> {
  const granted = await loadGrants(db, id);
  const sites = person === null ? [] : await sitesOfPerson(db, person);
  return {
    ...{ id, name, person, session },
    grants: [
      ...granted,
      ...sites.map((site) => ({ kind: 'staff' as const, site, area: null, seesPay: false })),
    ],
  };
}

/** A session goes on while it is used, unless the device belongs to several people. */
async function markUsed(
  db: Database,
  found: {
    readonly session: string;
    readonly usedAt: string | null;
    readonly expiresAt: string;
    readonly createdAt: string;
  },
): Promise<void> {
  if (found.usedAt !== null && Date.parse(found.usedAt) > now() - USED_MS) return;
  const isShared = Date.parse(found.expiresAt) - Date.parse(found.createdAt) <= SESSION_MS.shared;
  try {
    await db
      .updateTable('session')
      .set({
        used_at: timestamp(),
        ...(isShared ? {} : { expires_at: timestamp(SESSION_MS.own) }),
      })
      .where('id', '=', found.session)
      .execute();
  } catch (error) {
    // Whoever only reads is not held up by a full disk or a file that is being written; the next request marks it.
    if (!storageFault(error)) throw error;
    log.warn({ err: error }, 'the use of a session was not noted');
  }
}
