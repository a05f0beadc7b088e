import type { Round } from '@/core/jobs/round';
import { formatDate, parseDate } from '@/core/time/day';
import type { NewRow, RowOf } from '../records/records';

/** The round that a row holds. */
export function roundFromRow(row: RowOf<'job_round'>): Round {
  return {
    ...{ id: row.id, name: row.name, service: row.service_id, rule: row.rule },
    ...{ days: row.days ?? 1, personMinutes: row.person_minutes },
    places: JSON.parse(row.places) as string[],
    since: parseDate(row.since)!,
    until: row.until === null ? null : parseDate(row.until),
  };
}

/** The columns of a row that say what a round is. */
export function roundColumns(round: Round) {
  return {
    ...{ id: round.id, name: round.name, service_id: round.service, rule: round.rule },
    ...{ days: round.days, person_minutes: round.personMinutes, places: JSON.stringify(round.places) },
    since: formatDate(round.since),
    until: round.until === null ? null : formatDate(round.until),
  } satisfies Partial<NewRow<'job_round'>>;
}
