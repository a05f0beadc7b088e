import { type Result, fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import { inTransaction } from '@/data/transaction';
import { command } from '../commands/command';
import { now, timestamp } from '../now';
import { siteChange } from '../site/switches';
import type { PairedDevice } from './devices';
import { SAVE_PHOTOS, type SentPhoto } from './photo-schema';

/** How long after a punch its photo is taken, in milliseconds. */
const TAKEN_MS = 2 * 60_000;
const DAY_MS = 24 * 60 * 60_000;
/** What a JPEG begins with. */
const JPEG = Buffer.from([0xff, 0xd8, 0xff]);

/** For how many days photos are kept that are taken with punches at a site; null: none is taken. */
export function photoDays({ clock_photos }: { readonly clock_photos: string | null }): number | null {
  return clock_photos === null ? null : (JSON.parse(clock_photos) as { days: number }).days;
}

/** Says whether a photo is taken when people clock at a site, and for how many days it is kept. */
export const savePhotos = command<'clock.photos', { site: string; days: number | null }>({
  kind: 'clock.photos',
  permission: 'setup.change',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_PHOTOS,
  prepare: ({ db }, { site, days }) =>
    siteChange(db, site, 'Photos when clocking at', {
      clock_photos: days === null ? null : JSON.stringify({ days }),
    }),
});

/** Keeps what was seen when somebody clocked just now, by their own phone or at a device; once, and never another. */
export async function keepPhoto(
  db: Database,
  who: { readonly person: string | null } | { readonly device: PairedDevice },
  { punch: id, image }: SentPhoto,
): Promise<Result<object>> {
  const [punch] = await loadRows(db, 'punch', { id });
  const isTheirs =
    punch &&
    ('device' in who
      ? punch.device_id === who.device.id
      : punch.source === 'phone' && punch.person_id === who.person);
  if (!isTheirs || now() - Date.parse(punch.recorded_at) > TAKEN_MS)
    return fail('unknown', 'nothing was clocked here just now', 'punch');
  const [site] = await loadRows(db, 'site', { id: punch.site_id });
  if (photoDays(site) === null) return fail('off', 'no photos are taken here', 'punch');
  const bytes = Buffer.from(image, 'base64');
  if (!bytes.subarray(0, JPEG.length).equals(JPEG)) return fail('type', 'this is no JPEG', 'image');
  const row = { punch_id: id, site_id: punch.site_id, person_id: punch.person_id, taken_at: timestamp() };
  await inTransaction(db, (trx) =>
    trx
      .insertInto('punch_photo')
      .values({ ...row, image: bytes })
      .onConflict((conflict) => conflict.doNothing())
      .execute(),
  );
  return { ok: true };
}

/** What was seen at a punch, as JPEG, for who corrects punches at its site; not once its days are over. */
export async function photoOf(
  db: Database,
  site: string,
  punch: string,
): Promise<Result<{ image: Uint8Array }>> {
  const found = await db
    .selectFrom('punch_photo')
    .innerJoin('site', 'site.id', 'punch_photo.site_id')
    .select(['image', 'taken_at', 'clock_photos'])
    .where('punch_id', '=', punch)
    .where('site_id', '=', site)
    .executeTakeFirst();
  if (!found || isOver(found.taken_at, photoDays(found)))
    return fail('unknown', 'there is no photo, or not any more', 'punch');
  return { ok: true, image: found.image };
}

function isOver(taken: string, days: number | null): boolean {
  return days === null || now() - Date.parse(taken) >= days * DAY_MS;
}

/** Takes photos away whose days are over, and all of a site that takes none any more. */
export async function forgetPhotos(db: Database): Promise<void> {
  const kept = await db
    .selectFrom('punch_photo')
    .innerJoin('site', 'site.id', 'punch_photo.site_id')
    .select((is) => ['site.id', 'clock_photos', is.fn.min('taken_at').as('first')])
    .groupBy(['site.id', 'clock_photos'])
    .execute();
  for (const { id, first, ...site } of kept) {
    const days = photoDays(site);
    if (!isOver(first, days)) continue;
    const until = days === null ? timestamp(DAY_MS) : timestamp(-days * DAY_MS);
    await inTransaction(db, (trx) =>
      trx.deleteFrom('punch_photo').where('site_id', '=', id).where('taken_at', '<=', until).execute(),
    );
  }
}
