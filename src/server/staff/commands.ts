import { fail } from '@/core/plan/problem';
import { loadRows, loadRowsOf, rowChanges } from '@/data/records/records';
import type { StoredShift } from '@/data/week/shift-row';
import { workedOf } from '@/data/week/shift-store';
import { BUSINESS } from '../access/permissions';
import { timestamp } from '../now';
import { command } from '../commands/command';
import { ANSWER_NEWS, OWN_PHONE, SEE_NEWS, TICK_TASK } from './schema';

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

/** Ticks off a line of the check-list of one's own shift, or takes the tick away. */
export const tickTask = command<'task.tick', { shift: string; task: string; isDone: boolean }>({
  kind: 'task.tick',
  permission: 'self',
  scope: () => BUSINESS,
  input: TICK_TASK,
  async prepare({ db, actor }, { shift: id, task, isDone }) {
    const [row] = await loadRows(db, 'published_shift', { id });
    if (!row || actor.person === null || row.person_id !== actor.person)
      return fail('unknown', 'there is no such shift of yours any more', 'input.shift');
    const { shift } = workedOf(row as StoredShift);
    if (!shift.detail?.tasks.includes(task))
      return fail('unknown', 'this is not on the check-list any more', 'input.task');
    const before = await loadRows(db, 'task_tick', { shift_id: id, task });
    const tick = { shift_id: id, task, person_id: actor.person, at: timestamp() };
    // Who ticks twice is told the same: the first tick stands.
    const after = isDone ? (before.length > 0 ? before : [tick]) : [];
    return done(isDone ? `Done: ${task}` : `Not done: ${task}`, rowChanges('task_tick', before, after));
  },
});

/** Changes one's own telephone number. The e-mail address is what one signs in by: a scheduler changes that. */
export const saveOwnPhone = command<'own.phone', { phone: string | null }>({
  kind: 'own.phone',
  permission: 'self',
  scope: () => BUSINESS,
  input: OWN_PHONE,
  async prepare({ db, actor }, { phone }) {
    const [row] = actor.person === null ? [] : await loadRows(db, 'person', { id: actor.person });
    if (!row) return fail('forbidden', 'this account belongs to nobody who works here');
    return {
      ok: true,
      work: {
        title: 'Own telephone number',
        rows: rowChanges('person', [row], [{ ...row, phone: phone || null }]),
        subjects: [{ kind: 'person', id: row.id }],
        sites: [],
        weeks: [],
      },
    };
  },
});

function done(title: string, rows: ReturnType<typeof rowChanges>) {
  return {
    ok: true as const,
    work: { title, rows, subjects: [], sites: [], weeks: [], isFinal: true },
  };
}
