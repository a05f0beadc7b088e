import type { Database } from '@/data/database';
import { inTransaction } from '@/data/transaction';

/**
 * Takes or keeps the right to do something alone, among all processes on the file, for some milliseconds. False:
 * another holds it. Whoever ends without giving it back loses it when the time is over, by the clock of the machine.
 */
export async function takeLease(
  db: Database,
  name: string,
  holder: string,
  ms: number,
  from = Date.now(),
): Promise<boolean> {
  const at = new Date(from).toISOString();
  const heldBy = (on: Database) =>
    on.selectFrom('lease').selectAll().where('name', '=', name).executeTakeFirst();
  // Written only as often as it has to be: what is kept of the file as long as nobody writes would else be let go.
  const known = await heldBy(db);
  const half = new Date(from + ms / 2).toISOString();
  if (known && (known.holder === holder ? known.until > half : known.until > at))
    return known.holder === holder;
  return inTransaction(db, async (trx) => {
    const held = await heldBy(trx);
    if (held && held.holder !== holder && held.until > at) return false;
    const until = new Date(from + ms).toISOString();
    await trx
      .insertInto('lease')
      .values({ name, holder, until })
      .onConflict((row) => row.column('name').doUpdateSet({ holder, until }))
      .execute();
    return true;
  });
}

/** Gives a lease back, so that another need not wait for its end. */
export async function dropLease(db: Database, name: string, holder: string): Promise<void> {
  await db.deleteFrom('lease').where('name', '=', name).where('holder', '=', holder).execute();
}
