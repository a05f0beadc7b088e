import type { Change } from '../src/core/plan/change';
import type { Shift } from '../src/core/plan/types';
import type { ChangeAnswer, PlanPayload } from '../src/server/plan/payload';
import { type DemoServer, WEEK } from '../e2e/server';

/** The address of a week of the demo's bistro. */
export const planAt = (url: string) => `${url}/api/plan/bistro/${WEEK}`;

/** Asks once more where the server had ended a connection that nobody used for a while. */
async function reached(server: DemoServer): Promise<Response> {
  const ask = () => fetch(planAt(server.url), { headers: server.headers });
  return ask().catch(ask);
}

/** Sends changes as a page would. Throws where no answer comes. */
export async function send(
  server: DemoServer,
  id: string,
  base: number,
  changes: readonly Change[],
): Promise<ChangeAnswer> {
  const response = await fetch(`${planAt(server.url)}/changes`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...server.headers },
    body: JSON.stringify({ id, base, changes }),
  });
  return (await response.json()) as ChangeAnswer;
}

/** The week's shifts as the server has them, and at which version. */
export async function weekAt(server: DemoServer): Promise<{ shifts: Shift[]; version: number }> {
  const payload = (await (await reached(server)).json()) as PlanPayload;
  return { shifts: [...payload.plan.shifts], version: payload.version };
}
