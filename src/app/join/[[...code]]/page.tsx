import type { Metadata } from 'next';
import { formatCode } from '@/core/accounts/code';
import { asSentence } from '@/core/sentence';
import { publicPage } from '@/server/access/page';
import { codeOfInvitation } from '@/server/accounts/codes';
import { openInvitation } from '@/server/accounts/invitations';
import { businessName } from '@/server/site/queries';
import { JoinScreen } from '@/ui/accounts/join-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Use a code', referrer: 'no-referrer' };

export default publicPage(async ({ db, visitor, params }) => {
  const business = await businessName(db);
  const typed = [params.code].flat()[0];
  if (typed === undefined)
    return <JoinScreen business={business} code="" name={null} kind="invite" trouble={null} />;
  const found = await openInvitation(db, typed, visitor);
  if (!found.ok)
    return (
      <JoinScreen
        business={business}
        code={typed}
        name={null}
        kind="invite"
        trouble={asSentence(found.problem.message)}
      />
    );
  const { id, name, kind } = found.invitation;
  return (
    <JoinScreen
      business={business}
      code={formatCode(codeOfInvitation(id))}
      name={name}
      kind={kind === 'reset' ? 'reset' : 'invite'}
      trouble={null}
    />
  );
});
