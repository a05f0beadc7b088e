import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { mkdtempSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'kysely';
import { SMTPServer } from 'smtp-server';
import { parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { demoDatabase, demoFile } from '../../../demo/testing';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { runCommand } from '../commands/run';
import { wholeWeek } from '../publish/testing';
import { takeLease } from '../ticker/lease';
import { tick } from '../ticker/ticker';
import { outboxPage } from './queries';
import { sendDue } from './send';
import { withPhone } from './testing';

const WEEK = parseDate('2026-11-23')!;
let db: Database;
const clock = (to: string) => (process.env.VICENDA_NOW = to);

beforeEach(async () => {
  clock('2026-11-24T10:00:00Z');
  delete process.env.VICENDA_SMTP_URL;
  db = await demoDatabase();
});
afterEach(() => db.destroy());

async function publish(on = db, id = 'tell') {
  const input = await wholeWeek(on, 'bistro', WEEK, 'Regatta!');
  return runCommand(on, OWNER, { id, kind: 'plan.publish', input }, { preview: false });
}
const states = async (on = db) =>
  (await on.selectFrom('outbox').select('state').execute()).map(({ state }) => state);
const wish = async (account: string, byMail: boolean, byText: boolean) =>
  runCommand(
    db,
    await actorNamed(db, account),
    { id: `wish-${account}`, kind: 'told.wish', input: { byMail, byText } },
    { preview: false },
  );

describe('what a publication sends', () => {
  test('is one message a person and way, by what each wishes, about nobody else', async () => {
    for (const person of ['noor', 'priya']) await withPhone(db, person, '+351 555 0101');
    await db.updateTable('person').set({ email: null }).where('id', '=', 'caio').execute();
    expect(await wish('demo-emil', false, false)).toMatchObject({ ok: true });
    expect(await wish('demo-noor', true, true)).toMatchObject({ ok: true });
    // Something of Noor's is new too.
    await db
      .updateTable('shift')
      .set({ person_id: 'noor' })
      .where(
        'id',
        'in',
        db.selectFrom('shift').select('id').where('person_id', '=', 'oona').where('date', '=', '2026-11-27'),
      )
      .execute();
    expect(await publish()).toMatchObject({ ok: true });
    const rows = await db.selectFrom('outbox').selectAll().execute();
    const told = (await db.selectFrom('news').select('person_id').execute()).map((row) => row.person_id);
    expect(new Set(told).size).toBe(told.length);
    const ways = (person: string) =>
      rows
        .filter((row) => row.person_id === person)
        .map(({ way }) => way)
        .sort();
    expect(ways('emil')).toEqual([]);
    expect(ways('caio')).toEqual([]);
    expect(ways('noor')).toEqual(['mail', 'text']);
    // A number alone is no wish.
    expect(ways('priya')).toEqual(['mail']);
    const people = await db.selectFrom('person').select(['id', 'name']).execute();
    for (const row of rows)
      for (const { id, name } of people)
        if (id !== row.person_id)
          expect([row.body.includes(name), row.person_id]).toEqual([false, row.person_id]);
    expect(rows[0].body).toContain('Regatta!');
  });

  test('is sent once where nothing is set up, and stays to be read', async () => {
    await publish();
    await sendDue(db);
    await sendDue(db);
    expect(new Set(await states())).toEqual(new Set(['sent']));
    const found = await outboxPage(db, await actorNamed(db, 'demo-ilse'));
    if (!found.ok) throw new Error('no page');
    expect(found.page.messages.length).toBeGreaterThan(5);
    expect(found.page.messages[0]).toMatchObject({ state: 'sent', site: 'bistro' });
    const elsewhere = await outboxPage(db, await actorNamed(db, 'demo-hanne'));
    expect(elsewhere).toMatchObject({ ok: true, page: { messages: [] } });
    expect(await outboxPage(db, await actorNamed(db, 'demo-noor'))).toMatchObject({ ok: false });
  });

  test('is not sent twice by a publication that is sent twice', async () => {
    await publish();
    const before = (await states()).length;
    await publish(db, 'tell');
    expect((await states()).length).toBe(before);
  });
});

describe('who sends', () => {
  test('is one of two processes at a time, whoever ends without a word is followed after a minute', async () => {
    const at = Date.parse('2026-11-24T10:00:00Z');
    expect(await takeLease(db, 'x', 'one', 60_000, at)).toBe(true);
    expect(await takeLease(db, 'x', 'two', 60_000, at + 59_999)).toBe(false);
    expect(await takeLease(db, 'x', 'one', 60_000, at + 59_999)).toBe(true);
    expect(await takeLease(db, 'x', 'two', 60_000, at + 119_999)).toBe(true);
    expect(await takeLease(db, 'x', 'one', 60_000, at + 120_000)).toBe(false);
  });

  test('writes nothing while there is nothing to do, so that what is kept of the file stays', async () => {
    await tick(db, 'one');
    const changes = async () => (await sql<{ n: number }>`select total_changes() as n`.execute(db)).rows[0].n;
    const before = await changes();
    for (let i = 0; i < 5; i++) expect(await tick(db, 'one')).toBe(true);
    expect(await changes()).toBe(before);
  });

  test('two tickers on one file deliver each message once', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'vicenda-outbox-')), 'vicenda.db');
    const [one, two] = [await demoFile(file), await demoFile(file)];
    const got: string[] = [];
    const server = await listening((id) => got.push(id));
    process.env.VICENDA_SMTP_URL = server.url;
    try {
      await publish(one);
      for (let i = 0; i < 6; i++) await Promise.all([tick(one, 'one'), tick(two, 'two')]);
      // What tickers remind of among it.
      const wanted = (await states(one)).length;
      expect(got).toHaveLength(wanted);
      expect(new Set(got).size).toBe(wanted);
      expect(new Set(await states(two))).toEqual(new Set(['sent']));
    } finally {
      await server.close();
      await one.destroy();
      await two.destroy();
    }
  });
});

