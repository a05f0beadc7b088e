import Joi from 'joi';
import { SHIFT_COLUMNS, type ShiftColumn } from '@/core/week/shift-columns';
import { fileResponse } from '@/server/access/file-response';
import { route } from '@/server/access/route';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';
import { shiftFileOf } from '@/server/plan/shift-file';

const ALL = SHIFT_COLUMNS.map(({ id }) => id);

/** The shifts of a site's week, or of four, as a CSV file with the columns that are asked for. */
export const GET = route(
  {
    name: 'GET shifts',
    permission: 'plan.read',
    params: PLAN_ADDRESS,
    query: Joi.object<{ days: number; columns: readonly ShiftColumn[] }>({
      days: Joi.number().valid(7, 28).default(7),
      columns: Joi.string()
        .default(ALL.join())
        .custom((text: string, helpers) => {
          const wanted = text.split(',');
          const unknown = wanted.find((one) => !ALL.some((id) => id === one));
          return unknown === undefined
            ? wanted
            : helpers.message({ custom: `there is no column "${unknown}"; there are ${ALL.join(', ')}` });
        }),
    }),
    scope: atSite,
  },
  async ({ db, actor, params: { site, week }, query: { days, columns } }) => {
    const found = await shiftFileOf(db, actor, site, week, days, columns);
    if (!found.ok) return found;
    return fileResponse(found.text, found.name, 'csv');
  },
);
