import { formatLongDay } from '@/core/time/format';
import { parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import type { RowOf } from '@/data/records/records';
import { publicAddress } from '../access/origin';
import type { Actor } from '../access/actor';
import { homesOf } from '../access/permissions';
import { schedulersAt } from '../leave/tell';
import { enqueueTellings } from '../outbox/enqueue';
import type { VersionDraft } from '../people/payload';

/** Tells whoever plans where somebody is at home that they propose other availability. */
export async function tellOfProposal(
  trx: Database,
  { person, name }: Actor,
  { since, comment }: VersionDraft,
): Promise<void> {
  const site = person === null ? null : (await homesOf(trx, [person])).get(person)!.home;
  if (person === null || site === null) return;
  const subject = `${name} proposes availability from ${formatLongDay(since!)}`;
  const line = `${subject}.${comment ? ` ${comment}` : ''}`;
  const body = `${line}\n\n${publicAddress()}/requests/${encodeURIComponent(site)}`;
  const people = await schedulersAt(trx, site, person);
  await enqueueTellings(
    trx,
    people.map((one) => ({ ...{ person: one, site, subject, line, body }, isWork: true })),
  );
}

/** Tells somebody what became of the availability that they proposed. */
export async function tellOfDecision(
  trx: Database,
  row: RowOf<'availability_proposal'>,
  site: string | null,
): Promise<void> {
  if (site === null) return;
  const { since } = JSON.parse(row.content) as VersionDraft;
  const from = row.counts_from === null ? since! : parseDate(row.counts_from)!;
  const subject = `Availability from ${formatLongDay(from)} ${row.state}`;
  const line = `${subject}.${row.reason ? ` ${row.reason}` : ''}`;
  const body = `${line}\n\n${publicAddress()}/me/you`;
  await enqueueTellings(trx, [{ person: row.person_id, site, subject, line, body }]);
}
