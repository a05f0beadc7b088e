import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { demoDatabase } from '../../../demo/testing';
import { GET as exportPeople } from '@/app/api/people/export/route';
import { GET as planOf } from '@/app/api/plan/[site]/[week]/route';
import { GET as planFile } from '@/app/api/plan/[site]/[week]/file/route';
import { GET as recentCounts } from '@/app/api/plan/[site]/[week]/recent-counts/route';
import { GET as history } from '@/app/api/plan/[site]/[week]/shift/[shift]/route';
import { GET as weekSummaries } from '@/app/api/plan/[site]/[week]/week-summaries/route';
import { accountsPage } from '../accounts/queries';
import { actorNamed, cookieOf } from '../accounts/testing';
import { runCommand } from '../commands/run';
import { personPage, peopleTable } from '../people/queries';
import { changePlan } from '../plan/commands';
import { planOfWeek } from '../plan/queries';
import { publishPage } from '../publish/queries';
import { wholeWeek } from '../publish/testing';
import { setupOf } from '../site/queries';
import { openShiftsFor } from '../staff/open-shifts';
import { ownPage, pageOfPerson } from '../staff/own-page';
import { teamOn } from '../staff/team';
import { recurringOf } from '../week/queries';

const WEEK = parseDate('2026-11-23')!;
const shared = globalThis as { vicendaDatabase?: Promise<Database> };
let db: Database;

beforeEach(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  db = await demoDatabase();
  shared.vicendaDatabase = Promise.resolve(db);
});
afterEach(async () => {
  shared.vicendaDatabase = undefined;
  await db.destroy();
});

const READS = [
  ['plan', planOf, ''],
  ['plan file', planFile, ''],
  ['recent counts', recentCounts, '?date=2026-11-24&from=540'],
  ['week summaries', weekSummaries, ''],
  ['history of a shift', history, ''],
  ['export', exportPeople, '?site=bistro&form=csv'],
] as const;

async function read(
  account: string | null,
  handler: (typeof READS)[number][1],
  query: string,
  site = 'bistro',
) {
  const cookie = account === null ? '' : await cookieOf(db, account);
  const address = `http://localhost/${query.replace('bistro', site)}`;
  return handler(new Request(address, { headers: { cookie } }), {
    params: Promise.resolve({ site, week: '2026-11-24', ...(handler === history ? { shift: 'any' } : {}) }),
  });
}

describe('what an address answers', () => {
  test.each(READS)(
    '%s: nothing to who is not signed in, to staff, or at another site',
    async (_, handler, query) => {
      expect((await read(null, handler, query)).status).toBe(401);
      for (const account of ['demo-noor', 'demo-jonas', 'demo-hanne'])
        expect((await read(account, handler, query)).status).toBe(403);
      expect((await read('demo-ilse', handler, query, 'chandlery')).status).toBe(403);
      expect((await read('demo-ilse', handler, query)).status).toBe(200);
    },
  );

  test('a lead reads the plan and no list of people; payroll the list and no plan', async () => {
    expect((await read('demo-bram', planOf, '')).status).toBe(200);
    expect((await read('demo-bram', exportPeople, '?site=bistro&form=csv')).status).toBe(403);
    expect((await read('demo-payroll', exportPeople, '?site=bistro&form=csv')).status).toBe(200);
    expect((await read('demo-payroll', planOf, '')).status).toBe(403);
  });
});

/** Amounts that stand nowhere else, put on everything that is money. */
async function markMoney() {
  await db.updateTable('role').set({ rate_minor: 7_373_73 }).execute();
  await db.updateTable('site_budget').set({ cost_minor: 8_484_84, sales_minor: 9_595_95 }).execute();
  await db.updateTable('site').set({ sales_per_hour_minor: 6_262_62 }).execute();
  await db
    .insertInto('person_pay')
    .values(
      ['teo', 'noor', 'emil'].map((person_id) => ({
        id: `${person_id}-marked`,
        person_id,
        role_id: null,
        since: null,
        rate_minor: 5_151_51,
      })),
    )
    .execute();
}
const MONEY = /7,?373\.?73|8,?484\.?84|9,?595\.?95|6,?262\.?62|5,?151\.?51/;

