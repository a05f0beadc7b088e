import { judge } from '@/core/consequences/judge';
import { moveDay, withMovedDay } from '@/core/jobs/lost-day';
import { fail } from '@/core/plan/problem';
import { counted, formatDay } from '@/core/time/format';
import { formatDate, startOfWeek } from '@/core/time/day';
import { type NewRow, type RowOf, loadRows, rowChanges } from '@/data/records/records';
import { loadPlan } from '@/data/week/plan-store';
import { command } from '../commands/command';
import { weeksOf } from './ground';
import { type DayMoveDraft, MOVE_DAY } from './schema';
import { visitRows } from './visits';

/** How many days are looked at from the week of the day on. */
const DAYS = 14;

/** Moves the visits of a lost day on, or those after a free day forward; the crews do not work on a day that is lost. */
export const moveDayCommand = command<'day.move', DayMoveDraft>({
  kind: 'day.move',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: MOVE_DAY,
  async prepare({ db }, draft) {
    const { site, date, crews, rounds, how, reason } = draft;
    const [row] = await loadRows(db, 'site', { id: site });
    const stored = row && (await loadPlan(db, site, startOfWeek(date, row.week_start), DAYS));
    const work = stored?.plan.work;
    if (!stored || !work) return fail('unknown', 'this site visits nobody', 'input.site');
    const unknown = crews.findIndex((id) => !work.crews.some((crew) => crew.id === id));
    if (unknown >= 0) return fail('unknown', 'there is no such crew', `input.crews[${unknown}]`);
    const isLost = (id: string) =>
      work.crews
        .find((crew) => crew.id === id)!
        .dates.some((one) => one.date === date && one.hours.length === 0);
    if (how === 'forward' && crews.some(isLost))
      return fail('lost', 'this day is lost: nothing can be brought to it', 'input.date');
    const moved = moveDay(judge(stored.plan), draft);
    if (moved.changes.length === 0 && (moved.crews.length === 0 || crews.every(isLost)))
      return how !== 'forward' && rounds === null && crews.every(isLost)
        ? fail('twice', `${formatDay(date)} is lost already, and nothing is left on it to move`, 'input.date')
        : fail('nothing', 'there is nothing to move', 'input.date');
    const after = withMovedDay(stored.plan, moved).work!;
    const known = await db
      .selectFrom('crew_date')
      .selectAll()
      .where('date', '=', formatDate(date))
      .where(
        'crew_id',
        'in',
        moved.crews.map(({ id }) => id),
      )
      .execute();
    const dates = moved.crews.map(({ id }): NewRow<'crew_date'> => ({
      ...{ crew_id: id, date: formatDate(date), hours: '[]', reason: reason || 'lost' },
    }));
    const changed = new Set(moved.changes.map((change) => ('id' in change ? change.id : '')));
    const touched = [...work.visits, ...after.visits].filter(({ id }) => changed.has(id));
    return {
      ok: true,
      work: {
        title:
          how === 'forward'
            ? `Brought forward to ${formatDay(date)}`
            : `Lost ${formatDay(date)}${reason ? `: ${reason}` : ''}`,
        rows: [
          ...rowChanges('crew_date', known as RowOf<'crew_date'>[], dates),
          ...visitRows(site, work.visits, after.visits),
        ],
        ...{ subjects: [{ kind: 'site', id: site }], sites: [site] },
        weeks: weeksOf(row, [date, ...touched.map((visit) => visit.date)]),
        remarks: [
          `${counted(moved.changes.length, 'visit moves', 'visits move')}.`,
          ...(moved.left.length > 0
            ? [`${counted(moved.left.length, 'visit stays', 'visits stay')}: appointments, or no room.`]
            : []),
        ],
      },
    };
  },
});
