import { CAPABILITIES, type Capability, capabilitiesIn } from '@/core/setup/capabilities';
import { type Failed, fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';

/** What a site does without. */
export async function offAt(db: Database, site: string): Promise<ReadonlySet<Capability>> {
  const row = await db
    .selectFrom('site')
    .select('capabilities_off')
    .where('id', '=', site)
    .executeTakeFirst();
  return new Set(capabilitiesIn(JSON.parse(row?.capabilities_off ?? '[]') as string[]));
}

/** Why something of a capability cannot be done at some sites; null: it can. */
export async function refuseOff(
  db: Database,
  capability: Capability,
  sites: readonly string[],
): Promise<Failed | null> {
  const rows = await db
    .selectFrom('site')
    .select(['name', 'capabilities_off'])
    .where('id', 'in', amongTexts(sites))
    .execute();
  const without = rows.find((row) => (JSON.parse(row.capabilities_off) as string[]).includes(capability));
  if (!without) return null;
  const { name } = CAPABILITIES.find(({ id }) => id === capability)!;
  return fail('off', `${name} is switched off at ${without.name}: Set-up, In use`);
}
