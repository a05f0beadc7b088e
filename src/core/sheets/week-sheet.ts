import { groupedBy } from '../grouped';
import type { Judgement } from '../consequences/judge';
import type { PersonView } from '../checks/shared/check';
import type { Person, Plan, Shift } from '../plan/types';
import { publicationOf } from '../publish/publication';
import { type Day, civilOf, formatDate, isoWeek, startOfWeek } from '../time/day';
import {
  type HourFormat,
  formatDay,
  formatDays,
  formatMonth,
  formatShortSpan,
  formatShortTime,
  weekdayName,
} from '../time/format';
import { monthOf } from '../time/month';
import { DAY } from '../time/span';
import type { SheetCell, SheetEntry, SheetRow, TableSheet } from './table-sheet';

/** What a sheet is made of: a judged plan, and what staff were told of its days. */
export interface SheetGround {
  readonly judgement: Judgement;
  readonly published: readonly Shift[];
  readonly hourFormat: HourFormat;
  /** Two letters for a role, by its id. */
  readonly marks: ReadonlyMap<string, string>;
}

/** A shift with what a sheet says of it. */
export interface SheetShift {
  readonly shift: Shift;
  readonly paid: number;
  readonly what: string;
  readonly mark: string;
  readonly draft: boolean;
}

/** A week by person: who works or is away on its days, with times and roles; why somebody is away is not said. */
export function weekSheet(ground: SheetGround): TableSheet {
  const { plan } = ground.judgement;
  const days = daysFrom(plan.from, plan.days);
  return {
    ...byPerson(ground, days),
    kind: 'week',
    title: `${formatDays(plan.from, plan.days)} ${civilOf(plan.from).year}`,
    heads: days.map((day) => ({ name: formatDay(day), remark: holidaysOf(plan, day) })),
    remark: '',
    empty: 'Nobody is planned in this week.',
  };
}

/** The month of a date by person. The plan has all its days, and may have more. */
export function monthSheet(ground: SheetGround, date: Day): TableSheet {
  const { plan } = ground.judgement;
  const { first, days: count } = monthOf(date);
  const days = daysFrom(first, count);
  return {
    ...byPerson(ground, days),
    kind: 'month',
    title: formatMonth(first),
    heads: days.map((day) => ({ name: String(civilOf(day).date), remark: weekdayName(day).slice(0, 2) })),
    remark: days
      .filter((day) => holidaysOf(plan, day) !== '')
      .map((day) => `${formatDay(day)}: ${holidaysOf(plan, day)}`)
      .join(' · '),
    empty: 'Nobody is planned in this month.',
  };
}

/** The days of one person at the site: of the month of a date, or of the plan where that is null. */
export function personSheet(ground: SheetGround, person: string, month: Day | null): TableSheet {
  const { plan, people } = ground.judgement;
  const days = month === null ? { first: plan.from, days: plan.days } : monthOf(month);
  const view = people.find((state) => state.view.person?.id === person)?.view;
  return sheetOfPerson({
    ...days,
    name: view?.person?.name ?? '',
    site: plan.site.name,
    weekStart: plan.site.weekStart,
    hourFormat: ground.hourFormat,
    shifts: (view?.shifts ?? []).map(tellerOf(ground)),
    leave: view?.person?.leave ?? [],
  });
}

/** Somebody's days on a sheet of their own: a row for each week, and each day under its weekday. */
export function sheetOfPerson({
  name,
  site,
  first,
  days: count,
  weekStart,
  hourFormat,
  shifts,
  leave,
}: {
  readonly name: string;
  readonly site: string;
  readonly first: Day;
  readonly days: number;
  readonly weekStart: number;
  readonly hourFormat: HourFormat;
  readonly shifts: readonly SheetShift[];
  readonly leave: Person['leave'];
}): TableSheet {
  const start = startOfWeek(first, weekStart);
  const isMonth = count > 7;
  const byDate = groupedBy(shifts, ({ shift }) => shift.date);
  const rows = Array.from({ length: Math.ceil((first + count - start) / 7) }, (_, i): SheetRow => {
    const week = daysFrom(start + i * 7, 7);
    const here = week.filter((day) => day >= first && day < first + count);
    return {
      key: formatDate(week[0]),
      name: `Week ${isoWeek(week[3]).week}`,
      cells: week.map((day) =>
        here.includes(day)
          ? cellOf(leave, day, byDate.get(day) ?? [], hourFormat)
          : { date: null, away: false, entries: [] },
      ),
      paid: here.reduce((sum, day) => sum + paidOf(byDate.get(day) ?? []), 0),
    };
  });
  return {
    kind: 'person',
    title: `${name}, ${isMonth ? formatMonth(first) : `${formatDays(first, count)} ${civilOf(first).year}`}`,
    site,
    corner: 'Week',
    heads: daysFrom(start, 7).map((day) => ({ name: weekdayName(day), remark: '' })),
    rows,
    paid: rows.reduce((sum, row) => sum + row.paid!, 0),
    ...draftsAmong(rows),
    remark: '',
    empty: '',
  };
}

