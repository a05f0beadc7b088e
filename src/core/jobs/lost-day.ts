import { fieldState } from '../consequences/field-state';
import { fieldGround, type Judgement } from '../consequences/parts';
import { type PlanContext, planContext } from '../plan/plan-context';
import type { Plan } from '../plan/types';
import { type Day } from '../time/day';
import { DAY, shared } from '../time/span';
import { crewHoursOn } from './crew-hours';
import type { FieldIndex, FieldRow } from './field';
import { fieldDates } from './field-dates';
import { nextFreeStart } from './free-time';
import { STEP, resolveVisit } from './resolved-visit';
import type { Crew, FieldWork, Visit } from './types';
import type { VisitChange } from './visit-change';

/** A day on which nothing can be done outside, or that became free. */
export interface DayMove {
  readonly date: Day;
  /** Whose day it is. */
  readonly crews: readonly string[];
  /** Only visits of these rounds; null: all, and the crews do not work that day. */
  readonly rounds: readonly string[] | null;
  /**
   * `room`: only the visits of that day move, each to where there is room. `onward`: those of each day move to the next working day,
   * until a free one takes them up. `forward`: those of each later day move to the working day before, the first to `date`.
   */
  readonly how: 'room' | 'onward' | 'forward';
  /** The last date that is touched; null: as far as it goes. */
  readonly until: Day | null;
  /** Why: `storm`. */
  readonly reason: string;
}

/** What becomes of the visits, and of the crews' hours on that day. */
export interface MovedDay {
  readonly changes: readonly VisitChange[];
  readonly crews: readonly Crew[];
  /** Appointments on the day, and visits without room: they stay where they are. */
  readonly left: readonly string[];
}

/**
 * Moves the visits of a lost day on, or those after a free day forward. Order and times are kept; days off are skipped, and appointments
 * stay where they are and are stepped around. Rounds keep their rule: only visits that are written move.
 */
export function moveDay(judgement: Judgement, move: DayMove): MovedDay {
  const { work } = judgement.plan;
  if (!work) return { changes: [], crews: [], left: [] };
  const isLost = move.how !== 'forward' && move.rounds === null;
  const crews = work.crews.map((crew) =>
    isLost && move.crews.includes(crew.id) ? withoutDay(crew, move) : crew,
  );
  const after = stateWith(judgement, { ...work, crews });
  const changes: VisitChange[] = [];
  const left: string[] = [];
  for (const id of move.crews) {
    const row = after.crews.get(id);
    if (!row) continue;
    const moved =
      move.how === 'room'
        ? roomFor(judgement, after.index, row, move)
        : sequence(judgement, after.index, row, move);
    changes.push(...moved.changes);
    left.push(...moved.left);
  }
  return { changes, crews: crews.filter((crew, i) => crew !== work.crews[i]), left };
}

/** The plan with what became of a day. */
export function withMovedDay(plan: Plan, { changes, crews }: MovedDay): Plan {
  const work = plan.work!;
  const by = new Map(crews.map((crew) => [crew.id, crew]));
  const moved = new Map(
    changes.flatMap((change) => (change.do === 'set-visit' ? [[change.id, change.visit] as const] : [])),
  );
  return {
    ...plan,
    work: {
      ...work,
      crews: work.crews.map((crew) => by.get(crew.id) ?? crew),
      visits: work.visits.map((visit) => {
        const patch = moved.get(visit.id);
        return patch ? { ...visit, ...patch } : visit;
      }),
    },
  };
}

function withoutDay(crew: Crew, { date, reason }: DayMove): Crew {
  return { ...crew, dates: [...crew.dates.filter((one) => one.date !== date), { date, hours: [], reason }] };
}

function stateWith(judgement: Judgement, work: FieldWork) {
  const plan = { ...judgement.plan, work };
  return fieldState(fieldGround({ ...judgement, plan, context: planContext(plan) }))!;
}

type Moved = Pick<MovedDay, 'changes' | 'left'>;

function isChosen({ rounds }: DayMove, index: FieldIndex, visit: Visit): boolean {
  const round = index.jobs.get(visit.job)!.round;
  return rounds === null || (round !== null && rounds.includes(round.id));
}

