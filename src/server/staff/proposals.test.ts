import { beforeEach, describe, expect, test } from '@jest/globals';
import { versionOn } from '@/core/availability/versions';
import type { Actor } from '../access/actor';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { runCommand } from '../commands/run';
import { requestsPage } from '../requests/page';
import { MONDAY, db, freshDemo, id } from '../week/testing';
import { ownPage } from './own-page';
import { decidedProposals, proposalTurns, proposalViews, supplyOfProposal } from './proposals';

// Noor is at home at the bistro, and Lior there and at the chandlery.

beforeEach(async () => {
  await freshDemo();
  await db.deleteFrom('availability_proposal').execute();
});

const NEXT = MONDAY + 14;
const EVENINGS = [{ weekday: 2, from: 1020, to: 1410, kind: 'available' }];

async function run(kind: string, input: object, actor: Actor = OWNER) {
  return runCommand(db, actor, { id: id(), kind, input }, { preview: false });
}
async function propose(account = 'demo-noor', part: object = {}) {
  const version = { id: 'mine', since: NEXT, until: null, comment: null, blocks: EVENINGS, ...part };
  const answer = await run('availability.propose', { version }, await actorNamed(db, account));
  expect(answer).toMatchObject({ ok: true });
}
const decide = (since: number | null, isAccepted = true, reason = '', person = 'noor') =>
  run('availability.decide', { person, proposal: 'mine', isAccepted, since, reason });
const messages = async () =>
  (await db.selectFrom('outbox').select(['person_id', 'subject', 'body']).execute()).map(
    ({ person_id: person, subject, body }) => ({ person, subject, body }),
  );

describe('proposed availability', () => {
  test('can be accepted from a later day, from which alone it counts', async () => {
    await propose();
    expect(await decide(NEXT + 7)).toMatchObject({ ok: true });
    const page = await ownPage(db, await actorNamed(db, 'demo-noor'));
    const { availability, proposals } = page.ok ? page.page : { availability: [], proposals: [] };
    expect(versionOn(availability, NEXT + 7)?.blocks).toEqual(EVENINGS);
    expect(versionOn(availability, NEXT + 6)?.blocks).not.toEqual(EVENINGS);
    expect(proposals).toMatchObject([{ state: 'accepted', countsFrom: NEXT + 7 }]);
    const [view] = await decidedProposals(db, OWNER, 'bistro');
    expect(view.trail.map(({ what }) => what)).toEqual(['proposed it', 'accepted it from Mon 14 December']);
  });

  test.each([
    ['before it was proposed for', NEXT - 1, 'it was proposed from Mon 7 December on, not before'],
    ['after its end', NEXT + 8, 'it ends Mon 14 December, before that'],
  ])('cannot begin %s', async (_, since, message) => {
    await propose('demo-noor', { until: NEXT + 7 });
    expect(await decide(since)).toMatchObject({ problem: { path: 'input.since', message } });
    expect(await decide(NEXT + 7)).toMatchObject({ ok: true });
  });

  test('a day that is no later is none of its own', async () => {
    await propose();
    expect(await decide(NEXT)).toMatchObject({ ok: true });
    expect(await decidedProposals(db, OWNER, 'bistro')).toMatchObject([{ countsFrom: null }]);
  });

  test('is told once to who plans there, who may wish not to be, and what became of it to who asked', async () => {
    await propose();
    const subject = 'Noor Haddad proposes availability from Mon 7 December';
    const told = await messages();
    expect(new Set(told.map((one) => one.subject))).toEqual(new Set([subject]));
    expect(new Set(told.map(({ person }) => person)).size).toBe(told.length);
    expect(told.map(({ person }) => person)).toContain('ilse');
    expect(told.map(({ person }) => person)).not.toContain('noor');
    await db.deleteFrom('outbox').execute();
    await decide(null, false, 'We need you on Mondays.');
    expect(await messages()).toEqual([
      {
        person: 'noor',
        subject: 'Availability from Mon 7 December declined',
        body: expect.stringContaining('We need you on Mondays.'),
      },
    ]);
    await db.deleteFrom('outbox').execute();
    const wish = { byMail: true, byText: false, ofRequests: false };
    expect(await run('told.wish', wish, await actorNamed(db, 'demo-ilse'))).toMatchObject({ ok: true });
    await propose('demo-noor', { id: 'again' });
    expect((await messages()).map(({ person }) => person)).not.toContain('ilse');
    // Who says nothing of it keeps what they wished.
    await run('told.wish', { byMail: true, byText: false }, await actorNamed(db, 'demo-ilse'));
    const [kept] = await db.selectFrom('told_wish').selectAll().where('person_id', '=', 'ilse').execute();
    expect(kept).toMatchObject({ by_mail: 1, of_requests: 0 });
  });
});

