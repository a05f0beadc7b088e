import { openDatabase } from '../src/data/database';
import { startOfWeek, parseDate } from '../src/core/time/day';
import { OWNER } from '../src/server/access/testing';
import { runCommand } from '../src/server/commands/run';
import { tick } from '../src/server/ticker/ticker';
import { wholeWeek } from '../src/server/publish/testing';

// Publishes a week and sends what goes with it, again and again, until it is killed.

const [file, date, round] = process.argv.slice(2);
const db = await openDatabase(file);
const week = startOfWeek(parseDate(date)!, 0);
for (let i = 0; ; i++) {
  // Everything changes a little, so that there is something to tell everybody.
  await db
    .updateTable('shift')
    .set({ label: `round ${round}-${i}` })
    .where('site_id', '=', 'bistro')
    .execute();
  const input = await wholeWeek(db, 'bistro', week);
  process.stdout.write('publishing\n');
  const id = `publish-${round}-${i}`;
  const answer = await runCommand(db, OWNER, { id, kind: 'plan.publish', input }, { preview: false });
  if (!answer.ok) throw new Error(answer.problem.message);
  await tick(db, `child-${round}`);
}
