import type { Problem } from '@/core/plan/problem';

/** What the server answers to a device; null: it cannot be reached. A device that is no longer paired begins anew. */
export async function postJson<T extends object>(
  path: string,
  input: object,
): Promise<({ readonly ok: true } & T) | { readonly ok: false; readonly problem: Problem } | null> {
  const response = await fetch(path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(input),
  }).catch(() => null);
  if (response === null) return null;
  const answer = (await response.json().catch(() => null)) as
    ({ readonly ok: true } & T) | { readonly ok: false; readonly problem: Problem } | null;
  if (answer && !answer.ok && answer.problem.code === 'unpaired') window.location.reload();
  return answer;
}
