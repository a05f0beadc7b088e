import { type Failed, fail } from '@/core/plan/problem';
import { counted } from '@/core/time/format';
import { findAccount, grantRow } from '@/data/accounts/account-store';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';
import { type RowOf, loadRows, loadRowsOf, rowChanges } from '@/data/records/records';
import { BUSINESS, isOwner } from '../access/permissions';
import { timestamp } from '../now';
import { type Context, command } from '../commands/command';
import { enqueueInvitations } from '../outbox/enqueue';
import { businessName } from '../site/queries';
import { endOf } from './end';
import { isLastOwner } from './guard';
import { newInvitation } from './new-invitation';
import { GRANT, type GrantInput, INVITE, INVITE_OTHER, type OtherInvitation, STOP } from './schema';

// None of these can be undone: whoever was let in, or shut out, has acted on it. They are changed again by hand.

/** Lets people make an account of their own, each by a code that works once. */
export const invitePeople = command<'account.invite', { people: readonly string[] }>({
  kind: 'account.invite',
  permission: 'accounts.invite',
  scope: ({ people }) => ({ people }),
  input: INVITE,
  async prepare(context, { people }) {
    const found = await peopleOf(context.db, people);
    if (!found.ok) return found;
    for (const [i, { name, user, employed_to: last }] of found.people.entries()) {
      if (user !== null) return fail('taken', `${name} has an account already`, `input.people[${i}]`);
      if (last !== null && last < timestamp().slice(0, 10))
        return fail('ended', `${name} does not work here any more`, `input.people[${i}]`);
    }
    return opened(context, 'invite', `Invited ${namesOf(found.people)}`, found.people);
  },
});

/** Lets people who have an account set a new password, each by a code that works once. */
export const resetPasswords = command<'account.reset', { people: readonly string[] }>({
  kind: 'account.reset',
  permission: 'accounts.invite',
  scope: ({ people }) => ({ people }),
  input: INVITE,
  async prepare(context, { people }) {
    const found = await peopleOf(context.db, people);
    if (!found.ok) return found;
    for (const [i, { name, user }] of found.people.entries()) {
      const path = `input.people[${i}]`;
      if (user === null) return fail('unknown', `${name} has no account; invite them`, path);
      const account = (await findAccount(context.db, user))!;
      const ended = endOf(account);
      if (ended) return { ...ended, problem: { ...ended.problem, path } };
      // Who gets in as somebody else gets all that they may.
      if (
        !isOwner(context.actor) &&
        (await loadRows(context.db, 'account_grant', { user_id: user })).length > 0
      )
        return fail(
          'forbidden',
          `${name} may do more here than work: only an owner lets them set a password`,
          path,
        );
    }
    return opened(context, 'reset', `Codes for new passwords of ${namesOf(found.people)}`, found.people);
  },
});

/** Invites somebody who does not work here. */
export const inviteOther = command<'account.inviteOther', OtherInvitation>({
  kind: 'account.inviteOther',
  permission: 'accounts.grant',
  scope: () => BUSINESS,
  input: INVITE_OTHER,
  async prepare(context, { name, email, grants }) {
    const { db } = context;
    const wrong = await wrongGrant(db, grants);
    if (wrong) return wrong;
    if ((await loadRows(db, 'user', { email })).length > 0)
      return fail('taken', 'there is an account with this e-mail address already', 'input.email');
    return opened(context, 'invite', `Invited ${name}`, [{ id: null, name, email, grants }]);
  },
});

/** Says all that an account may do beyond being a person. */
export const grantAccount = command<'account.grant', { account: string; grants: readonly GrantInput[] }>({
  kind: 'account.grant',
  permission: 'accounts.grant',
  scope: () => BUSINESS,
  input: GRANT,
  async prepare({ db }, { account, grants }) {
    const found = await findAccount(db, account);
    if (!found) return fail('unknown', 'there is no such account', 'input.account');
    const wrong = await wrongGrant(db, grants);
    if (wrong) return wrong;
    const before = await loadRows(db, 'account_grant', { user_id: account });
    const after = grants.map((grant): RowOf<'account_grant'> => grantRow(account, withPay(grant)));
    if (!after.some(({ kind }) => kind === 'owner') && (await isLastOwner(db, account))) return LAST_OWNER;
    return {
      ok: true,
      work: {
        title: `What ${found.name} may do`,
        rows: rowChanges('account_grant', before, after),
        subjects: [{ kind: 'account', id: account }],
        sites: [],
        weeks: [],
        isFinal: true,
      },
    };
  },
});

