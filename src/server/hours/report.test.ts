import { beforeEach, expect, test } from '@jest/globals';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { db, freshDemo } from '../week/testing';
import { type ReportAsk, attendanceLines, hoursReport, reportLines } from './report';
import { reportAskOf } from './report-ask';
import { LAST, hoursPage, hoursRules } from './testing';

beforeEach(freshDemo);

const ask = (more: Partial<ReportAsk> = {}): ReportAsk => ({
  ...{
    site: 'bistro',
    isAll: false,
    from: LAST,
    to: LAST + 6,
    by: ['person'],
    group: null,
    source: null,
    look: false,
  },
  ...more,
});
const report = async (more: Partial<ReportAsk> = {}, account: string | null = null) => {
  const found = await hoursReport(db, account === null ? OWNER : await actorNamed(db, account), ask(more));
  if (!found.ok) throw new Error(found.problem.message);
  return found.page;
};

test('by person it is what stands in Hours, together as well', async () => {
  await hoursRules({ figures: 'decimal', columns: ['number'] });
  const { rows } = await hoursPage();
  const { lines, total } = await report();
  for (const { name, worked, planned } of rows.filter((row) => row.worked + row.planned > 0))
    expect(lines.find((line) => line.name === name)!.figures).toMatchObject({ worked, planned });
  expect(total.worked).toBe(rows.reduce((sum, { worked }) => sum + worked, 0));
  expect(total.shifts).toBeGreaterThan(0);
});

test('by activity, then date: what was clocked with it, and the rest', async () => {
  const { lines, total } = await report({ by: ['activity', 'date'] });
  const outer = lines.filter(({ depth }) => depth === 0);
  expect(outer.map(({ name }) => name)).toEqual(['ST Stock-taking', 'No activity']);
  expect(outer[0].figures.worked).toBeGreaterThan(0);
  expect(outer.reduce((sum, { figures }) => sum + figures.worked, 0)).toBe(total.worked);
});

test('only of a group, of where hours come from, or of days with something to look at', async () => {
  const all = await report();
  const some = await report({ look: true });
  expect(some.total.worked).toBeLessThan(all.total.worked);
  expect((await report({ source: 'typed' })).people).toBe(0);
  const [group] = all.groups;
  const its = await report({ group });
  expect(its.people).toBeGreaterThan(0);
  expect(its.people).toBeLessThan(all.people);
});

test('as a file only the innermost groups are lines, with a column for each outer one', async () => {
  const lines = reportLines(await report({ by: ['role', 'person'] }));
  expect(lines[0].slice(0, 4)).toEqual(['Role', 'Person', 'Worked', 'Planned']);
  expect(new Set(lines.map((line) => line.length)).size).toBe(1);
  const hours = lines.slice(1).reduce((sum, line) => sum + Number(line[2]), 0);
  expect(hours).toBeCloseTo((await report()).total.worked / 60, 0);
  const attendance = attendanceLines(await report());
  expect(attendance[0][1]).toBe('Present, h');
});

test('no money for who sees none, not even as noughts in a file', async () => {
  const page = await report({}, 'demo-ilse');
  expect(page.money).toBeNull();
  expect(page.lines.every(({ figures }) => figures.cost === 0 && figures.plannedCost === 0)).toBe(true);
  expect(reportLines(page)[0]).not.toContain('Cost');
  expect((await report()).total.cost).toBeGreaterThan(0);
});

test.each(['demo-noor', 'demo-bram', 'demo-emil'])('%s may not see it', async (account) => {
  expect(await hoursReport(db, await actorNamed(db, account), ask())).toMatchObject({
    problem: { code: 'forbidden' },
  });
});

test('a last day before the first, and far too many days, are refused in a sentence', async () => {
  expect(await hoursReport(db, OWNER, ask({ to: LAST - 1 }))).toMatchObject({ problem: { path: 'to' } });
  expect(await hoursReport(db, OWNER, ask({ to: LAST + 400 }))).toMatchObject({
    problem: { message: 'a report is about 400 days at most' },
  });
});

test.each([
  [{}, { by: ['person'], group: null, source: null, look: false }],
  [{ by: 'role,date,role,nothing' }, { by: ['role', 'date'] }],
  [{ by: 'role,date,week,person' }, { by: ['role', 'date', 'week'] }],
  [
    { by: 'nothing', look: '1', source: 'clock', group: 'Floaters' },
    { by: ['person'], look: true, source: 'clock' },
  ],
  [{ source: 'else', by: 'role' }, { by: ['person'] }],
  [{ from: '2026-11-16', to: 'x' }, { from: LAST }],
])('an address that says %j asks for %j', async (search, expected) => {
  expect(await reportAskOf(db, 'bistro', search)).toMatchObject(expected);
});

test('of all sites that who asks may see: by site what each comes to, together their sum, and nobody of another', async () => {
  const all = await report({ isAll: true, by: ['site', 'person'] });
  const bySite = all.lines.filter(({ depth }) => depth === 0);
  expect(all.sites).toBe(bySite.length);
  expect(bySite.length).toBeGreaterThan(1);
  const bistro = await report();
  expect(bySite.find(({ name }) => name === bistro.siteName)!.figures.worked).toBe(bistro.total.worked);
  expect(bySite.reduce((sum, { figures }) => sum + figures.worked, 0)).toBe(all.total.worked);
  expect(all.people).toBeGreaterThan(bistro.people);
  expect(reportLines(all)[0].slice(0, 2)).toEqual(['Site', 'Person']);
  // Who plans one site alone has no other in it, whatever the address says.
  const ilse = await report({ isAll: true, by: ['site'] }, 'demo-ilse');
  expect(ilse.lines.map(({ name }) => name)).toEqual([bistro.siteName]);
  expect([ilse.sites, ilse.people]).toEqual([1, bistro.people]);
  expect(await reportAskOf(db, 'bistro', { all: '1' })).toMatchObject({ isAll: true });
});

test('of sites with several currencies there is no money, as it does not add up', async () => {
  expect((await report({ isAll: true })).money).not.toBeNull();
  await db.updateTable('site').set({ currency: 'CHF' }).where('id', '!=', 'bistro').execute();
  expect((await report({ isAll: true })).money).toBeNull();
  expect((await report()).money).toMatchObject({ currency: 'EUR' });
});
