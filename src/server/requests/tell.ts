import type { Database } from '@/data/database';
import type { ShiftRequest } from '@/data/requests/request-store';
import { publicAddress } from '../access/origin';
import { schedulersAt } from '../leave/tell';
import type { Telling } from '../outbox/enqueue';

/** Who is told of a step. */
export type Told = 'asker' | 'colleague' | 'deciders';

/** What is told of a step of a request, to each once. */
export async function tellingsFor(
  db: Database,
  { site, asker, colleague, state, isAsked }: ShiftRequest,
  text: string,
  words: string,
  told: readonly Told[],
): Promise<Telling[]> {
  const head =
    state === 'with-colleague'
      ? 'You are asked'
      : state === 'waiting'
        ? isAsked
          ? 'A question about your request'
          : 'A request waits'
        : `Request ${state}`;
  const line = `${head}: ${text}.${words ? ` ${words}` : ''}`;
  const telling = (person: string, path: string): Telling => ({
    ...{ person, site, subject: `${head}: ${text}`, line },
    body: `${line}\n\n${publicAddress()}${path}`,
  });
  const people = new Map<string, Telling>();
  if (told.includes('asker')) people.set(asker, telling(asker, '/me/open'));
  if (told.includes('colleague') && colleague !== null) people.set(colleague, telling(colleague, '/me/open'));
  if (told.includes('deciders'))
    for (const person of await schedulersAt(db, site, asker))
      if (!people.has(person)) people.set(person, telling(person, `/requests/${encodeURIComponent(site)}`));
  return [...people.values()];
}
