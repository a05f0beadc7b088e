import { type Result, fail } from '@/core/plan/problem';
import type { Paper } from '@/core/sheets/paper';
import { type SheetShift, sheetOfPerson, wordsOf } from '@/core/sheets/week-sheet';
import type { TableSheet } from '@/core/sheets/table-sheet';
import type { Day } from '@/core/time/day';
import { monthOf } from '@/core/time/month';
import type { Database } from '@/data/database';
import { listSites, loadSite } from '@/data/site/site-store';
import { publishedShiftsOf } from '@/data/week/shift-store';
import type { Actor } from '../access/actor';
import { leaveOf, roleNames } from '../staff/own-page';
import { resolvedAt } from '../staff/resolved-at';
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
  const own = new Set(
    actor.grants.flatMap(({ kind, site }) => (kind === 'staff' && site !== null ? [site] : [])),
  );
  const sites = (await listSites(db)).filter(
    ({ id }) => own.has(id) || worked.some(({ site }) => site === id),
  );
  const roles = await roleNames(
    db,
    worked.flatMap(({ shift }) => (shift.role === null ? [] : [shift.role])),
  );
  const shifts: SheetShift[] = [];
  for (const { id: site, name: place } of sites) {
    const here = worked.filter((one) => one.site === site).map(({ shift }) => shift);
    if (here.length === 0) continue;
    const resolved = resolvedAt((await loadSite(db, site, first))!, here);
    for (const shift of here)
      shifts.push({
        shift,
        paid: resolved.get(shift.id)!.paid,
        // Whoever works at one place alone knows where it is.
        what: wordsOf(shift, sites.length > 1 ? place : undefined, roles[shift.role ?? '']),
        mark: '',
        draft: false,
      });
  }
  shifts.sort((a, b) => a.shift.date - b.shift.date || a.shift.from - b.shift.from);
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
