import { parseDate } from '@/core/time/day';
import { openDatabase } from '@/data/database';
import { makeDemo } from '../demo/saltmere';
import { makeLargeSite } from '../demo/large-site';
import { formatCsv } from '@/formats/table/csv';
import { formatXlsx } from '@/formats/table/xlsx';
import { OWNER } from '@/server/access/testing';
import { takeFile } from '@/server/people/import/take-file';
import { figure, percentile } from './figures';

const MONDAY = parseDate('2026-11-23')!;
const ROWS = 5000;

/** A list of 5,000 people with 15 columns, seven of them availability. */
function list(): string[][] {
  const heads = ['Number', 'Name', 'E-mail', 'Role', 'Contract', 'Hours a week', 'Start date', 'Base pay'];
  const days = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
  const lines = [[...heads, ...days]];
  for (let i = 0; i < ROWS; i++)
    lines.push([
      `L${i}`,
      `Person ${i}`,
      `person${i}@saltmere.example`,
      i % 2 ? 'Kitchen' : 'Bar',
      i % 3 ? 'part-time' : 'full-time',
      i % 97 === 0 ? 'many' : '37.5',
      '2026-12-01',
      '14.50',
      ...days.map((_, day) => (day === i % 7 ? 'off' : day % 2 ? '9-13 17-22' : '9-17')),
    ]);
  return lines;
}

async function main(): Promise<void> {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  const db = await openDatabase(':memory:');
  await makeDemo(db, MONDAY);
  await makeLargeSite(db, MONDAY, 600);
  const lines = list();
  const files = {
    'import-5000-preview-csv': new TextEncoder().encode(formatCsv(lines)),
    'import-5000-preview': await formatXlsx('Staff', lines),
  };
  for (const [name, bytes] of Object.entries(files)) {
    const spent: number[] = [];
    for (let i = 0; i < 4; i++) {
      const start = performance.now();
      const file = { name, bytes, site: 'bistro' };
      const preview = await takeFile(db, OWNER, file, () => undefined);
      spent.push(performance.now() - start);
      if (preview.rows.length !== ROWS) throw new Error('rows are missing');
    }
    figure(name, percentile(spent, 50), 'ms');
  }
  await db.destroy();
}

await main();
