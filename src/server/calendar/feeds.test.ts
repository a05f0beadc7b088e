import { beforeEach, describe, expect, test } from '@jest/globals';
import ICAL from 'ical.js';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { runCommand } from '../commands/run';
import { newsStamp } from '@/core/jobs/visit-news';
import { untoldVisits } from '../jobs/visit-publish';
import { wholeWeek } from '../publish/testing';
import { MONDAY, db, edit, freshDemo, id } from '../week/testing';
import type { FeedOwner } from './address';
import { feedAddresses, feedOf } from './feeds';

const SHIFT = 'bistro-2026-11-23-49';
const NOOR: FeedOwner = { kind: 'person', person: 'noor' };

beforeEach(freshDemo);

const addresses = async (account: string) => feedAddresses(db, await actorNamed(db, account));
const sealOf = (address: string) => address.split('/').at(-1)!;
const own = async (account = 'demo-noor') => sealOf((await addresses(account)).own!);
const run = async (kind: string, input: object, account?: string) =>
  runCommand(
    db,
    account === undefined ? OWNER : await actorNamed(db, account),
    { id: id(), kind, input },
    { preview: false },
  );
const publish = async () => run('plan.publish', await wholeWeek(db, 'bistro', MONDAY));

async function read(owner: FeedOwner, seal: string, tag?: string) {
  const request = new Request('http://x/', { headers: tag ? { 'if-none-match': tag } : {} });
  const answer = await feedOf(db, owner, seal, request);
  if (!(answer instanceof Response)) return null;
  const text = await answer.text();
  const root = text === '' ? null : new ICAL.Component(ICAL.parse(text) as unknown as string);
  const events = (root?.getAllSubcomponents('vevent') ?? []).map((one) => ({
    uid: one.getFirstPropertyValue('uid') as string,
    start: String(one.getFirstPropertyValue('dtstart')),
    sequence: Number(one.getFirstPropertyValue('sequence')),
    status: one.getFirstPropertyValue('status') as string,
    summary: one.getFirstPropertyValue('summary') as string,
  }));
  return { status: answer.status, tag: answer.headers.get('etag')!, text, events };
}
const mine = async () => (await read(NOOR, await own()))!.events;
const event = async (uid = `shift-${SHIFT}@vicenda.invalid`) => (await mine()).find((one) => one.uid === uid);

