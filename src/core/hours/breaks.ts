import type { Break, BreakTier } from '../plan/types';

/**
 * The break of a shift that lasts `elapsed` minutes: the one set by hand, even of 0 minutes, else of the
 * tiers it reaches the longest. A shift of exactly a tier's length reaches it.
 */
export function breakOf(
  own: Break | null,
  elapsed: number,
  tiers: readonly BreakTier[],
): { readonly minutes: number; readonly at: number | null; readonly paid: boolean } {
  if (own) return own;
  let best = NO_BREAK;
  for (const tier of tiers)
    if (elapsed >= tier.atLeastMinutes && tier.minutes > best.minutes)
      best = { minutes: tier.minutes, at: null, paid: tier.paid };
  return best;
}

const NO_BREAK: Break = { minutes: 0, at: null, paid: false };