/** A mail server of the test. `answer`: what it says to each message, 0: takes it. */
async function listening(onMail: (messageId: string, text: string) => void, answer: () => number = () => 0) {
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onData(stream, _session, done) {
      let text = '';
      stream.on('data', (part: Buffer) => (text += part.toString()));
      stream.on('end', () => {
        const code = answer();
        if (code !== 0) return done(Object.assign(new Error('not now'), { responseCode: code }));
        onMail(/^Message-ID: (.+)$/im.exec(text)?.[1] ?? '', text);
        done();
      });
    },
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.server.address() as AddressInfo;
  return {
    url: `smtp://127.0.0.1:${port}`,
    close: () => new Promise<void>((resolve) => server.close(() => resolve())),
  };
}

describe('real mail', () => {
  const one = async () => {
    const [message] = await db.selectFrom('outbox').selectAll().orderBy('id').limit(1).execute();
    await db.deleteFrom('outbox').where('id', '!=', message.id).execute();
    return message;
  };
  const state = () => db.selectFrom('outbox').selectAll().executeTakeFirstOrThrow();

  test('arrives with its text, to whom it is for', async () => {
    const texts: string[] = [];
    const server = await listening((_, text) => texts.push(text));
    process.env.VICENDA_SMTP_URL = server.url;
    await publish();
    const message = await one();
    await sendDue(db);
    await server.close();
    expect(await state()).toMatchObject({ state: 'sent', reason: null });
    expect(texts).toHaveLength(1);
    expect(texts[0]).toContain(`To: ${message.address}`);
    expect(texts[0]).toContain(message.message_id);
    expect(texts[0]).toContain('Regatta!');
  });

  test('waits while the server is down for an hour, with growing pauses, and goes when it is back', async () => {
    process.env.VICENDA_SMTP_URL = 'smtp://127.0.0.1:1';
    await publish();
    await one();
    const tried: string[] = [];
    for (let minute = 0; minute <= 60; minute++) {
      clock(new Date(Date.parse('2026-11-24T10:00:00Z') + minute * 60_000).toISOString());
      const before = (await state()).tries;
      await sendDue(db);
      if ((await state()).tries > before) tried.push(String(minute));
    }
    expect(tried).toEqual(['0', '1', '6', '21']);
    expect(await state()).toMatchObject({
      state: 'waiting',
      reason: expect.stringContaining('ECONNREFUSED'),
    });
    const got: string[] = [];
    const server = await listening((id) => got.push(id));
    process.env.VICENDA_SMTP_URL = server.url;
    clock('2026-11-24T11:30:00Z');
    await sendDue(db);
    await server.close();
    expect(await state()).toMatchObject({ state: 'sent' });
    expect(got).toHaveLength(1);
  });

  test('that is refused for good is not tried again, until somebody says so', async () => {
    let code = 550;
    const got: string[] = [];
    const server = await listening(
      (id) => got.push(id),
      () => code,
    );
    process.env.VICENDA_SMTP_URL = server.url;
    await publish();
    const { id } = await one();
    await sendDue(db);
    expect(await state()).toMatchObject({ state: 'failed', tries: 1 });
    clock('2026-11-26T10:00:00Z');
    await sendDue(db);
    expect(await state()).toMatchObject({ state: 'failed', tries: 1 });
    code = 0;
    const again = { site: 'bistro', message: id };
    const send = async (account: string, site: string) =>
      runCommand(
        db,
        await actorNamed(db, account),
        { id: `again-${account}`, kind: 'outbox.sendAgain', input: { ...again, site } },
        { preview: false },
      );
    expect(await send('demo-hanne', 'chandlery')).toMatchObject({ ok: false });
    expect(await send('demo-ilse', 'bistro')).toMatchObject({ ok: true });
    await sendDue(db);
    await server.close();
    expect(await state()).toMatchObject({ state: 'sent' });
    expect(got).toHaveLength(1);
  });

  test('whose sending a kill interrupted is perhaps sent, and goes again only by hand, under the same Message-ID', async () => {
    const got: string[] = [];
    const server = await listening((id) => got.push(id));
    process.env.VICENDA_SMTP_URL = server.url;
    await publish();
    const { id, message_id: named } = await one();
    await db.updateTable('outbox').set({ state: 'sending' }).execute();
    await sendDue(db);
    await sendDue(db);
    expect(await state()).toMatchObject({ state: 'perhaps sent', message_id: named });
    expect(got).toEqual([]);
    await runCommand(
      db,
      OWNER,
      { id: 'again', kind: 'outbox.sendAgain', input: { site: 'bistro', message: id } },
      { preview: false },
    );
    await sendDue(db);
    await server.close();
    expect(got).toEqual([named]);
  });
});

