import { beforeEach, describe, expect, test } from '@jest/globals';
import type { Actor } from '../access/actor';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { askAs, didAs } from '../hours/testing';
import { MONDAY, db, freshDemo } from '../week/testing';
import { billFile, forecastFile } from './bill';
import { moneyAt } from './money-page';

// Dockside Service on the Tuesday of the demo's week: Arvid earns more than Dmitri and João.

const SITE = 'dockside';
const CREW = 'demo-arvid';
const UNPAID: Actor = { ...OWNER, grants: [{ kind: 'scheduler', site: SITE, area: null, seesPay: false }] };

beforeEach(freshDemo);

const at = (time: string) => {
  process.env.VICENDA_NOW = `2026-11-24T${time}:00Z`;
};
let count = 0;
const said = (kind: string, more: object = {}) =>
  didAs(CREW, kind, { id: `say-${++count}`, site: SITE, job: 'check-tern', ...more });
const page = async (actor: Actor = OWNER) => {
  const found = await moneyAt(db, actor, SITE);
  if (!found.ok) throw new Error(found.problem.message);
  return found.page;
};
const tern = async (actor?: Actor) => (await page(actor)).jobs.find(({ id }) => id === 'check-tern')!;

async function doTern(): Promise<void> {
  at('08:00');
  await said('job.begin', { people: ['arvid', 'dmitri'] });
  at('10:00');
  await said('job.material', { name: 'Filter', cost: 30 });
  await said('job.finish', { note: 'Runs.', left: null });
}

describe('a job planned against real', () => {
  test('has who worked when at their own rate, what was used, and what is left of its price', async () => {
    await doTern();
    const job = await tern();
    expect(job).toMatchObject({
      state: 'done',
      doneOn: MONDAY + 1,
      planned: 540,
      worked: 240,
      notes: ['Runs.'],
    });
    expect(job.labour.map(({ person, minutes }) => [person, minutes])).toEqual([
      ['Arvid Sund', 120],
      ['Dmitri Volkan', 120],
    ]);
    const labour = job.labour.reduce((sum, { cost }) => sum + cost!, 0);
    expect(labour).toBeGreaterThan(0);
    // Four hours at 62, and the filter.
    expect(job.money).toEqual({
      ...{ labour, materials: 3000, uncosted: 0, revenue: 4 * 6200 + 3000 },
      margin: 4 * 6200 - labour,
    });
  });

  test('shows hours and no money to who sees no pay, not even in what is sent', async () => {
    await doTern();
    const job = await tern(UNPAID);
    expect([job.worked, job.money, job.labour[0].cost, job.materials[0].cost]).toEqual([
      240,
      null,
      null,
      null,
    ]);
    const text = JSON.stringify(await page(UNPAID));
    expect(text).not.toMatch(/"revenue"|"margin"/);
    expect((await page(UNPAID)).forecast.every(({ money }) => money === 0)).toBe(true);
    expect(await moneyAt(db, await actorNamed(db, CREW), SITE)).toMatchObject({ ok: false });
    const file = await forecastFile(db, UNPAID, SITE);
    expect(file.ok && file.text.split('\r\n')[0].slice(1)).toBe('Week,Work,Service,Crew,Person-hours');
  });
});

describe('what is to be settled', () => {
  const settle = async (actor?: Actor) =>
    (await page(actor)).unsettled.map(({ kind, name, date, of }) => [kind, name, date && date - MONDAY, of]);

  test('is what is over and was not ended, and what has no cost; it goes as it is settled', async () => {
    // Monday’s visits that end on Monday: the Siskin goes on, as does the Curlew.
    expect(await settle()).toEqual([
      ['not-ended', 'Gannet', 0, 'Rigging'],
      ['not-ended', 'Tern', 0, 'Engine'],
      ['no-cost', 'Pochard', -3, 'Teak cleaner'],
    ]);
    expect(await settle(UNPAID)).toHaveLength(2);
    await doTern();
    await didAs(null, 'job.progress', { site: SITE, job: 'shroud-gannet', progress: 'done' });
    expect(await settle()).toEqual([
      ['no-hours', 'Gannet', 1, null],
      ['no-cost', 'Pochard', -3, 'Teak cleaner'],
    ]);
  });
});

describe('a bill', () => {
  test('takes a done job once, and is had as a file', async () => {
    await doTern();
    const bill = (jobs: readonly string[], account: string | null = null) =>
      askAs(account, 'jobs.bill', { site: SITE, jobs });
    expect(await bill(['refit-curlew'])).toMatchObject({ problem: { code: 'state' } });
    expect(await bill(['none'])).toMatchObject({ problem: { code: 'unknown' } });
    expect(await bill(['check-tern'], CREW)).toMatchObject({ problem: { code: 'forbidden' } });
    const done = await didAs(null, 'jobs.bill', { site: SITE, jobs: ['check-tern'] });
    expect(await bill(['check-tern'])).toMatchObject({ problem: { code: 'twice' } });
    const file = await billFile(db, OWNER, SITE, { at: done.answer!, form: 'csv' });
    expect(file.ok && new TextDecoder().decode(file.bytes).split('\r\n')[1]).toContain(
      'Harbour Trust,Tern,Engine check,Engine check,2026-11-24,4.00,30.00,278.00',
    );
    expect(await billFile(db, OWNER, SITE, { at: '2026-01-01', form: 'csv' })).toMatchObject({ ok: false });
    // What is billed is not changed by the crew any more.
    expect(
      await askAs(CREW, 'job.material', { id: 'm', site: SITE, job: 'check-tern', name: 'Oil', cost: 1 }),
    ).toMatchObject({ problem: { code: 'billed' } });
    const again = { site: SITE, job: 'check-tern', progress: 'open' };
    expect(await askAs(null, 'job.progress', again)).toMatchObject({ problem: { code: 'billed' } });
    expect((await tern()).billedAt).toBe(done.answer);
  });
});

describe('the forecast', () => {
  test('has all work by week, and is had as a file', async () => {
    const { forecast } = await page();
    const of = (part: string, week: number | null) =>
      forecast
        .filter((cell) => cell.part === part && cell.week === week)
        .reduce((sum, { minutes }) => sum + minutes, 0);
    // Three people were 340 minutes at last week's wash-downs; those of the weeks ahead are not planned yet.
    expect(of('done', MONDAY - 7)).toBe(3 * 340);
    expect(of('planned', MONDAY)).toBeGreaterThan(6000);
    expect(of('open', MONDAY + 21)).toBe(900);
    expect(of('open', null)).toBe(960);
    const file = await forecastFile(db, OWNER, SITE);
    expect(file.ok && file.text.split('\r\n')[0].slice(1)).toBe('Week,Work,Service,Crew,Person-hours,EUR');
  });
});
