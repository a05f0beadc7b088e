import { parseDate } from '@/core/time/day';
import { listSites } from '@/data/site/site-store';
import { OWNER } from '@/server/access/testing';
import { runCommand } from '@/server/commands/run';
import { balancesAt } from '@/server/leave/balances';
import { calendarAt } from '@/server/leave/calendar';
import { postLeave } from '@/server/leave/post';
import { figure, percentile } from './figures';
import { succeeded, withLargeSite } from './large-site';

// Leave of 600 people: granting it, the table of balances, and a year of the calendar; the page's own drawing is timed
// in the browser.

const { db, site, end } = await withLargeSite();
const since = parseDate('2026-01-01')!;
try {
  await postLeave(db);
  const place = (await listSites(db)).find(({ id }) => id === site)!;
  const jobs: Record<string, (i: number) => Promise<unknown>> = {
    'grant-600': async (i) =>
      succeeded(
        await runCommand(
          db,
          OWNER,
          {
            id: `grant-${i}`,
            kind: 'leave.grant',
            input: {
              ...{
                site,
                type: 'annual',
                to: { kind: 'all' },
                amount: 1000,
                date: since,
                note: '',
                later: false,
              },
            },
          },
          { preview: false },
        ),
      ),
    'balances-600': () => balancesAt(db, OWNER, site),
    'leave-calendar-600-year-server': () => calendarAt(db, OWNER, place, since + 300, 53),
  };
  for (const [name, run] of Object.entries(jobs)) {
    const spent: number[] = [];
    for (let i = 0; i < 5; i++) {
      const start = performance.now();
      await run(i);
      spent.push(performance.now() - start);
    }
    figure(name, percentile(spent, 50), 'ms');
  }
} finally {
  await end();
}
