import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type Joi from 'joi';
import { seeded } from '@/core/seeded';
import { parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { demoDatabase } from '../../../demo/testing';
import { OWNER } from '@/server/access/testing';
import { cookieOf } from '@/server/accounts/testing';
import { COMMANDS } from '@/server/commands/list';
import { runCommand } from '@/server/commands/run';
import { undoCommand } from '@/server/commands/undo';
import { END_SESSION, FIRST_OWNER, FORGOT, JOIN, NEW_PASSWORD, SIGN_IN } from '@/server/accounts/schema';
import { CHANGE_REQUEST } from '@/server/plan/schema';
import { OPTIONS } from '@/server/people/import/command';
import { POST as password } from './account/password/route';
import { POST as sessions } from './account/sessions/route';
import { POST as firstOwner } from './first-owner/route';
import { POST as forgot } from './forgot/route';
import { POST as join } from './join/route';
import { POST as here } from './live/here/route';
import { POST as signIn } from './sign-in/route';
import { POST as signInToDemo } from './sign-in/demo/route';
import { GET as exportPeople } from './people/export/route';
import { POST as importPeople } from './people/import/route';
import { POST as importPreview } from './people/import/preview/route';
import { POST as checkFile } from './plan-file/check/route';
import { GET as planOf } from './plan/[site]/[week]/route';
import { POST as changes } from './plan/[site]/[week]/changes/route';
import { GET as file } from './plan/[site]/[week]/file/route';
import { GET as recentCounts } from './plan/[site]/[week]/recent-counts/route';
import { GET as weekSummaries } from './plan/[site]/[week]/week-summaries/route';
import { GET as history } from './plan/[site]/[week]/shift/[shift]/route';
import { POST as start } from './plan/[site]/start/route';

// Requests made from the schemas of every command and route, most of them wrong in some place: none may end in a
// failure that nobody expected, and none may keep others waiting. FUZZ_REQUESTS makes more; FUZZ_SEED makes others, which
// is the torture's way: a run of the tests always makes the same.

const REQUESTS = Number(process.env.FUZZ_REQUESTS ?? 2000);
const SEED = Number(process.env.FUZZ_SEED ?? 365_246);
const MONDAY = parseDate('2026-11-23')!;
const random = seeded(SEED);
const below = (n: number) => Math.floor(random() * n);
const pick = <T>(list: readonly T[]): T => list[below(list.length)];
let db: Database;

beforeAll(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  process.env.LOG_LEVEL = 'silent';
  db = await demoDatabase();
  (globalThis as { vicendaDatabase?: Promise<Database> }).vicendaDatabase = Promise.resolve(db);
  HEADERS.cookie = await cookieOf(db);
});
afterAll(() => db.destroy());

const TEXTS = [
  ...[
    'bistro',
    'chandlery',
    'dockside',
    'bar',
    'floor',
    'lead',
    'jonas',
    'noor',
    'teo',
    'ilse',
    'nobody',
    'all',
  ],
  ...[
    'bistro-lead-turns',
    '2026-11-23',
    '2026-02-30',
    '9999-12-31',
    'Europe/Lisbon',
    'Mars/Crater',
    'EUR',
    'JPY',
  ],
  ...['FREQ=WEEKLY;BYDAY=TU', 'FREQ=DAILY;INTERVAL=', 'FREQ=DAILY;INTERVAL=-1', 'FREQ=MONTHLY;BYDAY=+6MO'],
  ...[
    '',
    ' ',
    '\0',
    '\ud800',
    '<b>x</b>',
    "' or 1=1 --",
    '=1+1',
    '../../etc',
    '%00',
    'é'.repeat(200),
    'x'.repeat(5000),
  ],
];
const JUNK: readonly unknown[] = [
  ...[null, undefined, true, -1, 0, 1.5, 1e308, -1e308, 2 ** 53, [], {}, [[]], [null], { a: { b: [] } }],
  ...TEXTS.slice(-12),
];

