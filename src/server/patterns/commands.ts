import { randomUUID } from 'node:crypto';
import Joi from 'joi';
import { type Result, fail, failAll, failedAt } from '@/core/plan/problem';
import { specFaults } from '@/core/plan/shift-faults';
import { type Pattern, parseKey, patternFaults } from '@/core/patterns/pattern';
import { parseRule, weekdaysOf } from '@/core/patterns/rule';
import { type Scope, editSeries } from '@/core/patterns/scope';
import type { Shift } from '@/core/plan/types';
import { type Day, parseDate, startOfWeek, weekdayOf } from '@/core/time/day';
import { WEEKDAY_NAMES, formatLongDay } from '@/core/time/format';
import type { Database } from '@/data/database';
import { type RowChange, type RowOf, loadRows, rowChanges } from '@/data/records/records';
import { listSites, roleIdsOf } from '@/data/site/site-store';
import { loadPatterns, patternOf, patternRow } from '@/data/patterns/pattern-store';
import { loadPublished, loadShifts } from '@/data/week/shift-store';
import { type Context, command } from '../commands/command';
import { ID } from '../input';

import { FORM } from '../week/schema';
import { SAVE_PATTERN } from './schema';
import type { PatternChange } from '../week/payload';
import { applyPatterns } from './apply-patterns';

/** A pattern as it is from now on, written into the weeks ahead. */
export const savePattern = command<'pattern.save', { site: string; pattern: Pattern; weeks: number }>({
  kind: 'pattern.save',
  capability: 'patterns',
  long: true,
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: SAVE_PATTERN,
  async prepare(context, { site, pattern, weeks }) {
    const found = await surroundings(context, site);
    if (!found.ok) return found;
    const { line, patterns } = found.value;
    const read = pattern.rule === null ? null : parseRule(pattern.rule);
    if (read && !read.ok) return failedAt(read, 'input.pattern');
    const clean = { ...pattern, rule: read ? read.rule : null, name: pattern.name.trim() };
    const roles = await roleIdsOf(context.db, site);
    const wrong = failAll(patternFaults(clean, line.weekStart, { roles }), 'input.pattern');
    if (wrong) return wrong;
    const before = patterns.find(({ id }) => id === pattern.id) ?? null;
    const taken = await context.db
      .selectFrom('pattern')
      .select('site_id')
      .where('id', '=', pattern.id)
      .executeTakeFirst();
    if (taken && taken.site_id !== site)
      return fail('taken', 'this id belongs to another site', 'input.pattern.id');
    const first = Math.max(
      startOfWeek(context.today, line.weekStart),
      startOfWeek(clean.since, line.weekStart),
    );
    const last = await lastShiftOf(context.db, site, pattern.id);
    const end = Math.max(first + weeks * 7, last === null ? first : startOfWeek(last, line.weekStart) + 7);
    return applyPatterns(context, site, {
      rows: rowChanges('pattern', before ? [patternRow(site, before)] : [], [patternRow(site, clean)]),
      title: `Pattern ${clean.name}`,
      patterns: [{ pattern: clean, adds: true, until: first + weeks * 7 }],
      from: Math.max(context.today, Math.min(clean.since, before?.since ?? clean.since)),
      to: end,
    });
  },
});

/** Ends a pattern for good: what is not published of it from today on goes, the rest stays without it. */
export const removePattern = command<'pattern.remove', { site: string; id: string }>({
  kind: 'pattern.remove',
  capability: 'patterns',
  long: true,
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: Joi.object({ site: ID.required(), id: ID.required() }).required(),
  async prepare(context, { site, id }) {
    const found = await surroundings(context, site);
    if (!found.ok) return found;
    const pattern = found.value.patterns.find((one) => one.id === id);
    if (!pattern) return fail('unknown', 'there is no such pattern', 'input.id');
    const last = (await lastShiftOf(context.db, site, id)) ?? context.today;
    const exceptions = await loadRows(context.db, 'pattern_exception', { pattern_id: id });
    return applyPatterns(context, site, {
      rows: [
        ...rowChanges('pattern_exception', exceptions, []),
        ...rowChanges('pattern', [patternRow(site, pattern)], []),
      ],
      title: `Pattern ${pattern.name} ended`,
      patterns: [{ pattern: { ...pattern, until: context.today - 1 }, adds: false, until: last + 1 }],
      from: context.today,
      to: last + 1,
    });
  },
});

