import type { Metadata } from 'next';
import Joi from 'joi';
import { page } from '@/server/access/page';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'My shifts', manifest: '/manifest.webmanifest' };

/** The parts of the page are told apart in the browser, so that all are there without a connection. */
const params = Joi.object({
  part: Joi.valid('jobs', 'team', 'open', 'leave', 'hours', 'news', 'you'),
}).required();

/** Nothing but an address: all of it stands in the layout, which stays as it is while the address changes. */
export default page({ permission: 'self', params }, async () => null);
