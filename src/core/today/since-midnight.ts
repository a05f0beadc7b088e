import { type Punch, standingPunches } from '../clock/punch';

/**
 * What somebody clocked from midnight on, and before it only where a stint of the day before is not over: all else of that day is no
 * matter of today. `midnight`: an elapsed minute.
 */
export function sinceMidnight<P extends Punch>(punches: readonly P[], midnight: number): readonly P[] {
  const last = standingPunches(punches).findLast(({ at }) => at < midnight);
  if (last && last.kind !== 'out') return punches;
  const kept = new Set(punches.filter(({ at }) => at >= midnight));
  const ids = new Set([...kept].map(({ id }) => id));
  // What stands for one of today is needed wherever it lies, or that one would stand again.
  for (const punch of punches)
    if (punch.replaces !== null && ids.has(punch.replaces)) {
      kept.add(punch);
      ids.add(punch.id);
    }
  return punches.filter((punch) => kept.has(punch));
}
