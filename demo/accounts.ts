import { hashPassword } from 'better-auth/crypto';
import {
  type GrantDraft,
  grantRow,
  insertAccount,
  internalAddress,
} from '../src/data/accounts/account-store';
import type { Database } from '../src/data/database';
import { PEOPLE } from './cast';

/** The one password of everybody in the demo. */
export const DEMO_PASSWORD = 'saltmere tides';

interface Account {
  readonly id: string;
  readonly name: string;
  /** Of one that belongs to nobody who works there. */
  readonly email?: string;
  readonly person?: string;
  readonly what: string;
  readonly grants: readonly GrantDraft[];
}

const grant = (
  kind: GrantDraft['kind'],
  site: string | null,
  seesPay = false,
  area: string | null = null,
) => ({
  ...{ kind, site, area, seesPay },
});

const of = (person: string, what: string, ...grants: GrantDraft[]): Account => ({
  ...{ id: `demo-${person}`, person, what, grants },
  name: PEOPLE.find(({ id }) => id === person)!.name,
});

/** Who can sign in to the demo: one for each thing an account may be granted, and four who only work there. */
export const ACCOUNTS: readonly Account[] = [
  {
    ...{ id: 'demo-owner', name: 'Runa Deering', email: 'owner@saltmere.example', what: 'Owner' },
    grants: [grant('owner', null, true)],
  },
  of(
    'hanne',
    'Scheduler of The Chandlery and Dockside Service',
    grant('scheduler', 'chandlery', true),
    grant('scheduler', 'dockside', true),
  ),
  of('ilse', 'Scheduler of Quay Bistro', grant('scheduler', 'bistro')),
  of('bram', 'Lead of the Galley at Quay Bistro', grant('lead', 'bistro', false, 'bistro-area-3')),
  {
    ...{ id: 'demo-payroll', name: 'Piet Kroon', email: 'payroll@saltmere.example', what: 'Payroll clerk' },
    grants: ['bistro', 'chandlery', 'dockside'].map((site) => grant('payroll', site, true)),
  },
  of('arvid', 'Engine crew, Dockside Service'),
  of('noor', 'Staff, Quay Bistro'),
  of('emil', 'Staff, Quay Bistro'),
  of('jonas', 'Staff under 18, Quay Bistro'),
  of('lior', 'Staff, Quay Bistro and The Chandlery'),
];

/** Makes the accounts of the demo, and says in its data which its sign-in page offers. */
export async function insertAccounts(db: Database, at: string): Promise<void> {
  const password = await hashPassword(DEMO_PASSWORD);
  for (const { id, name, email = internalAddress(id), person = null, grants } of ACCOUNTS) {
    await insertAccount(db, { ...{ id, name, email, person, password, at } });
    if (grants.length > 0)
      await db
        .insertInto('account_grant')
        .values(grants.map((one) => grantRow(id, one)))
        .execute();
  }
  await db
    .insertInto('setting')
    .values({
      name: 'demo accounts',
      value: JSON.stringify(ACCOUNTS.map(({ id, name, what }) => ({ id, name, what }))),
    })
    .execute();
}

/** How each of them signs in, for who starts the demo: a line each. */
export function signInLines(): string[] {
  return ACCOUNTS.map(({ email, person, name, what }) => {
    const number = String(101 + PEOPLE.findIndex(({ id }) => id === person));
    return `${(email ?? number).padEnd(26)}${name.padEnd(18)}${what}`;
  });
}
