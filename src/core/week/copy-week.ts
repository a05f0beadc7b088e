import type { Change } from '../plan/change';
import { NO_DETAIL, type Plan, type Shift } from '../plan/types';
import type { Day } from '../time/day';
import { type PlacementConflict, placementIn } from './placement';

/** What becomes of shifts that stand in the target already. */
export type CopyMode = 'add' | 'replace' | 'fill';

export interface CopyOptions {
  readonly mode: CopyMode;
  /** false: every shift arrives open. */
  readonly people: boolean;
  /** false: open shifts do not travel. */
  readonly open: boolean;
}

/** A shift that arrived otherwise than it left, or not at all. */
export interface CopyRemark {
  /** As it would have arrived. */
  readonly shift: Shift;
  /** `opened`: with nobody on it. `left`: it did not come, because its role is no longer used here. */
  readonly what: 'opened' | 'left';
  readonly barrier: PlacementConflict | null;
}

export interface Copied {
  readonly changes: readonly Change[];
  readonly remarks: readonly CopyRemark[];
  /** How many shifts arrive, and how many of them are open. */
  readonly arriving: number;
  readonly opened: number;
}

/** The shift as it travels: what was for once is left behind, and so is where it came from. */
export function recurring(shift: Shift): Shift {
  const detail = shift.detail ?? NO_DETAIL;
  const { oneOff } = detail;
  const kept = {
    ...detail,
    duties: detail.duties.filter((duty) => !duty.oneOff),
    station: oneOff.station ? null : detail.station,
    oneOff: NO_DETAIL.oneOff,
    pattern: null,
  };
  const note = oneOff.note ? null : shift.note;
  const label = oneOff.label ? null : shift.label;
  // A note that stands has to say so, where it arrives too.
  const arrived = note === null ? kept : { ...kept, oneOff: { ...kept.oneOff, note: false } };
  const isEmpty = JSON.stringify(arrived) === EMPTY;
  return { ...shift, note, label, fixed: false, detail: isEmpty ? null : arrived };
}

const EMPTY = JSON.stringify(NO_DETAIL);

/**
 * The changes that put shifts into a plan, each `by` days later. What is for once stays behind, leave never
 * travels. A shift that would fall on approved leave, a closed holiday, outside employment, or over another
 * shift of the same person arrives open and is listed. `fill` leaves out every cell (a person's day, or the
 * open shifts of a day) in which something stands.
 */
export function copyShifts(
  shifts: readonly Shift[],
  by: number,
  target: Plan,
  { mode, people, open }: CopyOptions,
  newId: () => string,
): Copied {
  const gone = mode === 'replace' ? target.shifts : [];
  const changes: Change[] = gone.map((shift) => ({ do: 'remove', id: shift.id }));
  const barriers = placementIn(target, new Set(gone.map((shift) => shift.id)));
  const taken = new Set(mode === 'fill' ? target.shifts.map((shift) => cellOf(shift)) : []);
  const roles = new Set(target.roles.map((role) => role.id));
  const remarks: CopyRemark[] = [];
  let arriving = 0;
  let opened = 0;
  for (const shift of shifts) {
    const date: Day = shift.date + by;
    if (date < target.from || date >= target.from + target.days) continue;
    if (shift.person === null && !open) continue;
    const candidate: Shift = { ...recurring(shift), id: newId(), date, person: people ? shift.person : null };
    if (taken.has(cellOf(candidate))) continue;
    if (candidate.role !== null && !roles.has(candidate.role)) {
      remarks.push({ shift: candidate, what: 'left', barrier: null });
      continue;
    }
    const barrier = barriers.of(candidate);
    if (barrier) remarks.push({ shift: candidate, what: 'opened', barrier });
    const arrived = barrier ? { ...candidate, person: null } : candidate;
    barriers.settled(arrived);
    changes.push({ do: 'add', shift: arrived });
    arriving++;
    if (arrived.person === null) opened++;
  }
  return { changes, remarks, arriving, opened };
}

/** Names the cell of the plan that a shift lies in: a person's day, or the open shifts of one. */
export function cellOf({ person, date }: Pick<Shift, 'person' | 'date'>): string {
  return `${date} ${person ?? ''}`;
}
