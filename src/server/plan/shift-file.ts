import { type Judgement, judge } from '@/core/consequences/judge';
import type { Result } from '@/core/plan/problem';
import { publicationOf } from '@/core/publish/publication';
import { weekSheet } from '@/core/sheets/week-sheet';
import { type Day, formatDate, startOfWeek } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import type { ResolvedShift } from '@/core/plan/resolved-shift';
import type { Database } from '@/data/database';
import { amongTexts } from '@/data/records/lines';
import type { ShiftColumn } from '@/core/week/shift-columns';
import type { BookLine } from '@/formats/workbook/book-line';
import { type ShiftLine, shiftTable } from '@/formats/shifts/shift-table';
import type { StoredPlan } from '@/data/week/plan-store';
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
  const stored = (await planFor(db, actor, site, first, days))!;
  const lineOf = await namer(db, stored);
  const lines = judge(stored.plan)
    .people.flatMap(({ view }) => view.shifts)
    .map((shift): ShiftLine => ({ ...lineOf(shift), shift }))
    .sort(byPlace);
  return {
    ok: true,
    text: formatCsv(shiftTable(lines, columns)),
    name: `${found.line.name} ${formatDate(first)}.csv`,
  };
}

/**
 * A site's week as a workbook: as it is printed, its shifts, and coverage and hours as formulas over them. With the
 * shifts come those of the night before that reach into it.
 */
export async function weekBookOf(
  db: Database,
  actor: Actor,
  site: string,
  week: Day,
): Promise<Result<{ bytes: Uint8Array; name: string }>> {
  const found = await readableSite(db, actor, site);
  if (!found.ok) return found;
  const first = startOfWeek(week, found.line.weekStart);
  const stored = (await planFor(db, actor, site, first, 7))!;
  const judgement = judge(stored.plan);
  const lineOf = await namer(db, stored);
  const { plan, published, hourFormat } = stored;
  const lines = shiftsIn(judgement)
    .map((shift) => ({ ...lineOf(shift), shift }))
    .sort(byPlace);
  // The maker of workbooks takes a while to load, and few ask for it.
  const { weekWorkbook } = await import('@/formats/workbook/week-workbook');
  const marks = new Map<string, string>();
  const bytes = await weekWorkbook({
    sheet: weekSheet({ judgement, published, hourFormat, marks }),
    judgement,
    lines: toldApart(lines),
  });
  return { ok: true, bytes, name: `${found.line.name} ${formatDate(plan.from)}.xlsx` };
}

/** The shifts of a plan, and those at the same site that began before it and reach into it. */
function shiftsIn({ plan, people }: Judgement): ResolvedShift[] {
  const start = plan.from * DAY;
  return people.flatMap(({ view }) =>
    view.all.filter(
      ({ site, planShift, from, to }) => planShift !== null || (site === null && from < start && to > start),
    ),
  );
}

/** Lines with names that are each of one person alone: of two of one name each has the number or the count behind it. */
function toldApart(lines: readonly NamedLine[]): BookLine[] {
  const ids = new Map<string, Set<string>>();
  for (const { shift, person } of lines)
    if (person !== null) ids.set(person, (ids.get(person) ?? new Set()).add(shift.person!));
  const nameOf = ({ shift, person, number }: NamedLine) => {
    const all = [...ids.get(person!)!];
    return all.length < 2 ? person! : `${person} (${number ?? all.indexOf(shift.person!) + 1})`;
  };
  return lines.map((line) => ({
    shift: line.shift,
    person: line.person === null ? '' : nameOf(line),
    number: line.number ?? '',
    role: line.role ?? '',
    state: line.state,
  }));
}

type NamedLine = Omit<ShiftLine, 'shift'> & { readonly shift: ResolvedShift };

/** Tells who works a shift and as what, and how it stands to what staff know. */
async function namer(db: Database, { plan, published }: Pick<StoredPlan, 'plan' | 'published'>) {
  const rows = await db
    .selectFrom('person')
    .select(['id', 'name', 'number'])
    .where('id', 'in', amongTexts(plan.people.map(({ id }) => id)))
    .execute();
  const people = new Map(rows.map((row) => [row.id, row]));
  const roles = new Map(plan.roles.map(({ id, name }) => [id, name]));
  const told = new Map(published.map((shift) => [shift.id, shift]));
  return ({ person, role, planShift }: ResolvedShift): Omit<ShiftLine, 'shift'> => {
    const who = person === null ? null : people.get(person);
    return {
      person: who?.name ?? null,
      number: who?.number ?? null,
      role: role === null ? null : (roles.get(role) ?? null),
      // Of a night of the week before nothing more is known here.
      state: planShift === null ? 'week before' : publicationOf(planShift, told.get(planShift.id)),
    };
  };
}

function byPlace(a: NamedLine, b: NamedLine): number {
  return (
    a.shift.date - b.shift.date ||
    a.shift.from - b.shift.from ||
    Number(a.person === null) - Number(b.person === null) ||
    (a.person ?? '').localeCompare(b.person ?? '')
  );
}