/** The parts of a schema's description that say what values it takes. */
interface Described {
  readonly type?: string;
  readonly flags?: { readonly presence?: string; readonly only?: boolean };
  readonly allow?: readonly unknown[];
  readonly rules?: readonly { readonly name: string; readonly args?: { readonly limit?: number } }[];
  readonly keys?: Readonly<Record<string, Described>>;
  readonly items?: readonly Described[];
  readonly matches?: readonly {
    readonly schema?: Described;
    readonly switch?: readonly { readonly then?: Described }[];
  }[];
}

/** What stands under some keys more often than not, so that requests get further than their form. */
const LIKELY: Readonly<Record<string, readonly unknown[]>> = {
  site: ['bistro'],
  sites: [['bistro'], ['bistro', 'chandlery']],
  role: ['bar', 'floor', null],
  person: ['jonas', 'noor', null],
  timeZone: ['Europe/Lisbon'],
  currency: ['EUR', 'JPY'],
  manager: [null, 'teo'],
  rule: [null, 'FREQ=WEEKLY;BYDAY=TU', 'FREQ=DAILY;INTERVAL=-1'],
  mark: ['B', '?'],
};

/** A value that a schema takes, or nearly: now and then something else stands in its place. */
function valueOf(schema: Described, wrong: number): unknown {
  if (random() < wrong) return pick(JUNK);
  const { type, flags, allow = [], rules = [] } = schema;
  const values = allow.filter((value) => typeof value !== 'object' || value === null);
  if (values.length > 0 && (flags?.only || random() < 0.3)) return pick(values);
  const limit = (name: string) => rules.find((rule) => rule.name === name)?.args?.limit;
  switch (type) {
    case 'object': {
      const made: Record<string, unknown> = {};
      for (const [key, part] of Object.entries(schema.keys ?? {}))
        if (part.flags?.presence === 'required' || random() < 0.5)
          made[key] =
            key in LIKELY && part.type !== 'object' && random() < 0.9
              ? pick(LIKELY[key])
              : valueOf(part, wrong);
      return made;
    }
    case 'array': {
      const length =
        limit('length') ?? Math.max(limit('min') ?? 0, below(Math.min(limit('max') ?? 4, 4) + 1));
      return Array.from({ length }, () => valueOf(pick(schema.items ?? [{}]), wrong));
    }
    case 'number': {
      const [least, most] = [limit('min') ?? 0, limit('max') ?? 2000];
      // Dates are numbers too, and most of them should be near.
      if (most > 50_000 && least < -50_000) return MONDAY + below(28) - 7;
      return pick([least, most, least + below(Math.min(most - least, 1440) + 1)]);
    }
    case 'boolean':
      return random() < 0.5;
    case 'alternatives': {
      const parts = (schema.matches ?? []).flatMap((match) =>
        match.schema ? [match.schema] : (match.switch ?? []).flatMap(({ then }) => (then ? [then] : [])),
      );
      return parts.length > 0 ? valueOf(pick(parts), wrong) : pick(JUNK);
    }
    default:
      return pick(TEXTS);
  }
}

const made = (schema: Joi.Schema) => valueOf(schema.describe() as Described, pick([0, 0.01, 0.05, 0.3]));

const HEADERS = { origin: 'http://localhost:3000', 'content-type': 'application/json', cookie: '' };
const address = () => ({
  params: Promise.resolve({ site: pick(TEXTS), week: pick(TEXTS), shift: pick(TEXTS) } as Record<
    string,
    string
  >),
});
const shorter = async (...names: string[]) => {
  const all = await address().params;
  return {
    params: Promise.resolve(
      Object.fromEntries(
        names.map((name) => [name, random() < 0.7 ? (name === 'site' ? 'bistro' : '2026-11-23') : all[name]]),
      ),
    ),
  };
};
const query = (...names: string[]) =>
  new URLSearchParams(
    names.flatMap((name) =>
      random() < 0.8 ? [[name, String(pick([...TEXTS, '7', '28', '540', '2026-11-24']))]] : [],
    ),
  );
const get = (search = new URLSearchParams()) =>
  new Request(`http://localhost/?${search.toString()}`, { headers: { cookie: HEADERS.cookie } });
