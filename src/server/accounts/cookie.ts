import { publicAddress } from '../access/origin';
import { isSealed, sealOf } from './secret';

/** How long a session lasts that is not used, in milliseconds; on a device of several people until its day is over. */
export const SESSION_MS = { own: 30 * 24 * 3600_000, shared: 12 * 3600_000 } as const;

const NAME = 'vicenda-session';

/** Whether browsers reach the application by HTTPS alone: by what VICENDA_URL says first, never by the request. */
export function isSecure(): boolean {
  return publicAddress().startsWith('https:');
}

/** The header that leaves a session with a browser; `shared`: until the browser is closed. Empty token: takes it away. */
export function sessionCookie(token: string, shared: boolean): string {
  const value = token && `${token}.${signatureOf(token)}`;
  const age = token ? (shared ? '' : `; Max-Age=${SESSION_MS.own / 1000}`) : '; Max-Age=0';
  return `${NAME}=${value}; Path=/; HttpOnly; SameSite=Lax${isSecure() ? '; Secure' : ''}${age}`;
}

/** The token of the session that a browser sends with a request; null: it has none, or not from here. */
export function tokenIn(cookies: string | null): string | null {
  for (const part of (cookies ?? '').split(';')) {
    const [name, value = ''] = part.trim().split('=');
    const [token, signature = ''] = value.split('.');
    if (name !== NAME || token === '') continue;
    return isSealed(signature, signatureOf(token)) ? token : null;
  }
  return null;
}

function signatureOf(token: string): string {
  return sealOf(`session ${token}`).toString('base64url');
}

/** What was proven, as an answer that leaves the session with the browser; what failed stays as it is. */
export function withCookie<T extends { readonly ok: boolean }>(
  answer: (T & { readonly ok: false }) | { readonly ok: true; readonly cookie: string },
): T | Response {
  return 'cookie' in answer
    ? Response.json({ ok: true }, { headers: { 'set-cookie': answer.cookie } })
    : answer;
}
