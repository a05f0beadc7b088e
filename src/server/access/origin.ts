/**
 * The addresses at which the application is reached, as browsers name them: this machine's own, and those of
 * VICENDA_URL (separated by commas). Never taken from the request, whose `Host` anybody can choose.
 */
export function ownOrigins(): ReadonlySet<string> {
  const port = process.env.PORT ?? '3000';
  const origins = new Set(
    ['localhost', '127.0.0.1', '[::1]'].map((host) => new URL(`${scheme()}://${host}:${port}`).origin),
  );
  for (const address of (process.env.VICENDA_URL ?? '').split(',')) {
    const url = URL.canParse(address.trim()) ? new URL(address.trim()) : null;
    if (url) origins.add(url.origin);
  }
  return origins;
}

/** Whether a request comes from a page of the application itself. */
export function isOwnOrigin(origin: string | null): boolean {
  return origin !== null && ownOrigins().has(origin);
}

/** The address that links in messages and on paper lead to: the first of VICENDA_URL, else this machine's own. */
export function publicAddress(): string {
  const first = (process.env.VICENDA_URL ?? '').split(',')[0].trim();
  return URL.canParse(first)
    ? new URL(first).origin
    : `${scheme()}://localhost:${process.env.PORT ?? '3000'}`;
}

/** How the application itself is reached: by HTTPS where it has a certificate. */
function scheme(): 'http' | 'https' {
  return process.env.VICENDA_TLS_CERT ? 'https' : 'http';
}
