import { OWNER } from '@/server/access/testing';
import { inWorker } from '@/server/workers/in-worker';
import { figure, percentile } from './figures';
import { MONDAY, succeeded, withLargeSite } from './large-site';

// A week of 600 people on paper and as a workbook, made in a thread as the application makes them: the first of each,
// which has its libraries and fonts to load, and the middle of three more.

const { db, site, end } = await withLargeSite();
const pdf = { site, kind: 'week', date: MONDAY, person: null, paper: 'a4-landscape', each: false } as const;
const making = {
  'pdf-week-600': () => inWorker(db, 'printPdf', { actor: OWNER, ...pdf }),
  'xlsx-week-600': () => inWorker(db, 'weekBook', { actor: OWNER, site, week: MONDAY }),
};
try {
  for (const [name, make] of Object.entries(making)) {
    const spent: number[] = [];
    for (let i = 0; i < 4; i++) {
      const start = performance.now();
      succeeded(await make());
      spent.push(performance.now() - start);
    }
    figure(name, percentile(spent.slice(1), 50), 'ms');
    figure(`${name}-first`, spent[0], 'ms');
  }
} finally {
  await end();
}
