import { OWNER } from '@/server/access/testing';
import { DEMO_PASSWORD } from '../demo/accounts';
import { signIn } from '@/server/accounts/sign-in';
import { runCommand } from '@/server/commands/run';
import { publishPage } from '@/server/publish/queries';
import { wholeWeek } from '@/server/publish/testing';
import { figure, percentile } from './figures';
import { MONDAY, succeeded, withLargeSite } from './large-site';

// Publishing a week of 600 people, all of it new to them, with what is sent to each; and signing in.

const { db, site, end } = await withLargeSite();
try {
  const began = performance.now();
  const { page } = succeeded(await publishPage(db, OWNER, site, MONDAY, 1));
  figure('publish-page-600', performance.now() - began, 'ms');
  const spent: number[] = [];
  for (let i = 0; i < 3; i++) {
    // Nobody knows anything yet.
    await db.deleteFrom('published_shift').where('site_id', '=', site).execute();
    const input = await wholeWeek(db, site, MONDAY, 'For all');
    const start = performance.now();
    succeeded(
      await runCommand(
        db,
        OWNER,
        { id: `bench-publish-${i}`, kind: 'plan.publish', input },
        { preview: false },
      ),
    );
    spent.push(performance.now() - start);
  }
  figure('publish-600', percentile(spent, 50), 'ms');
  figure('publish-600-changes', page.changes.length, '');
  const signed: number[] = [];
  for (let i = 0; i < 10; i++) {
    const start = performance.now();
    succeeded(
      await signIn(
        db,
        { name: '112', password: DEMO_PASSWORD, shared: false },
        { address: `bench-${i}`, device: 'bench' },
      ),
    );
    signed.push(performance.now() - start);
  }
  figure('sign-in', percentile(signed, 50), 'ms');
} finally {
  await end();
}
