import type { Metadata } from 'next';
import Joi from 'joi';
import { page } from '@/server/access/page';
import { ID } from '@/server/input';
import { setupPage } from './setup-page';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Set-up' };

const PARAMS = Joi.object<{ site: string; section: string }>({ site: ID.required(), section: ID.required() });

export default page(
  { permission: 'setup.read', params: PARAMS, scope: ({ site }) => ({ sites: [site] }) },
  (asked) => setupPage(asked, asked.params.section),
);
