import { NO_WORK, type PunchKind } from '../src/core/clock/punch';
import { type Day, formatDate } from '../src/core/time/day';
import { DAY } from '../src/core/time/span';
import { zoneClock } from '../src/core/time/zone';
import { punchToRow } from '../src/data/clock/punch-store';
import type { Database } from '../src/data/database';
import type { NewRow } from '../src/data/records/records';

const HULL = ['lotte', 'henk', 'amara'];
/** How long each wash-down of last week took, in minutes. */
const TOOK = [35, 30, 40, 25, 30, 55, 30, 35, 30, 30];
/** What was used for them. */
const USED: readonly (readonly [at: number, name: string, cost: number | null])[] = [
  [0, 'Boat soap, 5 l', 24.5],
  [2, 'Polish', 38],
  [5, 'Teak cleaner', null],
  [7, 'Brushes', 16.8],
];

/**
 * What the hull crew said it was at: last week's wash-downs, two a day, and since Monday the antifouling of the Siskin, up to an elapsed
 * minute.
 */
export async function insertJobTimes(db: Database, site: string, monday: Day, until: number): Promise<void> {
  const clock = zoneClock('Europe/Lisbon', monday - 10, monday + 10);
  const at = (day: number, minute: number) => clock.elapsed((monday + day) * DAY + minute);
  const punches: NewRow<'punch'>[] = [];
  const punch = (person: string, minute: number, kind: PunchKind, job: string | null) => {
    if (minute > until) return;
    punches.push(
      punchToRow({
        ...{ id: `${job ?? 'off'}-${person}-${minute}`, person, site, at: minute, kind, source: 'phone' },
        ...{ work: job === null ? null : { ...NO_WORK, job }, replaces: null, isRemoval: false },
        ...{ recorded: minute * 60_000, recordedBy: person === HULL[0] ? null : 'Lotte Maas', note: null },
      }),
    );
  };
  const crew = (from: number, to: number, job: string) => {
    for (const person of HULL) {
      punch(person, from, 'in', job);
      punch(person, to, 'out', null);
    }
  };
  const washed = await db
    .selectFrom('job')
    .select('id')
    .where('round_id', '=', 'washing')
    .where('round_date', '=', formatDate(monday - 7))
    .orderBy('id')
    .execute();
  for (const [i, { id }] of washed.entries()) {
    const start = at(-7 + Math.floor(i / 2), 490 + (i % 2) * 80);
    crew(start, start + TOOK[i % TOOK.length], id);
  }
  for (const [day, from, to] of [
    [0, 482, 720],
    [0, 780, 1022],
    [1, 484, 580],
  ])
    crew(at(day, from), at(day, to), 'antifoul-siskin');
  await db.insertInto('punch').values(punches).execute();
  await db
    .insertInto('job_material')
    .values(
      USED.map(([place, name, cost], i) => ({
        ...{ id: `used-${i}`, site_id: site, job_id: washed[place].id, name, cost, person_id: HULL[0] },
        at: `${formatDate(monday - 7 + Math.floor(place / 2))}T11:00:00.000Z`,
      })),
    )
    .execute();
  if (at(0, 482) <= until)
    await db.updateTable('job').set({ progress: 'started' }).where('id', '=', 'antifoul-siskin').execute();
}
