import { type Day, formatDate } from '../src/core/time/day';
import type { Database } from '../src/data/database';

/** What each may give to wishes in a quarter, in the demo. */
const POINTS = 12;

const WISHES: readonly (readonly [person: string, day: number, kind: string, weight: number])[] = [
  ['noor', 9, 'free', 3],
  ['noor', 11, 'early', 1],
  ['emil', 8, 'late', 1],
  ['emil', 12, 'free', 2],
  ['priya', 10, 'free', 1],
  ['dario', 13, 'early', 2],
  ['oona', 12, 'late', 1],
  ['jonas', 9, 'free', 2],
];

/** What staff of the demo said: wishes for the week after this one, and availability that one of them proposes. */
export async function insertStaff(db: Database, monday: Day): Promise<void> {
  await db
    .updateTable('site')
    .set({ wish_points: POINTS })
    .where('id', 'in', ['bistro', 'chandlery'])
    .execute();
  await db
    .insertInto('wish')
    .values(
      WISHES.map(([person, day, kind, weight]) => ({
        person_id: person,
        date: formatDate(monday + day),
        kind,
        weight,
      })),
    )
    .execute();
  const version = {
    id: 'emil-evenings',
    since: monday + 14,
    until: monday + 69,
    comment: 'Evening classes until February',
    blocks: [0, 2, 4, 5, 6].map((weekday) => ({
      weekday,
      from: 540,
      to: weekday === 0 || weekday === 2 ? 1020 : 1410,
      kind: 'available',
    })),
  };
  await db
    .insertInto('availability_proposal')
    .values({
      id: version.id,
      person_id: 'emil',
      at: `${formatDate(monday)}T18:20:00.000Z`,
      content: JSON.stringify(version),
      state: 'waiting',
      reason: '',
      decided_by: null,
      decided_at: null,
    })
    .execute();
}
