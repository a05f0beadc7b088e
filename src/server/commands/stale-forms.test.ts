import { afterAll, beforeEach, describe, expect, test } from '@jest/globals';
import type { Database } from '@/data/database';
import { demoDatabase } from '../../../demo/testing';
import { OWNER } from '../access/testing';
import type { PersonDraft, VersionDraft } from '../people/payload';
import { personPage } from '../people/queries';
import type { NeedsDraft, RoleDraft, SetupPayload, SiteDraft } from '../site/payload';
import { setupOf } from '../site/queries';
import type { CommandAnswer } from './payload';
import { runCommand } from './run';
import { undoCommand } from './undo';

// Two people have the same form open. The first saves; what the second saves was opened before that.

let db: Database;
let made = 0;

beforeEach(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  await db?.destroy();
  db = await demoDatabase();
});
afterAll(() => db.destroy());

const send = (
  kind: string,
  input: unknown,
  opened?: unknown,
  prefer?: 'mine' | 'theirs',
  id = `s${++made}`,
) => runCommand(db, OWNER, { id, kind, input, opened, prefer }, { preview: false });
const ok = (answer: CommandAnswer) => {
  if (!answer.ok) throw new Error(`${answer.problem.code}: ${answer.problem.message}`);
};
const setup = async (): Promise<SetupPayload> => {
  const found = await setupOf(db, OWNER, 'bistro');
  if (!found.ok) throw new Error(found.problem.message);
  return found.setup;
};
const person = async () => {
  const found = await personPage(db, OWNER, 'noor');
  if (!found.ok) throw new Error(found.problem.message);
  return found.page;
};

/** One kind of form: how it is read and sent, a change of the first, one beside it, and one against it. */
interface Form<T> {
  readonly kind: string;
  readonly read: () => Promise<T>;
  readonly input: (draft: T) => unknown;
  readonly first: (draft: T) => T;
  readonly beside: (draft: T) => T;
  readonly against: (draft: T) => T;
  /** What is seen of all three. */
  readonly shown: (draft: T) => unknown;
}

const form = <T>(definition: Form<T>): Form<unknown> => definition as Form<unknown>;

const times = (from: number, to: number) => [{ from, to }];
const withHours = (site: SiteDraft, weekday: number, from: number, to: number): SiteDraft => ({
  ...site,
  hours: site.hours.map((version, i) =>
    i === 0
      ? { ...version, days: version.days.map((day, at) => (at === weekday ? times(from, to) : day)) }
      : version,
  ),
});
const withRole = (roles: RoleDraft[], id: string, part: Partial<RoleDraft>) =>
  roles.map((role) => (role.id === id ? { ...role, ...part } : role));
const withNeed = (needs: NeedsDraft, weekday: number, count: number): NeedsDraft => ({
  ...needs,
  sets: needs.sets.map((set, i) =>
    i > 0
      ? set
      : {
          ...set,
          rows: [
            ...set.rows.filter((row) => row.weekday !== weekday || row.role !== 'bar'),
            { role: 'bar', weekday, from: 600, to: 660, count },
          ],
        },
  ),
});
const withBlock = (versions: VersionDraft[], weekday: number, from: number): VersionDraft[] =>
  versions.map((version, i) =>
    i > 0
      ? version
      : {
          ...version,
          blocks: [
            ...version.blocks.filter((block) => block.weekday !== weekday),
            { weekday, from, to: from + 240, kind: 'available' as const },
          ],
        },
  );

const FORMS: [string, Form<unknown>][] = [
  [
    'a person',
    form<PersonDraft>({
      kind: 'person.update',
      read: async () => (await person()).person,
      input: (draft) => ({ id: 'noor', person: draft }),
      first: (draft) => ({ ...draft, phone: '555 1' }),
      beside: (draft) => ({ ...draft, notes: 'Has the keys' }),
      against: (draft) => ({ ...draft, phone: '555 2' }),
      shown: ({ phone, notes }) => [phone, notes],
    }),
  ],
  [
    'opening hours',
    form<SiteDraft>({
      kind: 'site.save',
      read: async () => (await setup()).site,
      input: (site) => ({ id: 'bistro', site }),
      first: (site) => withHours(site, 0, 540, 1020),
      beside: (site) => withHours(site, 1, 540, 1020),
      against: (site) => withHours(site, 0, 600, 1020),
      shown: (site) => site.hours[0].days.slice(0, 2),
    }),
  ],
  [
    'a site',
    form<SiteDraft>({
      kind: 'site.save',
      read: async () => (await setup()).site,
      input: (site) => ({ id: 'bistro', site }),
      first: (site) => ({ ...site, name: 'Quay Kitchen' }),
      beside: (site) => ({ ...site, blockMinutes: 15 }),
      against: (site) => ({ ...site, name: 'Quay Bar' }),
      shown: ({ name, blockMinutes }) => [name, blockMinutes],
    }),
  ],
  [
    'needs',
    form<NeedsDraft>({
      kind: 'needs.save',
      read: async () => (await setup()).needs,
      input: (needs) => ({ site: 'bistro', needs }),
      first: (needs) => withNeed(needs, 0, 7),
      beside: (needs) => withNeed(needs, 1, 7),
      against: (needs) => withNeed(needs, 0, 8),
      shown: (needs) =>
        needs.sets[0].rows
          .filter((row) => row.role === 'bar' && row.weekday < 2)
          .sort((a, b) => a.weekday - b.weekday || a.from - b.from),
    }),
  ],
  [
    'availability',
    form<VersionDraft[]>({
      kind: 'availability.save',
      read: async () => [...(await person()).versions],
      input: (versions) => ({ person: 'noor', versions }),
      first: (versions) => withBlock(versions, 0, 600),
      beside: (versions) => withBlock(versions, 1, 600),
      against: (versions) => withBlock(versions, 0, 660),
      shown: (versions) =>
        versions[0].blocks.filter((block) => block.weekday < 2).sort((a, b) => a.weekday - b.weekday),
    }),
  ],
  [
    'roles',
    form<RoleDraft[]>({
      kind: 'roles.save',
      read: async () => (await setup()).roles.map(({ holders: _h, inUse: _u, ...role }) => role),
      input: (roles) => ({ site: 'bistro', roles }),
      first: (roles) => withRole(roles, 'bar', { name: 'Counter' }),
      beside: (roles) => withRole(roles, 'floor', { name: 'Tables' }),
      against: (roles) => withRole(roles, 'bar', { name: 'Taps' }),
      shown: (roles) => roles.filter(({ id }) => id === 'bar' || id === 'floor').map(({ name }) => name),
    }),
  ],
  [
    'rules',
    form<SetupPayload['rules']>({
      kind: 'rules.save',
      read: async () => (await setup()).rules,
      input: (rules) => ({ site: 'bistro', rules }),
      first: (rules) => ({ ...rules, maxDaysInARow: 5 }),
      beside: (rules) => ({ ...rules, surplusTolerance: 3 }),
      against: (rules) => ({ ...rules, maxDaysInARow: 4 }),
      shown: ({ maxDaysInARow, surplusTolerance }) => [maxDaysInARow, surplusTolerance],
    }),
  ],
];

