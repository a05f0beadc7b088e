import { type Proposing, USUAL_PROPOSING } from '@/core/propose/proposing';
import type { RowOf } from '../records/records';

/** What a site says of proposals. */
export function proposingFromRow({ proposing }: Pick<RowOf<'site'>, 'proposing'>): Proposing {
  return proposing === null
    ? USUAL_PROPOSING
    : { ...USUAL_PROPOSING, ...(JSON.parse(proposing) as Partial<Proposing>) };
}

/** The column of a site that says it; null where it is what is usual. */
export function proposingToColumn({ goals, limits }: Proposing): string | null {
  const { late, early, nightFrom, nightTo, nightMinutes } = limits;
  const column = JSON.stringify({ goals, limits: { late, early, nightFrom, nightTo, nightMinutes } });
  return column === JSON.stringify(USUAL_PROPOSING) ? null : column;
}
