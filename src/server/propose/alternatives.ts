import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { type Result, fail } from '@/core/plan/problem';
import type { Plan, Shift } from '@/core/plan/types';
import { totalOfWeeks } from '@/core/propose/propose';
import { type Day, formatDate, parseDate, startOfWeek } from '@/core/time/day';
import { formatDays } from '@/core/time/format';
import type { Database } from '@/data/database';
import { loadRows, rowChanges } from '@/data/records/records';
import { loadPlan } from '@/data/week/plan-store';
import { formatPlan } from '@/formats/plan-file/format';
import { proposalReport } from '@/formats/plan-file/proposal';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { planFor, seesPay } from '../access/pay';
import { timestamp } from '../now';
import { command } from '../commands/command';
import { readableSite } from '../site/readable';
import type { Alternative, AlternativeDraft, AlternativeProof } from './payload';
import { KEEP_ALTERNATIVE, REMOVE_ALTERNATIVE } from './schema';

/** How many ways are kept of the same days at most: they are compared side by side. */
const MOST = 4;

interface Content {
  readonly shifts: readonly Shift[];
  readonly proof: AlternativeProof | null;
  /** Whether pay counted in what it proves: it is shown to nobody who does not see pay. */
  readonly hasPay: boolean;
}

/** Keeps a way to plan some days beside them. Answers its id. */
export const keepAlternative = command<'alternative.keep', AlternativeDraft>({
  kind: 'alternative.keep',
  permission: 'plan.edit',
  scope: ({ site }) => ({ sites: [site] }),
  input: KEEP_ALTERNATIVE,
  async prepare({ db, actor }, { site, first, days, name, shifts, proof }) {
    if ((await loadRows(db, 'site', { id: site })).length === 0)
      return fail('unknown', 'there is no such site', 'input.site');
    const known = await loadRows(db, 'alternative', { site_id: site, first: formatDate(first) });
    const alike = known.filter((one) => one.days === days);
    if (alike.length >= MOST)
      return fail('most', `at most ${MOST} alternatives are kept; remove one first`, 'input.name');
    if (alike.some((one) => one.name === name))
      return fail('exists', `there is one named "${name}" already`, 'input.name');
    const kept = shifts === 'week before' ? await weekBefore(db, site, first, days) : shifts;
    const content: Content = {
      shifts: kept.filter(({ date }) => date >= first && date < first + days).map(bare),
      hasPay: seesPay(actor, site),
      proof: proof && { ...proof, basis: proof.basis.map(bare), proposed: proof.proposed.map(bare) },
    };
    const id = randomUUID();
    const row = {
      ...{ id, site_id: site, first: formatDate(first), days, name },
      ...{ made_at: timestamp(), made_by: actor.name, content: JSON.stringify(content) },
    };
    return {
      ok: true,
      work: {
        title: `Kept "${name}" of ${formatDays(first, days)} to compare`,
        rows: [{ table: 'alternative', before: null, after: row }],
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
        weeks: [],
        answer: id,
      },
    };
  },
});

/** Removes a way that is not compared any more. */
export const removeAlternative = command<'alternative.remove', { site: string; id: string }>({
  kind: 'alternative.remove',
  permission: 'plan.edit',
  scope: ({ site }) => ({ sites: [site] }),
  input: REMOVE_ALTERNATIVE,
  async prepare({ db }, { site, id }) {
    const before = await loadRows(db, 'alternative', { id, site_id: site });
    if (before.length === 0) return fail('unknown', 'it is not kept any more', 'input.id');
    return {
      ok: true,
      work: {
        title: `Removed "${before[0].name}", kept to compare`,
        rows: rowChanges('alternative', before, []),
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
        weeks: [],
      },
    };
  },
});

/** All ways that are kept of the days of a plan, in the order in which they were made. */
export async function alternativesAt(
  db: Database,
  actor: Actor,
  site: string,
  week: Day,
): Promise<Result<{ alternatives: Alternative[] }>> {
  const refused = checkAccess(actor, 'plan.edit', site);
  if (refused) return refused;
  const at = await readableSite(db, actor, site);
  if (!at.ok) return at;
  const first = startOfWeek(week, at.line.weekStart);
  const rows = await db
    .selectFrom('alternative')
    .selectAll()
    .where('site_id', '=', site)
    .where('first', '=', formatDate(first))
    .orderBy(sql`rowid`)
    .execute();
  return {
    ok: true,
    alternatives: rows.map(({ id, name, made_at, made_by, content }): Alternative => {
      const { shifts, ...kept } = JSON.parse(content) as Content;
      const proof = proofFor(actor, site, kept);
      return {
        ...{ id, name, madeAt: made_at, madeBy: made_by, shifts },
        proof: proof && totalOfWeeks(proof.weeks),
      };
    }),
  };
}

/**
 * The files that an alternative can be checked again with: what was proposed, with what proves it, and the plan that it was
 * proposed for, with the people and rules as they are now. Null: it is not kept, or was not proposed.
 */
export async function alternativeFiles(
  db: Database,
  actor: Actor,
  site: string,
  id: string,
): Promise<Result<{ files: { readonly proposal: object; readonly plan: object } | null }>> {
  const refused = checkAccess(actor, 'plan.edit', site);
  if (refused) return refused;
  const [row] = await loadRows(db, 'alternative', { id, site_id: site });
  if (!row) return { ok: true, files: null };
  const proof = proofFor(actor, site, JSON.parse(row.content) as Content);
  if (!proof) return { ok: true, files: null };
  const stored = await planFor(db, actor, site, parseDate(row.first)!, row.days);
  const plan: Plan = { ...stored!.plan, shifts: proof.basis };
  const weeks = proof.weeks.map((week, i) => ({
    ...week,
    shifts: proof.proposed.filter(({ date }) => Math.floor((date - plan.from) / 7) === i),
  }));
  return { ok: true, files: { plan: formatPlan(plan), proposal: proposalReport(plan, weeks, proof.asked) } };
}

function proofFor(actor: Actor, site: string, { proof, hasPay }: Omit<Content, 'shifts'>) {
  return hasPay && !seesPay(actor, site) ? null : proof;
}

/** Shifts of as many days before some days, moved to them; of people who are still there. */
async function weekBefore(db: Database, site: string, first: Day, days: number): Promise<Shift[]> {
  const before = (await loadPlan(db, site, first - days, days))!.plan;
  const now = (await loadPlan(db, site, first, days))!.plan;
  const here = new Set(now.people.map(({ id }) => id));
  return before.shifts
    .filter(({ person }) => person === null || here.has(person))
    .map((shift) => ({ ...shift, id: `before ${shift.id}`, date: shift.date + days, fixed: false }));
}

/** A shift without what was written to it: what is compared are people and times. */
function bare(shift: Shift): Shift {
  const { id, person, role, date, from, to, break: pause, fixed, label } = shift;
  return { id, person, role, date, from, to, break: pause, fixed, note: null, label };
}
