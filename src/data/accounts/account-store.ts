import type { Selectable } from 'kysely';
import type { Database } from '../database';
import type { GrantTable } from './tables';

/** Who a session or an account belongs to, with what they may do beyond being a person. */
export interface StoredAccount {
  readonly id: string;
  readonly name: string;
  /** The address it was made with; of a person's account none that anybody reads. */
  readonly email: string;
  readonly person: string | null;
  readonly stoppedAt: string | null;
  /** The last day of employment, `YYYY-MM-DD`, and the zone in which it ends. */
  readonly employedTo: string | null;
  /** Whether it belongs to a person who is not in the data any more. */
  readonly isOrphan: boolean;
  readonly timeZone: string | null;
}

/** Accounts with their people: the start of every query about them. */
function accounts(db: Database) {
  return db
    .selectFrom('user')
    .leftJoin('person', 'person.id', 'user.person_id')
    .select((row) => [
      'user.id',
      row.fn.coalesce('person.name', 'user.name').as('name'),
      'user.email',
      'user.person_id as person',
      'user.stopped_at as stoppedAt',
      'person.employed_to as employedTo',
      'person.id as known',
      row
        .selectFrom('person_site')
        .innerJoin('site', 'site.id', 'person_site.site_id')
        .whereRef('person_site.person_id', '=', 'user.person_id')
        .orderBy('person_site.position')
        .limit(1)
        .select('site.time_zone')
        .as('timeZone'),
    ]);
}

/** An account by its id, or null. */
export async function findAccount(db: Database, id: string): Promise<StoredAccount | null> {
  const row = await accounts(db).where('user.id', '=', id).executeTakeFirst();
  return row ? { ...row, isOrphan: isOrphan(row) } : null;
}

/** The account and the session of a token, or null. */
export async function findSession(db: Database, token: string) {
  const row = await accounts(db)
    .innerJoin('session', 'session.user_id', 'user.id')
    .where('session.token', '=', token)
    .select([
      'session.id as session',
      'session.expires_at as expiresAt',
      'session.used_at as usedAt',
      'session.created_at as createdAt',
    ])
    .executeTakeFirst();
  return row ? { ...row, isOrphan: isOrphan(row) } : null;
}

function isOrphan(row: { readonly person: string | null; readonly known: string | null }): boolean {
  return row.person !== null && row.known === null;
}

/** What an account may do beyond being a person; a grant at a site that is gone is none. */
export async function loadGrants(db: Database, user: string): Promise<GrantDraft[]> {
  const rows = await db
    .selectFrom('account_grant')
    .selectAll()
    .where('user_id', '=', user)
    .where((row) =>
      row.or([row('site_id', 'is', null), row('site_id', 'in', row.selectFrom('site').select('id'))]),
    )
    .execute();
  return rows.map(grantFromRow);
}

/** The sites somebody works at, in their order. */
export async function sitesOfPerson(db: Database, person: string): Promise<string[]> {
  const rows = await db
    .selectFrom('person_site')
    .select('site_id')
    .where('person_id', '=', person)
    .orderBy('position')
    .execute();
  return rows.map((row) => row.site_id);
}

/** Whether there is any account yet. */
export async function hasAccounts(db: Database): Promise<boolean> {
  return (await db.selectFrom('user').select('id').limit(1).executeTakeFirst()) !== undefined;
}

/**
 * The accounts of whoever has an e-mail address or a staff number, in whatever case. More than one where it belongs
 * to several people, whether they have an account (`id`) or not: then it tells nobody who is meant.
 */
