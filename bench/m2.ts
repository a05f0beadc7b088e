import { BUILT_IN_OWNER as actor } from '@/server/access/actor';
import { previewCommand } from '@/server/commands/preview';
import { setupOf } from '@/server/site/queries';
import { apart } from '@/server/work/apart';
import { MONDAY, copyOnto, succeeded, withLargeSite } from './large-site';
const { db, site, end } = await withLargeSite();
succeeded(await apart(db, 'run', { actor, request: { id: 'c', kind: 'week.start', input: copyOnto(site, 1, 5) } }));
const found = await setupOf(db, actor, site);
if (!found.ok) throw new Error();
const rules = { ...found.setup.rules, maxDaysInARow: 4 };
const people = (await db.selectFrom('person_site').select('person_id').where('site_id', '=', site).execute()).map((row) => row.person_id);
const versions = [{ id: 'bench-version', since: MONDAY, until: null, comment: null, blocks: [0, 1, 2].map((weekday) => ({ weekday, from: 540, to: 1020, kind: 'available' })) }];
const asks: [string, string, unknown][] = [['rules', 'rules.save', { site, rules }], ['availability', 'availability.save', { person: people[0], versions }], ['bulk', 'people.change', { ids: people, patch: { maxWeekMinutes: 2000 } }]];
for (let round = 0; round < 4; round++)
  for (const [name, kind, input] of asks) {
    const s = performance.now();
    if (process.env.INLINE) succeeded(await previewCommand(db, actor, { id: 'p', kind, input }));
    else succeeded(await apart(db, 'preview', { actor, request: { id: 'p', kind, input } }));
    console.log(round, name, (performance.now() - s).toFixed(0));
  }
await end();
