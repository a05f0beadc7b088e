import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import type { Actor } from '../access/actor';
import { checkSomewhere, managedSites } from '../access/permissions';

/** By which ways somebody wishes to be told besides here; `ofRequests`: of what waits for them, null: nothing does. */
export interface ToldWish {
  readonly byMail: boolean;
  readonly byText: boolean;
  readonly ofRequests: boolean | null;
  /** Whether their number is theirs for certain; before that no text message goes to it. */
  readonly isConfirmed: boolean;
}

/** How who asks wishes to be told: mail unless they do not want it, of what they decide unless they do not want that. */
export async function toldWishOf(db: Database, actor: Actor, person: string): Promise<ToldWish> {
  const confirmed = await db
    .selectFrom('confirmed_phone')
    .innerJoin('person', (join) =>
      join
        .onRef('person.id', '=', 'confirmed_phone.person_id')
        .onRef('person.phone', '=', 'confirmed_phone.phone'),
    )
    .select('confirmed_at')
    .where('person_id', '=', person)
    .where('confirmed_at', 'is not', null)
    .executeTakeFirst();
  const [wish] = await loadRows(db, 'told_wish', { person_id: person });
  // Who looks at the page of another is not asked for them.
  const decides =
    actor.person === person &&
    (checkSomewhere(actor, 'requests.decide') === null ||
      checkSomewhere(actor, 'leave.decide') === null ||
      (await managedSites(db, actor)).size > 0);
  return {
    byMail: wish?.by_mail !== 0,
    byText: wish?.by_text === 1,
    ofRequests: decides ? wish?.of_requests !== 0 : null,
    isConfirmed: confirmed !== undefined,
  };
}
