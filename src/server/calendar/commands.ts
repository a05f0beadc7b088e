import { fail } from '@/core/plan/problem';
import { loadRows, rowChanges } from '@/data/records/records';
import { BUSINESS } from '../access/permissions';
import { command } from '../commands/command';
import { type FeedOwner, ownerKey } from './address';
import { RENEW_FEED } from './schema';

/** Gives a feed of who asks another address; the one before is nobody's from then on, so it cannot be undone. */
export const renewFeed = command<'feed.renew', { site: string | null }>({
  kind: 'feed.renew',
  permission: 'self',
  scope: () => BUSINESS,
  input: RENEW_FEED,
  async prepare({ db, actor }, { site }) {
    const { person } = actor;
    if (site === null && person === null)
      return fail('forbidden', 'this account belongs to nobody who works here');
    const owner: FeedOwner =
      site === null ? { kind: 'person', person: person! } : { kind: 'site', site, account: actor.id };
    const key = ownerKey(owner);
    const before = await loadRows(db, 'calendar_feed', { owner: key });
    return {
      ok: true,
      work: {
        title: 'Another address for a calendar',
        rows: rowChanges('calendar_feed', before, [{ owner: key, turn: (before[0]?.turn ?? 0) + 1 }]),
        subjects: [],
        sites: [],
        weeks: [],
        isFinal: true,
      },
    };
  },
});
