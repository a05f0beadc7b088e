/** What a punch says: somebody comes, goes, begins or ends a break, or goes on with other work. */
export type PunchKind = 'in' | 'out' | 'break-begins' | 'break-ends' | 'change';

/** Where a punch was made. */
export type PunchSource = 'device' | 'phone' | 'scheduler' | 'import';

/** What somebody works at: each null where nothing is said. */
export interface Work {
  readonly role: string | null;
  readonly duty: string | null;
  readonly activity: string | null;
  /** A job at a customer's place. */
  readonly job: string | null;
}

/** Nothing said of what is worked at. */
export const NO_WORK: Work = { role: null, duty: null, activity: null, job: null };

/** One record of the clock. Nothing about it changes later: a correction is a new punch that takes its place. */
export interface Punch {
  readonly id: string;
  readonly person: string;
  /** Elapsed minute since 1970-01-01T00:00 UTC, the seconds dropped: what a clock on the wall shows. */
  readonly at: number;
  /** null: not said, as where a clock of another make knows no direction. */
  readonly kind: PunchKind | null;
  readonly source: PunchSource;
  /** What is worked at from then on; null: nothing is said. */
  readonly work: Work | null;
  /** The punch that this one stands for; null: none. */
  readonly replaces: string | null;
  /** Whether it only takes the one it replaces away. */
  readonly isRemoval: boolean;
  /** When it was recorded, in milliseconds since 1970-01-01T00:00 UTC: of two corrections of one the later stands. */
  readonly recorded: number;
  /** Made at a device without a connection, with a PIN that turned out wrong; left out: it was right, or none was asked for. */
  readonly isUnverified?: boolean;
  /** Made where the phone was at no place that was set, or did not say where it was; left out: that does not matter. */
  readonly isElsewhere?: boolean;
}

/** A punch that stands, with whether it was set by hand: by a correction, or by a scheduler to begin with. */
export interface StandingPunch extends Punch {
  readonly isByHand: boolean;
}

/**
 * The punches that stand, by time: those that no other one replaces, and no removals. Of several that replace the same one the
 * one recorded last stands. The order in which they are given does not matter.
 */
export function standingPunches(punches: readonly Punch[]): StandingPunch[] {
  const heirs = new Map<string, Punch>();
  for (const punch of punches) {
    if (punch.replaces === null) continue;
    const known = heirs.get(punch.replaces);
    if (!known || isLater(punch, known)) heirs.set(punch.replaces, punch);
  }
  return punches
    .filter((punch) => {
      if (punch.isRemoval || heirs.has(punch.id)) return false;
      return punch.replaces === null || heirs.get(punch.replaces) === punch;
    })
    .map((punch) => ({ ...punch, isByHand: punch.replaces !== null || punch.source === 'scheduler' }))
    .sort(byTime);
}

function isLater(a: Punch, b: Punch): boolean {
  return a.recorded !== b.recorded ? a.recorded > b.recorded : a.id > b.id;
}

/** What comes first of two at the same minute: an end before a beginning, so that nobody is in and out at once. */
const ORDER: Record<PunchKind, number> = { 'break-ends': 0, out: 1, in: 2, change: 3, 'break-begins': 4 };

function byTime(a: Punch, b: Punch): number {
  if (a.at !== b.at) return a.at - b.at;
  const [one, other] = [a, b].map(({ kind }) => (kind ? ORDER[kind] : 2));
  return one - other || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
}
