import { DemoServer } from '../e2e/server';
import { openShiftRaces } from '../torture/open-shift-races';
import { figure } from './figures';

// A thousand open shifts, each asked for by six people at once over two servers on one data file.

const server = new DemoServer();
await server.begin();
try {
  const start = performance.now();
  const { races, winners } = await openShiftRaces(server, 1000, { site: 'bistro', role: 'floor', most: 6 });
  figure('open-shift-races', races, 'races');
  figure('open-shift-winners', winners, 'winners');
  figure('open-shift-race', (performance.now() - start) / races, 'ms');
} finally {
  await server.end();
}