/** Stops an account, or lets it be used again. */
export const stopAccount = command<'account.stop', { account: string; stopped: boolean }>({
  kind: 'account.stop',
  permission: 'accounts.grant',
  scope: () => BUSINESS,
  input: STOP,
  async prepare({ db }, { account, stopped }) {
    const [row] = await loadRows(db, 'user', { id: account });
    if (!row) return fail('unknown', 'there is no such account', 'input.account');
    if (stopped && (await isLastOwner(db, account))) return LAST_OWNER;
    const after = { ...row, stopped_at: stopped ? (row.stopped_at ?? timestamp()) : null };
    return {
      ok: true,
      work: {
        title: stopped
          ? `Stopped the account of ${row.name}`
          : `The account of ${row.name} can be used again`,
        rows: rowChanges('user', [row], [after]),
        subjects: [{ kind: 'account', id: account }],
        sites: [],
        weeks: [],
        isFinal: true,
        onCommitted: async (trx) => {
          if (stopped) await trx.deleteFrom('session').where('user_id', '=', account).execute();
        },
      },
    };
  },
});

const LAST_OWNER = fail(
  'last-owner',
  'this is the only owner; make somebody else an owner first',
  'input.account',
);

/** Owners and whoever does the pay see it; others where the grant says so. */
function withPay(grant: GrantInput): GrantInput {
  return { ...grant, seesPay: grant.seesPay || grant.kind === 'owner' || grant.kind === 'payroll' };
}

async function wrongGrant(db: Database, grants: readonly GrantInput[]): Promise<Failed | null> {
  for (const [i, { site, area }] of grants.entries()) {
    if (site !== null && (await loadRows(db, 'site', { id: site })).length === 0)
      return fail('unknown', 'there is no such site any more', `input.grants[${i}].site`);
    if (area !== null && (await loadRows(db, 'area', { id: area, site_id: site! })).length === 0)
      return fail('unknown', 'the site has no such area any more', `input.grants[${i}].area`);
  }
  return null;
}

interface Invited {
  /** Of the person; null: somebody who does not work here. */
  readonly id: string | null;
  readonly name: string;
  readonly email: string | null;
  readonly grants?: readonly GrantInput[];
}

async function opened(
  { db, actor }: Context,
  kind: 'invite' | 'reset',
  title: string,
  invited: readonly Invited[],
) {
  const at = timestamp();
  const people = invited.flatMap(({ id }) => (id === null ? [] : [id]));
  // An older code of the same person does not count any more.
  const open = await db
    .selectFrom('invitation')
    .selectAll()
    .where('used_at', 'is', null)
    .where('withdrawn_at', 'is', null)
    .where((row) =>
      row.or([
        row('person_id', 'in', amongTexts(people)),
        row('email', 'in', amongTexts(invited.flatMap((one) => (one.id === null ? [one.email ?? ''] : [])))),
      ]),
    )
    .execute();
  const business = await businessName(db);
  const places = await loadRowsOf(db, 'person_site', 'person_id', people);
  const made = invited.map(({ id: person, grants = [], ...named }) =>
    newInvitation({ ...named, kind, person, grants: grants.map(withPay), madeBy: actor.id }),
  );
  return {
    ok: true as const,
    work: {
      title,
      rows: rowChanges('invitation', open, [...open.map((row) => ({ ...row, withdrawn_at: at })), ...made]),
      subjects: people.map((id) => ({ kind: 'person' as const, id })),
      sites: [],
      weeks: [],
      isFinal: true,
      onCommitted: (trx: Database) =>
        enqueueInvitations(
          trx,
          made.map((invitation, i) => ({
            invitation,
            email: invited[i].email,
            site: places.find((row) => row.person_id === invitation.person_id)?.site_id ?? null,
          })),
          business,
        ),
    },
  };
}

async function peopleOf(db: Database, ids: readonly string[]) {
  const rows = await db
    .selectFrom('person')
    .leftJoin('user', 'user.person_id', 'person.id')
    .where('person.id', 'in', amongTexts(ids))
    .select(['person.id', 'person.name', 'person.email', 'person.employed_to', 'user.id as user'])
    .execute();
  const byId = new Map(rows.map((row) => [row.id, row]));
  const missing = ids.findIndex((id) => !byId.has(id));
  if (missing >= 0) return fail('unknown', 'there is no such person', `input.people[${missing}]`);
  return { ok: true as const, people: ids.map((id) => byId.get(id)!) };
}

function namesOf(people: readonly { readonly name: string }[]): string {
  return people.length === 1 ? people[0].name : counted(people.length, 'person', 'people');
}
