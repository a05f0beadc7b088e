import { fail } from '@/core/plan/problem';
import { loadRows, loadRowsOf, rowChanges } from '@/data/records/records';
import { BUSINESS } from '../access/permissions';
import { timestamp } from '../clock';
import { command } from '../commands/command';
import { ANSWER_NEWS, SEE_NEWS } from './schema';

/** Says that news was looked at. */
export const seeNews = command<'news.see', { news: readonly string[] }>({
  kind: 'news.see',
  permission: 'self',
  scope: () => BUSINESS,
  input: SEE_NEWS,
  async prepare({ db, actor }, { news }) {
    const rows = (await loadRowsOf(db, 'news', 'id', news)).filter((row) => row.person_id === actor.person);
    if (rows.length < news.length) return fail('unknown', 'there is no such news of yours', 'input.news');
    const seen = rows.map((row) => ({ ...row, seen_at: row.seen_at ?? timestamp() }));
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
    const at = timestamp();
    const answered = { ...row, answer, answered_at: at, seen_at: row.seen_at ?? at };
    return done(`Answered ${answer} to a late change`, rowChanges('news', [row], [answered]));
  },
});

function done(title: string, rows: ReturnType<typeof rowChanges>) {
  return {
    ok: true as const,
    work: { title, rows, subjects: [], sites: [], weeks: [], isFinal: true },
  };
}
