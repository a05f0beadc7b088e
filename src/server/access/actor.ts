/** What an account may do, and where; `site` null: in the whole business. */
export interface Grant {
  readonly kind: 'owner' | 'scheduler';
  readonly site: string | null;
}

/** Who asks: a user, who may be a person of the business, with grants. Every command and query takes one. */
export interface Actor {
  readonly id: string;
  readonly name: string;
  /** Id of the person that the user is; null where the account belongs to nobody who works here. */
  readonly person: string | null;
  readonly grants: readonly Grant[];
}

/** The one user of an installation that has no accounts yet. */
export const BUILT_IN_OWNER: Actor = {
  id: 'scheduler',
  name: 'Scheduler',
  person: null,
  grants: [{ kind: 'owner', site: null }],
};

/** Who sends this request. There is no sign-in yet, so it is always the built-in owner. */
export async function currentActor(): Promise<Actor> {
  return BUILT_IN_OWNER;
}

/** The name of who did something that is kept in a log. */
export function nameOfActor(id: string): string {
  return id === BUILT_IN_OWNER.id ? BUILT_IN_OWNER.name : id;
}