describe.each(FORMS)('%s', (_, { kind, read, input, first, beside, against, shown }) => {
  test('changed by two in different places keeps both', async () => {
    const opened = await read();
    ok(await send(kind, input(first(opened)), input(opened)));
    ok(await send(kind, input(beside(opened)), input(opened)));
    expect(shown(await read())).toEqual(shown(first(beside(opened))));
  });

  test('changed by two in the same place is told with both values, and one is chosen', async () => {
    const opened = await read();
    ok(await send(kind, input(first(opened)), input(opened)));
    const both = against(beside(opened));
    const refused = await send(kind, input(both), input(opened));
    expect(refused).toMatchObject({ ok: false, problem: { code: 'changed-meanwhile' } });
    const { conflicts } = refused as Extract<CommandAnswer, { ok: false }>;
    expect(conflicts?.length).toBeGreaterThan(0);
    for (const { what, theirs, mine } of conflicts!) {
      expect(what).not.toBe('');
      expect(theirs).not.toBe(mine);
    }
    // Nothing of the refused form was written.
    expect(shown(await read())).toEqual(shown(first(opened)));
    ok(await send(kind, input(both), input(opened), 'theirs'));
    expect(shown(await read())).toEqual(shown(first(beside(opened))));
    ok(await send(kind, input(both), input(opened), 'mine'));
    expect(shown(await read())).toEqual(shown(both));
  });

  test('saved twice with the same is no trouble', async () => {
    const opened = await read();
    ok(await send(kind, input(first(opened)), input(opened)));
    ok(await send(kind, input(first(opened)), input(opened)));
    expect(shown(await read())).toEqual(shown(first(opened)));
  });
});

describe('what is told', () => {
  test('names the field as the page does, with what is there and what was typed', async () => {
    const { person: opened } = await person();
    const input = (phone: string) => ({ id: 'noor', person: { ...opened, phone } });
    ok(await send('person.update', input('555 1'), { id: 'noor', person: opened }));
    expect(await send('person.update', input('555 2'), { id: 'noor', person: opened })).toMatchObject({
      problem: { message: expect.stringMatching(/^somebody else changed Phone/) },
      conflicts: [{ what: 'Phone', theirs: '555 1', mine: '555 2' }],
    });
  });
});

describe('taking back', () => {
  test('leaves what others changed since, says so, and takes back the rest if wanted', async () => {
    const { person: opened } = await person();
    const both = { ...opened, phone: '555 1', notes: 'Has the keys' };
    ok(await send('person.update', { id: 'noor', person: both }, undefined, undefined, 'both'));
    const { person: now } = await person();
    ok(await send('person.update', { id: 'noor', person: { ...now, email: 'n@example.org' } }));
    // Another column of the same row is nobody's trouble.
    ok(await undoCommand(db, OWNER, 'both', 'both-back'));
    expect((await person()).person).toEqual({ ...opened, email: 'n@example.org' });
  });

  test('of a value that was changed since is refused, by its name', async () => {
    const { person: opened } = await person();
    const phone = (value: string, id?: string) =>
      send('person.update', { id: 'noor', person: { ...opened, phone: value } }, undefined, undefined, id);
    ok(await phone('555 1', 'one'));
    ok(await phone('555 2'));
    expect(await undoCommand(db, OWNER, 'one', 'one-back')).toMatchObject({
      ok: false,
      problem: { code: 'changed-meanwhile', message: 'Phone: changed by somebody since' },
      partly: false,
    });
    expect((await person()).person.phone).toBe('555 2');
  });
});
