import { basisOf } from '../src/core/requests/moved';
import { type Day, formatDate } from '../src/core/time/day';
import type { Database } from '../src/data/database';
import { type ShiftRequest, requestToRow } from '../src/data/requests/request-store';
import { loadPublished } from '../src/data/week/shift-store';
import type { Shift } from '../src/core/plan/types';

const SITE = 'bistro';

/** What of the demo's staff has an account; whoever has none is named by their own id. */
const ACCOUNTS: ReadonlySet<string> = new Set(['noor', 'emil', 'lior', 'jonas']);

/** Requests about published shifts of the demo's Thursday: a swap both agreed to, an open shift two want, one given up. */
export async function insertRequests(db: Database, monday: Day): Promise<void> {
  const published = await loadPublished(db, SITE, monday + 1, monday + 7);
  const of = (person: string | null, date: Day) =>
    published.find((shift) => shift.person === person && shift.date === date);
  const [noor, wanja, priya] = ['noor', 'wanja', 'priya'].map((who) => of(who, monday + 3));
  const open = of(null, monday + 2);
  const at = (hour: number) => `${formatDate(monday)}T${String(hour).padStart(2, '0')}:00:00.000Z`;
  const add = async (
    request: Pick<ShiftRequest, 'id' | 'kind' | 'state' | 'asker' | 'colleague' | 'note' | 'at'>,
    mine: readonly (Shift | undefined)[],
    theirs: readonly (Shift | undefined)[],
    steps: readonly (readonly [string, string, string])[],
  ) => {
    const basis = (shifts: readonly (Shift | undefined)[]) =>
      shifts.flatMap((shift) => (shift ? [basisOf(SITE, shift)] : []));
    const stored: ShiftRequest = {
      ...{ ...request, site: SITE, mine: basis(mine), theirs: basis(theirs) },
      ...{ isAsked: false, decidedAt: null, takenBack: null, seenAt: null },
    };
    if (stored.mine.length + stored.theirs.length < mine.length + theirs.length) return;
    await db.insertInto('shift_request').values(requestToRow(stored)).execute();
    for (const [i, [who, what, words]] of steps.entries())
      await db
        .insertInto('shift_request_event')
        .values({
          ...{ id: `${request.id} ${i}`, request_id: request.id, at: request.at, what, words },
          actor: ACCOUNTS.has(who) ? `demo-${who}` : who,
        })
        .execute();
  };
  await add(
    {
      id: 'demo-swap',
      kind: 'swap',
      state: 'waiting',
      asker: 'noor',
      colleague: 'wanja',
      note: 'Dentist at 14:00',
      at: at(9),
    },
    [noor],
    [wanja],
    [
      ['noor', 'asked', 'Dentist at 14:00'],
      ['wanja', 'said yes', ''],
    ],
  );
  await add(
    {
      id: 'demo-give-up',
      kind: 'give-up',
      state: 'with-colleague',
      asker: 'priya',
      colleague: null,
      note: '',
      at: at(10),
    },
    [priya],
    [],
    [['priya', 'asked', '']],
  );
  for (const [i, asker] of ['teo', 'yuki'].entries())
    await add(
      {
        id: `demo-take-${asker}`,
        kind: 'take',
        state: 'waiting',
        asker,
        colleague: null,
        note: '',
        at: at(11 + i),
      },
      [],
      [open],
      [[asker, 'asked', '']],
    );
}
