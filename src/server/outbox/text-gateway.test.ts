import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { type Server, createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { gatewayFrom, isInside, textWay } from './text-gateway';
import type { Message } from './ways';

let server: Server;
let got: { headers: Record<string, unknown>; body: string }[];
let status: number;

beforeEach(async () => {
  got = [];
  status = 202;
  server = createServer((request, response) => {
    let body = '';
    request.on('data', (part: Buffer) => (body += part.toString()));
    request.on('end', () => {
      got.push({ headers: request.headers, body });
      response.statusCode = status;
      response.end('no such number');
    });
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
});
afterEach(() => new Promise<void>((resolve) => server.close(() => resolve())));

const message = { id: 'm1', address: '+351 555 0101', message_id: '<one@vicenda.invalid>' } as Message;
const TEXT = 'Quay "Bistro": 1 shift\nchanged & late';
const send = (more: Record<string, string> = {}) => {
  const { port } = server.address() as AddressInfo;
  const environment = {
    ...{
      NODE_ENV: 'test' as const,
      VICENDA_TEXT_URL: `http://localhost:${port}/send`,
      VICENDA_TEXT_ALLOW: 'localhost',
    },
    ...more,
  };
  return textWay(gatewayFrom(environment)!).send(message, TEXT);
};

describe('a gateway for text messages', () => {
  test('gets the number and the text in JSON, however the text is written', async () => {
    expect(await send({ VICENDA_TEXT_HEADERS: '{"authorization": "Bearer k"}' })).toEqual({ ok: true });
    expect(got[0].headers.authorization).toBe('Bearer k');
    expect(JSON.parse(got[0].body)).toEqual({ to: '+351 555 0101', text: TEXT });
  });

  test('is told where it can say later what became of the message', async () => {
    await send({ VICENDA_TEXT_BODY: '{"callback": "{receipt}"}' });
    expect(JSON.parse(got[0].body)).toEqual({
      callback: expect.stringMatching(/^http:\/\/localhost:3000\/api\/outbox\/receipt\/m1\/[\w-]{22}$/),
    });
  });

  test('gets them as a form, where that is how it wants them', async () => {
    await send({
      VICENDA_TEXT_HEADERS: '{"content-type": "application/x-www-form-urlencoded"}',
      VICENDA_TEXT_BODY: 'dst={to}&msg={text}&ref={id}',
    });
    const form = new URLSearchParams(got[0].body);
    expect([form.get('dst'), form.get('msg'), form.get('ref')]).toEqual([
      '+351 555 0101',
      TEXT,
      '<one@vicenda.invalid>',
    ]);
  });

  test.each([
    [400, true],
    [404, true],
    [408, false],
    [429, false],
    [500, false],
    [302, false],
  ])('that answers %d says whether it is worth trying again', async (code, isFinal) => {
    status = code;
    expect(await send()).toMatchObject({
      ok: false,
      isFinal,
      reason: expect.stringContaining(`answered ${code}`),
    });
  });

  test('inside the own network is not asked unless the owner lists it', async () => {
    expect(await send({ VICENDA_TEXT_ALLOW: '' })).toMatchObject({ ok: false, isFinal: true });
    expect(await send({ VICENDA_TEXT_ALLOW: 'other.example' })).toMatchObject({ ok: false, isFinal: true });
    expect(got).toEqual([]);
  });

  test('that is not there is tried again', async () => {
    expect(await send({ VICENDA_TEXT_URL: 'http://localhost:1/' })).toMatchObject({
      ok: false,
      isFinal: false,
    });
    expect(await send({ VICENDA_TEXT_URL: 'http://nowhere.invalid/' })).toMatchObject({
      ok: false,
      isFinal: false,
    });
  });
});

test.each([
  ['127.0.0.1', true],
  ['10.1.2.3', true],
  ['172.16.0.1', true],
  ['172.31.255.255', true],
  ['172.32.0.1', false],
  ['192.168.1.1', true],
  ['169.254.169.254', true],
  ['100.64.0.1', true],
  ['::1', true],
  ['::ffff:10.0.0.1', true],
  ['fd00::1', true],
  ['fe80::1', true],
  ['93.184.215.14', false],
  ['2606:2800:21f::1', false],
])('%s is inside the own network: %p', (address, inside) => {
  expect(isInside(address)).toBe(inside);
});
