import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Database } from '@/data/database';
import { demoDatabase } from '../../../demo/testing';
import { COMMANDS } from '../commands/list';
import { actorNamed } from '../accounts/testing';
import type { Actor } from './actor';
import { PERMITTED, type Permission, type Scope, areasOf, checkScope } from './permissions';

let db: Database;
const actors = new Map<string, Actor>();
const ACCOUNTS = ['owner', 'hanne', 'ilse', 'bram', 'payroll', 'noor', 'lior'] as const;

beforeAll(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  db = await demoDatabase();
  // Payroll of one site here, so that there is another site for every grant.
  await db
    .deleteFrom('account_grant')
    .where('kind', '=', 'payroll')
    .where('site_id', '!=', 'bistro')
    .execute();
  // Noor is Oona's manager, which permits to see and decide leave, and nothing else.
  await db.updateTable('person').set({ manager_id: 'noor' }).where('id', '=', 'oona').execute();
  for (const name of ACCOUNTS) actors.set(name, await actorNamed(db, `demo-${name}`));
});
afterAll(() => db.destroy());

const PLACES: Readonly<Record<string, Scope>> = {
  business: {},
  bistro: { sites: ['bistro'] },
  chandlery: { sites: ['chandlery'] },
  'bistro and chandlery': { sites: ['bistro', 'chandlery'] },
  'Teo, of the bistro': { people: ['teo'] },
  'Oona, whose manager Noor is': { people: ['oona'] },
  Noor: { people: ['noor'] },
  'Petra, of the chandlery': { people: ['petra'] },
  'Lior, of both': { people: ['lior'] },
  'leave of Oona, whose manager Noor is': { leaveOf: ['oona'] },
  'leave of Lior, at home in the bistro': { leaveOf: ['lior'] },
  'leave of both of them': { leaveOf: ['oona', 'lior'] },
};

/** Who may do what where: o owner, h scheduler of chandlery and dockside, i of the bistro, b lead, p payroll, n and l staff. */
const EXPECTED: Readonly<Record<Permission, Readonly<Record<string, string>>>> = {
  self: all('ohibpnl'),
  'team.read': {
    ...planning('oibnl', 'ohl'),
    'bistro and chandlery': 'ol',
    'Lior, of both': 'ol',
  },
  'plan.read': planning('oib', 'oh'),
  'plan.edit': planning('oib', 'oh'),
  'plan.change': planning('oi', 'oh'),
  'plan.publish': planning('oi', 'oh'),
  'setup.read': planning('oi', 'oh'),
  'setup.change': planning('oi', 'oh'),
  'people.read': planning('oip', 'oh'),
  'people.change': planning('oi', 'oh'),
  'pay.read': planning('op', 'oh'),
  'accounts.read': planning('oi', 'oh'),
  'accounts.invite': planning('oi', 'oh'),
  'accounts.grant': all('o'),
  'sign-ins.read': all('o'),
  'records.export': all('o'),
  'records.erase': all('o'),
  'leave.read': { ...planning('oip', 'oh'), 'leave of Oona, whose manager Noor is': 'oipn' },
  'leave.decide': { ...planning('oi', 'oh'), 'leave of Oona, whose manager Noor is': 'oin' },
  'leave.grant': planning('oi', 'oh'),
  'requests.decide': planning('oib', 'oh'),
  'clock.read': planning('oibp', 'oh'),
  'clock.write': planning('oib', 'oh'),
  'hours.read': { ...planning('oip', 'oh'), 'leave of Oona, whose manager Noor is': 'oipn' },
  'hours.approve': { ...planning('oi', 'oh'), 'leave of Oona, whose manager Noor is': 'oin' },
  'hours.lock': planning('op', 'o'),
  'outbox.read': planning('oi', 'oh'),
  'outbox.send': planning('oi', 'oh'),
};

function all(who: string): Record<string, string> {
  return Object.fromEntries(Object.keys(PLACES).map((place) => [place, who]));
}

function people(bistro: string, chandlery: string, both: string): Record<string, string> {
  return {
    'Teo, of the bistro': bistro,
    'Oona, whose manager Noor is': bistro,
    Noor: bistro,
    'Petra, of the chandlery': chandlery,
    'Lior, of both': both,
    'leave of Oona, whose manager Noor is': bistro,
    'leave of Lior, at home in the bistro': bistro,
    'leave of both of them': bistro,
  };
}

function planning(bistro: string, chandlery: string): Record<string, string> {
  return { business: 'o', bistro, chandlery, 'bistro and chandlery': 'o', ...people(bistro, chandlery, 'o') };
}

describe('who may do what', () => {
  test.each(Object.keys(EXPECTED) as Permission[])('%s', async (permission) => {
    for (const [place, scope] of Object.entries(PLACES)) {
      let allowed = '';
      for (const name of ACCOUNTS)
        if ((await checkScope(db, actors.get(name)!, permission, scope)) === null) allowed += name[0];
      expect([place, allowed]).toEqual([place, EXPECTED[permission][place]]);
    }
  });

  test('no permission is granted that is not looked at here', () => {
    for (const granted of Object.values(PERMITTED))
      expect(granted.filter((permission) => !(permission in EXPECTED))).toEqual([]);
  });

  test('a lead edits in the own area alone, at the own site; others everywhere they plan', () => {
    expect(areasOf(actors.get('bram')!, 'bistro')).toEqual(new Set(['bistro-area-3']));
    expect(areasOf(actors.get('bram')!, 'chandlery')).toEqual(new Set());
    expect(areasOf(actors.get('ilse')!, 'bistro')).toBeNull();
  });

  test('a grant that sees pay shows it only where it holds', async () => {
    const lead: Actor = {
      ...actors.get('bram')!,
      grants: [{ kind: 'lead', site: 'bistro', area: 'bistro-area-3', seesPay: true }],
    };
    expect(await checkScope(db, lead, 'pay.read', { sites: ['bistro'] })).toBeNull();
    expect(await checkScope(db, lead, 'pay.read', { sites: ['chandlery'] })).not.toBeNull();
    expect(await checkScope(db, lead, 'people.read', { sites: ['bistro'] })).not.toBeNull();
  });
});