describe('pay', () => {
  beforeEach(markMoney);

  /** Everything that is answered to a scheduler of the bistro, as text. */
  async function answersTo(account: string): Promise<Record<string, string>> {
    const actor = await actorNamed(db, account);
    const texts: Record<string, string> = {};
    for (const [name, handler, query] of READS)
      texts[name] = await (await read(account, handler, query)).text();
    const ask = (kind: string, input: object, preview: boolean) =>
      runCommand(db, actor, { id: `ask-${kind}-${preview}`, kind, input }, { preview });
    const values: Record<string, unknown> = {
      setup: await setupOf(db, actor, 'bistro'),
      people: await peopleTable(db, actor),
      person: await personPage(db, actor, 'teo'),
      publish: await publishPage(db, actor, 'bistro', WEEK, 1),
      recurring: await recurringOf(db, actor, 'bistro'),
      accounts: await accountsPage(db, actor),
      preview: await ask('people.updateMany', { ids: ['teo'], patch: { contractMinutes: 600 } }, true),
      start: await ask(
        'week.start',
        {
          site: 'bistro',
          weeks: [WEEK + 7],
          source: { kind: 'week', week: WEEK },
        },
        true,
      ),
    };
    for (const [name, value] of Object.entries(values)) texts[name] = JSON.stringify(value);
    return texts;
  }

  test('leaves the server for who sees it, so that the next test could fail', async () => {
    const told = await answersTo('demo-owner');
    for (const name of ['plan', 'plan file', 'week summaries', 'export', 'setup', 'people', 'person'])
      expect([name, MONEY.test(told[name])]).toEqual([name, true]);
  });

  test('does not leave the server for a scheduler whose grant does not show it', async () => {
    for (const [name, text] of Object.entries(await answersTo('demo-ilse'))) {
      expect([name, MONEY.exec(text)?.[0] ?? null]).toEqual([name, null]);
      expect([name, /[€$£]\s?[1-9]/.exec(text)?.[0] ?? null]).toEqual([name, null]);
    }
    const found = await planOfWeek(db, await actorNamed(db, 'demo-bram'), 'bistro', WEEK);
    expect(JSON.stringify(found)).not.toMatch(MONEY);
  });

  test('cannot be changed by who does not see it, whatever a form that does not show it sends', async () => {
    const actor = await actorNamed(db, 'demo-ilse');
    const money = async () => [
      await db.selectFrom('person_pay').selectAll().orderBy('id').execute(),
      await db.selectFrom('role').select(['id', 'rate_minor']).orderBy('id').execute(),
      await db.selectFrom('site_budget').select(['site_id', 'cost_minor', 'sales_minor']).execute(),
      await db.selectFrom('site').select(['id', 'sales_per_hour_minor']).execute(),
    ];
    const before = await money();
    const { setup } = (await setupOf(db, actor, 'bistro')) as Extract<
      Awaited<ReturnType<typeof setupOf>>,
      { ok: true }
    >;
    const { page } = (await personPage(db, actor, 'teo')) as Extract<
      Awaited<ReturnType<typeof personPage>>,
      { ok: true }
    >;
    const save = async (kind: string, input: object) =>
      expect([
        kind,
        await runCommand(db, actor, { id: kind, kind, input }, { preview: false }),
      ]).toMatchObject([kind, { ok: true }]);
    await save('site.save', { id: 'bistro', site: { ...setup.site, blockMinutes: 15, budgets: [] } });
    await save('roles.save', {
      site: 'bistro',
      roles: setup.roles.map(({ id, name, mark, ink, retired, area }) => ({
        id,
        name: `${name} x`,
        mark,
        ink,
        retired,
        area,
        rate: 1,
      })),
    });
    await save('person.update', {
      id: 'teo',
      person: { ...page.person, notes: 'new', pay: [{ role: null, since: null, rate: 99 }] },
    });
    expect(await money()).toEqual(before);
    // And what is not money was changed.
    expect(await db.selectFrom('person').select('notes').where('id', '=', 'teo').executeTakeFirst()).toEqual({
      notes: 'new',
    });
  });
});