export async function accountsNamed(
  db: Database,
  typed: string,
  today: string,
): Promise<readonly { readonly id: string | null; readonly email: string | null }[]> {
  const name = typed.trim().toLowerCase();
  if (name === '') return [];
  const people = await db
    .selectFrom('person')
    .leftJoin('user', 'user.person_id', 'person.id')
    .where((row) =>
      row.or([
        row(row.fn<string>('lower', [row.fn<string>('trim', ['person.email'])]), '=', name),
        row(row.fn<string>('lower', [row.fn<string>('trim', ['person.number'])]), '=', name),
      ]),
    )
    // Who left no longer stands in the way of who has the number now; but their account can tell them so.
    .where((row) =>
      row.or([
        row('person.employed_to', 'is', null),
        row('person.employed_to', '>=', today),
        row('user.id', 'is not', null),
      ]),
    )
    .select(['user.id', 'user.email', 'person.employed_to'])
    .execute();
  const staying = people.filter(({ employed_to: last }) => last === null || last >= today);
  const others = await db
    .selectFrom('user')
    .where('person_id', 'is', null)
    .where('email', '=', name)
    .select(['id', 'email'])
    .execute();
  const found = [...staying, ...others];
  return found.length > 0 ? found : people;
}

/** Names of accounts, by id, for lists of who did what. */
export async function loadAccountNames(
  db: Database,
  ids: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  const wanted = [...new Set(ids)];
  if (wanted.length === 0) return new Map();
  const rows = await accounts(db).where('user.id', 'in', wanted).execute();
  return new Map(rows.map(({ id, name }) => [id, name]));
}

/** What is needed to make an account: the password is a digest. */
export interface NewAccount {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly person: string | null;
  readonly password: string;
  readonly at: string;
}

/** Makes an account that proves itself by a password. */
export async function insertAccount(
  db: Database,
  { id, name, email, person, password, at }: NewAccount,
): Promise<void> {
  const stamps = { created_at: at, updated_at: at };
  await db
    .insertInto('user')
    .values({
      id,
      name,
      email,
      email_verified: 0,
      image: null,
      person_id: person,
      stopped_at: null,
      ...stamps,
    })
    .execute();
  await db
    .insertInto('credential')
    .values({
      id: `${id}-password`,
      user_id: id,
      account_id: id,
      provider_id: 'credential',
      access_token: null,
      refresh_token: null,
      id_token: null,
      access_token_expires_at: null,
      refresh_token_expires_at: null,
      scope: null,
      password,
      ...stamps,
    })
    .execute();
}

/**
 * The address that the sign-in library knows a person's account by. Nothing is ever sent there: what people type is
 * looked up among the people, so that a new e-mail or number counts at once.
 */
export function internalAddress(user: string): string {
  return `${user.toLowerCase()}@account.invalid`;
}

/** What an account is to be granted. */
export interface GrantDraft {
  readonly kind: 'owner' | 'scheduler' | 'lead' | 'payroll';
  readonly site: string | null;
  readonly area: string | null;
  readonly seesPay: boolean;
}

/** A grant as it is stored. */
export function grantRow(user: string, { kind, site, area, seesPay }: GrantDraft) {
  return {
    id: [user, kind, site ?? '', area ?? ''].join('~'),
    user_id: user,
    kind,
    site_id: site,
    area_id: area,
    sees_pay: seesPay ? 1 : 0,
  };
}

/** The way back of {@link grantRow}. */
export function grantFromRow(row: Selectable<GrantTable>): GrantDraft {
  return {
    kind: row.kind as GrantDraft['kind'],
    site: row.site_id,
    area: row.area_id,
    seesPay: row.sees_pay === 1,
  };
}

/** Sets the digest of an account's password. */
export async function setPassword(db: Database, user: string, password: string, at: string): Promise<void> {
  await db.updateTable('credential').set({ password, updated_at: at }).where('user_id', '=', user).execute();
}

/** What everybody knows of a person, and no password may be; null: there is no such person. */
export async function knownOfPerson(db: Database, person: string | null) {
  if (person === null) return null;
  return (
    (await db
      .selectFrom('person')
      .select(['name', 'number', 'email'])
      .where('id', '=', person)
      .executeTakeFirst()) ?? null
  );
}
