import type { Database } from '@/data/database';
import { publicAddress } from '../access/origin';
import { isSealed, sealOf } from '../accounts/secret';

/** Whose calendar a feed is: a person's own, or a site's for one account. */
export type FeedOwner =
  | { readonly kind: 'person'; readonly person: string }
  | { readonly kind: 'site'; readonly site: string; readonly account: string };

/** How an owner is named where the turns of addresses are kept. */
export function ownerKey(owner: FeedOwner): string {
  return JSON.stringify(
    owner.kind === 'person' ? ['person', owner.person] : ['site', owner.site, owner.account],
  );
}

/** The address of a feed. It stands nowhere: it follows from the owner, how often it was renewed, and the secret. */
export async function feedAddress(db: Database, owner: FeedOwner): Promise<string> {
  const parts = owner.kind === 'person' ? [owner.person] : [owner.site, owner.account];
  const path = [owner.kind, ...parts.map(encodeURIComponent), `${await sealOfFeed(db, owner)}.ics`].join('/');
  return `${publicAddress()}/api/feed/${path}`;
}

/** Whether a seal is that of an owner's feed as it stands: one that was renewed is nobody's any more. */
export async function isFeedSeal(db: Database, owner: FeedOwner, given: string): Promise<boolean> {
  return isSealed(given, `${await sealOfFeed(db, owner)}.ics`);
}

async function sealOfFeed(db: Database, owner: FeedOwner): Promise<string> {
  const key = ownerKey(owner);
  const row = await db.selectFrom('calendar_feed').select('turn').where('owner', '=', key).executeTakeFirst();
  return sealOf(`feed ${row?.turn ?? 0} ${key}`)
    .subarray(0, 24)
    .toString('base64url');
}
