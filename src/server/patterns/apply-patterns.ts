import { randomUUID } from 'node:crypto';
import { type Change } from '@/core/plan/change';
import { type Result, fail } from '@/core/plan/problem';
import { type Pattern, occurrencesOf } from '@/core/patterns/pattern';
import { type Materialized, materialize } from '@/core/patterns/materialize';
import type { Shift } from '@/core/plan/types';
import { type Day, startOfWeek } from '@/core/time/day';
import { counted } from '@/core/time/format';
import type { RowChange } from '@/data/records/records';
import { listSites, namesOf } from '@/data/site/site-store';
import { type StoredPlan, loadPlan } from '@/data/week/plan-store';
import { loadPatternExceptions } from '@/data/patterns/pattern-store';
import type { Context, CommandEffect } from '../commands/command';
import { remarksOf } from '@/core/week/remarks';

/** Patterns that change, and how far their shifts are looked at. */
export interface PatternWork {
  readonly rows: readonly RowChange[];
  readonly title: string;
  readonly patterns: readonly { readonly pattern: Pattern; readonly adds: boolean; readonly until: Day }[];
  /** Occurrences of `old` that go over to `after`, or end. */
  readonly series?: {
    readonly old: Pattern;
    readonly after: Pattern | null;
    /** Whether the occurrence of a key is one of them. */
    readonly isMeant: (key: string) => boolean;
    /** Whether what is published changes too. */
    readonly published: boolean;
  };
  readonly from: Day;
  readonly to: Day;
}

/** Works the shifts out that go with changed patterns, week by week. */
export async function applyPatterns(
  { db, today, watch }: Context,
  site: string,
  { rows, title, patterns, series, from, to }: PatternWork,
): Promise<Result<{ work: CommandEffect }>> {
  const all = await listSites(db);
  const line = all.find((one) => one.id === site)!;
  const names = namesOf(all);
  const exceptions = await loadPatternExceptions(
    db,
    patterns.map(({ pattern }) => pattern.id),
  );
  const changes: Change[] = [];
  const remarks: string[] = [];
  const sums = { added: 0, changed: 0, removed: 0, keptOwn: 0, keptPublished: 0 };
  const weeks: Day[] = [];
  for (let week = startOfWeek(from, line.weekStart); week < to; week += 7) {
    if (watch?.signal.aborted) return fail('stopped', 'stopped; nothing was changed');
    const stored = (await loadPlan(db, site, week, 7))!;
    const says = remarksOf(stored.plan, stored.hourFormat, names);
    const mine: Change[] = [];
    const take = (out: Materialized) => {
      mine.push(...out.changes);
      for (const key of Object.keys(sums) as (keyof typeof sums)[]) sums[key] += out[key];
      remarks.push(...out.remarks.map(({ shift, what, barrier }) => says.remark(shift, what, barrier)));
    };
    if (series) take(transferSeries(stored, series, from));
    else
      for (const { pattern, adds, until } of patterns) {
        const first = Math.max(week, from, today);
        const given = occurrencesOf(pattern, first, week + 7, line.weekStart);
        const published = new Set(stored.published.map(({ id }) => id));
        // What began before today has happened: it stays.
        const plan = {
          ...stored.plan,
          shifts: stored.plan.shifts.map((shift) =>
            shift.date < first && shift.detail?.pattern?.id === pattern.id
              ? { ...shift, detail: { ...shift.detail, pattern: null } }
              : shift,
          ),
        };
        const ahead = (id: string) => published.has(id);
        take(
          materialize(
            plan,
            pattern,
            given,
            exceptions.get(pattern.id)!,
            ahead,
            randomUUID,
            adds && week < until,
          ),
        );
      }
    if (mine.length > 0) weeks.push(week);
    changes.push(...mine);
  }
  const counts = [
    sums.added > 0 ? `${counted(sums.added, 'shift')} written` : '',
    sums.changed > 0 ? `${counted(sums.changed, 'shift')} changed` : '',
    sums.removed > 0 ? `${counted(sums.removed, 'shift')} deleted` : '',
  ].filter(Boolean);
  const kept = [
    sums.keptOwn > 0 ? `${sums.keptOwn} changed by hand` : '',
    sums.keptPublished > 0 ? `${sums.keptPublished} published` : '',
  ].filter(Boolean);
  const said = counts.length === 0 ? 'No shift that stands is touched.' : `${counts.join(', ')}.`;
  return {
    ok: true,
    work: {
      title,
      rows,
      subjects: [{ kind: 'site', id: site }],
      sites: [site],
      weeks: weeks.slice(0, 12),
      shifts: [{ site, changes }],
      remarks: [
        kept.length > 0 ? `${said} ${kept.join(' and ')} ${stays(sums.keptOwn + sums.keptPublished)}.` : said,
        ...remarks,
      ],
    },
  };
}