/** Rows of everybody who works or is away on some days, then of the open shifts. */
function byPerson(
  ground: SheetGround,
  days: readonly Day[],
): Pick<TableSheet, 'site' | 'corner' | 'rows' | 'paid' | 'drafts' | 'of'> {
  const { plan, people } = ground.judgement;
  const [first, last] = [days[0], days[days.length - 1]];
  const told = tellerOf(ground);
  const rows: SheetRow[] = [];
  let paid = 0;
  for (const { view } of people) {
    const { person } = view;
    const leave = person?.leave ?? [];
    const own = view.shifts.filter(({ date }) => date >= first && date <= last).map(told);
    if (own.length === 0 && !days.some((day) => isAway(leave, day))) continue;
    const byDate = groupedBy(own, ({ shift }) => shift.date);
    const minutes = paidOf(own);
    if (person) paid += minutes;
    rows.push({
      key: person?.id ?? 'open',
      name: person?.name ?? 'Open shifts',
      cells: days.map((day) => cellOf(leave, day, byDate.get(day) ?? [], ground.hourFormat)),
      paid: minutes,
    });
  }
  return { site: plan.site.name, corner: 'Person', rows, paid, ...draftsAmong(rows) };
}

/** How the shifts of a plan are told. */
function tellerOf({ judgement: { plan }, published, marks }: SheetGround) {
  const before = new Map(published.map((shift) => [shift.id, shift]));
  const roles = new Map(plan.roles.map(({ id, name }) => [id, name]));
  return ({ planShift, paid }: PersonView['shifts'][number]): SheetShift => {
    const shift = planShift!;
    return {
      shift,
      paid,
      what: wordsOf(shift, roles.get(shift.role ?? '')),
      mark: marks.get(shift.role ?? '') ?? '',
      draft: publicationOf(shift, before.get(shift.id)) !== 'published',
    };
  };
}

/** What is done in a shift: `Bar · Opening · Terrace`. */
export function wordsOf({ label, detail }: Shift, ...before: readonly (string | undefined)[]): string {
  return [...before, label, detail?.station].filter(Boolean).join(' · ');
}

function cellOf(
  leave: Person['leave'],
  date: Day,
  shifts: readonly SheetShift[],
  hourFormat: HourFormat,
): SheetCell {
  return {
    date,
    away: isAway(leave, date),
    entries: shifts.map(({ shift: { id, from, to }, what, mark, draft }): SheetEntry => ({
      key: id,
      times: formatShortSpan(from, to, hourFormat),
      from: formatShortTime(from, hourFormat),
      to: formatShortTime(to, hourFormat),
      ...{ what, mark, draft },
    })),
  };
}

function draftsAmong(rows: readonly SheetRow[]): Pick<TableSheet, 'drafts' | 'of'> {
  const entries = rows.flatMap(({ cells }) => cells.flatMap((cell) => cell.entries));
  return { drafts: entries.filter(({ draft }) => draft).length, of: entries.length };
}

function paidOf(shifts: readonly { readonly paid: number }[]): number {
  return shifts.reduce((sum, { paid }) => sum + paid, 0);
}

function daysFrom(first: Day, count: number): Day[] {
  return Array.from({ length: count }, (_, i) => first + i);
}

/** The names of a date's holidays; empty: it has none. */
export function holidaysOf(plan: Plan, day: Day): string {
  return plan.holidays
    .filter((holiday) => holiday.date === day)
    .map(({ name }) => name)
    .join(', ');
}

/** Whether approved leave takes some of a day. */
function isAway(leave: Person['leave'], day: Day): boolean {
  const start = day * DAY;
  return leave.some(({ state, from, to }) => state === 'approved' && from < start + DAY && start < to);
}
