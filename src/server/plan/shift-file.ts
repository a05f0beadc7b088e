import { judge } from '@/core/consequences/judge';
import type { Result } from '@/core/plan/problem';
import { publicationOf } from '@/core/publish/publication';
import { type Day, formatDate, startOfWeek } from '@/core/time/day';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';
import type { ShiftColumn } from '@/core/week/shift-columns';
import { type ShiftLine, shiftTable } from '@/formats/shifts/shift-table';
import { formatCsv } from '@/formats/table/csv';
import type { Actor } from '../access/actor';
import { planFor } from '../access/pay';
import { readableSite } from '../site/readable';

/** The shifts of a site's week, or of four, as CSV (RFC 4180): a row each, by date, start and person, open ones last. */
export async function shiftFileOf(
  db: Database,
  actor: Actor,
  site: string,
  week: Day,
  days: number,
  columns: readonly ShiftColumn[],
): Promise<Result<{ text: string; name: string }>> {
  const found = await readableSite(db, actor, site);
  if (!found.ok) return found;
  const first = startOfWeek(week, found.line.weekStart);
  const { plan, published } = (await planFor(db, actor, site, first, days))!;
  const people = new Map(
    (
      await db
        .selectFrom('person')
        .select(['id', 'name', 'number'])
        .where('id', 'in', amongTexts(plan.people.map(({ id }) => id)))
        .execute()
    ).map((row) => [row.id, row]),
  );
  const roles = new Map(plan.roles.map(({ id, name }) => [id, name]));
  const told = new Map(published.map((shift) => [shift.id, shift]));
  const lines = judge(plan)
    .people.flatMap(({ view }) => view.shifts)
    .map((shift): ShiftLine => {
      const who = shift.person === null ? null : people.get(shift.person);
      return {
        shift,
        person: who?.name ?? null,
        number: who?.number ?? null,
        role: shift.role === null ? null : (roles.get(shift.role) ?? null),
        state: publicationOf(shift.planShift!, told.get(shift.id!)),
      };
    });
  lines.sort(
    (a, b) =>
      a.shift.date - b.shift.date ||
      a.shift.from - b.shift.from ||
      Number(a.person === null) - Number(b.person === null) ||
      (a.person ?? '').localeCompare(b.person ?? ''),
  );
  return {
    ok: true,
    text: formatCsv(shiftTable(lines, columns)),
    name: `${found.line.name} ${formatDate(first)}.csv`,
  };
}
