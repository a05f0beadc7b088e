import { type Punch, standingPunches } from '../clock/punch';
import { LONGEST_STINT } from '../clock/stints';

/** A stretch that somebody was at a job, in elapsed minutes. */
export interface JobStint {
  readonly job: string;
  readonly person: string;
  readonly from: number;
  /** null: they still are. */
  readonly to: number | null;
  /** The punch it begins with. */
  readonly punch: string;
}

/**
 * When people were at jobs, by what they clocked: from a punch that says a job to the next of the same person; a break is none of it, and
 * after it the job goes on. Who never said that they stopped was there as long as anybody works.
 *
 * @param punches of whomever, in any order, corrections among them
 * @param now what lies after it has not happened
 */
export function jobStints(punches: readonly Punch[], now: number): JobStint[] {
  const stints: JobStint[] = [];
  const people = new Map<string, { job: string | null; open: JobStint | null }>();
  for (const { id, person, kind, at, work } of standingPunches(punches)) {
    if (at > now) break;
    const state = people.get(person) ?? { job: null, open: null };
    if (state.open) stints.push({ ...state.open, to: Math.min(at, state.open.from + LONGEST_STINT) });
    if (kind === 'in' || kind === 'change') state.job = work?.job ?? null;
    if (kind === 'out' || kind === null) state.job = null;
    const isAtWork = kind !== 'break-begins' && state.job !== null;
    state.open = isAtWork ? { job: state.job!, person, from: at, to: null, punch: id } : null;
    people.set(person, state);
  }
  for (const { open } of people.values())
    if (open)
      stints.push(now - open.from > LONGEST_STINT ? { ...open, to: open.from + LONGEST_STINT } : open);
  return stints.filter(({ from, to }) => to === null || to > from).sort((a, b) => a.from - b.from);
}

/** Minutes of a stint, up to now where it still goes on. */
export function stintMinutes({ from, to }: JobStint, now: number): number {
  return (to ?? now) - from;
}
