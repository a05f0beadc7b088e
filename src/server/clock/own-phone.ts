import { type AtClock, atClock } from '@/core/clock/at-clock';
import { formatMetres, placeCheck } from '@/core/clock/place';
import { type Result, fail, failedAt } from '@/core/plan/problem';
import { phoneRulesFromRow, loadPunches } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import type { Actor } from '../access/actor';
import { command } from '../commands/command';
import { now, timestamp } from '../now';
import { offAt, refuseOff } from '../site/capabilities';
import { siteChange } from '../site/switches';
import { type OfferedActivities, offeredActivities, workClocked } from './activities';
import { inWords, kept } from './commands';
import { photoDays } from './photos';
import { OWN_PUNCH, type OwnPunch, SAVE_PHONES } from './schema';
import { tooEarly } from './too-early';
import type { PhoneRules } from '@/core/clock/place';

/** Clocks for oneself by one's own phone, where the site allows it; of where that was only whether and how far away is kept. */
export const ownPunch = command<'clock.own', OwnPunch>({
  kind: 'clock.own',
  permission: 'self',
  scope: () => ({}),
  input: OWN_PUNCH,
  async prepare({ db, actor }, { id, site, kind, activity, position }) {
    const { person } = actor;
    if (person === null) return fail('forbidden', 'this account belongs to nobody who works here');
    const [row] = await loadRows(db, 'site', { id: site });
    const works = await loadRows(db, 'person_site', { person_id: person, site_id: site });
    if (!row || works.length === 0) return fail('unknown', 'you do not work there', 'input.site');
    const off = await refuseOff(db, 'clock', [site]);
    if (off) return off;
    const rules = phoneRulesFromRow(row);
    if (!rules.isAllowed) return fail('forbidden', 'people here clock at the door', 'input.site');
    if ((await loadRows(db, 'punch', { id })).length > 0)
      return fail('taken', 'this was clocked already', 'input.id');
    const [who] = await loadRows(db, 'person', { id: person });
    const done = await workClocked(db, row, JSON.parse(who.groups) as string[], { kind, activity });
    if (!done.ok) return failedAt(done, 'input');
    const place = placeCheck(rules.places, JSON.parse(who.groups) as string[], position);
    if (place && !place.isInside && rules.outside === 'refused')
      return fail(
        'place',
        place.metres === null
          ? 'your phone does not say where it is, which is asked for here: allow it, or clock at the door'
          : `you are ${formatMetres(place.metres)} away from where people clock here`,
        'input.position',
      );
    const at = Math.floor(now() / 60_000);
    if (kind === 'in') {
      const early = await tooEarly(db, person, site, at);
      if (early !== null) return fail('early', early, 'input.kind');
    }
    return kept(
      [
        {
          ...{
            id,
            person,
            site,
            at,
            kind,
            source: 'phone',
            work: done.work,
            replaces: null,
            isRemoval: false,
          },
          ...{ recorded: now(), recordedBy: null, note: null },
          ...(place ? { place } : {}),
        },
      ],
      `Clocked ${await inWords(db, site, kind, at)}`,
      timestamp().replace(/\.\d+Z$/, 'Z'),
    );
  },
});

/** Says whether people may clock by their own phone at a site, and where. */
export const savePhones = command<'clock.phones', { site: string; phone: PhoneRules }>({
  kind: 'clock.phones',
  permission: 'setup.change',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_PHONES,
  prepare: ({ db }, { site, phone }) =>
    siteChange(db, site, 'Clocking by phone at', { clock_phone: JSON.stringify(phone) }),
});

/** What a phone shows of the clock. */
export interface OwnClock extends AtClock {
  readonly timeZone: string;
  readonly hourFormat: '24' | '12';
  /** Where one can clock by phone, with whether the phone is asked where it is; none: nowhere. */
  readonly sites: readonly {
    readonly id: string;
    readonly name: string;
    readonly asksPlace: boolean;
    readonly takesPhotos: boolean;
    readonly offered: OfferedActivities;
  }[];
}

/** How who asks stands at the clock, and where they can clock by phone. */
export async function ownClock(db: Database, actor: Actor): Promise<Result<{ clock: OwnClock }>> {
  const { person } = actor;
  if (person === null) return fail('forbidden', 'this account belongs to nobody who works here');
  const places = await loadRows(db, 'person_site', { person_id: person });
  const [who] = await loadRows(db, 'person', { id: person });
  const sites: OwnClock['sites'][number][] = [];
  let shown: { timeZone: string; hourFormat: '24' | '12' } = { timeZone: 'UTC', hourFormat: '24' };
  for (const { site_id } of places.sort((a, b) => a.position - b.position)) {
    const [row] = await loadRows(db, 'site', { id: site_id });
    const rules = phoneRulesFromRow(row);
    if (!rules.isAllowed || (await offAt(db, site_id)).has('clock')) continue;
    if (sites.length === 0)
      shown = { timeZone: row.time_zone, hourFormat: row.hour_format === '12' ? '12' : '24' };
    const offered = await offeredActivities(db, row, JSON.parse(who.groups) as string[]);
    const place = { id: site_id, name: row.name, asksPlace: rules.places.length > 0 };
    sites.push({ ...place, takesPhotos: photoDays(row) !== null, offered });
  }
  const present = Math.floor(now() / 60_000);
  const punches = await loadPunches(db, [person], present - 2 * 1440, present + 1440);
  return { ok: true, clock: { ...atClock(punches, present, true), ...shown, sites } };
}