function stays(count: number): string {
  return count === 1 ? 'stays as it is' : 'stay as they are';
}

/** The standing shifts that are meant, from a date on, as what goes on in its place has them. */
function transferSeries(
  { plan, published }: StoredPlan,
  { old, after, isMeant, published: toldToo }: NonNullable<PatternWork['series']>,
  from: Day,
): Materialized {
  const out = new Set(published.map(({ id }) => id));
  const mine = plan.shifts.filter((shift) => {
    const source = shift.detail?.pattern;
    return source?.id === old.id && source.originalDate >= from && isMeant(source.key);
  });
  // Under the new pattern they are its own; what was changed by hand stays as somebody made it.
  const ids = new Set(mine.map(({ id }) => id));
  const over = {
    ...plan,
    shifts: plan.shifts.map((shift) =>
      ids.has(shift.id)
        ? {
            ...shift,
            detail: {
              ...shift.detail!,
              pattern: { ...shift.detail!.pattern!, id: after?.id ?? old.id },
            },
          }
        : shift,
    ),
  };
  const isOut = (id: string) => !toldToo && out.has(id);
  const pattern = after ?? { ...old, until: from - 1 };
  const given = after
    ? occurrencesOf(after, Math.max(plan.from, from), plan.from + plan.days, plan.site.weekStart)
    : [];
  const others = {
    ...over,
    shifts: over.shifts.map((shift) => (ids.has(shift.id) ? shift : aside(shift, pattern.id))),
  };
  const written = materialize(others, pattern, given, new Set(), isOut, randomUUID, false);
  // What stays goes over too: it still belongs to the pattern, and can follow it again.
  const touched = new Set(written.changes.flatMap((change) => ('id' in change ? [change.id] : [])));
  const isNew = after !== null && after.id !== old.id;
  const staying = isNew ? mine.filter(({ id }) => !touched.has(id)) : [];
  return {
    ...written,
    changes: [
      ...written.changes.map((change) => withPattern(change, mine, pattern.id, isNew)),
      ...staying.map((shift) => renamed(shift, pattern.id)),
    ],
  };
}

/** A shift that another part of the same pattern gave: not looked at here. */
function aside(shift: Shift, pattern: string): Shift {
  return shift.detail?.pattern?.id === pattern
    ? { ...shift, detail: { ...shift.detail, pattern: null } }
    : shift;
}

/** A changed shift names the pattern that it follows from now on. */
function withPattern(change: Change, mine: readonly Shift[], id: string, goesOn: boolean): Change {
  if (change.do !== 'set' || !goesOn || change.shift.detail !== undefined) return change;
  const shift = mine.find((one) => one.id === change.id);
  if (!shift) return change;
  return { ...change, shift: { ...change.shift, detail: followed(shift, id) } };
}

function renamed(shift: Shift, id: string): Change {
  return { do: 'set', id: shift.id, shift: { detail: followed(shift, id) } };
}

function followed(shift: Shift, id: string): Shift['detail'] {
  return { ...shift.detail!, pattern: { ...shift.detail!.pattern!, id } };
}
