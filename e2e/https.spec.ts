import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { DemoServer, WEEK } from './server';

// Over HTTPS, with a certificate made here.

const folder = mkdtempSync(join(tmpdir(), 'vicenda-tls-'));
const [cert, key] = [join(folder, 'cert.pem'), join(folder, 'key.pem')];
const server = new DemoServer(undefined, { VICENDA_TLS_CERT: cert, VICENDA_TLS_KEY: key });

test.use({ ignoreHTTPSErrors: true });
test.beforeAll(async () => {
  execFileSync('openssl', [
    ...['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', '/CN=localhost'],
    ...['-keyout', key, '-out', cert],
  ]);
  await server.begin();
});
test.afterAll(() => server.end());

test('one signs in, plans, and the session is for HTTPS alone', async ({ page, context }) => {
  await page.goto(server.url);
  await page.getByRole('button', { name: /^Ilse Brandt/ }).click();
  await expect(page).toHaveURL(new RegExp(`${WEEK}$`));
  const session = (await context.cookies()).find(({ name }) => name === 'vicenda-session');
  expect(session).toMatchObject({ secure: true, httpOnly: true, sameSite: 'Lax' });
  const cell = page.getByRole('gridcell', { name: 'Oona Kelly, Tue 24' });
  await cell.click();
  await page.keyboard.type('17-20');
  await page.keyboard.press('Enter');
  await expect(
    page
      .getByRole('status', { name: /Saved/ })
      .or(page.getByText(/^Saved/))
      .first(),
  ).toBeVisible();
  // A page of another address may not write, also where it is the same machine by plain HTTP.
  const foreign = await page.request.post(`${server.url}/api/plan/bistro/${WEEK}/changes`, {
    data: {},
    headers: { origin: server.url.replace('https:', 'http:') },
  });
  expect(foreign.status()).toBe(403);
});

test('a certificate that cannot be used is told at start in a sentence', async () => {
  const start = async (environment: Record<string, string>) => {
    const child = spawn('node', ['scripts/server.mjs'], {
      env: { ...process.env, NODE_ENV: 'production', PORT: '4999', VICENDA_DATA: folder, ...environment },
    });
    let text = '';
    child.stderr.on('data', (part: Buffer) => (text += part.toString()));
    const code = await new Promise<number | null>((resolve) => child.once('exit', resolve));
    return { code, text };
  };
  const broken = join(folder, 'broken.pem');
  writeFileSync(broken, 'no certificate');
  for (const [environment, says] of [
    [{ VICENDA_TLS_CERT: cert }, 'both VICENDA_TLS_CERT and VICENDA_TLS_KEY'],
    [{ VICENDA_TLS_CERT: join(folder, 'none.pem'), VICENDA_TLS_KEY: key }, 'cannot be read'],
    [{ VICENDA_TLS_CERT: broken, VICENDA_TLS_KEY: key }, 'do not fit'],
  ] as const) {
    const { code, text } = await start(environment);
    expect([code, text.includes(says)]).toEqual([1, true]);
    expect(text).not.toMatch(/\n\s+at /);
  }
});
