import { notAvailable } from '../checks/person/not-available';
import { notEmployed } from '../checks/person/not-employed';
import { notQualified } from '../checks/person/not-qualified';
import { overlap } from '../checks/person/overlap';
import { onLeave } from '../checks/leave/on-leave';
import type { Snag } from '../checks/shared/snag';
import { type Judgement, withShifts } from '../consequences/judge';
import { snagsAppearing } from '../cover/candidates';
import { restsAround } from '../cover/rests';
import { groupedBy } from '../grouped';
import type { Person, Shift } from '../plan/types';
import { DAY } from '../time/span';

/** What giving some shifts away and taking others would do to one person. */
export interface Exchanged {
  readonly person: string;
  /** Snags of theirs that would appear, the worst first. */
  readonly snags: readonly Snag[];
  /** How many paid minutes it adds, and of them above the plain rate. */
  readonly addedMinutes: number;
  readonly overtimeMinutes: number;
  /** Paid minutes of the week of the first shift taken, or else given, with it. */
  readonly weekMinutes: number;
  /** The shortest rest around the shifts that are taken, in elapsed minutes; null: no other shift is near. */
  readonly rest: { readonly minutes: number; readonly isBefore: boolean; readonly shift: Shift } | null;
}

/** A shift of a colleague that could be had for one's own, with what it would do to both. */
export interface SwapOption {
  readonly colleague: Person;
  readonly theirs: Shift;
  readonly mine: Exchanged;
  readonly them: Exchanged;
}

/** What it would do to somebody to give some shifts away and take others. */
export function exchanged(
  judgement: Judgement,
  index: number,
  gives: readonly Shift[],
  takes: readonly Shift[],
): Exchanged {
  const person = judgement.plan.people[index];
  const before = judgement.people[index];
  const taken = takes.map((shift) => ({ ...shift, person: person.id }));
  const after = withShifts(judgement, index, taken, idsOf(gives));
  const week = Math.floor(((takes[0] ?? gives[0]).date - judgement.plan.from) / 7);
  const around = takes.flatMap((shift) => {
    const { restBefore, restAfter } = restsAround(after, shift.id);
    return [
      ...(restBefore === null ? [] : [{ minutes: restBefore, isBefore: true, shift }]),
      ...(restAfter === null ? [] : [{ minutes: restAfter, isBefore: false, shift }]),
    ];
  });
  return {
    person: person.id,
    snags: snagsAppearing(before, after),
    addedMinutes: after.paid - before.paid,
    overtimeMinutes: after.overtime - before.overtime,
    weekMinutes: after.view.pay[week]?.paid ?? 0,
    rest: around.sort((a, b) => a.minutes - b.minutes)[0] ?? null,
  };
}

/** Whether nothing stands in the way of it: no stop, and nothing at the same time. */
export function isPossible({ snags }: Pick<Exchanged, 'snags'>): boolean {
  return snags.every(({ severity, code }) => severity !== 'stop' && code !== overlap.code);
}

/** Whether somebody holds the role of a shift, as far as the plan says; dates are the checks' matter. */
export function holdsRole({ roles }: Person, { role }: Shift): boolean {
  return role === null || roles.some((held) => held.role === role);
}

/**
 * The shifts of colleagues that could be had for one's own, the best first: those where nothing stands in the way for
 * either of the two. Only shifts from a moment on, in wall-clock minutes.
 */
export function swapOptions(judgement: Judgement, mine: Shift, since: number): SwapOption[] {
  const { plan, indexOf } = judgement;
  const me = indexOf.get(mine.person ?? '');
  if (me === undefined) return [];
  const theirs = plan.shifts.filter(
    (shift) =>
      shift.person !== null &&
      shift.person !== mine.person &&
      shift.date * DAY + shift.from >= since &&
      holdsRole(plan.people[me], shift),
  );
  const found: SwapOption[] = [];
  for (const [person, shifts] of groupedBy(theirs, (shift) => shift.person!)) {
    const index = indexOf.get(person);
    if (index === undefined || !holdsRole(plan.people[index], mine)) continue;
    // Whoever could not work it whatever they gave for it is not asked shift by shift.
    if (isBarred(judgement, index, mine)) continue;
    for (const shift of shifts) {
      if (meets(judgement, me, shift, mine) || meets(judgement, index, mine, shift)) continue;
      const them = exchanged(judgement, index, [shift], [mine]);
      if (!isPossible(them)) continue;
      const own = exchanged(judgement, me, [mine], [shift]);
      if (isPossible(own)) found.push({ colleague: plan.people[index], theirs: shift, mine: own, them });
    }
  }
  return found.sort(byHarm);
}

/** What is wrong with one shift by itself, whatever else is worked. */
const ALONE = new Set([notAvailable.code, notEmployed.code, notQualified.code, onLeave.code]);

function isBarred(judgement: Judgement, index: number, shift: Shift): boolean {
  const { snags } = exchanged(judgement, index, [], [shift]);
  return snags.some(
    ({ code, severity, shifts }) => severity === 'stop' && ALONE.has(code) && shifts.includes(shift.id),
  );
}

/** Whether a shift lies at the time of another that somebody keeps. */
function meets({ people }: Judgement, index: number, { id, date, from, to }: Shift, gives: Shift): boolean {
  const [start, end] = [date * DAY + from, date * DAY + to];
  return people[index].view.all.some(
    (one) => one.id !== gives.id && one.id !== id && one.from < end && start < one.to,
  );
}

function byHarm(a: SwapOption, b: SwapOption): number {
  return (
    harm(a, 'warn') - harm(b, 'warn') ||
    harm(a, 'note') - harm(b, 'note') ||
    a.mine.overtimeMinutes + a.them.overtimeMinutes - b.mine.overtimeMinutes - b.them.overtimeMinutes ||
    Math.abs(a.mine.addedMinutes) - Math.abs(b.mine.addedMinutes) ||
    a.theirs.date - b.theirs.date ||
    a.theirs.from - b.theirs.from ||
    a.colleague.name.localeCompare(b.colleague.name)
  );
}

function harm({ mine, them }: SwapOption, severity: Snag['severity']): number {
  return [...mine.snags, ...them.snags].filter((snag) => snag.severity === severity).length;
}

function idsOf(shifts: readonly Shift[]): string[] {
  return shifts.map(({ id }) => id);
}
