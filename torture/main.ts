import { DemoServer } from '../e2e/server';
import { conflicts } from './conflicts';
import { fullDisk } from './full-disk';
import { hostileFiles } from './hostile-files';
import { kills } from './kills';
import { openShiftRaces } from './open-shift-races';
import { publishKills } from './publish-kills';
import { staleForms } from './stale-forms';
import { twoProcesses } from './two-processes';
import { waitingEdits } from './waiting';

/** How much of it all is done; 1 is everything. */
const SHARE = Number(process.env.TORTURE ?? 1);
const times = (n: number) => Math.max(1, Math.round(n * SHARE));

let lost = 0;
/** Prints a figure; what counts as lost fails the run. */
function say(name: string, value: number | string, isLoss = false): void {
  console.log(`${name} ${value}`);
  if (isLoss) lost += Number(value);
}

const server = new DemoServer();
await server.begin();
try {
  const killed = await kills(server, times(60));
  say('kills', killed.kills);
  say('acknowledged', killed.acknowledged);
  say('lost', killed.lost, true);
  const told = await publishKills(times(50));
  say('publish-kills', told.kills);
  say('published', told.published);
  say('half-published', told.broken, true);
  const both = await twoProcesses(server, times(600));
  say('two-processes', both.acknowledged);
  say('two-processes-lost', both.lost, true);
  const races = await openShiftRaces(server, times(1000), { site: 'bistro', role: 'floor', most: 6 });
  say('open-shift-races', races.races);
  say('open-shift-winners', races.winners);
  say('open-shift-not-one-winner', races.broken, true);
  const crowd = new DemoServer();
  await crowd.begin('--large');
  const one = await openShiftRaces(crowd, 1, { site: 'grounds', role: 'grounds', most: 1000 });
  await crowd.end();
  say('open-shift-crowd', one.told + one.winners);
  say('open-shift-crowd-not-one-winner', one.broken, true);
  const full = await fullDisk(times(20));
  if (full) {
    say('full-disk-refused', full.refused);
    say('full-disk-acknowledged', full.acknowledged);
    say('full-disk-lost', full.lost, true);
  } else say('full-disk', 'left out: it takes root');
  const clashes = await conflicts(server, times(3000));
  say('conflicts', clashes.told);
  say('silently-lost', clashes.lost, true);
  const forms = await staleForms(times(300));
  say('stale-forms', forms.saved);
  say('stale-forms-lost', forms.lost, true);
  const waited = await waitingEdits(server, times(200));
  say('waiting-edits', waited.edits);
  say('waiting-edits-lost', waited.lost, true);
  const files = await hostileFiles(server);
  say('hostile-files', files.files);
  say('hostile-longest-s', files.longest.toFixed(1));
  say('hostile-memory-MB', files.memory);
  say('hostile-not-refused', files.taken, true);
} finally {
  await server.end();
}
process.exit(lost > 0 ? 1 : 0);
