import type { KindShares } from '@/core/fairness/fairness';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import { Unchanged } from '@/data/unchanged';
import { inWorker } from '../workers/in-worker';

const SHARES = new Unchanged<KindShares>(10);

/** How many shifts of each kind people had in the weeks before a day, against their share. */
export function kindSharesBefore(db: Database, site: string, day: Day): Promise<KindShares> {
  return SHARES.get(db, `${site} ${day}`, () => inWorker(db, 'kindShares', { site, day }));
}
