import type { Basis } from '@/core/requests/moved';
import type { CallMode, CallState, Called } from '@/core/today/call-round';
import type { Database } from '../database';
import { amongTexts } from '../records/lines';
import type { RowOf } from '../records/records';

/** Somebody who is asked, with when and by whom it was answered (null: by themselves). */
export interface StoredCalled extends Called {
  readonly answeredAt: string | null;
  readonly answeredBy: string | null;
}

/** A call round as it is kept, with who is asked in their order. Instants are UTC. */
export interface StoredRound {
  readonly id: string;
  readonly site: string;
  /** The shift as it was when the round began. */
  readonly shift: Basis;
  /** From which minute of its date on it is offered; null: all of it. */
  readonly since: number | null;
  readonly mode: CallMode;
  readonly pause: number;
  readonly note: string;
  readonly state: CallState;
  readonly at: string;
  readonly by: string;
  readonly outcome: string;
  readonly called: readonly StoredCalled[];
}

/** Call rounds: those still going, of everywhere or of one site. */
export async function goingRounds(db: Database, site?: string): Promise<StoredRound[]> {
  let query = db.selectFrom('call_round').selectAll().where('state', '=', 'going');
  if (site !== undefined) query = query.where('site_id', '=', site);
  return withCalled(db, await query.orderBy('at').orderBy('id').execute());
}

/** Call rounds of a site about shifts of some dates, `YYYY-MM-DD`, the last that began first. */
export async function roundsOfDates(
  db: Database,
  site: string,
  dates: readonly string[],
): Promise<StoredRound[]> {
  const rows = await db
    .selectFrom('call_round')
    .selectAll()
    .where('site_id', '=', site)
    .where('date', 'in', amongTexts(dates))
    .orderBy('at', 'desc')
    .orderBy('id')
    .execute();
  return withCalled(db, rows);
}

/** Call rounds in which somebody was asked and that are still going. */
export async function roundsAsking(db: Database, person: string): Promise<StoredRound[]> {
  const rows = await db
    .selectFrom('call_round')
    .innerJoin('call_asked', 'call_asked.round_id', 'call_round.id')
    .selectAll('call_round')
    .where('call_asked.person_id', '=', person)
    .where('call_asked.asked_at', 'is not', null)
    .where('call_round.state', '=', 'going')
    .orderBy('call_round.date')
    .orderBy('call_round.at')
    .execute();
  return withCalled(db, rows);
}

/** How many call rounds wait for a word of somebody. */
export async function countCalling(db: Database, person: string): Promise<number> {
  const rounds = await roundsAsking(db, person);
  return rounds.filter(({ called }) => called.some((one) => one.person === person && one.answer === null))
    .length;
}

export async function findRound(db: Database, id: string): Promise<StoredRound | null> {
  const rows = await db.selectFrom('call_round').selectAll().where('id', '=', id).execute();
  return (await withCalled(db, rows))[0] ?? null;
}

async function withCalled(db: Database, rows: readonly RowOf<'call_round'>[]): Promise<StoredRound[]> {
  const asked = await db
    .selectFrom('call_asked')
    .selectAll()
    .where('round_id', 'in', amongTexts(rows.map(({ id }) => id)))
    .orderBy('position')
    .execute();
  return rows.map((row) => ({
    ...{ id: row.id, site: row.site_id, shift: JSON.parse(row.shift) as Basis, since: row.from_minute },
    ...{
      mode: row.mode as CallMode,
      pause: row.pause_minutes,
      note: row.note,
      state: row.state as CallState,
    },
    ...{ at: row.at, by: row.by_name, outcome: row.outcome },
    called: asked
      .filter((one) => one.round_id === row.id)
      .map((one) => ({
        person: one.person_id,
        askedAt: one.asked_at === null ? null : Date.parse(one.asked_at),
        answer: one.answer as 'yes' | 'no' | null,
        ...{ answeredAt: one.answered_at, answeredBy: one.answered_by },
      })),
  }));
}