describe('everything that can be asked names its permission', () => {
  const root = join(import.meta.dirname, '../../app');
  const files = (readdirSync(root, { recursive: true }) as string[]).filter(
    // The layout of everything holds nothing but the frame.
    (path) => /(^|\/)(page|layout|route|sheet-page)\.tsx?$/.test(path) && path !== 'layout.tsx',
  );
  const textOf = (path: string) => readFileSync(join(root, path), 'utf8');
  const PUBLIC = [
    'api/clock/pair/route.ts',
    'api/first-owner/route.ts',
    'api/forgot/route.ts',
    'api/join/route.ts',
    'api/sign-in/demo/route.ts',
    'api/sign-in/route.ts',
    'first-owner/page.tsx',
    'forgot/page.tsx',
    'join/[[...code]]/page.tsx',
    'sign-in/page.tsx',
  ];

  // Reached by machines under an address that nobody can guess.
  const LINKED = [
    'api/feed/person/[person]/[seal]/route.ts',
    'api/feed/site/[site]/[account]/[seal]/route.ts',
    'api/outbox/receipt/[message]/[seal]/route.ts',
  ];

  // What a device at the door may ask, and nothing else.
  const DEVICES = [
    'api/clock/again/route.ts',
    'api/clock/device/route.ts',
    'api/clock/kept/route.ts',
    'api/clock/photo/route.ts',
    'api/clock/punch/route.ts',
    'api/clock/who/route.ts',
    'clock/page.tsx',
  ];

  test('what a device at the door may ask is this, and nothing else', () => {
    expect(files.filter((path) => /deviceRoute\(|devicePageOf\(/.test(textOf(path))).sort()).toEqual(DEVICES);
  });

  test('routes under an address that cannot be guessed are these, and no others', () => {
    expect(files.filter((path) => /linkedRoute\(/.test(textOf(path))).sort()).toEqual(LINKED);
  });

  test('pages and routes: those for everybody are these, and no others', () => {
    const open = files.filter((path) => /publicPage\(|publicRoute\(/.test(textOf(path)));
    expect(open.sort()).toEqual(PUBLIC);
  });

  test.each(files.filter((path) => ![...PUBLIC, ...LINKED, ...DEVICES].includes(path)))('%s', (path) => {
    const text = textOf(path);
    const opened = text.match(/\b(?:page|route|sheetPage)(?:<[^>]*>)?\(/g) ?? [];
    expect(opened.length).toBeGreaterThan(0);
    // Sheets for the wall are made by one function, which names it.
    if (!/sheetPage\(/.test(text) || path.endsWith('sheet-page.tsx'))
      expect(text.match(/permission: '([\w.-]+|of the command)'/g)).toHaveLength(1);
    // A handler that is exported without the door would be reached by anybody.
    for (const [, made] of text.matchAll(/export (?:const (?:GET|POST|PUT|DELETE) =|default) ([\w]+)/g))
      expect(['page', 'route', 'sheetPage']).toContain(made);
  });

  test.each([...COMMANDS.values()].map(({ kind, permission }) => [kind, permission] as const))(
    'the command %s',
    (_, permission) => {
      expect(Object.keys(EXPECTED)).toContain(permission);
    },
  );

  test('commands that concern only who asks are these, and no others', () => {
    const own = [...COMMANDS.values()].filter(({ permission }) => permission === 'self');
    expect(own.map(({ kind }) => kind).sort()).toEqual([
      'availability.propose',
      'availability.withdraw',
      'call.answer',
      'clock.ask',
      'clock.own',
      'clock.withdraw',
      'feed.renew',
      'hours.fill-own',
      'hours.own-note',
      'hours.submit',
      'hours.type',
      'job.begin',
      'job.finish',
      'job.material',
      'job.material.remove',
      'job.pause',
      'leave.absent',
      'leave.ask',
      'leave.ask-back',
      'leave.back-at-work',
      'leave.see',
      'leave.withdraw',
      'news.answer',
      'news.see',
      'own.phone',
      'request.answer',
      'request.ask',
      'request.renew',
      'request.reply',
      'request.see',
      'request.send',
      'request.withdraw',
      'task.tick',
      'told.wish',
      'wish.save',
    ]);
  });

  test('queries that a page or a route asks take who asks', () => {
    const server = join(import.meta.dirname, '..');
    const without = (readdirSync(server, { recursive: true }) as string[])
      .filter((path) => path.endsWith('queries.ts'))
      .flatMap((path) =>
        [
          ...readFileSync(join(server, path), 'utf8').matchAll(/export (?:async )?function (\w+)\(([^)]*)/g),
        ].flatMap(([, name, parameters]) => (parameters.includes('actor: Actor') ? [] : [name])),
      );
    // The name of the business stands on the page where one signs in.
    expect(without).toEqual(['businessName']);
  });
});
