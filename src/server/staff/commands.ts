import type { Change } from '@/core/plan/change';
import { diffShift } from '@/core/plan/shift-spec';
import type { Shift } from '@/core/plan/types';
import { fail } from '@/core/plan/problem';
import { loadRows, loadRowsOf, rowChanges } from '@/data/records/records';
import { newsFromRow } from '@/data/staff/news-store';
import { shiftsById } from '@/data/week/shift-store';
import { BUSINESS } from '../access/permissions';
import { now } from '../clock';
import { command } from '../commands/command';
import { ANSWER_NEWS, DECIDE_LATE, SEE_NEWS } from './schema';

/** Says that news was looked at. */
export const seeNews = command<'news.see', { news: readonly string[] }>({
  kind: 'news.see',
  permission: 'self',
  scope: () => BUSINESS,
  input: SEE_NEWS,
  async prepare({ db, actor }, { news }) {
    const rows = (await loadRowsOf(db, 'news', 'id', news)).filter((row) => row.person_id === actor.person);
    if (rows.length < news.length) return fail('unknown', 'there is no such news of yours', 'input.news');
    const seen = rows.map((row) => ({ ...row, seen_at: row.seen_at ?? stamp() }));
    return done('Seen', rowChanges('news', rows, seen));
  },
});

/** Says yes or no to a late change. A no changes nothing by itself: whoever plans decides what becomes of it. */
export const answerNews = command<'news.answer', { news: string; answer: 'yes' | 'no' }>({
  kind: 'news.answer',
  permission: 'self',
  scope: () => BUSINESS,
  input: ANSWER_NEWS,
  async prepare({ db, actor }, { news, answer }) {
    const [row] = await loadRows(db, 'news', { id: news });
    if (!row || row.person_id !== actor.person)
      return fail('unknown', 'there is no such news of yours', 'input.news');
    if (row.is_late !== 1) return fail('input', 'nobody asks you about this change', 'input.news');
    if (row.decision !== null) return fail('too-late', 'this was decided already', 'input.news');
    const at = stamp();
    const answered = { ...row, answer, answered_at: at, seen_at: row.seen_at ?? at };
    return done(`Answered ${answer} to a late change`, rowChanges('news', [row], [answered]));
  },
});

/** Decides what becomes of a no: the change stays, or the draft is as it was before, to be published. */
export const decideLate = command<
  'late.decide',
  { site: string; news: string; decision: 'keep' | 'give back' }
>({
  kind: 'late.decide',
  permission: 'plan.publish',
  scope: ({ site }) => ({ sites: [site] }),
  input: DECIDE_LATE,
  async prepare({ db, actor }, { site, news: id, decision }) {
    const [row] = await loadRows(db, 'news', { id });
    if (!row || row.site_id !== site)
      return fail('unknown', 'there is no such late change here', 'input.news');
    const news = newsFromRow(row);
    if (!news.isLate || news.answer !== 'no')
      return fail('input', 'nobody said no to this change', 'input.news');
    if (news.decision !== null) return fail('taken', 'this was decided already', 'input.news');
    const decided = { ...row, decision, decided_by: actor.id, decided_at: stamp() };
    const [person] = await loadRows(db, 'person', { id: news.person });
    const late = news.items.filter(({ isLate }) => isLate);
    const ids = late.map(({ before, after }) => (after ?? before)!.id);
    const current = new Map((await shiftsById(db, ids)).map(({ shift }) => [shift.id, shift]));
    const changes = decision === 'keep' ? [] : late.flatMap((item) => backOf(item, current, news.person));
    const what = decision === 'keep' ? 'Kept a late change' : 'Gave back a late change';
    return {
      ok: true,
      work: {
        title: `${what} for ${person?.name ?? 'somebody'}`,
        rows: rowChanges('news', [row], [decided]),
        shifts: changes.length === 0 ? [] : [{ site, changes }],
        subjects: [
          { kind: 'site', id: site },
          { kind: 'person', id: news.person },
        ],
        sites: [site],
      },
    };
  },
});

type Item = ReturnType<typeof newsFromRow>['items'][number];

/** What takes one item of news back: the shift as it was for that person; one that came from somebody else is open. */
function backOf({ before, after }: Item, current: ReadonlyMap<string, Shift>, person: string): Change[] {
  const now = current.get((after ?? before)!.id);
  if (before === null) {
    // It was somebody else's: who has it now says no, so nobody has it.
    return now?.person === person
      ? [{ do: 'set', id: now.id, shift: { person: null }, was: { person } }]
      : [];
  }
  if (!now) return [{ do: 'add', shift: before }];
  const patch = diffShift(now, before);
  if (!patch) return [];
  const was = Object.fromEntries(Object.keys(patch).map((key) => [key, now[key as keyof Shift]]));
  return [{ do: 'set', id: now.id, shift: patch, was }];
}

function done(title: string, rows: ReturnType<typeof rowChanges>) {
  return {
    ok: true as const,
    work: { title, rows, subjects: [], sites: [], weeks: [], isFinal: true },
  };
}

function stamp(): string {
  return new Date(now()).toISOString();
}
