/** What people work at besides their role, at every site: stock-taking, a job, training. */
export interface Activity {
  readonly id: string;
  /** A short sign for it; empty: none. */
  readonly code: string;
  readonly name: string;
  /** How many minutes it may take; null: nobody said. */
  readonly budgetMinutes: number | null;
  /** Whose it is; none: everybody's. */
  readonly groups: readonly string[];
  /** Not offered any more; hours keep it. */
  readonly isRetired: boolean;
}

/** Whether the clock asks what one works at: never, offers it, or does not let one in without. */
export type ClockAsks = 'never' | 'offered' | 'asked';

/** The activities that somebody of some groups can choose, in their order. */
export function activitiesFor(all: readonly Activity[], groups: readonly string[]): Activity[] {
  return all.filter(
    ({ groups: its, isRetired }) =>
      !isRetired && (its.length === 0 || its.some((group) => groups.includes(group))),
  );
}

/** An activity as it is written: `ST Stock-taking`. */
export function activityText({ code, name }: Pick<Activity, 'code' | 'name'>): string {
  return code === '' ? name : `${code} ${name}`;
}

/** Why somebody cannot clock with an activity; null: they can. `chosen` null: none was chosen. */
export function activityFault(
  offered: readonly Activity[],
  asks: ClockAsks,
  chosen: string | null,
): string | null {
  if (chosen !== null)
    return asks !== 'never' && offered.some(({ id }) => id === chosen)
      ? null
      : 'this is not offered to you here';
  return asks === 'asked' && offered.length > 0 ? 'choose what you work at' : null;
}
