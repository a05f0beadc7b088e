import { formatDay, formatTimeSpan } from '@/core/time/format';
import type { StoredRound } from '@/data/calls/call-store';
import type { Database } from '@/data/database';
import { publicAddress } from '../access/origin';
import { type Telling, enqueueTellings } from '../outbox/enqueue';
import type { CallGround } from './ground';

/** The shift of a call round as it is offered, in words: `Tue 24, 7:00–15:00 Till`. */
export function callText({ round, site, roles }: Pick<CallGround, 'round' | 'site' | 'roles'>): string {
  const { date, from, to, role } = round.shift;
  const named = role === null ? '' : ` ${roles[role] ?? ''}`;
  return `${formatDay(date)}, ${formatTimeSpan(round.since ?? from, to, site.hourFormat)}${named}`;
}

/** Asks people whether they can work it. */
export async function tellAsked(trx: Database, ground: CallGround, people: readonly string[]): Promise<void> {
  const { round, site } = ground;
  const words = `Can you work ${callText(ground)}, at ${site.name}?${round.note ? ` ${round.note}` : ''}`;
  await told(trx, round, people, 'Can you work?', words);
}

/** Tells those who were asked and did not say no that there is nothing to say any more. */
export async function tellOver(
  trx: Database,
  ground: CallGround,
  why: string,
  but: string | null,
): Promise<void> {
  const { round } = ground;
  const people = round.called.flatMap(({ person, askedAt, answer }) =>
    askedAt !== null && answer !== 'no' && person !== but ? [person] : [],
  );
  await told(trx, round, people, 'No longer needed', `${callText(ground)}: ${why}. Thank you.`);
}

async function told(
  trx: Database,
  { site }: StoredRound,
  people: readonly string[],
  head: string,
  line: string,
): Promise<void> {
  const body = `${line}\n\n${publicAddress()}/me/open`;
  await enqueueTellings(
    trx,
    people.map((person): Telling => ({ person, site, subject: `${head} ${line}`.slice(0, 150), line, body })),
  );
}
