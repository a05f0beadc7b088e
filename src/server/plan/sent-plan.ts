import { createHash } from 'node:crypto';
import type { Failed } from '@/core/plan/problem';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import { Unchanged } from '@/data/unchanged';
import type { Actor } from '../access/actor';
import { planOfWeek } from './queries';

/** `tag` names these bytes: who has them already need not be sent them again. */
type Sent = { readonly ok: true; readonly json: Uint8Array<ArrayBuffer>; readonly tag: string } | Failed;

/** Weeks as they were last sent, a megabyte for a large one: opening one again costs nothing until somebody writes. */
const SENT = new Unchanged<Sent>(16);

/** The plan of a site's week as the bytes of its JSON. `week` is any day in it. */
export function planAsSent(db: Database, actor: Actor, site: string, week: Day, days: number): Promise<Sent> {
  return SENT.get(db, JSON.stringify([actor.id, site, week, days]), async () => {
    const found = await planOfWeek(db, actor, site, week, days);
    if (!found.ok) return found;
    const json = new TextEncoder().encode(JSON.stringify(found.payload));
    const tag = createHash('sha256').update(json).digest('base64url').slice(0, 22);
    return { ok: true, json, tag };
  });
}
