import { beforeEach, describe, expect, test } from '@jest/globals';
import { newsStamp } from '@/core/jobs/visit-news';
import { loadRows } from '@/data/records/records';
import { loadPlan } from '@/data/week/plan-store';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { askAs, didAs } from '../hours/testing';
import { MONDAY, db, freshDemo } from '../week/testing';
import { ownJobs, stintsOf } from './own-jobs';
import { jobsAt } from './queries';
import { untoldVisits } from './visit-publish';

// The engine crew of Dockside Service (Arvid, Dmitri, João) on the Tuesday of the demo's week, at ten.

const SITE = 'dockside';
const CREW = 'demo-arvid';

beforeEach(freshDemo);

const at = (time: string) => {
  process.env.VICENDA_NOW = `2026-11-24T${time}:00Z`;
};
const mine = async (account = CREW) => {
  const found = await ownJobs(db, await actorNamed(db, account));
  if (!found.ok) throw new Error(found.problem.message);
  return found.jobs.visits;
};
const curlew = async () => (await mine()).find(({ place }) => place?.name === 'Curlew')!;
const JOB = 'refit-curlew';
const said = (kind: string, more: object = {}, account = CREW) =>
  askAs(account, kind, { id: `say-${++count}`, site: SITE, job: JOB, ...more });
let count = 0;
const jobOf = async (id = JOB) => (await loadRows(db, 'job', { id }))[0];

describe('one’s jobs', () => {
  test('are the published visits of one’s crew, with where to go and who comes along, and no price', async () => {
    const visits = await mine();
    const of = visits.find(({ place }) => place?.name === 'Curlew')!;
    expect(of).toMatchObject({
      ...{ title: 'Engine refit', crew: 'Engine', progress: 'open', worked: 0, personMinutes: 1440 },
      place: { customer: 'Tidewater Charter', address: 'North pier, berth 2' },
    });
    expect(of.people.map(({ name }) => name)).toEqual(['Arvid Sund', 'Dmitri Volkan', 'João Ferraz']);
    expect(of.pieces.length).toBeGreaterThan(1);
    expect(visits.some(({ crew }) => crew !== 'Engine')).toBe(false);
    expect(JSON.stringify(visits)).not.toMatch(/price|amount|phone|email/);
    // Friday is not published yet.
    expect(Math.max(...visits.map(({ date }) => date))).toBe(MONDAY + 3);
    expect(await mine('demo-noor')).toEqual([]);
  });

  test('stay as they were told until they are published anew', async () => {
    const before = await curlew();
    await didAs(null, 'visits.change', {
      site: SITE,
      changes: [{ do: 'set-visit', id: before.id, visit: { from: 900 }, was: { from: before.from } }],
    });
    expect((await curlew()).from).toBe(before.from);
    const week = { from: MONDAY, to: MONDAY + 7 };
    const news = await untoldVisits(db, SITE, week);
    const publish = (stamp: string, account: string | null = null) =>
      askAs(account, 'visits.publish', { site: SITE, ...week, stamp });
    expect(await publish('old')).toMatchObject({ problem: { code: 'changed-meanwhile' } });
    expect(await publish(newsStamp(news), CREW)).toMatchObject({ problem: { code: 'forbidden' } });
    expect(await publish(newsStamp(news))).toMatchObject({ ok: true, isFinal: true });
    expect((await curlew()).from).toBe(900);
    expect(await publish(newsStamp(news))).toMatchObject({ problem: { code: 'nothing' } });
    const told = await db.selectFrom('outbox').select('subject').where('person_id', '=', 'arvid').execute();
    expect(told.length === 0 || /^Your jobs of .*: \d+ new, 1 changed\.$/.test(told[0].subject)).toBe(true);
    const page = await jobsAt(db, OWNER, SITE, { from: MONDAY, days: 7 });
    expect(page.ok && page.page.untold.news).toEqual([]);
  });
});

