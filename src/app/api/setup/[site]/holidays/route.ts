import Joi from 'joi';
import { route } from '@/server/access/route';
import type { HolidayOffer } from '@/server/holidays/payload';
import { PLACE } from '@/server/holidays/schema';
import { ID } from '@/server/input';

/** Countries, their parts, and the public holidays of a year at one of them. */
export const GET = route(
  {
    name: 'GET holidays',
    permission: 'setup.read',
    params: Joi.object<{ site: string }>({ site: ID.required() }),
    query: Joi.object<{ country: string | null; region: string | null; year: number }>({
      country: PLACE.country.optional().default(null),
      region: PLACE.region.optional().default(null),
      year: Joi.number().integer().min(1970).max(2100).required(),
    }),
    scope: ({ params: { site } }) => ({ sites: [site] }),
  },
  async ({ query: { country, region, year } }) => {
    // The data of all countries is large, and few ask for it.
    const { holidayCountries, holidayRegions, publicHolidays } =
      await import('@/formats/holidays/public-holidays');
    const offer: HolidayOffer = {
      countries: holidayCountries(),
      regions: country === null ? [] : holidayRegions(country),
      holidays: country === null ? [] : publicHolidays({ country, region }, year),
    };
    return { ok: true, offer };
  },
);
