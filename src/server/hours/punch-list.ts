import { standingPunches } from '@/core/clock/punch';
import { formatMetres } from '@/core/clock/place';
import { type Result, fail } from '@/core/plan/problem';
import { type Day, formatDate } from '@/core/time/day';
import { formatClock } from '@/core/time/format';
import { DAY } from '@/core/time/span';
import { zoneClock } from '@/core/time/zone';
import { type StoredPunch, loadPunches } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';
import { loadRows } from '@/data/records/records';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { peopleAtHome, periodAt } from './period';

const KINDS: Readonly<Record<string, string>> = {
  in: 'In',
  out: 'Out',
  'break-begins': 'Break begins',
  'break-ends': 'Break ends',
  change: 'Other work',
};
const SOURCES: Readonly<Record<string, string>> = {
  device: 'At the door',
  phone: 'Own phone',
  scheduler: 'By hand',
  import: 'Another clock',
};

/** Every time that was clocked in the period of a date by who is at home at a site, corrections among them, its heads first. */
export async function punchLines(
  db: Database,
  actor: Actor,
  site: string,
  date: Day | null,
): Promise<Result<{ lines: string[][]; first: Day }>> {
  const refused = checkAccess(actor, 'clock.read', site);
  if (refused) return refused;
  const at = await periodAt(db, site, date);
  if (!at) return fail('unknown', 'there is no such site', 'site');
  const { row, period } = at;
  const { first, days } = period;
  const clock = zoneClock(row.time_zone, first - 1, first + days + 1);
  const people = new Map((await peopleAtHome(db, site, period)).map((person) => [person.id, person]));
  const numbers = await db
    .selectFrom('person')
    .select(['id', 'number'])
    .where('id', 'in', amongTexts([...people.keys()]))
    .execute();
  const numberOf = new Map(numbers.map(({ id, number }) => [id, number ?? '']));
  const devices = new Map((await loadRows(db, 'clock_device', {})).map(({ id, name }) => [id, name]));
  const sites = new Map((await loadRows(db, 'site', {})).map(({ id, name }) => [id, name]));
  const punches = await loadPunches(
    db,
    [...people.keys()],
    clock.elapsed(first * DAY),
    clock.elapsed((first + days) * DAY),
  );
  const standing = new Set(standingPunches(punches).map(({ id }) => id));
  const byId = new Map(punches.map((punch) => [punch.id, punch]));
  const time = (minute: number) => formatClock(clock.wall(minute) % DAY);
  const lines = punches
    .sort((a, b) => nameOf(a).localeCompare(nameOf(b)) || a.at - b.at || a.recorded - b.recorded)
    .map((punch) => [
      ...[numberOf.get(punch.person) ?? '', nameOf(punch), sites.get(punch.site) ?? ''],
      ...[formatDate(Math.floor(clock.wall(punch.at) / DAY)), time(punch.at)],
      punch.isRemoval ? 'Taken away' : punch.kind === null ? '' : KINDS[punch.kind],
      ...[SOURCES[punch.source], devices.get(punch.device ?? '') ?? '', placeText(punch)],
      standing.has(punch.id) ? 'yes' : 'no',
      punch.replaces === null ? '' : byId.has(punch.replaces) ? time(byId.get(punch.replaces)!.at) : '',
      ...[punch.recordedBy ?? '', punch.note ?? ''],
    ]);
  return { ok: true, lines: [HEADS, ...lines], first };

  function nameOf({ person }: StoredPunch): string {
    return people.get(person)?.name ?? '';
  }
}

const HEADS = [
  ...['Number', 'Name', 'Site', 'Date', 'Time', 'What', 'From', 'Device', 'Place'],
  ...['Counts', 'Instead of', 'Set by', 'Why'],
];

function placeText({ place }: StoredPunch): string {
  if (!place) return '';
  if (place.isInside) return 'there';
  return place.metres === null ? 'not said' : `${formatMetres(place.metres)} away`;
}
