import { groupedBy } from '@/core/grouped';
import { beginningOf } from '@/core/requests/rules';
import type { Database } from '@/data/database';
import { namesOfPeople } from '@/data/people/people-names';
import { applyRowChanges } from '@/data/records/records';
import { CLOCK, type ShiftRequest, findShiftRequest, openRequests } from '@/data/requests/request-store';
import { inTransaction } from '@/data/transaction';
import { now } from '../now';
import { enqueueTellings } from '../outbox/enqueue';
import { type RequestGround, loadGround, requestSite } from './ground';
import { stepRows, stepped, textOf } from './step';
import { tellingsFor } from './tell';
import { peopleOf } from './words';

const GONE = 'nobody decided before the shift began';

/** The minute that was looked at last, by data file: shifts begin with minutes. */
const LOOKED = new WeakMap<Database, number>();

/** Ends requests whose first shift has begun, and tells who asked. */
export async function lapseRequests(db: Database): Promise<void> {
  const minute = Math.floor(now() / 60_000);
  if (LOOKED.get(db) === minute) return;
  for (const [site, waiting] of groupedBy(await openRequests(db, undefined, true), (one) => one.site)) {
    const at = await requestSite(db, site);
    if (!at.ok) continue;
    const { now: time } = at.at;
    const begun = waiting.filter(({ mine, theirs }) => beginningOf([...mine, ...theirs]) <= time);
    for (const open of begun) await lapse(db, open, await loadGround(db, at.at, [open]));
  }
  LOOKED.set(db, minute);
}

function lapse(db: Database, open: ShiftRequest, ground: RequestGround): Promise<void> {
  return inTransaction(db, async (trx) => {
    // Somebody may have decided just now.
    const request = await findShiftRequest(trx, open.id);
    const next = request && stepped(request, { do: 'lapse' });
    if (!next?.ok) return;
    const wrong = await applyRowChanges(
      trx,
      stepRows(CLOCK, request, next.request, [{ what: 'ended it', words: GONE }]),
    );
    if (wrong) throw new Error(wrong.problem.message);
    const text = textOf(request!, ground, await namesOfPeople(trx, peopleOf(request!)));
    const told = request!.state === 'drafted' ? [] : (['asker', 'colleague'] as const);
    await enqueueTellings(trx, await tellingsFor(trx, next.request, text, GONE, told));
  });
}
