import { type Server, type ServerResponse, createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { type Page, expect, test } from '@playwright/test';
import { DemoServer, WEEK } from './server';

// Behind a proxy that cuts whatever stays open: pages come back by themselves, and miss nothing.

/** How long the proxy lets a stream live, in milliseconds: a minute, made short. */
const CUT_MS = 1500;

let proxy: Server;
let server: DemoServer;
let cuts = 0;
const open = new Set<ServerResponse>();
const cutter = setInterval(() => {
  for (const response of open) {
    cuts++;
    response.destroy();
  }
  open.clear();
}, CUT_MS);

test.beforeAll(async () => {
  proxy = createServer((asked, response) => {
    const { port } = new URL(server.url);
    const { url = '/', method, headers } = asked;
    const onward = request({ port, path: url, method, headers }, (answer) => {
      response.writeHead(answer.statusCode ?? 502, answer.headers);
      answer.pipe(response);
    });
    onward.on('error', () => response.destroy());
    response.on('close', () => onward.destroy());
    if (url === '/api/live') open.add(response);
    asked.pipe(onward);
  });
  await new Promise<void>((resolve) => proxy.listen(0, resolve));
  server = new DemoServer(undefined, { VICENDA_URL: address() });
  await server.begin();
});
test.afterAll(async () => {
  clearInterval(cutter);
  proxy.close();
  proxy.closeAllConnections();
  await server.end();
});

function address(): string {
  return `http://localhost:${(proxy.address() as AddressInfo).port}`;
}

const cell = (page: Page, who: string, day: string) => page.getByRole('gridcell', { name: `${who}, ${day}` });

test('what others do is seen, however often the stream is cut', async ({ page, context, browser }) => {
  await server.signIn(context);
  await page.goto(`${address()}/plan/bistro/${WEEK}`);
  await cell(page, 'Oona Kelly', 'Tue 24').waitFor();
  const other = await server.otherPage(browser, 'demo-ilse');
  await other.goto(`${server.url}/plan/bistro/${WEEK}`);
  for (const [day, text, shown] of [
    ['Tue 24', '17-20', /17:00–20:00/],
    ['Wed 25', '9-12', /9:00–12:00/],
    ['Thu 26', '9-13', /9:00–13:00/],
  ] as const) {
    const before = cuts;
    await expect.poll(() => cuts, { timeout: 20_000 }).toBeGreaterThan(before);
    await cell(other, 'Oona Kelly', day).click();
    await other.keyboard.type(text);
    await other.keyboard.press('Enter');
    await expect(cell(page, 'Oona Kelly', day)).toHaveAttribute('aria-label', shown, { timeout: 15_000 });
  }
  expect(cuts).toBeGreaterThan(2);
  await other.context().close();
});
