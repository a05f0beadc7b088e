// Serves the built application on PORT, on this machine only unless HOST names another address.
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { isIP } from 'node:net';
import next from 'next';
import sirv from 'sirv';

/** How long open requests may take to end once the process is asked to stop, in milliseconds. */
const GRACE_MS = 5000;

const port = Number(process.env.PORT || 3000);
const host = process.env.HOST || '127.0.0.1';

function refuse(sentence) {
  console.error(`\n${sentence}\n`);
  process.exit(1);
}

if (!Number.isInteger(port) || port < 1 || port > 65535)
  refuse(`PORT is a number from 1 to 65535, not "${process.env.PORT}".`);

const app = next({ dev: false, port, hostname: isIP(host) === 6 ? `[${host}]` : host });
await app.prepare();
const handle = app.getRequestHandler();

// What has its content in its name is handed out as the build compressed it, and never asked for twice.
const ASSETS = '/_next/static';
const assets = sirv('.next/static', {
  brotli: true,
  gzip: true,
  immutable: true,
  maxAge: 31_536_000,
  etag: true,
});

/**
 * From where a request comes, as the connection says. Behind a proxy (VICENDA_PROXY=1) it is what that one wrote last;
 * what a request says of itself is not believed.
 */
function addressOf(request) {
  const forwarded = process.env.VICENDA_PROXY === '1' ? request.headers['x-forwarded-for'] : undefined;
  return forwarded?.split(',').at(-1).trim() || request.socket.remoteAddress || 'unknown';
}

/** Our own certificate, where there is one: the framework has no HTTPS of its own. */
function certificate() {
  const { VICENDA_TLS_CERT: cert, VICENDA_TLS_KEY: key } = process.env;
  if (!cert && !key) return null;
  if (!cert || !key)
    refuse('For HTTPS both VICENDA_TLS_CERT and VICENDA_TLS_KEY name a file: the certificate and its key.');
  try {
    return { cert: readFileSync(cert), key: readFileSync(key) };
  } catch (error) {
    return refuse(`The certificate cannot be read: ${error.message}.`);
  }
}

const answer = (request, response) => {
  const { url = '/' } = request;
  request.headers['x-vicenda-address'] = addressOf(request);
  if (!url.startsWith(`${ASSETS}/`)) return void handle(request, response);
  request.url = url.slice(ASSETS.length);
  response.setHeader('x-content-type-options', 'nosniff');
  assets(request, response, () => {
    request.url = url;
    void handle(request, response);
  });
};

let server;
try {
  const own = certificate();
  server = own ? createSecureServer(own, answer) : createServer(answer);
} catch (error) {
  refuse(`The certificate and its key do not fit: ${error.message}.`);
}

server.on('error', (error) => {
  if (error.code === 'EADDRINUSE')
    refuse(
      `Port ${port} is in use, perhaps by another Vicenda. Stop that, or start this one on another port: PORT=${port + 1}.`,
    );
  if (error.code === 'EACCES') refuse(`This user may not use port ${port}. Take one above 1023: PORT=3000.`);
  if (error.code === 'EADDRNOTAVAIL' || error.code === 'ENOTFOUND')
    refuse(`HOST is "${host}", which is no address of this machine.`);
  throw error;
});

let stopping = false;
async function stop() {
  if (stopping) return;
  stopping = true;
  // Long work is given up first, so that whoever waits for it hears so before the connection goes.
  globalThis.vicendaGiveUp?.();
  const closed = new Promise((resolve) => server.close(resolve));
  // A connection whose last answer ends after this is idle only then, and would be kept for some seconds more.
  const idle = setInterval(() => server.closeIdleConnections(), 50);
  const late = setTimeout(() => server.closeAllConnections(), GRACE_MS);
  await closed;
  clearInterval(idle);
  clearTimeout(late);
  // Set by the application, as the one above, when it opens the data file: closes it with everything written into it.
  await globalThis.vicendaClose?.();
  process.exit(0);
}
for (const signal of ['SIGTERM', 'SIGINT', 'SIGHUP']) process.on(signal, () => void stop());

server.listen(port, host);
