import { LONGEST_STINT } from './stints';
import { type Punch, type PunchKind, standingPunches } from './punch';

/** How somebody stands when they come to a clock. */
export interface AtClock {
  readonly state: 'out' | 'in' | 'on-break';
  /** Since which elapsed minute; null: they are out, and it does not matter. */
  readonly since: number | null;
  /** What they can clock, the likeliest first. */
  readonly next: readonly PunchKind[];
  /** What they work at; null: they are out, or did not say. */
  readonly activity: string | null;
}

/** How somebody stands by what they clocked. Who came longer ago than anybody works has forgotten to go, and is out. */
export function atClock(punches: readonly Punch[], now: number, clocksBreaks: boolean): AtClock {
  let [state, since, came]: [AtClock['state'], number | null, number] = ['out', null, 0];
  let activity: string | null = null;
  for (const { kind, at, work } of standingPunches(punches)) {
    if (at > now) break;
    if (kind === 'in' || kind === 'change') activity = work?.activity ?? null;
    if (kind === 'in' || (kind === null && state === 'out')) {
      if (state === 'out') [state, since, came] = ['in', at, at];
    } else if (kind === 'out' || kind === null) [state, since] = ['out', null];
    else if (kind === 'break-begins' && state !== 'on-break') [state, since] = ['on-break', at];
    else if (kind === 'break-ends') [state, since] = ['in', at];
  }
  if (state !== 'out' && now - came > LONGEST_STINT) [state, since] = ['out', null];
  const next: Readonly<Record<AtClock['state'], readonly PunchKind[]>> = {
    out: ['in'],
    in: clocksBreaks ? ['out', 'break-begins'] : ['out'],
    'on-break': ['break-ends', 'out'],
  };
  return { state, since, next: next[state], activity: state === 'out' ? null : activity };
}
