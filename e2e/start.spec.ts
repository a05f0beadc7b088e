import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { DemoServer } from './server';

test('a data file that cannot be used is told at start in a sentence, not a stack trace', async () => {
  const server = new DemoServer();
  await server.begin();
  await server.stop();
  const sql = "const D=require('libsql');new D(process.argv[1]).exec('pragma user_version = 99')";
  execFileSync('node', ['-e', sql, server.dataFile]);
  const newer = await server.refusal();
  expect(newer.code).toBe(1);
  expect(newer.text).toContain('was made by a newer version of Vicenda');
  expect(newer.text).not.toMatch(/\n\s+at /);
  writeFileSync(server.dataFile, 'This is a letter, not a data file. '.repeat(100));
  const letter = await server.refusal();
  expect(letter.code).toBe(1);
  expect(letter.text).toContain('is not a Vicenda data file');
  await server.end();
});

test('a page or an address that is not there says so', async ({ page }) => {
  const server = new DemoServer();
  await server.begin();
  await server.signIn(page.context());
  await page.goto(`${server.url}/plan/nowhere/2026-11-23`);
  await expect(page.getByRole('heading', { name: 'Nothing here' })).toBeVisible();
  const address = `${server.url}/api/plan/bistro/2026-11-23/changes`;
  const foreign = await page.request.post(address, {
    data: {},
    headers: { origin: 'http://elsewhere.example' },
  });
  expect(foreign.status()).toBe(403);
  const answer = await page.request.post(address, { data: {}, headers: { origin: server.url } });
  expect(answer.status()).toBe(422);
  expect(await answer.json()).toMatchObject({ ok: false, problem: { code: 'input' } });
  await server.end();
});
