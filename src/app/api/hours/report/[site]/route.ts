import Joi from 'joi';
import { tableResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { attendanceLines, hoursReport, reportLines, reportName } from '@/server/hours/report';
import { reportAskOf } from '@/server/hours/report-ask';
import { ID } from '@/server/input';

interface Query {
  readonly form: 'csv' | 'xlsx';
  readonly what: 'hours' | 'attendance';
}

/** A report of hours, or the attendance of its people, as a file. */
export const GET = route(
  {
    name: 'GET report of hours',
    permission: 'hours.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }).required(),
    query: Joi.object<Query>({
      form: Joi.valid('csv', 'xlsx').default('csv'),
      what: Joi.valid('hours', 'attendance').default('hours'),
    }).unknown(),
    scope: ({ params }) => ({ sites: [params.site] }),
  },
  async ({ db, actor, params: { site }, query: { form, what, ...search } }) => {
    const found = await hoursReport(db, actor, await reportAskOf(db, site, search));
    if (!found.ok) return found;
    return what === 'hours'
      ? tableResponse(reportLines(found.page), reportName(found.page, 'hours'), form)
      : tableResponse(attendanceLines(found.page), reportName(found.page, 'attendance'), form);
  },
);
