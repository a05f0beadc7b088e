import { Agent, request } from 'node:http';
import { randomBytes } from 'node:crypto';
import { chromium } from '@playwright/test';
import { insertAccount } from '@/data/accounts/account-store';
import { openDatabase } from '@/data/database';
import { openSession } from '@/server/accounts/sign-in';
import { ownCalendar } from '@/server/calendar/feeds';
import { actorOf } from '@/server/access/actor';
import { DemoServer } from '../e2e/server';
import { figure, percentile } from './figures';
import { scriptBytes } from './script-bytes';

// What staff read: 300 people ask for their weeks, 200 times a second over 20 connections, as phones do that have an
// answer already and ask whether it is still true. And the weight of their page, and their calendar.

const [PEOPLE, PER_SECOND, SECONDS, CONNECTIONS] = [300, 200, 10, 20];

/** A port and a session of each of some people of the large site. */
async function sessions(server: DemoServer, folder: string): Promise<string[]> {
  const db = await openDatabase(server.dataFile);
  process.env.VICENDA_DATA = folder;
  const people = await db
    .selectFrom('person_site')
    .innerJoin('person', 'person.id', 'person_site.person_id')
    .where('site_id', '=', 'grounds')
    .select(['person.id', 'person.name'])
    .limit(PEOPLE)
    .execute();
  const cookies: string[] = [];
  for (const { id, name } of people) {
    const user = `bench-${id}`;
    const password = randomBytes(16).toString('hex');
    await insertAccount(db, {
      id: user,
      name,
      email: `${id}@staff.invalid`,
      person: id,
      password,
      at: new Date().toISOString(),
    });
    cookies.push((await openSession(db, user, 'bench', { address: 'bench', device: 'bench' })).split(';')[0]);
  }
  const actor = (await actorOf(db, cookies[0]))!;
  const spent: number[] = [];
  for (let i = 0; i < 20; i++) {
    const start = performance.now();
    await ownCalendar(db, actor);
    spent.push(performance.now() - start);
  }
  figure('feed', percentile(spent, 50), 'ms');
  await db.destroy();
  return cookies;
}

const agent = new Agent({ keepAlive: true, maxSockets: CONNECTIONS });

function ask(url: string, cookie: string, tag: string | undefined): Promise<{ status: number; tag: string }> {
  return new Promise((resolve, reject) => {
    const headers = { cookie, ...(tag ? { 'if-none-match': tag } : {}) };
    request(`${url}/api/me`, { agent, headers }, (response) => {
      response.resume();
      response.on('end', () =>
        resolve({ status: response.statusCode ?? 0, tag: String(response.headers.etag ?? '') }),
      );
    })
      .on('error', reject)
      .end();
  });
}

/** Asks evenly for some seconds; the time of each answer in milliseconds, and how long all of it took. */
async function load(
  url: string,
  cookies: readonly string[],
  tags: ReadonlyMap<string, string>,
  seconds: number,
): Promise<{ spent: readonly number[]; seconds: number }> {
  const spent: number[] = [];
  const began = performance.now();
  const all: Promise<void>[] = [];
  for (let i = 0; i < PER_SECOND * seconds; i++) {
    const wait = began + (i * 1000) / PER_SECOND - performance.now();
    if (wait > 0) await new Promise((resolve) => setTimeout(resolve, wait));
    const cookie = cookies[(i * 7919) % cookies.length];
    const start = performance.now();
    all.push(
      ask(url, cookie, tags.get(cookie)).then(({ status }) => {
        if (status !== 304 && status !== 200) throw new Error(`answered ${status}`);
        spent.push(performance.now() - start);
      }),
    );
  }
  await Promise.all(all);
  return { spent, seconds: (performance.now() - began) / 1000 };
}

async function main(): Promise<void> {
  const server = new DemoServer();
  await server.begin('--large');
  try {
    const cookies = await sessions(server, server.folder);
    const tags = new Map<string, string>();
    for (const cookie of cookies) tags.set(cookie, (await ask(server.url, cookie, undefined)).tag);
    // A server that has just begun is slower than one that runs.
    await load(server.url, cookies, tags, 3);
    const { spent, seconds } = await load(server.url, cookies, tags, SECONDS);
    figure('staff-week-requests-per-second', spent.length / seconds, '1/s');
    figure('staff-week-p95', percentile(spent, 95), 'ms');
    await pageWeight(server);
  } finally {
    agent.destroy();
    await server.end();
  }
}

async function pageWeight(server: DemoServer): Promise<void> {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run'],
  });
  try {
    const context = await browser.newContext({
      viewport: { width: 390, height: 844 },
      serviceWorkers: 'block',
    });
    await server.signIn(context, 'demo-noor');
    const page = await context.newPage();
    await page.goto(`${server.url}/me`);
    await page.locator('[data-ready="true"]').waitFor();
    figure('staff-page-js', (await scriptBytes(page)) / 1000, 'kB');
  } finally {
    await browser.close();
  }
}

await main();
