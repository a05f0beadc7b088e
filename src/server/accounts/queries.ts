import { formatCode } from '@/core/accounts/code';
import { groupedBy } from '@/core/grouped';
import { type Result } from '@/core/plan/problem';
import { grantFromRow, loadAccountNames } from '@/data/accounts/account-store';
import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import { listSites } from '@/data/site/site-store';
import type { Actor } from '../access/actor';
import { checkAccess, checkSomewhere, visibleSites } from '../access/permissions';
import { timestamp } from '../now';
import { codeOfInvitation } from './codes';
import type { AccountRow, AccountsPayload, OpenCode, SignInEvent } from './payload';
import type { GrantInput } from './schema';

/** How many of the latest sign-ins are shown. */
const MOST_EVENTS = 200;

/** Who can sign in and what they may do, as far as the actor has a say in it. */
export async function accountsPage(db: Database, actor: Actor): Promise<Result<{ page: AccountsPayload }>> {
  const refused = checkSomewhere(actor, 'accounts.read');
  if (refused) return refused;
  const sites = visibleSites(actor, await listSites(db), 'accounts.read');
  const mayGrant = checkAccess(actor, 'accounts.grant', null) === null;
  const areas = groupedBy(await loadRows(db, 'area', {}), (row) => row.site_id);
  return {
    ok: true,
    page: {
      rows: await accountRows(db, actor, mayGrant),
      mayGrant,
      places: sites.map(({ id, name }) => ({
        id,
        name,
        areas: (areas.get(id) ?? []).map((area) => ({ id: area.id, name: area.name })),
      })),
      events: checkAccess(actor, 'sign-ins.read', null) === null ? await latestEvents(db) : [],
    },
  };
}

/** Codes that can be used just now, of people the actor has a say in: for a sheet to cut up. */
export async function openCodes(
  db: Database,
  actor: Actor,
): Promise<Result<{ rows: (AccountRow & { readonly code: OpenCode })[] }>> {
  const refused = checkSomewhere(actor, 'accounts.invite');
  if (refused) return refused;
  const rows = await accountRows(db, actor, checkAccess(actor, 'accounts.grant', null) === null);
  return { ok: true, rows: rows.flatMap((row) => (row.code === null ? [] : [{ ...row, code: row.code }])) };
}

async function accountRows(db: Database, actor: Actor, mayGrant: boolean): Promise<AccountRow[]> {
  const at = timestamp();
  const people = await db
    .selectFrom('person')
    .select(['id', 'name', 'number', 'email', 'employed_to'])
    .orderBy('name')
    .execute();
  const places = groupedBy(await loadRows(db, 'person_site', {}), (row) => row.person_id);
  const users = await db.selectFrom('user').selectAll().execute();
  const byPerson = new Map(
    users.flatMap((user) => (user.person_id ? [[user.person_id, user] as const] : [])),
  );
  const grants = groupedBy(await loadRows(db, 'account_grant', {}), (row) => row.user_id);
  const used = new Map(
    (
      await db
        .selectFrom('session')
        .select(['user_id', (row) => row.fn.max('used_at').as('used')])
        .groupBy('user_id')
        .execute()
    ).map((row) => [row.user_id, row.used]),
  );
  const codes = await loadOpenCodes(db, at);
  const isHere = (last: string | null) => last === null || last >= at.slice(0, 10);
  const sharing = sharingOf(people.filter((person) => isHere(person.employed_to)));
  const rowOf = (
    user: (typeof users)[number] | undefined,
    one: Pick<AccountRow, 'id' | 'person' | 'name' | 'number' | 'email' | 'sites'>,
    isEmployed: boolean,
  ): AccountRow => {
    const code = codes.get(one.person ?? one.email ?? '') ?? null;
    const granted = (grants.get(user?.id ?? '') ?? []).map(grantFromRow);
    // Of somebody who may do more only an owner sees the code: whoever uses it is that person.
    const mayInvite = mayGrant || (granted.length === 0 && one.sites.every((site) => invites(actor, site)));
    return {
      ...one,
      account: user?.id ?? null,
      grants: granted,
      state: !user
        ? code
          ? 'invited'
          : 'none'
        : user.stopped_at !== null
          ? 'stopped'
          : isEmployed
            ? 'active'
            : 'ended',
      used: (user && used.get(user.id)) ?? null,
      code: mayInvite ? code : null,
      shares: sharing.get(one.id) ?? [],
      mayInvite,
    };
  };
  const rows = people.flatMap(({ id, name, number, email, employed_to: last }) => {
    const user = byPerson.get(id);
    const sites = (places.get(id) ?? []).map((row) => row.site_id);
    const isSeen = sites.length === 0 ? mayGrant : sites.some((site) => reads(actor, site));
    if (!isSeen || (!user && !isHere(last))) return [];
    return rowOf(user, { id, person: id, name, number, email, sites }, isHere(last));
  });
  if (!mayGrant) return rows;
  const others = users
    .filter((user) => user.person_id === null)
    .map((user) =>
      rowOf(
        user,
        { id: user.id, person: null, name: user.name, number: null, email: user.email, sites: [] },
        true,
      ),
    );
  const invited = await db
    .selectFrom('invitation')
    .select(['id', 'name', 'email', 'grants'])
    .where('person_id', 'is', null)
    .where('used_at', 'is', null)
    .where('withdrawn_at', 'is', null)
    .where('expires_at', '>', at)
    .execute();
  const waiting = invited.map(({ id, name, email, grants: wanted }) => ({
    ...rowOf(undefined, { id, person: null, name, number: null, email, sites: [] }, true),
    grants: JSON.parse(wanted) as GrantInput[],
  }));
  return [...others, ...waiting, ...rows];
}

