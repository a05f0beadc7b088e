import { randomUUID } from 'node:crypto';
import { type Result, fail } from '@/core/plan/problem';
import { formatDate } from '@/core/time/day';
import { counted } from '@/core/time/format';
import { type FillFrom, FILL_NAMES, fillRows } from '@/core/timesheet/fill';
import { stateAfter } from '@/core/timesheet/steps';
import type { Database } from '@/data/database';
import { loadTypedHours, typedHoursFromRow } from '@/data/hours/hours-store';
import type { RowOf } from '@/data/records/records';
import type { Actor } from '../access/actor';
import { type CommandEffect, command } from '../commands/command';
import { timestamp } from '../now';
import { periodAt, sheetsOf } from './period';
import { FILL, type HoursFill } from './schema';
import { hoursFromOf } from './sources';
import { aboutPerson, homeOf } from './typed';

type Work = Promise<Result<{ work: CommandEffect }>>;

/** Fills the empty days of one's own period at once, where hours are typed. */
export const fillOwnHours = command<'hours.fill-own', HoursFill>({
  kind: 'hours.fill-own',
  permission: 'self',
  scope: () => ({}),
  input: FILL,
  async prepare({ db, actor }, asked): Work {
    if (actor.person !== asked.person)
      return fail('forbidden', `${actor.name} may not do this`, 'input.person');
    return filled(db, actor, asked, ['open']);
  },
});

/** Fills the empty days of somebody's period at once, where hours are typed. */
export const fillHours = command<'hours.fill', HoursFill>({
  kind: 'hours.fill',
  permission: 'hours.approve',
  scope: ({ person }) => ({ leaveOf: [person] }),
  input: FILL,
  prepare: ({ db, actor }, asked) => filled(db, actor, asked, ['open', 'submitted']),
});

async function filled(
  db: Database,
  actor: Actor,
  { person, first, from }: HoursFill,
  states: readonly string[],
): Work {
  const home = await homeOf(db, person);
  if (!home.ok) return home;
  if (hoursFromOf(home.person, home.site) !== 'typed')
    return fail('forbidden', 'these hours are not typed', 'input.person');
  const { row, period, today } = (await periodAt(db, home.site.id, first))!;
  if (period.first !== first) return fail('input', 'no period begins on this date', 'input.first');
  const { sheets, steps } = (await sheetsOf(db, row, [person], period))!;
  const sheet = sheets.get(person);
  if (!sheet) return fail('unknown', 'there is nothing of this person here', 'input.person');
  const state = stateAfter(steps.get(person) ?? []);
  if (!states.includes(state)) return fail('submitted', `these hours are ${state} already`, 'input.first');
  const earlier = await loadTypedHours(db, [person], [first - 42, first]);
  const usual = home.person.usual_week === null ? null : (JSON.parse(home.person.usual_week) as number[]);
  const rows = fillRows(from, sheet.days, today, usual, earlier.map(typedHoursFromRow));
  if (rows.length === 0) return fail('nothing', noneIn(from, usual !== null), 'input.from');
  const days = new Set(rows.map(({ date }) => date)).size;
  const places = new Map<number, number>();
  return {
    ok: true,
    work: {
      title: `Filled ${counted(days, 'day')} of ${home.person.name} from ${FILL_NAMES[from]}`,
      rows: rows.map((one) => {
        const position = places.get(one.date) ?? 0;
        places.set(one.date, position + 1);
        const after: RowOf<'typed_hours'> = {
          ...{ id: randomUUID(), person_id: person, date: formatDate(one.date), position, kind: one.kind },
          ...{ from_minute: one.span?.from ?? null, to_minute: one.span?.to ?? null, minutes: one.minutes },
          ...{ role_id: one.role, note: '', about: null, at: timestamp(), by_name: actor.name },
        };
        return { table: 'typed_hours' as const, before: null, after };
      }),
      ...aboutPerson(person, home.site.id),
    },
  };
}

function noneIn(from: FillFrom, hasUsual: boolean): string {
  if (from === 'usual-week' && !hasUsual) return 'no usual week is set for this person';
  return `there is nothing in ${FILL_NAMES[from]} for the days that are empty`;
}
