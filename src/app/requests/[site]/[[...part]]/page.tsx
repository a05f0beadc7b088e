import type { Metadata } from 'next';
import Joi from 'joi';
import { notFound } from 'next/navigation';
import type { Day } from '@/core/time/day';
import { page } from '@/server/access/page';
import { DATE, ID, parseInput } from '@/server/input';
import { REQUEST_PARTS, type RequestPart, requestsPage } from '@/server/requests/page';
import { headerOfBusiness } from '@/server/site/queries';
import { RequestsScreen } from '@/ui/requests/requests-screen';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Requests' };

/** From when on the calendar is shown, how many weeks of it; whose requests; which of them is chosen. */
const SHOWN = Joi.object<{ from?: Day; weeks?: number; person?: string; request?: string }>({
  person: ID,
  request: ID,
  from: DATE,
  weeks: Joi.number().integer().valid(5, 9, 26, 53),
}).required();

/** Whoever manages somebody sees theirs here, so what is shown is decided person by person. */
export default page(
  {
    permission: 'self',
    params: Joi.object<{ site: string; part?: RequestPart }>({
      site: ID.required(),
      part: Joi.valid(...REQUEST_PARTS),
    }),
  },
  async ({ db, actor, params: { site, part }, search }) => {
    const shown = part ?? 'waiting';
    const asked = parseInput(SHOWN, search, '', true);
    if (!asked.ok) notFound();
    const { from = null, weeks = 9, person = null, request = null } = asked.value;
    const found = await requestsPage(db, actor, site, shown, { from, weeks, person });
    if (!found.ok) notFound();
    return (
      <RequestsScreen
        header={await headerOfBusiness(db, actor)}
        page={found.page}
        part={shown}
        request={request}
      />
    );
  },
);
