import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import { parseDate } from '@/core/time/day';
import { page } from '@/server/access/page';
import { sheetPage } from '@/server/hours/queries';
import { ID } from '@/server/input';
import { PeriodSheet } from '@/ui/hours/period-sheet';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Hours of one person' };

/** A period of one person on a page to be signed. Whose it may be the query says. */
export default page(
  {
    permission: 'self',
    params: Joi.object<{ site: string; person: string }>({ site: ID.required(), person: ID.required() }),
  },
  async ({ db, actor, params: { person }, search: { on } }) => {
    const found = await sheetPage(db, actor, person, typeof on === 'string' ? parseDate(on) : null);
    if (!found.ok) notFound();
    return <PeriodSheet sheet={found.sheet} />;
  },
);
