import Joi from 'joi';
import { notFound } from 'next/navigation';
import { paperOf } from '@/core/sheets/paper';
import { type Day, formatDate } from '@/core/time/day';
import { page } from '@/server/access/page';
import { DATE, ID } from '@/server/input';
import { type SheetRequest, sheetsOf } from '@/server/print/sheets';
import { SheetPage } from '@/ui/print/sheet-page';

const PARAMS = Joi.object<{ site: string; date: Day; person?: string }>({
  site: ID.required(),
  date: DATE.required(),
  person: ID,
});

/** A page that draws a sheet of a site as it is printed. */
export function sheetPage(kind: SheetRequest['kind']) {
  return page(
    { permission: 'plan.read', params: PARAMS, scope: ({ site }) => ({ sites: [site] }) },
    async ({ db, actor, params: { site, date, person = null }, search: { paper } }) => {
      const found = await sheetsOf(db, actor, { site, kind, date, person });
      if (!found.ok) notFound();
      const { sheets } = found;
      return (
        <SheetPage
          at={`/print/${encodeURIComponent(site)}`}
          kind={kind}
          date={date}
          person={person}
          paper={paperOf(paper)}
          sheet={sheets.day ?? sheets.tables[0]}
          inks={sheets.inks}
          back={`/plan/${encodeURIComponent(site)}/${formatDate(sheets.week)}`}
        />
      );
    },
  );
}