describe('what staff get', () => {
  test('is about themselves alone, and never a draft', async () => {
    await db
      .updateTable('person')
      .set({ notes: 'PRIVATE-NOTE', phone: '+0-PRIVATE', birth_date: '1901-01-01' })
      .where('id', '!=', 'noor')
      .execute();
    await db
      .updateTable('availability')
      .set({ comment: 'PRIVATE-NOTE' })
      .where('person_id', '!=', 'noor')
      .execute();
    await db.updateTable('published_shift').set({ note: 'TOLD' }).where('person_id', '=', 'noor').execute();
    await db
      .updateTable('published_shift')
      .set({ note: 'PRIVATE-SHIFT' })
      .where('person_id', '!=', 'noor')
      .execute();
    await db.updateTable('shift').set({ note: 'PRIVATE-DRAFT' }).execute();
    const owner = await actorNamed(db, 'demo-owner');
    // A shift that goes from somebody to Noor, and one that goes the other way, are told without the other's name.
    const shifts = await db
      .selectFrom('published_shift')
      .selectAll()
      .where('date', '>=', '2026-11-25')
      .execute();
    const [from, to] = [
      shifts.find((row) => row.person_id === 'oona')!,
      shifts.find((row) => row.person_id === 'noor')!,
    ];
    for (const [id, was, person] of [
      [from.id, 'oona', 'noor'],
      [to.id, 'noor', 'dario'],
    ])
      expect(
        await changePlan(db, owner, 'bistro', WEEK, {
          id: `give-${id}`,
          base: 0,
          changes: [
            { do: 'set', id, shift: { person, note: 'TOLD' }, was: { person: was, note: 'PRIVATE-DRAFT' } },
          ],
        }),
      ).toMatchObject({ ok: true });
    await db.updateTable('shift').set({ note: 'PRIVATE-DRAFT' }).where('person_id', '!=', 'noor').execute();
    const published = await runCommand(
      db,
      owner,
      {
        id: 'tell',
        kind: 'plan.publish',
        input: await wholeWeek(db, 'bistro', WEEK, 'For all'),
      },
      { preview: false },
    );
    expect(published).toMatchObject({ ok: true });
    // After publishing the draft goes on, unseen.
    await db.updateTable('shift').set({ note: 'PRIVATE-LATER' }).execute();
    const noor = await actorNamed(db, 'demo-noor');
    const show = (...views: string[]) =>
      db
        .updateTable('site')
        .set({ staff_sees: JSON.stringify(views) })
        .where('id', '=', 'bistro')
        .execute();
    await show();
    const mine = await ownPage(db, noor);
    if (!mine.ok) throw new Error('no page');
    const text = JSON.stringify(mine);
    expect(text).toContain('TOLD');
    expect(mine.page.news[0].items.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['new', 'gone']));
    expect(text).not.toMatch(/PRIVATE-(NOTE|LATER)|\+0-PRIVATE|1901/);
    for (const other of ['oona', 'dario', 'teo', 'Oona', 'Dario', 'rate'])
      expect([other, text.includes(other)]).toEqual([other, false]);
    expect(await teamOn(db, noor, 'bistro', WEEK + 4)).toMatchObject({ ok: true, team: { colleagues: [] } });
    // Of colleagues there is what the site shows, switch by switch, and never anything else of theirs.
    const seen = async (...views: string[]) => {
      await show(...views);
      const all = JSON.stringify([await ownPage(db, noor), await teamOn(db, noor, 'bistro', WEEK + 4)]);
      expect(all).not.toMatch(/PRIVATE-(NOTE|LATER)|1901|rate|"person":"(?!noor)/);
      const colleagues = JSON.stringify((JSON.parse(all) as [object, object])[1]);
      return [/Dario/, /\+0-PRIVATE/, /PRIVATE-DRAFT/, /"week":\d/].map((what) => what.test(colleagues));
    };
    expect(await seen('team')).toEqual([false, false, false, false]);
    expect(await seen('team', 'names')).toEqual([true, false, false, false]);
    expect(await seen('team', 'contacts')).toEqual([false, true, false, false]);
    expect(await seen('team', 'notes')).toEqual([false, false, true, false]);
    expect(await seen('team', 'hours')).toEqual([false, false, false, true]);
    expect(await seen('names', 'contacts', 'notes', 'hours')).toEqual([false, false, false, false]);
    // The team of a site where one does not work is nobody's.
    expect(await teamOn(db, noor, 'chandlery', WEEK)).toMatchObject({ problem: { code: 'forbidden' } });
    expect(await pageOfPerson(db, noor, 'dario')).toMatchObject({ problem: { code: 'forbidden' } });
    const open = JSON.stringify(await openShiftsFor(db, noor));
    expect(open).toContain('"open":[');
    expect(open).not.toMatch(/PRIVATE-LATER|€|cost/);
  });

  test('somebody else’s news is neither seen nor answered, whoever asks', async () => {
    await db
      .insertInto('news')
      .values({
        ...{
          id: 'n1',
          person_id: 'noor',
          site_id: 'bistro',
          publication_id: 'p',
          at: '2026-11-24T09:00:00Z',
        },
        ...{ kind: 'publish', message: '', content: '[]', is_late: 1, seen_at: null, answer: null },
        ...{ answered_at: null, decision: null, decided_by: null, decided_at: null },
      })
      .execute();
    const ask = async (account: string, kind: string, input: object) =>
      runCommand(
        db,
        await actorNamed(db, account),
        { id: `${account}-${kind}`, kind, input },
        { preview: false },
      );
    for (const account of ['demo-emil', 'demo-owner', 'demo-ilse']) {
      expect(await ask(account, 'news.see', { news: ['n1'] })).toMatchObject({ ok: false });
      expect(await ask(account, 'news.answer', { news: 'n1', answer: 'yes' })).toMatchObject({ ok: false });
    }
    expect(await ask('demo-noor', 'news.answer', { news: 'n1', answer: 'no' })).toMatchObject({ ok: true });
    const decide = { site: 'bistro', news: 'n1', decision: 'keep' };
    expect(await ask('demo-noor', 'late.decide', decide)).toMatchObject({
      ok: false,
      problem: { code: 'forbidden' },
    });
    expect(await ask('demo-bram', 'late.decide', decide)).toMatchObject({
      ok: false,
      problem: { code: 'forbidden' },
    });
    expect(await ask('demo-hanne', 'late.decide', { ...decide, site: 'chandlery' })).toMatchObject({
      ok: false,
    });
    expect(await ask('demo-ilse', 'late.decide', decide)).toMatchObject({ ok: true });
  });
});