/** Changes an occurrence and those after it, or all that are not published yet; or ends them. */
export const changePattern = command<'pattern.change', PatternChange>({
  kind: 'pattern.change',
  capability: 'patterns',
  long: true,
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: Joi.object({
    site: ID.required(),
    shift: ID.required(),
    scope: Joi.valid('later', 'unpublished').required(),
    allWeekdays: Joi.boolean(),
    form: FORM.allow(null).required(),
    person: ID.allow(null),
  }).required(),
  async prepare(context, { site, shift: id, scope, allWeekdays = false, form, person }) {
    const { db } = context;
    const found = await surroundings(context, site);
    if (!found.ok) return found;
    const row = await db
      .selectFrom('shift')
      .select(['date'])
      .where('id', '=', id)
      .where('site_id', '=', site)
      .executeTakeFirst();
    const date = row && parseDate(row.date)!;
    const shift =
      date === undefined
        ? undefined
        : (await loadShifts(db, site, date, date + 1)).find((one) => one.id === id);
    const source = shift?.detail?.pattern;
    const pattern = found.value.patterns.find((one) => one.id === source?.id);
    if (!shift || !source || !pattern)
      return fail('unknown', 'this shift belongs to no pattern', 'input.shift');
    const { member, shift: part } = parseKey(source.key);
    if (!pattern.members.some((one) => one.id === member) || !pattern.shifts.some((one) => one.id === part))
      return fail('unknown', 'the pattern no longer has this shift', 'input.shift');
    const last = await lastShiftOf(db, site, pattern.id);
    const weekday = allWeekdays ? undefined : weekdayAmong(pattern, source.originalDate);
    const isMeant = (key: string) => {
      const one = parseKey(key);
      const onDay = weekday === undefined || weekdayOf(one.originalDate) === weekday;
      return onDay && one.member === member && one.shift === part;
    };
    const from = await beginning(context, site, scope, shift, isMeant, last!);
    if (from === null) return fail('published', 'every shift of it that stands is published', 'input.scope');
    const { weekStart } = found.value.line;
    const series = { member, shift: part, from, weekday, form, person };
    const next = editSeries(pattern, series, randomUUID(), weekStart);
    const wrong =
      failAll(form ? specFaults(form, { roles: await roleIdsOf(db, site) }) : [], 'input.form') ??
      failAll(next.after ? patternFaults(next.after, weekStart) : [], 'input.form');
    if (wrong) return wrong;
    const exceptions = await loadRows(db, 'pattern_exception', { pattern_id: pattern.id });
    return applyPatterns(context, site, {
      rows: seriesRows(
        site,
        pattern,
        next,
        exceptions,
        (key) => isMeant(key) && parseKey(key).originalDate >= from,
      ),
      title: `${pattern.name}${weekday === undefined ? '' : `, ${WEEKDAY_NAMES[weekday]}s`}: ${form === null ? 'ended' : 'changed'} from ${formatLongDay(from)} on`,
      series: {
        old: pattern,
        after: next.after,
        isMeant,
        published: scope === 'later',
      },
      patterns: [],
      from,
      to: last! + 1,
    });
  },
});

/** The rows of a pattern in two; the dates left out that `goesOver` names stay left out of what goes on. */
function seriesRows(
  site: string,
  pattern: Pattern,
  { before, after }: ReturnType<typeof editSeries>,
  exceptions: readonly RowOf<'pattern_exception'>[],
  goesOver: (key: string) => boolean,
): RowChange[] {
  const next = [before, after].flatMap((one) => (one ? [patternRow(site, one)] : []));
  const rows = rowChanges('pattern', [patternRow(site, pattern)], next);
  // What names a pattern goes before it does.
  if (next.length === 0) return [...rowChanges('pattern_exception', exceptions, []), ...rows];
  const there = exceptions.map((row) =>
    after && goesOver(row.key) ? { ...row, pattern_id: after.id } : row,
  );
  return [...rows, ...rowChanges('pattern_exception', exceptions, there)];
}

/**
 * From which date a change of this reach begins; null: nothing is left to change. What is not published is looked
 * for from today on, or from the shift itself where that lies before.
 */
async function beginning(
  { db, today }: Context,
  site: string,
  scope: Exclude<Scope, 'this'>,
  shift: Shift,
  isMeant: (key: string) => boolean,
  last: Day,
): Promise<Day | null> {
  const source = shift.detail!.pattern!;
  if (scope === 'later') return source.originalDate;
  const first = Math.min(today, shift.date);
  const rows = (await loadShifts(db, site, first, last + 1)).filter((one) => {
    const from = one.detail?.pattern;
    return from?.id === source.id && isMeant(from.key);
  });
  const out = new Set((await loadPublished(db, site, first, last + 1)).map(({ id }) => id));
  const free = rows.filter((one) => !out.has(one.id)).map((one) => one.detail!.pattern!.originalDate);
  return free.length === 0 ? null : Math.min(...free);
}

/** The weekday of a date where a pattern's rule has several; undefined: it has no other. */
function weekdayAmong({ rule }: Pattern, date: Day): number | undefined {
  const weekdays = rule === null ? null : weekdaysOf(rule);
  return weekdays && weekdays.length > 1 ? weekdayOf(date) : undefined;
}

type Surroundings = { line: { weekStart: number }; patterns: Pattern[] };

async function surroundings({ db }: Context, site: string): Promise<Result<{ value: Surroundings }>> {
  const line = (await listSites(db)).find((one) => one.id === site);
  if (!line) return fail('unknown', 'there is no such site', 'input.site');
  return { ok: true, value: { line, patterns: await loadPatterns(db, site) } };
}

async function lastShiftOf(db: Database, site: string, pattern: string): Promise<Day | null> {
  const row = await db
    .selectFrom('shift')
    .select((query) => query.fn.max('date').as('last'))
    .where('site_id', '=', site)
    .where(patternOf, '=', pattern)
    .executeTakeFirst();
  return row?.last ? parseDate(String(row.last)) : null;
}
