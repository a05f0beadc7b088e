import { type Result, fail } from '@/core/plan/problem';
import type { Paper } from '@/core/sheets/paper';
import { type SheetShift, sheetOfPerson, wordsOf } from '@/core/sheets/week-sheet';
import type { TableSheet } from '@/core/sheets/table-sheet';
import type { Day } from '@/core/time/day';
import { monthOf } from '@/core/time/month';
import type { Database } from '@/data/database';
import { listSites } from '@/data/site/site-store';
import { publishedShiftsOf } from '@/data/week/shift-store';
import type { Actor } from '../access/actor';
import { leaveOf, roleNames, staffSites } from '../staff/own-page';
import { resolvedAll } from '../staff/resolved-at';
import { shippedFaces } from './faces';

/** The month of a date of who asks: what was published for them at all their sites, and when they are away. */
export async function ownMonth(
  db: Database,
  actor: Actor,
  date: Day,
): Promise<Result<{ sheet: TableSheet }>> {
  const { person, name } = actor;
  if (person === null) return fail('forbidden', 'this account belongs to nobody who works here');
  const { first, days } = monthOf(date);
  const worked = await publishedShiftsOf(db, person, first, first + days);
  const own = new Set(staffSites(actor));
  const sites = (await listSites(db)).filter(
    ({ id }) => own.has(id) || worked.some(({ site }) => site === id),
  );
  const roles = await roleNames(
    db,
    worked.flatMap(({ shift }) => (shift.role === null ? [] : [shift.role])),
  );
  const resolved = await resolvedAll(db, worked);
  const places = new Map(sites.map((site) => [site.id, site.name]));
  const shifts = worked
    .map(({ site, shift }): SheetShift => ({
      shift,
      paid: resolved.get(shift.id)!.paid,
      // Whoever works at one place alone knows where it is.
      what: wordsOf(shift, sites.length > 1 ? places.get(site) : undefined, roles[shift.role ?? '']),
      mark: '',
      draft: false,
    }))
    .sort((a, b) => a.shift.date - b.shift.date || a.shift.from - b.shift.from);
  const [home] = sites;
  return {
    ok: true,
    sheet: sheetOfPerson({
      ...{ name, first, days, shifts },
      site: sites.map((site) => site.name).join(', '),
      weekStart: home?.weekStart ?? 0,
      hourFormat: home?.hourFormat ?? '24',
      leave: (await leaveOf(db, person, first, first + days)).map((leave, i) => ({
        id: String(i),
        ...leave,
      })),
    }),
  };
}

/** The same as a PDF, and what the file is called. */
export async function ownMonthPdf(
  db: Database,
  { actor, date, paper }: { readonly actor: Actor; readonly date: Day; readonly paper: Paper },
): Promise<Result<{ bytes: Uint8Array; name: string }>> {
  const found = await ownMonth(db, actor, date);
  if (!found.ok) return found;
  const { sheet } = found;
  const { tablesPdf } = await import('@/formats/pdf/table-pdf');
  return {
    ok: true,
    bytes: await tablesPdf([sheet], sheet.title, paper, shippedFaces()),
    name: `${sheet.title}.pdf`,
  };
}
