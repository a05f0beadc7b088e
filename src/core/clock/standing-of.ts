import type { Entry } from './entries';
import type { StandingPunch } from './punch';

/** Every punch that an entry is made of, once each. */
export function standingOf({ parts, repeated }: Pick<Entry, 'parts' | 'repeated'>): StandingPunch[] {
  const found = new Map<string, StandingPunch>();
  const add = (punch: StandingPunch | null) => punch && found.set(punch.id, punch);
  for (const { stints } of parts)
    for (const { stint } of stints) {
      add(stint.in);
      add(stint.out);
      for (const { begins, ends } of stint.breaks) {
        add(begins);
        add(ends);
      }
      for (const { punch } of stint.work) add(punch);
    }
  repeated.forEach(add);
  return [...found.values()];
}
