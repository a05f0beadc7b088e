import { plannedSpan } from '../src/core/clock/planned-span';
import { NO_WORK, type PunchKind } from '../src/core/clock/punch';
import { planContext } from '../src/core/plan/plan-context';
import { resolveShift } from '../src/core/plan/resolved-shift';
import { seeded } from '../src/core/seeded';
import type { Day } from '../src/core/time/day';
import { punchToRow } from '../src/data/clock/punch-store';
import type { Database } from '../src/data/database';
import { loadPlan } from '../src/data/week/plan-store';

/** How many minutes early at most and late at most people of the demo come. */
const [EARLY, LATE] = [9, 4];
/** One out of so many outs is forgotten, and one break of so many. */
const [NO_OUT, NO_END] = [23, 31];
/** One out of so many people of the bistro counts stock. */
const COUNTS = 4;
/** Rows of one insert; SQLite takes a limited number of values at once. */
const BATCH = 400;

/**
 * What people of the demo clocked at a site for what was published, from the week before up to an elapsed minute: most of it about
 * on time, now and then an out that was forgotten; of those who are due now one has not come.
 */
export async function insertPunches(db: Database, site: string, monday: Day, until: number): Promise<void> {
  const { plan, published } = (await loadPlan(db, site, monday - 7, 14))!;
  const context = planContext(plan);
  const random = seeded(11);
  const below = (n: number) => Math.floor(random() * n);
  const due = published
    .filter(({ person }) => person !== null)
    .map((shift) => ({ person: shift.person!, ...plannedSpan(resolveShift(context, shift)) }))
    .filter(({ start }) => start - EARLY < until)
    .sort((a, b) => a.start - b.start || (a.person < b.person ? -1 : 1));
  const missing = due.findLast(({ start, end }) => start + 30 < until && end > until);
  const rows = due.flatMap((span, i) => {
    if (span === missing) return [];
    const came = span.start - EARLY + below(EARLY + LATE + 1);
    const left = span.end - 3 + below(12);
    const clocked: [PunchKind, number, string?][] = [['in', came]];
    if (span.end - span.start >= 360) {
      const begins = Math.round((span.start + span.end) / 2) - 40 + below(80);
      clocked.push(['break-begins', begins]);
      if (below(NO_END) > 0) clocked.push(['break-ends', begins + 24 + below(14)]);
    }
    if (below(NO_OUT) > 0) clocked.push(['out', left]);
    // The bistro counts its store before the doors open.
    if (site === 'bistro' && span.date < monday && i % COUNTS === 0) {
      clocked.push(['change', span.start + 60, 'stock'], ['change', span.start + 120]);
    }
    return clocked
      .filter(([, at]) => at <= until)
      .map(([kind, at, activity = null], n) =>
        punchToRow({
          ...{
            id: `${site}-clocked-${i}-${kind}${kind === 'change' ? `-${n}` : ''}`,
            person: span.person,
            site,
            at,
            kind,
            source: 'device',
          },
          ...{
            work: kind === 'change' ? { ...NO_WORK, activity } : null,
            replaces: null,
            isRemoval: false,
            recorded: at * 60_000,
            recordedBy: null,
            note: null,
          },
        }),
      );
  });
  for (let i = 0; i < rows.length; i += BATCH)
    await db
      .insertInto('punch')
      .values(rows.slice(i, i + BATCH))
      .execute();
}

/** What is worked at in the demo besides roles. */
export async function insertActivities(db: Database): Promise<void> {
  const activities = [
    { id: 'stock', code: 'ST', name: 'Stock-taking', budget_minutes: 40 * 60 },
    { id: 'training', code: 'TR', name: 'Training', budget_minutes: 60 * 60 },
    { id: 'regatta', code: 'RG', name: 'Regatta dinner', budget_minutes: null },
  ];
  await db
    .insertInto('work_activity')
    .values(activities.map((one, position) => ({ ...one, position })))
    .execute();
  await db.updateTable('site').set({ clock_asks: 'offered' }).where('id', '=', 'bistro').execute();
}
