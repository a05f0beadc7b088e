import { randomUUID } from 'node:crypto';
import { newsMessage } from '@/core/outbox/news-text';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';
import { type RowOf, loadRows } from '@/data/records/records';
import { newsFromRow } from '@/data/staff/news-store';
import { publicAddress } from '../access/origin';
import { timestamp } from '../now';
import { offAt } from '../site/capabilities';
import { LINK } from './send';

type OutboxRow = RowOf<'outbox'>;

/** How somebody can be told besides by news: an address or a number for each way that they wish for. */
interface Reach {
  readonly mail: string | null;
  readonly text: string | null;
  /** Whether they wish to be told of what waits for them to decide. */
  readonly ofRequests: boolean;
}

/** By which ways people wish to be told: mail unless they do not want it, a text message only where they asked for it and the number is theirs for certain. */
export async function reachOf(db: Database, people: readonly string[]): Promise<Map<string, Reach>> {
  const rows = await db
    .selectFrom('person')
    .leftJoin('told_wish', 'told_wish.person_id', 'person.id')
    .leftJoin('confirmed_phone', (join) =>
      join
        .onRef('confirmed_phone.person_id', '=', 'person.id')
        .onRef('confirmed_phone.phone', '=', 'person.phone'),
    )
    .where('person.id', 'in', amongTexts(people))
    .select(['person.id', 'person.email', 'person.phone', 'confirmed_phone.confirmed_at'])
    .select(['told_wish.by_mail', 'told_wish.by_text', 'told_wish.of_requests'])
    .execute();
  return new Map(
    rows.map(({ id, email, phone, confirmed_at, by_mail, by_text, of_requests: ofRequests }) => [
      id,
      {
        mail: by_mail === 0 ? null : email || null,
        text: by_text === 1 && confirmed_at ? phone || null : null,
        ofRequests: ofRequests !== 0,
      },
    ]),
  );
}

/**
 * Puts messages about news into the outbox, one for each person and way, in the transaction that makes the news.
 * `isReminder`: the person was told before and has not answered.
 */
export async function enqueueNews(
  trx: Database,
  news: readonly RowOf<'news'>[],
  { isReminder = false }: { readonly isReminder?: boolean } = {},
): Promise<void> {
  if (news.length === 0 || (await offAt(trx, news[0].site_id)).has('outbox')) return;
  const [site] = await loadRows(trx, 'site', { id: news[0].site_id });
  const roles = new Map((await loadRows(trx, 'role', {})).map((row) => [row.id, row.name]));
  const reach = await reachOf(
    trx,
    news.map((row) => row.person_id),
  );
  const words = {
    site: site.name,
    roles,
    hourFormat: site.hour_format === '12' ? ('12' as const) : ('24' as const),
    link: `${publicAddress()}/me`,
    isReminder,
  };
  const rows = news.flatMap((row) => {
    const { items, kind, message, person } = newsFromRow(row);
    const told = newsMessage(kind, items, message, words);
    const { mail = null, text = null } = reach.get(person) ?? {};
    const base = { site_id: row.site_id, person_id: person, subject: told.subject, invitation_id: null };
    return [
      ...(mail ? [outboxRow({ ...base, way: 'mail', address: mail, body: told.body })] : []),
      ...(text ? [outboxRow({ ...base, way: 'text', address: text, body: told.line })] : []),
    ];
  });
  for (let i = 0; i < rows.length; i += 200)
    await trx
      .insertInto('outbox')
      .values(rows.slice(i, i + 200))
      .execute();
}

/** What somebody is told besides news: a line for a text message, more for an e-mail. */
export interface Telling {
  readonly person: string;
  readonly site: string;
  readonly subject: string;
  readonly body: string;
  readonly line: string;
  /** Whether it is about something that waits for them to decide, of which not all wish to be told. */
  readonly isWork?: boolean;
}

/** Puts messages into the outbox by the ways that people wish for, in the transaction that gives cause to them. */
export async function enqueueTellings(trx: Database, tellings: readonly Telling[]): Promise<void> {
  const reach = await reachOf(
    trx,
    tellings.map(({ person }) => person),
  );
  for (const { person, site, subject, body, line, isWork = false } of tellings) {
    if ((await offAt(trx, site)).has('outbox')) continue;
    const { mail = null, text = null, ofRequests = true } = reach.get(person) ?? {};
    if (isWork && !ofRequests) continue;
    const base = { site_id: site, person_id: person, subject, invitation_id: null };
    const rows = [
      ...(mail ? [outboxRow({ ...base, way: 'mail', address: mail, body })] : []),
      ...(text ? [outboxRow({ ...base, way: 'text', address: text, body: line })] : []),
    ];
    if (rows.length > 0) await trx.insertInto('outbox').values(rows).execute();
  }
}

/** Puts a code that somebody confirms their number with into the outbox. It is of use to nobody who is not signed in as them. */
export async function enqueueCode(
  trx: Database,
  {
    person,
    site,
    phone,
    code,
    minutes,
  }: {
    readonly person: string;
    readonly site: string;
    readonly phone: string;
    readonly code: string;
    readonly minutes: number;
  },
): Promise<void> {
  const body = `${code} is the code by which you confirm this number. It is good for ${minutes} minutes.`;
  const base = { site_id: site, person_id: person, subject: 'Confirm your number', invitation_id: null };
  await trx
    .insertInto('outbox')
    .values(outboxRow({ ...base, way: 'text', address: phone, body }))
    .execute();
}

/** Puts the links of invitations into the outbox, for those who have an address. */
export async function enqueueInvitations(
  trx: Database,
  invited: readonly {
    readonly invitation: RowOf<'invitation'>;
    readonly email: string | null;
    readonly site: string | null;
  }[],
  business: string,
): Promise<void> {
  for (const { invitation, email, site } of invited) {
    if (!email) continue;
    const isReset = invitation.kind === 'reset';
    const row = outboxRow({
      site_id: site,
      person_id: invitation.person_id,
      way: 'mail',
      address: email,
      subject: isReset ? `A new password for ${business}` : `Your shifts at ${business}`,
      body: `${isReset ? 'Choose a new password here' : 'Sign in for the first time here'}:\n\n${LINK}\n\nThe link works once, for 7 days.`,
      invitation_id: invitation.id,
    });
    await trx.insertInto('outbox').values(row).execute();
  }
}

function outboxRow(
  row: Pick<OutboxRow, 'site_id' | 'person_id' | 'way' | 'address' | 'subject' | 'body' | 'invitation_id'>,
): OutboxRow {
  const id = randomUUID();
  const at = timestamp();
  return {
    ...row,
    id,
    state: 'waiting',
    made_at: at,
    next_at: at,
    tries: 0,
    reason: null,
    sent_at: null,
    delivered_at: null,
    message_id: `<${id}@vicenda.invalid>`,
  };
}
