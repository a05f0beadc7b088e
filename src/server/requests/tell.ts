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
  const over = `Request ${state}`;
  const heads: Readonly<Record<Told, string>> = {
    asker:
      state === 'with-colleague'
        ? 'Your request is open again'
        : state !== 'waiting'
          ? over
          : isAsked
            ? 'A question about your request'
            : 'Your colleague said yes',
    colleague: state === 'with-colleague' ? 'You are asked' : over,
    deciders: 'A request waits',
  };
  const telling = (person: string, as: Told, path: string): Telling => {
    const line = `${heads[as]}: ${text}.${words ? ` ${words}` : ''}`;
    return {
      ...{ person, site, subject: `${heads[as]}: ${text}`, line, isWork: as === 'deciders' },
      body: `${line}\n\n${publicAddress()}${path}`,
    };
  };
  const people = new Map<string, Telling>();
  if (told.includes('asker')) people.set(asker, telling(asker, 'asker', '/me/open'));
  if (told.includes('colleague') && colleague !== null)
    people.set(colleague, telling(colleague, 'colleague', '/me/open'));
  if (told.includes('deciders'))
    for (const person of await schedulersAt(db, site, asker))
      if (!people.has(person))
        people.set(person, telling(person, 'deciders', `/requests/${encodeURIComponent(site)}`));
  return [...people.values()];
}
