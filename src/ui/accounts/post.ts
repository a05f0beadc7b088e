import type { Problem } from '@/core/plan/problem';

export type Posted = { readonly ok: true } | { readonly ok: false; readonly problem: Problem };

/** Sends something about an account, and answers what came of it, also where nothing came. */
export async function post(address: string, body: unknown): Promise<Posted> {
  try {
    const response = await fetch(address, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    return (await response.json()) as Posted;
  } catch {
    const message = 'the server cannot be reached; what you typed is still here, try again';
    return { ok: false, problem: { code: 'unreachable', message, path: '' } };
  }
}