const post = (body: unknown, headers: Record<string, string> = HEADERS, search = new URLSearchParams()) =>
  new Request(`http://localhost/?${search.toString()}`, {
    method: 'POST',
    headers,
    body: typeof body === 'string' ? body : (JSON.stringify(body) ?? 'undefined'),
  });

/** One request to each route, with where it went. */
const ROUTES: readonly (readonly [string, () => Promise<Response>])[] = [
  ['plan', async () => planOf(get(query('days')), await shorter('site', 'week'))],
  ['file', async () => file(get(), await shorter('site', 'week'))],
  ['lately', async () => recentCounts(get(query('date', 'from')), await shorter('site', 'week'))],
  ['month', async () => weekSummaries(get(), await shorter('site', 'week'))],
  ['history', async () => history(get(), await shorter('site', 'week', 'shift'))],
  ['export', async () => exportPeople(get(query('site', 'form')), await shorter())],
  ['changes', async () => changes(post(made(CHANGE_REQUEST)), await shorter('site', 'week'))],
  ['changes, no JSON', async () => changes(post(pick(TEXTS)), await shorter('site', 'week'))],
  [
    'start',
    async () =>
      start(
        post({ id: pick(['go', '', pick(TEXTS)]), input: made(COMMANDS.get('week.start')!.input) }),
        await shorter('site'),
      ),
  ],
  ['import preview', async () => importPreview(post(made(OPTIONS)), await shorter())],
  [
    'import',
    async () =>
      importPeople(
        post(
          pick(TEXTS),
          { ...HEADERS, 'content-type': pick(['text/csv', 'text/plain', 'application/octet-stream']) },
          query('site'),
        ),
        await shorter(),
      ),
  ],
  ['sign-in', async () => signIn(post(made(SIGN_IN)))],
  ['demo', async () => signInToDemo(post({ account: pick([pick(TEXTS), 'demo-noor', 7]) }))],
  ['first owner', async () => firstOwner(post(made(FIRST_OWNER)))],
  ['join', async () => join(post(made(JOIN)))],
  ['forgot', async () => forgot(post(made(FORGOT)))],
  ['password', async () => password(post(made(NEW_PASSWORD)), await shorter())],
  ['session', async () => sessions(post(made(END_SESSION)), await shorter())],
  [
    'here',
    async () =>
      here(post({ tab: pick(TEXTS), site: pick(TEXTS), week: pick([null, pick(TEXTS)]) }), await shorter()),
  ],
  [
    'plan file check',
    async () => checkFile(post(pick([...TEXTS, '{"format":"vicenda-plan"}', '[]', '{'])), await shorter()),
  ],
];

async function once(): Promise<{ what: unknown; failed: boolean }> {
  if (random() < 0.35) {
    const [name, send] = pick(ROUTES);
    const response = await send();
    const body = await response.text();
    return {
      what: [name, response.status, body.slice(0, 300)],
      failed: response.status >= 500 || body.includes('"failure"'),
    };
  }
  const command = pick([...COMMANDS.values()]);
  const input = made(command.input);
  const opened = random() < 0.3 ? made(command.input) : undefined;
  const id = random() < 0.95 ? `fuzz-${below(1e9)}` : String(pick(TEXTS));
  const what = JSON.stringify([command.kind, input, opened])?.slice(0, 3000);
  const answer = await runCommand(
    db,
    OWNER,
    { id, kind: command.kind, input, opened },
    { preview: random() < 0.4 },
  );
  if (answer.ok && random() < 0.5) await undoCommand(db, OWNER, id, `${id}-back`);
  return { what, failed: false };
}

test(`${REQUESTS} requests made from the schemas end in no failure and take no time (seed ${SEED})`, async () => {
  let longest = 0;
  for (let i = 0; i < REQUESTS; i++) {
    const began = performance.now();
    try {
      const { what, failed } = await once();
      if (failed) throw new Error(JSON.stringify(what));
    } catch (error) {
      throw new Error(`request ${i} of seed ${SEED}: ${(error as Error).stack}`, { cause: error });
    }
    longest = Math.max(longest, performance.now() - began);
  }
  expect(longest).toBeLessThan(2000);
}, 600_000);
