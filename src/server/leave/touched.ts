import { type AskedDay, spansOfDays } from '@/core/leave/asked';
import { type Result, fail } from '@/core/plan/problem';
import type { Shift } from '@/core/plan/types';
import { isOtherShift } from '@/core/publish/publication';
import { formatDay, formatTimeSpan } from '@/core/time/format';
import { DAY } from '@/core/time/span';
import { groupedBy } from '@/core/grouped';
import type { Database } from '@/data/database';
import { type Worked, publishedShiftsOfPeople, shiftsById, shiftsOfPeople } from '@/data/week/shift-store';
import { listSites } from '@/data/site/site-store';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { nowAt } from '../now';
import { parseDate } from '@/core/time/day';
import type { CommandEffect, Context } from '../commands/command';
import { reassigned } from '../publish/reassign';
import { roleNames } from '../staff/own-page';
import type { LeavePerson } from './ground';
import { isWithin } from './look';
import type { ShiftChoice, TouchedShift } from './payload';

/** A shift within leave, as it is planned and as staff know it; null: it is not there. */
interface Touched {
  readonly site: string;
  readonly id: string;
  readonly draft: Shift | null;
  readonly published: Shift | null;
}

/** Shifts of somebody on days of leave that are not over, at whatever site. */
export async function touchedBy(
  db: Database,
  person: LeavePerson,
  days: readonly AskedDay[],
): Promise<Touched[]> {
  const [touched] = await touchedByAll(db, [{ person, days }]);
  return touched;
}

/** The same for several at once. */
export async function touchedByAll(
  db: Database,
  all: readonly { readonly person: LeavePerson; readonly days: readonly AskedDay[] }[],
): Promise<Touched[][]> {
  const meant = all.map(({ person, days }) => {
    const spans = spansOfDays(days);
    const { minute, date } = nowAt(person.home.timeZone);
    const at = parseDate(date)! * DAY + minute;
    return ({ shift }: Worked) =>
      shift.person === person.id && isWithin(shift, spans) && shift.date * DAY + shift.to > at;
  });
  const dates = all.flatMap(({ person: { today }, days }) =>
    days.flatMap(({ date }) => (date >= today - 1 ? [date] : [])),
  );
  if (dates.length === 0) return all.map(() => []);
  const [from, to] = [Math.min(...dates) - 1, Math.max(...dates) + 1];
  const people = [...new Set(all.map(({ person }) => person.id))];
  const drafts = groupedBy(await shiftsOfPeople(db, people, [from, to]), whose);
  const published = groupedBy(await publishedShiftsOfPeople(db, people, [from, to]), whose);
  const told = all.map(({ person }, i) => (published.get(person.id) ?? []).filter(meant[i]));
  // In the plan it may be another's by now: that draft stays on top.
  const plan = await shiftsById(
    db,
    told.flatMap((of) => of.map(({ shift }) => shift.id)),
  );
  const planned = new Map(plan.map((one) => [one.shift.id, one.shift]));
  return all.map(({ person }, i) => {
    const found = new Map<string, Touched>();
    for (const { site, shift } of (drafts.get(person.id) ?? []).filter(meant[i]))
      found.set(shift.id, { site, id: shift.id, draft: shift, published: null });
    for (const { site, shift } of told[i])
      found.set(shift.id, { site, id: shift.id, draft: planned.get(shift.id) ?? null, published: shift });
    return [...found.values()].sort((a, b) => {
      const [x, y] = [(a.published ?? a.draft)!, (b.published ?? b.draft)!];
      return x.date - y.date || x.from - y.from;
    });
  });
}

const whose = ({ shift }: Worked) => shift.person;

/** Shifts within leaves as they are shown to who decides. */
export async function touchedViews(
  db: Database,
  actor: Actor,
  all: readonly (readonly Touched[])[],
): Promise<TouchedShift[][]> {
  const sites = await listSites(db);
  const roles = await roleNames(
    db,
    all.flatMap((touched) => touched.flatMap(({ draft, published }) => (draft ?? published)!.role ?? [])),
  );
  return all.map((touched) =>
    touched
      .filter(({ site, published }) => published !== null || checkAccess(actor, 'plan.read', site) === null)
      .map(({ site, id, draft, published }) => {
        const shift = (published ?? draft)!;
        const place = sites.find((one) => one.id === site)!;
        const role = shift.role === null ? '' : ` ${roles[shift.role] ?? ''}`;
        return {
          ...{ id, site, siteName: place.name, date: shift.date, isPublished: published !== null },
          text: `${formatDay(shift.date)}, ${formatTimeSpan(shift.from, shift.to, place.hourFormat)}${role}`,
          hasOtherDraft: published !== null && draft !== null && isOtherShift(published, draft),
          mayChange: checkAccess(actor, 'plan.publish', site) === null,
        };
      }),
  );
}

/**
 * What is decided about shifts within leave: they turn open or go to somebody, in the plan and, where staff know of
 * them, published at once, just these. A draft that differs from what is published stays on top.
 */
export async function shiftEffects(
  context: Context,
  person: LeavePerson,
  touched: readonly Touched[],
  choices: readonly ShiftChoice[],
  title: string,
): Promise<Result<{ effects: readonly CommandEffect[] }>> {
  const { actor } = context;
  const chosen = choices.filter(({ become }) => become !== 'kept');
  for (const [i, { id, site, become, to }] of chosen.entries()) {
    if (!touched.some((one) => one.id === id && one.site === site))
      return fail(
        'changed-meanwhile',
        'a shift within this leave was changed meanwhile; look again',
        `input.shifts[${i}]`,
      );
    if (checkAccess(actor, 'plan.publish', site))
      return fail('forbidden', `${actor.name} may not change the plan there`, `input.shifts[${i}]`);
    if (become === 'given' && (to === null || to === person.id))
      return fail('input', 'say who takes the shift', `input.shifts[${i}].to`);
  }
  const effects: CommandEffect[] = [];
  for (const [site, mine] of groupedBy(chosen, ({ site }) => site)) {
    const moves = mine.map(({ id, become, to }) => {
      const { draft, published } = touched.find((one) => one.id === id)!;
      return { id, draft, published, from: person.id, to: become === 'given' ? to : null };
    });
    effects.push(await reassigned(context, site, moves, { title, agreed: new Set([person.id]) }));
  }
  return { ok: true, effects };
}
