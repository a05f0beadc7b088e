/** How long guesses are remembered, in milliseconds. */
export const GUESSES_KEPT_MS = 60 * 60_000;

/** From how many wrong guesses on one waits, and how long after the last, in milliseconds. */
export type Pauses = readonly (readonly [guesses: number, pauseMs: number])[];

const MINUTE = 60_000;

/** For one name that is typed, or one account under whatever name. */
export const ACCOUNT_PAUSES: Pauses = [
  [5, MINUTE],
  [10, 5 * MINUTE],
  [15, 15 * MINUTE],
];

/** For one address, behind which a whole house may sit. */
export const ADDRESS_PAUSES: Pauses = [
  [40, MINUTE],
  [80, 5 * MINUTE],
  [160, 15 * MINUTE],
];

/** Until when nothing is tried any more after wrong guesses at these instants; null: it may be tried now. */
export function blockedUntil(guesses: readonly number[], now: number, pauses: Pauses): number | null {
  const recent = guesses.filter((at) => at > now - GUESSES_KEPT_MS && at <= now);
  const pause = pauses.findLast(([from]) => recent.length >= from);
  if (!pause) return null;
  const until = Math.max(...recent) + pause[1];
  return until > now ? until : null;
}
