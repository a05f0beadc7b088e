import { formatAmount } from '@/core/leave/leave-type';
import { amountOf } from '@/core/leave/count-days';
import { STANDING_WORDS, nextApprover, standingOf } from '@/core/leave/request';
import type { StoredRequest } from '@/data/leave/leave-store';
import type { Database } from '@/data/database';
import { publicAddress } from '../access/origin';
import { type Telling, enqueueTellings } from '../outbox/enqueue';
import { requestText } from './effect';
import type { LeavePerson } from './ground';

/** Tells somebody what became of their leave. */
export async function tellDecision(
  trx: Database,
  person: LeavePerson,
  request: StoredRequest,
  reason: string,
): Promise<void> {
  const what = requestText(request, person);
  const word = STANDING_WORDS[standingOf(request)];
  await enqueueTellings(trx, [
    {
      ...{ person: person.id, site: person.home.id },
      subject: `Leave ${word}: ${what}`,
      body: [`${what}: ${word}.`, ...(reason ? [reason] : []), `${publicAddress()}/me/leave`].join('\n\n'),
      line: `${what}: ${word}.${reason ? ` ${reason}` : ''}`,
    },
  ]);
}

/** Tells whoever decides next that something waits for them. `isReminder`: they were told before. */
export async function tellApprovers(
  trx: Database,
  person: LeavePerson,
  request: StoredRequest,
  isReminder = false,
): Promise<void> {
  const step = nextApprover(request);
  if (step === null) return;
  const approvers =
    step === 'manager' && person.manager !== null
      ? [person.manager]
      : await schedulersAt(trx, person.home.id, person.id);
  const what = requestText(request, person);
  const amount = formatAmount(amountOf(request.days), request.type.unit);
  const isBack = request.back.length > 0;
  const subject = `${isReminder ? 'Still waiting: ' : ''}${person.name} asks ${isBack ? 'to give leave back' : 'for leave'}`;
  const line = `${subject}: ${what} (${amount}).`;
  const tellings = approvers.map((approver): Telling => ({
    ...{ person: approver, site: person.home.id, subject, line, isWork: true },
    body: `${line}\n\n${publicAddress()}/requests/${encodeURIComponent(person.home.id)}`,
  }));
  await enqueueTellings(trx, tellings);
}

/** People who schedule a site, but for one of them. */
export async function schedulersAt(db: Database, site: string, but: string): Promise<string[]> {
  const rows = await db
    .selectFrom('account_grant')
    .innerJoin('user', 'user.id', 'account_grant.user_id')
    .select('user.person_id')
    .distinct()
    .where('account_grant.kind', 'in', ['scheduler', 'owner'])
    .where((where) =>
      where.or([where('account_grant.site_id', '=', site), where('account_grant.site_id', 'is', null)]),
    )
    .execute();
  return rows.flatMap(({ person_id: person }) => (person === null || person === but ? [] : [person]));
}
