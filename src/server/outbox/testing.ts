import type { Database } from '@/data/database';

/** Somebody's number, theirs for certain. */
export async function withPhone(db: Database, person: string, phone: string): Promise<void> {
  await db.updateTable('person').set({ phone }).where('id', '=', person).execute();
  await db
    .insertInto('confirmed_phone')
    .values({
      ...{ person_id: person, phone, code_hash: null, sent_at: null },
      confirmed_at: '2026-11-01T08:00:00.000Z',
    })
    .execute();
}
