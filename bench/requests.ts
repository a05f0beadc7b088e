import { basisOf } from '@/core/requests/moved';
import { requestToRow } from '@/data/requests/request-store';
import { publishedRow } from '@/data/publish/publication-store';
import { loadShifts } from '@/data/week/shift-store';
import { OWNER } from '@/server/access/testing';
import { shiftQueue } from '@/server/requests/queries';
import { figure, percentile } from './figures';
import { MONDAY, withLargeSite } from './large-site';

// Two hundred hand-overs that wait at a site of 600, each with what approving it would do.

const { db, site, end } = await withLargeSite();
try {
  const shifts = (await loadShifts(db, site, MONDAY + 3, MONDAY + 7)).filter(({ person }) => person !== null);
  for (let i = 0; i < shifts.length; i += 100)
    await db
      .insertInto('published_shift')
      .values(shifts.slice(i, i + 100).map((shift) => publishedRow(site, shift)))
      .onConflict((one) => one.doNothing())
      .execute();
  const held = await db.selectFrom('person_role').select(['person_id', 'role_id']).execute();
  for (const [i, shift] of shifts.slice(0, 200).entries()) {
    const others = held.filter((one) => one.role_id === shift.role && one.person_id !== shift.person);
    const colleague = others[(i * 7) % others.length].person_id;
    await db
      .insertInto('shift_request')
      .values(
        requestToRow({
          ...{ id: `r${i}`, site, kind: 'hand-over', state: 'waiting', asker: shift.person!, colleague },
          ...{ isAsked: false, mine: [basisOf(site, shift)], theirs: [], note: '' },
          ...{ at: '2026-11-23T09:00:00.000Z', decidedAt: null, takenBack: null, seenAt: null },
        }),
      )
      .execute();
  }
  const spent: number[] = [];
  for (let i = 0; i < 6; i++) {
    const start = performance.now();
    const { mine } = await shiftQueue(db, OWNER, site);
    if (mine.length !== 200) throw new Error(`${mine.length} of 200 wait`);
    if (i > 0) spent.push(performance.now() - start);
  }
  figure('requests-queue-200', percentile(spent, 50), 'ms');
} finally {
  await end();
}
