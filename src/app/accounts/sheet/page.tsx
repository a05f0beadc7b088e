import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { toString as qrCode } from 'qrcode';
import { page } from '@/server/access/page';
import { publicAddress } from '@/server/access/origin';
import { openCodes } from '@/server/accounts/queries';
import { businessName } from '@/server/site/queries';
import { CodeSheet } from '@/ui/accounts/code-sheet';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Codes to hand out' };

export default page({ permission: 'accounts.invite', scope: 'somewhere' }, async ({ db, actor }) => {
  const found = await openCodes(db, actor);
  if (!found.ok) notFound();
  const slips = await Promise.all(
    found.rows.map(async ({ id, name, number, code }) => {
      const link = `${publicAddress()}/join/${code.code}`;
      return { id, name, number, code, link, picture: await qrCode(link, { type: 'svg', margin: 0 }) };
    }),
  );
  return <CodeSheet business={await businessName(db)} address={publicAddress()} slips={slips} />;
});
