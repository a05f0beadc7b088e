/** Whether people are asked one after another with a pause, or all at once. */
export type CallMode = 'in-turn' | 'at-once';

/**
 * How a call round stands. `nobody`: everybody said no; `ended`: by hand; `over`: there is nothing to give away any more, such as
 * because the shift is over or who was missing came.
 */
export type CallState = 'going' | 'taken' | 'nobody' | 'ended' | 'over';

/** How a call round stands, in words. */
export const CALL_WORDS: Readonly<Record<CallState, string>> = {
  going: 'under way',
  taken: 'taken',
  nobody: 'everybody said no',
  ended: 'ended',
  over: 'over',
};

/** Somebody who is asked; `askedAt`: in milliseconds, null: not yet. */
export interface Called {
  readonly person: string;
  readonly askedAt: number | null;
  readonly answer: 'yes' | 'no' | null;
}

/** The longest and the shortest pause before the next is asked, in minutes. */
export const [SHORTEST_PAUSE, LONGEST_PAUSE] = [1, 240];

/**
 * Who is to be asked at an instant, of those in their order: all who were not, or one after another. The next is asked once the one
 * before said no, or did not answer for the pause; whoever said no before they were asked is passed over.
 *
 * @param pause in minutes
 * @param now in milliseconds, as `askedAt` is
 */
export function dueToAsk<C extends Called>(
  mode: CallMode,
  pause: number,
  called: readonly C[],
  now: number,
): readonly C[] {
  const waiting = called.filter(({ askedAt, answer }) => askedAt === null && answer === null);
  if (mode === 'at-once') return waiting;
  return waiting.length > 0 && nextAt(mode, pause, called) <= now ? waiting.slice(0, 1) : [];
}

/** From which instant on the next is asked, in milliseconds: at once where nobody was asked or the last said no. */
export function nextAt(mode: CallMode, pause: number, called: readonly Called[]): number {
  const asked = called.filter(({ askedAt }) => askedAt !== null);
  if (mode === 'at-once' || asked.length === 0) return -Infinity;
  const last = asked.reduce((a, b) => (b.askedAt! >= a.askedAt! ? b : a));
  return last.answer === 'no' ? -Infinity : last.askedAt! + pause * 60_000;
}

/** Whether everybody said no. */
export function areAllNo(called: readonly Called[]): boolean {
  return called.every(({ answer }) => answer === 'no');
}

/** When the last of so many people would be asked, in minutes from now, if nobody answered. */
export function minutesToLast(mode: CallMode, pause: number, people: number): number {
  return mode === 'at-once' ? 0 : Math.max(0, people - 1) * pause;
}