describe('where it waits', () => {
  const turns = async (actor: Actor, site = 'bistro') => {
    const { mine, others } = await proposalTurns(db, actor, site);
    return [mine.length, others.length];
  };

  test('who plans every site of a person decides, at the home site alone', async () => {
    await propose('demo-lior');
    const home = await db
      .selectFrom('person')
      .select('home_site_id')
      .where('id', '=', 'lior')
      .executeTakeFirst();
    expect(home?.home_site_id ?? 'bistro').toBe('bistro');
    expect(await turns(OWNER)).toEqual([1, 0]);
    expect(await turns(OWNER, 'chandlery')).toEqual([0, 0]);
    expect(await turns(await actorNamed(db, 'demo-ilse'))).toEqual([0, 1]);
    for (const account of ['demo-bram', 'demo-noor', 'demo-lior'])
      expect(await turns(await actorNamed(db, account))).toEqual([0, 0]);
  });

  test('the page counts it, has it with its area, and all that one person asked for', async () => {
    await propose();
    const at = async (part: 'waiting' | 'person', actor = OWNER, person: string | null = null) =>
      requestsPage(db, actor, 'bistro', part, { from: null, weeks: 9, person });
    const found = await at('waiting');
    const page = found.ok ? found.page : null;
    expect(page?.proposals?.mine).toMatchObject([{ id: 'mine', name: 'Noor Haddad', state: 'waiting' }]);
    const before = page!.counts.mine;
    expect(page!.areas.filter(({ waiting }) => waiting.includes('mine')).length).toBeGreaterThan(0);
    const one = await at('person', OWNER, 'noor');
    expect(one).toMatchObject({ page: { person: 'noor', decidedProposals: [{ id: 'mine' }] } });
    expect(await at('person', OWNER, 'emil')).toMatchObject({ page: { decidedProposals: [] } });
    expect(await at('person', await actorNamed(db, 'demo-bram'), 'noor')).toMatchObject({ ok: false });
    await decide(null);
    expect(await at('waiting')).toMatchObject({ page: { counts: { mine: before - 1 } } });
  });

  test('shows what stands beside it', async () => {
    await propose();
    const [view] = await proposalViews(db, (await proposalTurns(db, OWNER, 'bistro')).mine);
    expect(versionOn(view.versions, NEXT)?.blocks).not.toEqual(EVENINGS);
    expect(view.version.blocks).toEqual(EVENINGS);
  });
});

describe('how many could work then', () => {
  test('is that of the first whole week, and for who decides alone', async () => {
    await propose('demo-noor', { since: NEXT });
    const found = await supplyOfProposal(db, OWNER, 'mine', null);
    const supply = found.ok ? found.supply : null;
    expect(supply?.from).toBe(NEXT);
    expect(supply!.rows.at(-1)).toBe('any role');
    const fewer = supply!.changes.filter(({ after, before }) => after < before);
    expect(fewer.length).toBeGreaterThan(0);
    expect(supply!.changes.every(({ before, after }) => Math.abs(after - before) === 1)).toBe(true);
    // On Wednesday evening Noor still could.
    const evening = fewer.filter(({ day, from, to }) => day === 2 && to > 1020 && from < 1380);
    expect(evening).toEqual([]);
    const later = await supplyOfProposal(db, OWNER, 'mine', NEXT + 7);
    expect(later).toMatchObject({ supply: { from: NEXT + 7 } });
    for (const account of ['demo-bram', 'demo-noor', 'demo-emil'])
      expect(await supplyOfProposal(db, await actorNamed(db, account), 'mine', null)).toMatchObject({
        problem: { code: 'forbidden' },
      });
    expect(await supplyOfProposal(db, OWNER, 'none', null)).toMatchObject({ problem: { code: 'unknown' } });
  });

  test('of a few days alone is that of their week, also where another version counts after them', async () => {
    await propose('demo-noor', { since: MONDAY + 9, until: MONDAY + 11 });
    expect(await supplyOfProposal(db, OWNER, 'mine', null)).toMatchObject({ supply: { from: MONDAY + 7 } });
    // From the 7th on Noor said something else before.
    await propose('demo-noor', { id: 'endless', since: MONDAY + 9 });
    const endless = await supplyOfProposal(db, OWNER, 'endless', null);
    expect(endless).toMatchObject({ supply: { from: MONDAY + 7 } });
  });
});
