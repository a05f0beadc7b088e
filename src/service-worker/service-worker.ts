import { CacheFirst, ExpirationPlugin, NetworkFirst, Serwist, type SerwistPlugin } from 'serwist';

// Keeps the staff pages of whoever is signed in for reading without a connection, the clock of a device at the door for going on without
// one, and nothing else.

declare const self: { readonly location: Location };

/** What is kept of somebody; the page that signs out drops it by the same name. */
const OWN = 'vicenda own';
/** Asks for the first of the own pages as it was kept, without asking the server. */
const AS_KEPT = 'kept';
/** How long the server may take until what was kept is shown, in seconds. */
const WAIT_S = 5;

/** Keeps only what the server answered to who is signed in, and drops all of it as soon as nobody is. */
const ownOnly: SerwistPlugin = {
  fetchDidSucceed: async ({ response }) => {
    // A page of one's own leads elsewhere only where nobody is signed in.
    const leadsAway =
      response.type === 'opaqueredirect' || (response.redirected && !isOwn(new URL(response.url)));
    if (response.status === 401 || leadsAway) await caches.delete(OWN);
    return response;
  },
  cacheWillUpdate: async ({ response }) =>
    response.status === 200 && !response.redirected ? response : null,
  cachedResponseWillBeUsed: async ({ cachedResponse }) => {
    if (!cachedResponse) return null;
    const headers = new Headers(cachedResponse.headers);
    headers.set('x-kept', '1');
    return new Response(cachedResponse.body, { status: cachedResponse.status, headers });
  },
};

function isOwn({ pathname }: URL): boolean {
  return pathname === '/me' || pathname.startsWith('/me/');
}

/** Fails after so many seconds: a server that is there and does not answer is as good as none. */
function refusedAfter(seconds: number): Promise<never> {
  return new Promise((_, refuse) => setTimeout(() => refuse(new Error('no answer in time')), seconds * 1000));
}

const pages = new NetworkFirst({
  cacheName: OWN,
  networkTimeoutSeconds: WAIT_S,
  plugins: [ownOnly],
  // Whatever part of the staff pages is asked for, it is one page.
  matchOptions: { ignoreSearch: true, ignoreVary: true },
});
/** The clock at the door: a device that is ended there is shown so with the next connection. */
const doors = new NetworkFirst({
  cacheName: 'vicenda clock',
  networkTimeoutSeconds: WAIT_S,
  plugins: [{ cacheWillUpdate: async ({ response }) => (response.status === 200 ? response : null) }],
  matchOptions: { ignoreSearch: true, ignoreVary: true },
});
const answers = new NetworkFirst({
  cacheName: OWN,
  networkTimeoutSeconds: WAIT_S,
  plugins: [ownOnly, new ExpirationPlugin({ maxEntries: 60 })],
  matchOptions: { ignoreVary: true },
});
const files = new CacheFirst({
  cacheName: 'vicenda files',
  plugins: [new ExpirationPlugin({ maxEntries: 300 })],
});

const worker = new Serwist({
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith('/_next/static/'),
      handler: files,
    },
    {
      matcher: ({ request, url, sameOrigin }) =>
        sameOrigin && request.mode === 'navigate' && url.pathname === '/clock',
      handler: doors,
    },
    {
      matcher: ({ request, url, sameOrigin }) => sameOrigin && request.mode === 'navigate' && isOwn(url),
      handler: {
        handle: async (asked) => {
          const { pathname, searchParams } = new URL(asked.request.url);
          const begin = () => caches.match(new URL('/me', self.location.origin), { ignoreVary: true });
          // Known not to answer a moment ago.
          const kept = searchParams.has(AS_KEPT) ? await begin() : undefined;
          if (kept) return kept;
          const answer = pages.handle(asked);
          try {
            return await Promise.race([answer, refusedAfter(WAIT_S + 1)]);
          } catch {
            // This part was never opened with a connection; the first holds all of them.
            const part = pathname.slice('/me/'.length);
            return part !== '' && (await begin()) ? Response.redirect(`/me?${AS_KEPT}#${part}`) : answer;
          }
        },
      },
    },
    {
      matcher: ({ url, sameOrigin }) => sameOrigin && /^\/api\/me(\/|$)/.test(url.pathname),
      handler: answers,
    },
  ],
});
worker.addEventListeners();