function reads(actor: Actor, site: string): boolean {
  return checkAccess(actor, 'accounts.read', site) === null;
}

function invites(actor: Actor, site: string): boolean {
  return checkAccess(actor, 'accounts.invite', site) === null;
}

/** Codes that can be used, by the person they are for, or the address of who does not work here. */
async function loadOpenCodes(db: Database, at: string): Promise<Map<string, OpenCode>> {
  const rows = await db
    .selectFrom('invitation')
    .selectAll()
    .where('used_at', 'is', null)
    .where('withdrawn_at', 'is', null)
    .where('expires_at', '>', at)
    .execute();
  return new Map(
    rows.map((row) => [
      row.person_id ?? row.email ?? '',
      {
        code: formatCode(codeOfInvitation(row.id)),
        kind: row.kind === 'reset' ? 'reset' : 'invite',
        expires: row.expires_at,
      },
    ]),
  );
}

/** Who shares a number or an address with whom, by id. */
function sharingOf(
  people: readonly {
    readonly id: string;
    readonly name: string;
    readonly number: string | null;
    readonly email: string | null;
  }[],
): Map<string, string[]> {
  const shared = new Map<string, string[]>();
  const named = people.flatMap((person) =>
    [person.number, person.email].flatMap((text) => {
      const key = text?.trim().toLowerCase();
      return key ? [{ key, person }] : [];
    }),
  );
  for (const same of groupedBy(named, ({ key }) => key).values())
    for (const { person } of same) {
      const others = same.filter((one) => one.person.id !== person.id).map((one) => one.person.name);
      if (others.length > 0)
        shared.set(person.id, [...new Set([...(shared.get(person.id) ?? []), ...others])]);
    }
  return shared;
}

async function latestEvents(db: Database): Promise<SignInEvent[]> {
  const rows = await db
    .selectFrom('sign_in_event')
    .selectAll()
    .orderBy('seq', 'desc')
    .limit(MOST_EVENTS)
    .execute();
  const names = await loadAccountNames(
    db,
    rows.flatMap(({ user_id: user }) => (user === null ? [] : [user])),
  );
  return rows.map(({ seq, at, kind, user_id: user, typed, address, device }) => ({
    seq: Number(seq),
    at,
    kind,
    name: user === null ? null : (names.get(user) ?? null),
    typed,
    address,
    device,
  }));
}
