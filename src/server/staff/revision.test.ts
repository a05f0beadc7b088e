import { beforeEach, describe, expect, test } from '@jest/globals';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { runCommand } from '../commands/run';
import { wholeWeek } from '../publish/testing';
import { MONDAY, db, edit, freshDemo, id } from '../week/testing';
import { ownPage } from './own-page';
import { tagged } from './revision';

beforeEach(freshDemo);

describe('an answer under a tag', () => {
  let made = 0;
  const ask = async (account: string, seen?: string) => {
    const actor = await actorNamed(db, account);
    const headers: Record<string, string> = seen ? { 'if-none-match': seen } : {};
    const response = await tagged(db, actor, new Request('http://x/api/me', { headers }), 'own', () => {
      made++;
      return ownPage(db, actor);
    });
    if (!(response instanceof Response)) throw new Error('refused');
    return { status: response.status, tag: response.headers.get('etag')!, text: await response.text() };
  };

  test('is made once, and told to be the same until something of it changes', async () => {
    const first = await ask('demo-noor');
    made = 0;
    expect(await ask('demo-noor', first.tag)).toMatchObject({ status: 304, text: '' });
    expect(await ask('demo-noor')).toMatchObject({ status: 200, text: first.text });
    // What is planned and not published changes nothing that staff see.
    await edit([{ do: 'set', id: 'bistro-2026-11-23-49', shift: { from: 720 } }], MONDAY);
    expect(await ask('demo-noor', first.tag)).toMatchObject({ status: 304 });
    expect(made).toBe(0);
    const input = await wholeWeek(db, 'bistro', MONDAY);
    await runCommand(db, OWNER, { id: id(), kind: 'plan.publish', input }, { preview: false });
    const second = await ask('demo-noor', first.tag);
    expect(second.status).toBe(200);
    expect(second.text).toContain('"from":720');
    expect(made).toBe(1);
  });

  test.each([
    [
      'own leave',
      () =>
        db
          .insertInto('leave')
          .values({
            id: 'x',
            person_id: 'noor',
            from_at: '2026-12-01T00:00',
            to_at: '2026-12-02T00:00',
            state: 'waiting',
          })
          .execute(),
    ],
    [
      'what the site shows',
      () => db.updateTable('site').set({ staff_sees: '[]' }).where('id', '=', 'bistro').execute(),
    ],
    [
      'the name of a role',
      () => db.updateTable('role').set({ name: 'Hall' }).where('id', '=', 'floor').execute(),
    ],
    [
      'the name of a colleague',
      () => db.updateTable('person').set({ name: 'Fleur O.' }).where('id', '=', 'fleur').execute(),
    ],
    [
      'a note of the day',
      () => db.insertInto('daybook').values({ site_id: 'bistro', date: '2026-11-24', note: 'Fog' }).execute(),
    ],
    [
      'a holiday',
      () =>
        db
          .insertInto('holiday')
          .values({ id: 'h', site_id: null, date: '2026-12-01', name: 'x', closed: 1 })
          .execute(),
    ],
    ['the day', async () => void (process.env.VICENDA_NOW = '2026-11-25T10:00:00Z')],
    ['what is worked now', async () => void (process.env.VICENDA_NOW = '2026-11-24T17:00:00Z')],
  ])('is another after a change of %s', async (_, change) => {
    const before = await ask('demo-noor');
    await change();
    const after = await ask('demo-noor', before.tag);
    expect(after.status).toBe(200);
    expect(after.text).not.toBe(before.text);
  });

  test('is nobody else’s', async () => {
    const [one, other] = [await ask('demo-noor'), await ask('demo-emil')];
    expect(one.tag).not.toBe(other.tag);
    expect(other.text).toContain('Emil Sandhu');
  });
});
