import type { Change } from '../src/core/plan/change';
import type { Shift } from '../src/core/plan/types';
import type { ChangeAnswer, PlanPayload } from '../src/server/plan/payload';
import { WEEK } from '../e2e/server';

/** The address of a week of the demo's bistro. */
export const planAt = (url: string) => `${url}/api/plan/bistro/${WEEK}`;

/** Asks once more where the server had ended a connection that nobody used for a while. */
async function reached(address: string): Promise<Response> {
  return fetch(address).catch(() => fetch(address));
}

/** Sends changes as a page would. Throws where no answer comes. */
export async function send(
  url: string,
  id: string,
  base: number,
  changes: readonly Change[],
): Promise<ChangeAnswer> {
  const response = await fetch(`${planAt(url)}/changes`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: url },
    body: JSON.stringify({ id, base, changes }),
  });
  return (await response.json()) as ChangeAnswer;
}

/** The week's shifts as the server has them, and at which version. */
export async function weekAt(url: string): Promise<{ shifts: Shift[]; version: number }> {
  const payload = (await (await reached(planAt(url))).json()) as PlanPayload;
  return { shifts: [...payload.plan.shifts], version: payload.version };
}
