import type { Database } from '@/data/database';
import { lastSeq } from '@/data/activity/activity-store';
import { storageFault } from '@/data/transaction';
import type { Actor } from '../access/actor';
import { checkAccess, checkSomewhere } from '../access/permissions';
import { COMMANDS } from '../commands/list';
import { logFailure } from '../log';
import type { Here, LiveEvent } from './payload';
import { whoIsHere } from './presence';

/** How often the log is looked at for what others did, in milliseconds; and who is here, every so many looks. */
const PAUSE_MS = 200;
const HERE_EVERY = 5;
/** What changes what was clocked. */
const CLOCKED_KINDS = [
  'clock.device',
  ...[...COMMANDS.keys()].filter((kind) => /^(clock|hours|call)\./.test(kind)),
];
/** What staff are told of. */
const TOLD_KINDS = [
  ...['plan.publish', 'plan.withdraw', 'late.decide'],
  ...[...COMMANDS.keys()].filter((kind) => kind.startsWith('call.')),
];
/** What staff do for themselves, and what is decided about what they ask. */
const ASKED_KINDS = [...COMMANDS.values()].flatMap(({ kind, permission }) =>
  ['self', 'requests.decide', 'leave.decide'].includes(permission) || kind === 'availability.decide'
    ? [kind]
    : [],
);

/** A browser that listens. */
export interface Listener {
  readonly actor: Actor;
  hear(event: LiveEvent): void;
}

/**
 * Tells listeners of this process what anybody did, in whatever process: it reads the log, so nothing has to be known
 * of the others. Looks only while somebody listens.
 */
export class LiveFeed {
  private readonly listeners = new Set<Listener>();
  private timer: NodeJS.Timeout | null = null;
  private seen = 0;
  private looks = 0;
  private here = new Map<Listener, string>();

  constructor(private readonly db: Database) {}

  /** Tells a listener from now on; returns what ends it. */
  async add(listener: Listener): Promise<() => void> {
    if (this.listeners.size === 0) this.seen = await lastSeq(this.db);
    this.listeners.add(listener);
    this.timer ??= setTimeout(() => void this.look(), PAUSE_MS);
    return () => {
      this.listeners.delete(listener);
      this.here.delete(listener);
      if (this.listeners.size > 0 || !this.timer) return;
      clearTimeout(this.timer);
      this.timer = null;
    };
  }

  private async look(): Promise<void> {
    try {
      await this.tellDone();
      if (this.looks++ % HERE_EVERY === 0) await this.tellHere();
    } catch (error) {
      // A file that is busy is read at the next look.
      if (!storageFault(error)) logFailure(error, 'live');
    }
    if (this.timer)
      this.timer = this.listeners.size > 0 ? setTimeout(() => void this.look(), PAUSE_MS) : null;
  }

  private async tellDone(): Promise<void> {
    const last = await lastSeq(this.db);
    if (last === this.seen) return;
    const sites = await this.db
      .selectFrom('activity_site')
      .select(['site_id', (row) => row.fn.max('revision').as('revision')])
      .where('seq', '>', this.seen)
      .where('seq', '<=', last)
      .groupBy('site_id')
      .execute();
    const told = await this.db
      .selectFrom('activity')
      .innerJoin('activity_site', 'activity_site.seq', 'activity.seq')
      .select('activity_site.site_id')
      .where('activity.seq', '>', this.seen)
      .where('activity.seq', '<=', last)
      .where('activity.kind', 'in', TOLD_KINDS)
      .distinct()
      .execute();
    const did = async (kinds: readonly string[]) =>
      (
        await this.db
          .selectFrom('activity')
          .select('seq')
          .where('seq', '>', this.seen)
          .where('seq', '<=', last)
          .where('kind', 'in', kinds)
          .limit(1)
          .execute()
      ).length > 0;
    const [hasAsked, hasClocked] = [await did(ASKED_KINDS), await did(CLOCKED_KINDS)];
    this.seen = last;
    for (const listener of this.listeners) {
      for (const { site_id: site, revision } of sites)
        if (reads(listener, site)) listener.hear({ kind: 'plan', site, version: Number(revision) });
      const mine = ({ site_id: site }: { readonly site_id: string }) =>
        listener.actor.grants.some((grant) => grant.kind === 'staff' && grant.site === site);
      if (told.some(mine)) listener.hear({ kind: 'news' });
      if (hasAsked && checkSomewhere(listener.actor, 'plan.read') === null) listener.hear({ kind: 'staff' });
      if (hasClocked && checkSomewhere(listener.actor, 'clock.read') === null)
        listener.hear({ kind: 'clock' });
    }
  }

  private async tellHere(): Promise<void> {
    const all = await whoIsHere(this.db);
    for (const listener of this.listeners) {
      const here: Here[] = all.filter(({ site }) => reads(listener, site));
      const text = JSON.stringify(here);
      if (text === (this.here.get(listener) ?? '[]')) continue;
      this.here.set(listener, text);
      listener.hear({ kind: 'here', here });
    }
  }
}

function reads({ actor }: Listener, site: string): boolean {
  return checkAccess(actor, 'plan.read', site) === null;
}

const feeds = new WeakMap<Database, LiveFeed>();

/** The one feed over a data file in this process. */
export function feedOf(db: Database): LiveFeed {
  let feed = feeds.get(db);
  if (!feed) feeds.set(db, (feed = new LiveFeed(db)));
  return feed;
}
