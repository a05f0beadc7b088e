import type { Metadata } from 'next';
import Joi from 'joi';
import { page } from '@/server/access/page';
import { ID } from '@/server/input';
import { setupPage } from './[section]/setup-page';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Set-up' };

export default page(
  {
    permission: 'setup.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }),
    scope: ({ site }) => ({ sites: [site] }),
  },
  (asked) => setupPage(asked, 'overview'),
);
