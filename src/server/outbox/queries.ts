import type { Result } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import { listSites } from '@/data/site/site-store';
import type { Actor } from '../access/actor';
import { checkAccess, checkSomewhere, visibleSites } from '../access/permissions';
import { demoAccounts } from '../accounts/demo';
import type { OutboxLine, OutboxPayload } from './payload';
import { bodyOf } from './send';
import { wayOf } from './ways';

/** How many of the latest messages are shown. */
const MOST = 500;

/** What was sent to people of the actor's sites, and what waits or failed; the latest first. */
export async function outboxPage(db: Database, actor: Actor): Promise<Result<{ page: OutboxPayload }>> {
  const refused = checkSomewhere(actor, 'outbox.read');
  if (refused) return refused;
  const all = checkAccess(actor, 'outbox.read', null) === null;
  const sites = visibleSites(actor, await listSites(db), 'outbox.read').map(({ id }) => id);
  const rows = await db
    .selectFrom('outbox')
    .leftJoin('person', 'person.id', 'outbox.person_id')
    .selectAll('outbox')
    .select('person.name')
    .$if(!all, (query) => query.where('outbox.site_id', 'in', sites))
    .orderBy('made_at', 'desc')
    .orderBy('outbox.id')
    .limit(MOST)
    .execute();
  // In the demo nothing is secret: its links can be followed from here.
  const isDemo = (await demoAccounts(db)).length > 0;
  const messages: OutboxLine[] = [];
  for (const row of rows)
    messages.push({
      id: row.id,
      site: row.site_id,
      to: row.name ?? row.address,
      way: row.way === 'text' ? 'text' : 'mail',
      address: row.address,
      subject: row.subject,
      body: row.invitation_id === null || isDemo ? await bodyOf(db, row) : null,
      state: row.state as OutboxLine['state'],
      at: row.sent_at ?? row.made_at,
      deliveredAt: row.delivered_at,
      nextAt: row.state === 'waiting' && row.tries > 0 ? row.next_at : null,
      tries: row.tries,
      reason: row.reason,
    });
  return {
    ok: true,
    page: { messages, ways: { mail: wayOf('mail') !== null, text: wayOf('text') !== null } },
  };
}
