import { type Result, fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import { type SiteSummary, listSites } from '@/data/site/site-store';
import { checkAccess } from '../access/permissions';
import type { Actor } from '../access/actor';

/** A site whose plans the actor may read, and all sites there are. */
export async function readableSite(
  db: Database,
  actor: Actor,
  site: string,
): Promise<Result<{ line: SiteSummary; all: readonly SiteSummary[] }>> {
  const refused = checkAccess(actor, 'plan.read', site);
  if (refused) return refused;
  const all = await listSites(db);
  const line = all.find((one) => one.id === site);
  return line ? { ok: true, line, all } : fail('unknown', `there is no site "${site}"`, 'site');
}