describe('a message with a secret', () => {
  const link = /\/join\/([A-Z2-9-]{14})/;
  async function invited() {
    await runCommand(
      db,
      OWNER,
      { id: 'invite', kind: 'account.invite', input: { people: ['priya'] } },
      { preview: false },
    );
    return db.selectFrom('outbox').selectAll().executeTakeFirstOrThrow();
  }

  test('holds it nowhere but on its way, and no more once it was used', async () => {
    const texts: string[] = [];
    const server = await listening((_, text) => texts.push(text));
    process.env.VICENDA_SMTP_URL = server.url;
    const { body } = await invited();
    expect(body).not.toMatch(link);
    await sendDue(db);
    expect(texts[0]).toMatch(link);
    const everything = JSON.stringify(
      await Promise.all(
        (['outbox', 'invitation', 'activity'] as const).map((table) =>
          db.selectFrom(table).selectAll().execute(),
        ),
      ),
    );
    expect(everything).not.toContain(link.exec(texts[0])![1].replaceAll('-', ''));
    await db.updateTable('invitation').set({ used_at: '2026-11-24T10:05:00Z' }).execute();
    await db.updateTable('outbox').set({ state: 'waiting' }).execute();
    await sendDue(db);
    await server.close();
    expect(texts).toHaveLength(1);
    expect(await db.selectFrom('outbox').select(['state', 'reason']).executeTakeFirst()).toMatchObject({
      state: 'failed',
    });
  });

  test('is shown in the outbox of the demo alone', async () => {
    await invited();
    const bodies = async () => {
      const found = await outboxPage(db, OWNER);
      return found.ok ? found.page.messages.map(({ body }) => body) : [];
    };
    expect((await bodies())[0]).toMatch(link);
    await db.deleteFrom('setting').where('name', '=', 'demo accounts').execute();
    expect(await bodies()).toEqual([null]);
  });
});
