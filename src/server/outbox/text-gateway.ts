import { lookup as lookUp } from 'node:dns/promises';
import { request as httpRequest } from 'node:http';
import { request as httpsRequest } from 'node:https';
import { BlockList, isIPv4 } from 'node:net';
import { receiptAddress } from './receipts';
import type { Delivery, Way } from './ways';

/** How long a gateway may take to answer, in milliseconds, and how much of an answer is read, in bytes. */
const WAIT_MS = 15_000;
const MOST = 10_000;

/** Addresses inside a machine or a house, which a gateway has no business at. */
const INSIDE = new BlockList();
for (const [net, bits] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.168.0.0', 16],
  ['224.0.0.0', 3],
] as const)
  INSIDE.addSubnet(net, bits, 'ipv4');
for (const [net, bits] of [
  ['::', 127],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
] as const)
  INSIDE.addSubnet(net, bits, 'ipv6');

/** Whether an address is inside the machine's own network. */
export function isInside(address: string): boolean {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address)?.[1] ?? address;
  return INSIDE.check(mapped, isIPv4(mapped) ? 'ipv4' : 'ipv6');
}

/** How a gateway for text messages is reached. */
export interface Gateway {
  readonly url: string;
  readonly headers: Readonly<Record<string, string>>;
  /** What is sent, with `{to}` and `{text}` in it, and `{receipt}`: where it can say later what became of it. */
  readonly body: string;
  /** Hosts that may lie inside the own network, because the owner says so. */
  readonly allowed: readonly string[];
}

/** The gateway that the environment names; null: none. Throws where it cannot be read. */
export function gatewayFrom(environment: NodeJS.ProcessEnv): Gateway | null {
  const { VICENDA_TEXT_URL: url, VICENDA_TEXT_HEADERS: headers, VICENDA_TEXT_BODY: body } = environment;
  if (!url) return null;
  return {
    url,
    headers: {
      'content-type': 'application/json',
      ...(JSON.parse(headers ?? '{}') as Record<string, string>),
    },
    body: body ?? '{"to": "{to}", "text": "{text}"}',
    allowed: (environment.VICENDA_TEXT_ALLOW ?? '').split(',').map((host) => host.trim().toLowerCase()),
  };
}

/** Text messages through an HTTP gateway. What it answers is what becomes of the message. */
export function textWay(gateway: Gateway): Way {
  return {
    async send({ id: message, address, message_id: id }, text) {
      const url = new URL(gateway.url);
      if (url.protocol !== 'https:' && url.protocol !== 'http:')
        return { ok: false, reason: 'the gateway is no web address', isFinal: true };
      try {
        const host = url.hostname.replace(/^\[|\]$/g, '');
        const found = await lookUp(host, { all: true });
        const isAllowed = gateway.allowed.includes(host.toLowerCase());
        if (!isAllowed && found.some((one) => isInside(one.address)))
          return {
            ok: false,
            reason: `the gateway ${host} lies inside the own network; the owner can list it in VICENDA_TEXT_ALLOW`,
            isFinal: true,
          };
        return await post(
          url,
          found[0],
          gateway,
          filled(gateway, { to: address, text, id, receipt: receiptAddress(message) }),
        );
      } catch (error) {
        return { ok: false, reason: String((error as Error).message).slice(0, 300), isFinal: false };
      }
    },
  };
}

/** The body with what is sent in it, written as its kind of body writes text. */
function filled({ headers, body }: Gateway, values: Readonly<Record<string, string>>): string {
  const type = Object.entries(headers).find(([name]) => name.toLowerCase() === 'content-type')?.[1] ?? '';
  const written = (text: string) =>
    type.includes('json')
      ? JSON.stringify(text).slice(1, -1)
      : type.includes('urlencoded')
        ? encodeURIComponent(text)
        : text;
  return body.replace(/\{(to|text|id|receipt)\}/g, (_, name: string) => written(values[name]));
}

/** Sends to the address that was looked up and judged: a name that means another one a moment later is not followed. */
function post(
  url: URL,
  { address, family }: { readonly address: string; readonly family: number },
  { headers }: Gateway,
  body: string,
): Promise<Delivery> {
  const ask = url.protocol === 'https:' ? httpsRequest : httpRequest;
  return new Promise((resolve, reject) => {
    const request = ask(
      url,
      {
        method: 'POST',
        headers: { ...headers, 'content-length': Buffer.byteLength(body) },
        timeout: WAIT_MS,
        lookup: (_host, { all }, done) =>
          all ? done(null, [{ address, family }]) : done(null, address, family),
      },
      (response) => {
        let said = '';
        response.setEncoding('utf8');
        response.on('data', (part: string) => {
          said += part;
          if (said.length > MOST) response.destroy();
        });
        response.on('close', () => {
          const { statusCode: status = 0 } = response;
          if (status >= 200 && status < 300) return resolve({ ok: true });
          // Too many at once and its own troubles pass; what it says about the message stays true.
          const isFinal = status >= 400 && status < 500 && status !== 408 && status !== 429;
          resolve({ ok: false, reason: `the gateway answered ${status}: ${said.slice(0, 200)}`, isFinal });
        });
      },
    );
    request.on('timeout', () => request.destroy(new Error('the gateway did not answer in time')));
    request.on('error', reject);
    request.end(body);
  });
}