describe('the feed of a person', () => {
  test('of a crew has its published visits, a stretch each, and their number goes up as they are told anew', async () => {
    const arvid: FeedOwner = { kind: 'person', person: 'arvid' };
    const visits = async () =>
      (await read(arvid, await own('demo-arvid')))!.events.filter(({ uid }) => uid.startsWith('visit-'));
    const curlew = async () =>
      (await visits())
        .filter(({ summary }) => summary === 'Curlew: Engine refit')
        .map(({ start, sequence }) => [start, sequence]);
    expect(await curlew()).toEqual([
      ['2026-11-23T11:05:00', 0],
      ['2026-11-23T13:00:00', 0],
      ['2026-11-24T08:00:00', 0],
    ]);
    expect((await visits()).some(({ summary }) => summary.startsWith('Siskin'))).toBe(false);
    const [visit] = await db.selectFrom('visit').selectAll().where('job_id', '=', 'refit-curlew').execute();
    const change = { do: 'set-visit', id: visit.id, visit: { from: 840 }, was: { from: visit.from_minute } };
    await run('visits.change', { site: 'dockside', changes: [change] });
    expect((await curlew())[0]).toEqual(['2026-11-23T11:05:00', 0]);
    const days = { from: MONDAY, to: MONDAY + 7 };
    const stamp = newsStamp(await untoldVisits(db, 'dockside', days));
    await run('visits.publish', { site: 'dockside', ...days, stamp });
    expect((await curlew())[0]).toEqual(['2026-11-23T14:00:00', 1]);
  });

  test('has their published shifts and no draft, and its number goes up as they change', async () => {
    expect(await event()).toMatchObject({ start: '2026-11-25T11:00:00', sequence: 0, status: 'CONFIRMED' });
    await edit([{ do: 'set', id: SHIFT, shift: { from: 720 } }], MONDAY);
    expect(await event()).toMatchObject({ start: '2026-11-25T11:00:00', sequence: 0 });
    await publish();
    expect(await event()).toMatchObject({ start: '2026-11-25T12:00:00', sequence: 1, status: 'CONFIRMED' });
    // What goes to somebody else is cancelled for the one and new for the other.
    await edit([{ do: 'set', id: SHIFT, shift: { person: 'jonas' } }], MONDAY);
    await publish();
    expect(await event()).toMatchObject({ sequence: 2, status: 'CANCELLED' });
    const jonas = (await read({ kind: 'person', person: 'jonas' }, await own('demo-jonas')))!.events;
    expect(jonas.find(({ uid }) => uid.includes(SHIFT))).toMatchObject({ sequence: 0, status: 'CONFIRMED' });
    // And back again: calendars follow the higher number.
    await edit([{ do: 'set', id: SHIFT, shift: { person: 'noor' } }], MONDAY);
    await publish();
    expect(await event()).toMatchObject({ sequence: 3, status: 'CONFIRMED' });
  });

  test('of days that are withdrawn says that they are cancelled', async () => {
    await publish();
    await run('plan.withdraw', { site: 'bistro', from: MONDAY + 2, to: MONDAY + 3, reason: 'Flood' });
    expect(await event()).toMatchObject({ status: 'CANCELLED', sequence: 1 });
  });

  test('has approved leave, and none that only waits', async () => {
    const leave = (state: string) =>
      db
        .insertInto('leave')
        .values({
          ...{ id: `l-${state}`, person_id: 'noor', from_at: '2026-12-01T00:00', to_at: '2026-12-04T00:00' },
          state,
        })
        .execute();
    await leave('waiting');
    await leave('approved');
    const away = (await mine()).filter(({ uid }) => uid.startsWith('leave-l-'));
    expect(away).toMatchObject([{ start: '2026-12-01', summary: 'Away' }]);
    await db.updateTable('leave').set({ state: 'withdrawn' }).where('id', '=', 'l-approved').execute();
    expect(await event('leave-l-approved@vicenda.invalid')).toMatchObject({
      status: 'CANCELLED',
      sequence: 1,
    });
  });

  test('is under an address that nobody guesses, and under no other once it is renewed', async () => {
    const seal = await own();
    expect(seal).toMatch(/^[\w-]{32}\.ics$/);
    for (const wrong of [
      `${seal}x`,
      '',
      seal.replace(/^./, (sign) => (sign === 'A' ? 'B' : 'A')),
      await own('demo-emil'),
    ])
      expect(await read(NOOR, wrong)).toBeNull();
    expect(await read({ kind: 'person', person: 'nobody' }, seal)).toBeNull();
    expect(await run('feed.renew', { site: null }, 'demo-noor')).toMatchObject({ ok: true, isFinal: true });
    expect(await read(NOOR, seal)).toBeNull();
    expect(await read(NOOR, await own())).not.toBeNull();
    // Another's is as it was.
    expect(await read({ kind: 'person', person: 'emil' }, await own('demo-emil'))).not.toBeNull();
  });

  test('ends the day after employment does', async () => {
    const seal = await own();
    const end = (date: string) =>
      db.updateTable('person').set({ employed_to: date }).where('id', '=', 'noor').execute();
    await end('2026-11-24');
    expect(await read(NOOR, seal)).not.toBeNull();
    await end('2026-11-23');
    expect(await read(NOOR, seal)).toBeNull();
  });

  test('is told to be the same while nothing of it changes', async () => {
    const seal = await own();
    const first = (await read(NOOR, seal))!;
    expect(await read(NOOR, seal, first.tag)).toMatchObject({ status: 304, text: '' });
    await edit([{ do: 'set', id: SHIFT, shift: { from: 720 } }], MONDAY);
    await publish();
    expect(await read(NOOR, seal, first.tag)).toMatchObject({ status: 200 });
  });
});

describe('the feed of a site', () => {
  test('has whose each published shift is, for who sees its plan and as long as they do', async () => {
    const { sites, own: none } = await addresses('demo-ilse');
    expect([sites.map((site) => site.id), none !== null]).toEqual([['bistro'], true]);
    const owner: FeedOwner = { kind: 'site', site: 'bistro', account: 'demo-ilse' };
    const seal = sealOf(sites[0].address);
    const { events } = (await read(owner, seal))!;
    expect(events.find(({ uid }) => uid.includes(SHIFT))).toMatchObject({
      summary: 'Noor Haddad, Floor',
      sequence: 0,
    });
    expect(await read({ ...owner, account: 'demo-noor' }, seal)).toBeNull();
    expect(await read({ ...owner, site: 'chandlery' }, seal)).toBeNull();
    await db.deleteFrom('account_grant').where('user_id', '=', 'demo-ilse').execute();
    expect(await read(owner, seal)).toBeNull();
  });

  test('is offered to nobody who sees no plan', async () => {
    expect((await addresses('demo-noor')).sites).toEqual([]);
    expect((await addresses('demo-payroll')).sites).toEqual([]);
    expect((await addresses('demo-payroll')).own).toBeNull();
  });
});
