import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { pagesOf } from '@/formats/pdf/testing';
import { parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { DEMO_MONDAY, demoDatabase } from '../../../demo/testing';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { inWorker } from '../workers/in-worker';
import { ownMonth, ownMonthPdf } from './own-month';
import { pdfOf } from './pdf';
import { sheetsOf } from './sheets';

let db: Database;
beforeAll(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  db = await demoDatabase();
});
afterAll(() => db.destroy());

const week = { site: 'bistro', kind: 'week', date: DEMO_MONDAY + 3, person: null } as const;
const pdf = { ...week, paper: 'a4-landscape', each: false } as const;

describe('sheets of a site', () => {
  test('are for who may read its plan alone', async () => {
    const answer = await sheetsOf(db, await actorNamed(db, 'demo-noor'), week);
    expect(answer).toMatchObject({ ok: false, problem: { code: 'forbidden' } });
    expect(JSON.stringify(answer)).not.toContain('Ilse');
  });

  test('have the same hours as the plan, and everybody of it', async () => {
    const found = await sheetsOf(db, OWNER, week);
    if (!found.ok) throw new Error(found.problem.message);
    const [sheet] = found.sheets.tables;
    expect(sheet.rows.map(({ name }) => name)).toContain('Noor Haddad');
    expect(sheet.paid).toBe(sheet.rows.reduce((sum, { key, paid }) => sum + (key === 'open' ? 0 : paid!), 0));
    const shifts = await db
      .selectFrom('shift')
      .select((of) => of.fn.countAll<number>().as('n'))
      .where('site_id', '=', 'bistro')
      .where('date', '>=', '2026-11-23')
      .where('date', '<=', '2026-11-29')
      .executeTakeFirstOrThrow();
    expect(sheet.of).toBe(Number(shifts.n));
  });

  test('a page each is one for everybody who works or is away', async () => {
    const [one, each] = [await sheetsOf(db, OWNER, week), await sheetsOf(db, OWNER, week, true)];
    if (!one.ok || !each.ok) throw new Error('not there');
    const people = one.sheets.tables[0].rows.filter(({ key }) => key !== 'open');
    expect(each.sheets.tables.map(({ title }) => title.split(',')[0])).toEqual(
      people.map(({ name }) => name),
    );
    expect(each.sheets.tables.map(({ paid }) => paid)).toEqual(people.map(({ paid }) => paid));
  });

  test('of who is not there are refused', async () => {
    expect(await sheetsOf(db, OWNER, { ...week, person: 'nobody' })).toMatchObject({
      ok: false,
      problem: { code: 'unknown', path: 'person' },
    });
  });

  test('are made into a PDF apart from the requests of others', async () => {
    const made = await inWorker(db, 'printPdf', { actor: OWNER, ...pdf });
    if (!made.ok) throw new Error(made.problem.message);
    expect(made.name).toBe('Quay Bistro 23–29 November 2026.pdf');
    const text = pagesOf(made.bytes).join();
    for (const name of ['Ilse Brandt', 'Wanja Ekström', 'Noor Haddad', 'Open shifts'])
      expect(text).toContain(name);
  });

  test('of one day have its note', async () => {
    const made = await pdfOf(db, OWNER, { ...pdf, kind: 'day', date: parseDate('2026-11-28')! });
    if (!made.ok) throw new Error(made.problem.message);
    expect(pagesOf(made.bytes).join()).toContain('Regatta');
  });
});

describe("one's own month", () => {
  test('has what was published at all sites, and no draft', async () => {
    const lior = await actorNamed(db, 'demo-lior');
    const found = await ownMonth(db, lior, DEMO_MONDAY);
    if (!found.ok) throw new Error(found.problem.message);
    const { rows, drafts, of, site } = found.sheet;
    const rowsOf = (table: 'published_shift' | 'shift') =>
      db
        .selectFrom(table)
        .select('id')
        .where('person_id', '=', 'lior')
        .where('date', '>=', '2026-11-01')
        .where('date', '<=', '2026-11-30')
        .execute();
    const [told, drafted] = [await rowsOf('published_shift'), await rowsOf('shift')];
    expect(told.length).toBeLessThan(drafted.length);
    const keys = rows.flatMap(({ cells }) => cells.flatMap(({ entries }) => entries.map(({ key }) => key)));
    expect(keys.sort()).toEqual(told.map(({ id }) => id).sort());
    expect([drafts, of]).toEqual([0, told.length]);
    expect(site).toBe('Quay Bistro, The Chandlery');
  });

  test('is a file with a name of its own', async () => {
    const made = await ownMonthPdf(db, {
      actor: await actorNamed(db, 'demo-noor'),
      date: DEMO_MONDAY,
      paper: 'a4-portrait',
    });
    if (!made.ok) throw new Error(made.problem.message);
    expect(made.name).toBe('Noor Haddad, November 2026.pdf');
    expect(pagesOf(made.bytes)[0]).toContain('away');
  });

  test('is nothing for an account that is nobody who works here', async () => {
    expect(await ownMonth(db, await actorNamed(db, 'demo-payroll'), DEMO_MONDAY)).toMatchObject({
      ok: false,
      problem: { code: 'forbidden' },
    });
  });
});
