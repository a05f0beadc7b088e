import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { page } from '@/server/access/page';
import { headerOfBusiness } from '@/server/site/queries';
import { ownPage } from '@/server/staff/own-page';
import { OwnScreen } from '@/ui/staff/own-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'My shifts', manifest: '/manifest.webmanifest' };

/** The parts of the page are told apart in the browser, so that all are there without a connection. */
const params = Joi.object({ part: Joi.valid('team', 'open', 'leave', 'hours', 'news', 'you') }).required();

export default page({ permission: 'self', params }, async ({ db, actor }) => {
  const found = await ownPage(db, actor);
  if (!found.ok) notFound();
  return <OwnScreen header={await headerOfBusiness(db, actor)} page={found.page} />;
});