/** The visits of the lost day, each to the first time after it at which there is room. */
function roomFor({ context }: Judgement, index: FieldIndex, row: FieldRow, move: DayMove): Moved {
  const changes: VisitChange[] = [];
  const left: string[] = [];
  const own = row.visits.filter(({ visit }) => visit.date === move.date && isChosen(move, index, visit));
  const going = new Set(own.filter(({ visit }) => !visit.isFixed).map(({ visit }) => visit.id));
  let now: FieldRow = { row: row.row, visits: row.visits.filter(({ visit }) => !going.has(visit.id)) };
  for (const { visit, job } of own) {
    const earliest = context.clock.elapsed((move.date + 1) * DAY);
    const to = visit.isFixed ? null : nextFreeStart(context, index, now, visit, earliest);
    if (to === null || (move.until !== null && to.date > move.until)) {
      left.push(visit.id);
      if (going.has(visit.id))
        now = { ...now, visits: [...now.visits, resolveVisit(context, row.row, visit, job)] };
      continue;
    }
    changes.push({ do: 'set-visit', id: visit.id, visit: to });
    now = { ...now, visits: [...now.visits, resolveVisit(context, row.row, { ...visit, ...to }, job)] };
  }
  return { changes, left };
}

/** The visits of each working day to the next one, or to the one before. */
function sequence(
  { context, plan, field }: Judgement,
  index: FieldIndex,
  row: FieldRow,
  move: DayMove,
): Moved {
  const crew = row.row.crew!;
  const [, last] = fieldDates(plan);
  const end = move.until ?? last;
  const isOnward = move.how === 'onward';
  const working: Day[] = [move.date];
  for (let date = move.date + 1; date <= end; date++)
    if (crewHoursOn(crew, date).length > 0) working.push(date);
  const onDate = (date: Day) =>
    row.visits.filter(({ visit }) => visit.date === date && !visit.isFixed && isChosen(move, index, visit));
  const runsInto = (date: Day) => {
    const day = { from: context.clock.elapsed(date * DAY), to: context.clock.elapsed((date + 1) * DAY) };
    return row.visits.some(
      ({ visit, pieces }) =>
        visit.date < date && !visit.isFixed && pieces.some((piece) => shared(piece, day) > 0),
    );
  };
  const lost = {
    from: context.clock.elapsed(move.date * DAY),
    to: context.clock.elapsed((move.date + 1) * DAY),
  };
  const ranThrough = (field?.crews.get(crew.id)?.visits ?? []).some(
    ({ visit, pieces }) => visit.date < move.date && pieces.some((piece) => shared(piece, lost) > 0),
  );
  const fixed = row.visits.filter(({ visit }) => visit.isFixed || !isChosen(move, index, visit));
  const changes: VisitChange[] = [];
  const left: string[] = row.visits.flatMap(({ visit }) =>
    isOnward && visit.date === move.date && visit.isFixed && isChosen(move, index, visit) ? [visit.id] : [],
  );
  for (let i = isOnward ? 0 : 1; i < working.length; i++) {
    const group = onDate(working[i]);
    // A free day takes up what came; nothing is to do where the lost day was one.
    if (isOnward && group.length === 0 && !(i === 0 ? ranThrough : runsInto(working[i]))) break;
    const to = working[isOnward ? i + 1 : i - 1];
    if (to === undefined) {
      // The last date is reached: what is there stays, and what came joins it.
      if (i === 0) left.push(...group.map(({ visit }) => visit.id));
      break;
    }
    // What is stepped around pushes those behind it, so that their order stays.
    let behind = -Infinity;
    for (const { visit, job } of group) {
      const at = (from: number) => resolveVisit(context, row.row, startOn(visit, to, from), job);
      let from = visit.from < behind ? inHours(context, row, to, behind) : visit.from;
      for (let tries = 0; tries < fixed.length; tries++) {
        const { pieces } = at(from);
        const hit = fixed.find((other) =>
          other.pieces.some((piece) => pieces.some((own) => shared(piece, own) > 0)),
        );
        if (!hit) break;
        from = inHours(context, row, to, context.clock.wall(hit.end) - to * DAY);
      }
      if (from !== visit.from) behind = context.clock.wall(at(from).end) - to * DAY;
      const date = to + Math.floor(from / DAY);
      changes.push({
        do: 'set-visit',
        id: visit.id,
        visit: from === visit.from ? { date } : { date, from: from % DAY },
      });
    }
  }
  return { changes, left };
}

/** A visit that begins so many minutes after the midnight of a date. */
function startOn(visit: Visit, date: Day, minute: number): Visit {
  return { ...visit, date: date + Math.floor(minute / DAY), from: minute % DAY };
}

/** A minute of a date, or the next in which a row works, on a multiple of the step. */
function inHours({ clock }: PlanContext, { row }: FieldRow, date: Day, minute: number): number {
  const at = clock.elapsed(date * DAY + minute);
  const hours = row.hours.find(({ to }) => to > at);
  const wall = clock.wall(hours ? Math.max(at, hours.from) : at) - date * DAY;
  return Math.ceil(wall / STEP) * STEP;
}
