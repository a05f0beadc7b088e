import { type Result, fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import type { Visitor } from '../access/visitor';
import { openSession } from './sign-in';

/** An account of the demo, as its sign-in page offers it. */
export interface DemoAccount {
  readonly id: string;
  readonly name: string;
  readonly what: string;
}

/** The accounts of the demo, in the order in which they are offered; none where the data is not the demo's. */
export async function demoAccounts(db: Database): Promise<DemoAccount[]> {
  const setting = await db
    .selectFrom('setting')
    .select('value')
    .where('name', '=', 'demo accounts')
    .executeTakeFirst();
  return setting ? (JSON.parse(setting.value) as DemoAccount[]) : [];
}

/** Opens a session of one of the demo's accounts. */
export async function signInToDemo(
  db: Database,
  account: string,
  visitor: Visitor,
): Promise<Result<{ cookie: string }>> {
  if (!(await demoAccounts(db)).some(({ id }) => id === account))
    return fail('unknown', 'this is no account of a demo', 'account');
  return { ok: true, cookie: await openSession(db, account, 'demo', visitor) };
}