describe('a crew on its phone', () => {
  test('starts for who is there, pauses and goes on: the time of each counts', async () => {
    at('08:00');
    expect(await said('job.begin', { people: ['arvid', 'dmitri'] })).toMatchObject({ ok: true });
    expect((await curlew()).people.map(({ isAtIt }) => isAtIt)).toEqual([true, true, false]);
    expect(await said('job.begin', { people: ['arvid'] })).toMatchObject({ problem: { code: 'twice' } });
    at('09:30');
    expect(await said('job.begin', { people: ['joao'] })).toMatchObject({ ok: true });
    at('10:00');
    expect(await said('job.pause')).toMatchObject({ ok: true, title: 'Paused: Engine refit' });
    at('11:00');
    expect(await curlew()).toMatchObject({ progress: 'started', worked: 120 + 120 + 30 });
    expect(await said('job.pause')).toMatchObject({ problem: { code: 'twice' } });
    const stints = await stintsOf(db, [JOB]);
    expect(stints.map(({ person, from, to }) => [person, to! - from])).toEqual([
      ['arvid', 120],
      ['dmitri', 120],
      ['joao', 30],
    ]);
    expect(await jobOf()).toMatchObject({ progress: 'started' });
  });

  test('begun and paused within a minute ends what it began', async () => {
    at('08:00');
    await said('job.begin', { people: ['arvid'] });
    expect(await said('job.pause')).toMatchObject({ ok: true });
    at('09:00');
    expect((await curlew()).people.some(({ isAtIt }) => isAtIt)).toBe(false);
  });

  test('says that it is done, once, from two phones; what is left over waits as a job of its own', async () => {
    at('08:00');
    await said('job.begin', { people: ['arvid', 'dmitri', 'joao'] });
    at('12:00');
    const done = await said('job.finish', { note: 'Gasket leaked.', left: 180 });
    expect(done).toMatchObject({ ok: true, title: 'Done: Engine refit, 3 h left over' });
    expect(await said('job.finish', { note: '', left: null })).toMatchObject({ problem: { code: 'done' } });
    expect(await said('job.begin', { people: ['arvid'] })).toMatchObject({ problem: { code: 'done' } });
    expect(await curlew()).toMatchObject({
      progress: 'done',
      worked: 720,
      notes: [{ note: 'Gasket leaked.' }],
    });
    const rest = (await loadRows(db, 'job', { site_id: SITE })).find(({ id }) => id.endsWith('-left'))!;
    expect(rest).toMatchObject({ person_minutes: 180, progress: 'open', place_id: 'curlew', round_id: null });
    expect(rest.note).toMatch(/^Left over from Tue 24\. Gasket leaked\./);
    expect((await loadPlan(db, SITE, MONDAY, 7))!.plan.work!.jobs.some(({ id }) => id === rest.id)).toBe(
      true,
    );
  });

  test('writes down what was used, and takes it back', async () => {
    expect(await said('job.material', { name: 'Gasket', cost: 12.5 })).toMatchObject({ ok: true });
    expect(await said('job.material', { name: 'Oil', cost: null })).toMatchObject({ ok: true });
    const { materials } = await curlew();
    expect(materials.map(({ name, cost }) => [name, cost])).toEqual([
      ['Gasket', 12.5],
      ['Oil', null],
    ]);
    // What was written down stays on record, with the job.
    expect(await askAs(null, 'job.remove', { site: SITE, job: JOB })).toMatchObject({
      problem: { code: 'begun' },
    });
    const gone = { site: SITE, material: materials[0].id };
    expect(await askAs(CREW, 'job.material.remove', gone)).toMatchObject({ ok: true });
    expect((await curlew()).materials).toHaveLength(1);
  });

  test.each<[string, string, object]>([
    ['a job of another crew', 'job.begin', { job: 'antifoul-siskin', people: ['arvid'] }],
    ['people of another crew', 'job.begin', { people: ['lotte'] }],
    ['a job of nobody', 'job.pause', { job: 'none' }],
    ['a job that was never published to it', 'job.material', { job: 'check-knot', name: 'Oil', cost: 1 }],
    ['a job of another crew, done', 'job.finish', { job: 'antifoul-siskin', note: '', left: null }],
  ])('cannot say anything of %s', async (_what, kind, more) => {
    expect(await said(kind, more)).toMatchObject({ ok: false, problem: { code: 'unknown' } });
  });

  test('is nobody else: not another’s staff, and not who belongs to nobody', async () => {
    expect(await said('job.begin', { people: ['arvid'] }, 'demo-noor')).toMatchObject({ ok: false });
    expect(await said('job.begin', { people: ['arvid'] }, 'demo-payroll')).toMatchObject({ ok: false });
  });
});
