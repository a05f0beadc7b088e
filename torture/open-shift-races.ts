import { randomBytes, randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { DEFAULT_REQUEST_RULES } from '../src/core/requests/rules';
import { parseDate } from '../src/core/time/day';
import { insertAccount } from '../src/data/accounts/account-store';
import { type Database, openDatabase } from '../src/data/database';
import { publishedRow } from '../src/data/publish/publication-store';
import { rulesToColumn } from '../src/data/requests/request-store';
import { shiftToRow } from '../src/data/week/shift-row';
import { openSession } from '../src/server/accounts/sign-in';
import type { CommandAnswer } from '../src/server/commands/payload';
import { type DemoServer, NOW } from '../e2e/server';

/** What became of the races: those with exactly one winner, of whom nobody else was told another tale. */
export interface Races {
  readonly races: number;
  readonly winners: number;
  /** How many were told that somebody else has it. */
  readonly told: number;
  /** Races after which the shift is not with the one who was told that it is theirs. */
  readonly broken: number;
  /** What all others were told who did not get it. */
  readonly others: readonly string[];
}

/** A day of a week that nobody is planned on. */
const DAY = parseDate('2026-12-08')!;

/**
 * Open shifts that go to the first who could work them, each asked for by several people at the same moment over two
 * servers on one data file, as phones ask: whoever holds the role at the site, at most `most` of them.
 */
export async function openShiftRaces(
  one: DemoServer,
  races: number,
  { site, role, most }: { readonly site: string; readonly role: string; readonly most: number },
): Promise<Races> {
  const two = one.beside();
  await two.start();
  const db = await openDatabase(one.dataFile);
  // Sessions are sealed with the secret of the data folder, at the time that the servers live in.
  process.env.VICENDA_DATA = one.folder;
  process.env.VICENDA_NOW = NOW;
  try {
    const rules = rulesToColumn({ ...DEFAULT_REQUEST_RULES, open: 'first', byThemselves: ['take'] });
    await db.updateTable('site').set({ request_rules: rules }).where('id', '=', site).execute();
    const cookies = await runners(db, site, role, most);
    const action = actionNamed('doCommand');
    let [winners, told, broken] = [0, 0, 0];
    const others: string[] = [];
    for (let race = 0; race < races; race++) {
      const shift = `race-${race}`;
      await openShift(db, site, role, shift);
      const answers = await Promise.all(
        cookies.map(({ cookie }, i) => take([one, two][i % 2], action, cookie, site, shift)),
      );
      const row = await db
        .selectFrom('published_shift')
        .select('person_id')
        .where('id', '=', shift)
        .executeTakeFirstOrThrow();
      const won = cookies.filter((_, i) => answers[i].ok);
      if (won.length === 1) winners++;
      if (won.length !== 1 || won[0].person !== row.person_id) broken++;
      told += answers.filter((answer) => !answer.ok && answer.problem.code === 'taken').length;
      for (const answer of answers)
        if (!answer.ok && answer.problem.code !== 'taken')
          others.push(`${answer.problem.code}: ${answer.problem.message}`);
      await withoutShift(db, shift);
    }
    return { races, winners, told, broken, others };
  } finally {
    await db.destroy();
    await two.stop();
  }
}

/** People who hold a role at a site, free at any time, with a session each. */
async function runners(db: Database, site: string, role: string, most: number) {
  const people = await db
    .selectFrom('person_site')
    .innerJoin('person_role', 'person_role.person_id', 'person_site.person_id')
    .innerJoin('person', 'person.id', 'person_site.person_id')
    .where('site_id', '=', site)
    .where('role_id', '=', role)
    .where('until', 'is', null)
    // Who is under age may be kept from it by law.
    .where((where) => where.or([where('birth_date', 'is', null), where('birth_date', '<', '2006')]))
    .select(['person.id', 'person.name'])
    .limit(most)
    .execute();
  const found: { readonly person: string; readonly cookie: string }[] = [];
  for (const { id, name } of people) {
    await db.deleteFrom('availability_proposal').where('person_id', '=', id).execute();
    await db
      .updateTable('availability')
      .set({ until: '2026-11-30' })
      .where('person_id', '=', id)
      .where('until', 'is', null)
      .execute();
    const there = await db.selectFrom('user').select('id').where('person_id', '=', id).executeTakeFirst();
    const user = there?.id ?? `race-${id}`;
    if (!there)
      await insertAccount(db, {
        ...{ id: user, name, email: `${id}@race.invalid`, person: id },
        ...{ password: randomBytes(16).toString('hex'), at: new Date().toISOString() },
      });
    const cookie = await openSession(db, user, 'race', { address: 'race', device: 'race' });
    found.push({ person: id, cookie: cookie.split(';')[0] });
  }
  return found;
}

async function openShift(db: Database, site: string, role: string, id: string): Promise<void> {
  const shift = {
    ...{ id, person: null, role, date: DAY, from: 600, to: 840, break: null, fixed: false },
    ...{ note: null, label: null, detail: null },
  };
  await db.insertInto('shift').values(shiftToRow(site, shift)).execute();
  await db.insertInto('published_shift').values(publishedRow(site, shift)).execute();
}

async function withoutShift(db: Database, id: string): Promise<void> {
  const asked = await db
    .selectFrom('shift_request')
    .select('id')
    .where('theirs', 'like', `%"${id}"%`)
    .execute();
  for (const one of asked) {
    await db.deleteFrom('shift_request_event').where('request_id', '=', one.id).execute();
    await db.deleteFrom('shift_request').where('id', '=', one.id).execute();
  }
  await db.deleteFrom('published_shift').where('id', '=', id).execute();
  await db.deleteFrom('shift').where('id', '=', id).execute();
}

/** The name under which the built application calls one of its functions from a page. */
function actionNamed(name: string): string {
  const { node } = JSON.parse(readFileSync('.next/server/server-reference-manifest.json', 'utf8')) as {
    readonly node: Readonly<Record<string, { readonly exportedName: string }>>;
  };
  return Object.entries(node).find(([, one]) => one.exportedName === name)![0];
}

/** Asks for an open shift as the page on a phone does. */
async function take(
  server: DemoServer,
  action: string,
  cookie: string,
  site: string,
  shift: string,
): Promise<CommandAnswer> {
  const input = {
    ...{ id: randomUUID(), site, kind: 'take', mine: [], theirs: [shift], colleague: null },
    note: '',
  };
  const response = await fetch(`${server.url}/me`, {
    method: 'POST',
    headers: {
      ...{ cookie, origin: server.url, accept: 'text/x-component' },
      ...{ 'next-action': action, 'content-type': 'text/plain;charset=UTF-8' },
    },
    body: JSON.stringify([{ id: randomUUID(), kind: 'request.ask', input }]),
  });
  const text = await response.text();
  const line = /^1:(\{.*\})$/m.exec(text)?.[1];
  if (line === undefined) throw new Error(`the server answered ${response.status}: ${text.slice(0, 300)}`);
  return JSON.parse(line) as CommandAnswer;
}
