/** Who asks. Every command and query takes one, and `access.ts` says what they may. */
export interface Actor {
  readonly id: string;
  readonly name: string;
  readonly kind: 'scheduler';
  /** Ids of the sites they work for; null: all. */
  readonly sites: readonly string[] | null;
}

/** The one person who uses an installation that has no accounts yet. */
export const BUILT_IN_SCHEDULER: Actor = {
  id: 'scheduler',
  name: 'Scheduler',
  kind: 'scheduler',
  sites: null,
};

/** Who sends this request. There is no sign-in yet, so it is always the built-in scheduler. */
export async function currentActor(): Promise<Actor> {
  return BUILT_IN_SCHEDULER;
}

/** The name of who did something that is kept in a log. */
export function nameOfActor(id: string): string {
  return id === BUILT_IN_SCHEDULER.id ? BUILT_IN_SCHEDULER.name : id;
}
