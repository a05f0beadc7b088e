import type { Change } from '@/core/plan/change';
import { type Result, fail } from '@/core/plan/problem';
import { diffShift } from '@/core/plan/shift-spec';
import type { Shift } from '@/core/plan/types';
import { isOtherShift } from '@/core/publish/publication';
import type { PublishChange } from '@/core/publish/publish-changes';
import type { Database } from '@/data/database';
import { loadPublication, loadPublishedById } from '@/data/publish/publication-store';
import { loadRows, rowChanges } from '@/data/records/records';
import { type StoredNews, newsFromRow } from '@/data/staff/news-store';
import { shiftsById } from '@/data/week/shift-store';
import { timestamp } from '../now';
import { command } from '../commands/command';
import { daysOf, publicationEffect } from '../publish/publication-effect';
import type { LateDecision } from './payload';
import { DECIDE_LATE } from './schema';

/**
 * Decides what becomes of a no: the change stays, or is given back, which publishes the shifts it is about as they
 * were, and nothing else. A draft of them that is another is kept on top or dropped, as was chosen.
 */
export const decideLate = command<'late.decide', LateDecision>({
  kind: 'late.decide',
  permission: 'plan.publish',
  scope: ({ site }) => ({ sites: [site] }),
  input: DECIDE_LATE,
  async prepare(context, { site, news: id, decision, draft }) {
    const { db, actor } = context;
    const [row] = await loadRows(db, 'news', { id });
    if (!row || row.site_id !== site)
      return fail('unknown', 'there is no such late change here', 'input.news');
    const news = newsFromRow(row);
    if (!news.isLate || news.answer !== 'no')
      return fail('input', 'nobody said no to this change', 'input.news');
    if (news.decision !== null) return fail('taken', 'this was decided already', 'input.news');
    const [person] = await loadRows(db, 'person', { id: news.person });
    const whose = person?.name ?? 'somebody';
    const decided = rowChanges(
      'news',
      [row],
      [{ ...row, decision, decided_by: actor.id, decided_at: timestamp() }],
    );
    const subjects = [
      { kind: 'site', id: site },
      { kind: 'person', id: news.person },
    ] as const;
    if (decision === 'keep')
      return {
        ok: true,
        work: { title: `Kept a late change for ${whose}`, rows: decided, subjects, sites: [site] },
      };
    const back = await givenBack(db, news);
    if (!back.ok) return back;
    const { changes } = back;
    const drafts = new Map((await shiftsById(db, idsOf(changes))).map(({ shift }) => [shift.id, shift]));
    const differs = changes.some(({ before, after }) =>
      isOtherShift(before, drafts.get((after ?? before)!.id) ?? null),
    );
    if (differs && draft === undefined)
      return fail(
        'draft-differs',
        'the plan has another draft of this shift; say whether it is kept on top or dropped',
        'input.draft',
      );
    const work = await publicationEffect(context, site, {
      title: `Gave back a late change for ${whose}`,
      publication: { kind: 'publish', ...daysOf(changes), isPartial: true, message: '', changes },
      agreed: new Set([news.person]),
    });
    const edits = changes.flatMap((change) => editTo(change, drafts, draft));
    return {
      ok: true,
      work: {
        ...work,
        rows: [...decided, ...work.rows],
        subjects,
        shifts: edits.length > 0 ? [{ site, changes: edits }] : [],
      },
    };
  },
});

/**
 * What publishing takes a late change back for a person: each shift as it was; one that came to them is nobody's.
 * Refused where a shift was published differently since, as somebody decided on it then.
 */
async function givenBack(
  db: Database,
  news: StoredNews,
): Promise<Result<{ changes: readonly PublishChange[] }>> {
  const told = (await loadPublication(db, news.publication))?.changes ?? [];
  const toldOf = new Map(told.map((change) => [(change.after ?? change.before)!.id, change]));
  const ids = news.items.filter(({ isLate }) => isLate).map(({ before, after }) => (after ?? before)!.id);
  const now = new Map((await loadPublishedById(db, news.site, ids)).map((shift) => [shift.id, shift]));
  if (ids.some((id) => isOtherShift(toldOf.get(id)?.after ?? null, now.get(id) ?? null)))
    return fail(
      'changed-meanwhile',
      'this shift was published differently since; keep the change, or alter the plan and publish that',
      'input.news',
    );
  const changes = ids.map((id): PublishChange => {
    const { before, after } = toldOf.get(id)!;
    if (before?.person === news.person) return { before: now.get(id) ?? null, after: before };
    // It was somebody else's: who has it now says no, so nobody has it.
    return { before: after, after: { ...after!, person: null } };
  });
  return { ok: true, changes };
}

/** The edit that makes the draft of a shift what is published of it, unless another draft of it is to stay on top. */
function editTo(
  { before, after }: PublishChange,
  drafts: ReadonlyMap<string, Shift>,
  draft: LateDecision['draft'],
): Change[] {
  const now = drafts.get((after ?? before)!.id);
  if (isOtherShift(before, now ?? null) && draft === 'keep') return [];
  if (after === null) return now ? [{ do: 'remove', id: now.id, was: now }] : [];
  if (!now) return [{ do: 'add', shift: after }];
  const patch = diffShift(now, after);
  if (!patch) return [];
  const was = Object.fromEntries(Object.keys(patch).map((key) => [key, now[key as keyof Shift]]));
  return [{ do: 'set', id: now.id, shift: patch, was }];
}

function idsOf(changes: readonly PublishChange[]): string[] {
  return changes.map(({ before, after }) => (after ?? before)!.id);
}
