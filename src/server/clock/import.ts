import { createHash } from 'node:crypto';
import { type Result, fail } from '@/core/plan/problem';
import { counted } from '@/core/time/format';
import { dateHabitsOf } from '@/core/time/typed-date';
import { type ZoneClock, zoneClock } from '@/core/time/zone';
import type { StoredPunch } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';
import { loadRows } from '@/data/records/records';
import { type PunchRow, type PunchRowFault, parsePunchTable } from '@/formats/clock/punch-table';
import { UnreadableFile } from '@/formats/table/cells';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { command } from '../commands/command';
import { unpacked } from '../import/draft';
import { unpackTables } from '../import/upload';
import { refuseSettledDate } from '../hours/settled';
import { now } from '../now';
import { kept } from './commands';
import { IMPORT_PUNCHES, type ImportedPunches, MOST_IMPORTED } from './schema';

/** Rows of a file of another clock: those that can be taken, and those that cannot, with why. */
export interface PunchFile {
  readonly rows: ImportedPunches['rows'];
  readonly faults: readonly PunchRowFault[];
}

/** Reads a file of another clock as lists write it; nothing is kept of it. */
export async function readPunchFile(
  db: Database,
  actor: Actor,
  site: string,
  bytes: Uint8Array,
): Promise<Result<{ file: PunchFile }>> {
  const refused = checkAccess(actor, 'clock.write', site);
  if (refused) return refused;
  const [row] = await loadRows(db, 'site', { id: site });
  if (!row) return fail('unknown', 'there is no such site', 'site');
  const { order } = dateHabitsOf(row.hour_format === '12' ? '12' : '24', row.week_start);
  try {
    const tables = unpacked(await unpackTables(bytes, () => undefined));
    const read = parsePunchTable(tables[0], order);
    if (read.rows.length > MOST_IMPORTED)
      return fail(
        'too-many',
        `the file has ${read.rows.length} times; at most ${MOST_IMPORTED} are taken at once`,
      );
    const days = read.rows.map(({ at }) => Math.floor(('wall' in at ? at.wall : at.elapsed) / 1440));
    const clock = zoneClock(row.time_zone, Math.min(...days, 0), Math.max(...days, 0) + 1);
    return { ok: true, file: { rows: read.rows.map((one) => elapsedOf(one, clock)), faults: read.faults } };
  } catch (error) {
    if (error instanceof UnreadableFile) return fail('unreadable', error.message);
    throw error;
  }
}

function elapsedOf({ row, number, at, kind }: PunchRow, clock: ZoneClock): ImportedPunches['rows'][number] {
  return { row, number, kind, at: 'elapsed' in at ? at.elapsed : clock.elapsed(at.wall) };
}

/** Takes times of another clock. The same time of the same person counts once, however often it is taken; what cannot be taken is told. */
export const importPunches = command<'clock.import', ImportedPunches>({
  kind: 'clock.import',
  long: true,
  permission: 'clock.write',
  capability: 'clock',
  scope: ({ site }) => ({ sites: [site] }),
  input: IMPORT_PUNCHES,
  async prepare({ db, actor }, { site, rows }) {
    const [place] = await loadRows(db, 'site', { id: site });
    if (!place) return fail('unknown', 'there is no such site', 'input.site');
    const people = await db
      .selectFrom('person')
      .innerJoin('person_site', 'person_site.person_id', 'person.id')
      .select(['id', 'number'])
      .where('site_id', '=', site)
      .where('number', 'is not', null)
      .execute();
    const byNumber = new Map(people.map(({ id, number }) => [number!.trim().toLowerCase(), id]));
    const present = Math.floor(now() / 60_000);
    const punches = new Map<string, StoredPunch>();
    const unknown = new Set<string>();
    let ahead = 0;
    for (const { number, at, kind } of rows) {
      const person = byNumber.get(number.trim().toLowerCase());
      if (person === undefined) {
        unknown.add(number);
        continue;
      }
      if (at > present) {
        ahead += 1;
        continue;
      }
      const id = idOf(site, person, at, kind);
      punches.set(id, {
        ...{ id, person, site, at, kind, source: 'import', work: null, replaces: null, isRemoval: false },
        ...{ recorded: now(), recordedBy: actor.name, note: null },
      });
    }
    const known = new Set(
      (
        await db
          .selectFrom('punch')
          .select('id')
          .where('id', 'in', amongTexts([...punches.keys()]))
          .execute()
      ).map(({ id }) => id),
    );
    const fresh = [...punches.values()].filter(({ id }) => !known.has(id));
    const { open, settled } = await withoutSettled(db, fresh, place.time_zone);
    const remarks = [
      `${counted(open.length, 'time')} ${open.length === 1 ? 'is' : 'are'} new.`,
      ...(known.size > 0
        ? [`${counted(known.size, 'time')} ${known.size === 1 ? 'was' : 'were'} taken before.`]
        : []),
      ...(unknown.size > 0
        ? [
            `Nobody here has the number ${[...unknown].slice(0, 8).join(', ')}${unknown.size > 8 ? ' …' : ''}.`,
          ]
        : []),
      ...(ahead > 0 ? [`${counted(ahead, 'time')} ${ahead === 1 ? 'is' : 'are'} still to come.`] : []),
      ...(settled > 0
        ? [
            `${counted(settled, 'time')} ${settled === 1 ? 'lies' : 'lie'} in hours that are approved or locked.`,
          ]
        : []),
    ];
    if (open.length === 0)
      return fail('nothing', remarks.slice(1).join(' ') || 'there is nothing in it', 'input.rows');
    const made = kept(open, `Took in ${counted(open.length, 'time')} of another clock`);
    if (!made.ok) return made;
    const subjects = [...new Set(open.map(({ person }) => person))].map((id) => ({
      kind: 'person' as const,
      id,
    }));
    return { ok: true, work: { ...made.work, remarks, subjects: [{ kind: 'site', id: site }, ...subjects] } };
  },
});

/** Those of some punches whose date can still be changed, and how many others there are. */
async function withoutSettled(db: Database, punches: readonly StoredPunch[], timeZone: string) {
  const open: StoredPunch[] = [];
  const states = new Map<string, boolean>();
  const days = punches.map(({ at }) => Math.floor(at / 1440));
  const clock = zoneClock(timeZone, Math.min(...days, 0) - 1, Math.max(...days, 0) + 1);
  for (const punch of punches) {
    const date = Math.floor(clock.wall(punch.at) / 1440);
    const key = JSON.stringify([punch.person, date]);
    let isOpen = states.get(key);
    if (isOpen === undefined) {
      isOpen = (await refuseSettledDate(db, punch.person, date, '')) === null;
      states.set(key, isOpen);
    }
    if (isOpen) open.push(punch);
  }
  return { open, settled: punches.length - open.length };
}

/** The id of a time of another clock: the same time has the same. */
function idOf(site: string, person: string, at: number, kind: string | null): string {
  const text = JSON.stringify([site, person, at, kind]);
  return `import-${createHash('sha256').update(text).digest('base64url')}`;
}
