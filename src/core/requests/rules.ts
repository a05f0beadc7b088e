import type { Shift } from '../plan/types';
import { DAY } from '../time/span';
import { type Exchanged, isPossible } from './exchange';
import type { RequestKind } from './request';

/** The kinds of requests about shifts, in the order in which they are offered. */
export const REQUEST_KINDS: readonly RequestKind[] = ['swap', 'hand-over', 'give-up', 'take'];

/** What a site allows to be asked for, and what of it needs nobody to decide. */
export interface RequestRules {
  readonly kinds: readonly RequestKind[];
  /** How many hours before a shift begins it has to be asked at the latest; open shifts can be asked for until then. */
  readonly noticeHours: number;
  /** Whether an open shift is the first's who could work it, or somebody chooses among those who ask. */
  readonly open: 'first' | 'chosen';
  /** Kinds that are approved by themselves where nothing speaks against it. */
  readonly byThemselves: readonly RequestKind[];
  /** How many hours before a shift begins nothing is approved by itself any more. */
  readonly decideHours: number;
  /** Whether the lead of the area may decide too. */
  readonly leadsDecide: boolean;
  /** Whether who asks sees whose a shift is that could be had. */
  readonly showsNames: boolean;
}

export const DEFAULT_REQUEST_RULES: RequestRules = {
  kinds: REQUEST_KINDS,
  noticeHours: 24,
  open: 'chosen',
  byThemselves: [],
  decideHours: 48,
  leadsDecide: true,
  showsNames: true,
};

/** The beginning of the first of some shifts, in wall-clock minutes. */
export function beginningOf(shifts: readonly Pick<Shift, 'date' | 'from'>[]): number {
  return Math.min(...shifts.map(({ date, from }) => date * DAY + from));
}

/** Why something cannot be asked for by the rules of the site, in words; null: it can. `now`: wall-clock minutes. */
export function ruleFault(
  { kinds, noticeHours }: RequestRules,
  kind: RequestKind,
  shifts: readonly Pick<Shift, 'date' | 'from'>[],
  now: number,
): string | null {
  if (!kinds.includes(kind)) return 'this is not asked for here: tell whoever plans your shifts';
  const left = beginningOf(shifts) - now;
  if (left <= 0) return 'the shift has begun';
  // Nobody is worse off where an open shift finds somebody at the last minute.
  if (kind !== 'take' && left < noticeHours * 60)
    return `it has to be asked at least ${noticeHours} hours before the shift begins: call whoever plans`;
  return null;
}

/** Why a request waits for somebody to decide, in words; null: it is approved by itself. */
export function whyDecided(
  rules: RequestRules,
  kind: RequestKind,
  {
    roles,
    effects,
    left,
  }: {
    /** The roles of the shifts that change hands. */
    readonly roles: readonly (string | null)[];
    readonly effects: readonly Exchanged[];
    /** Minutes until the first of them begins. */
    readonly left: number;
  },
): string | null {
  if (!effects.every(isPossible)) return 'it would break a rule';
  if (kind === 'take' && rules.open === 'first') return null;
  if (!rules.byThemselves.includes(kind)) return 'somebody decides about it here';
  if (left < rules.decideHours * 60) return `it begins within ${rules.decideHours} hours`;
  if (effects.some(({ snags }) => snags.length > 0)) return 'something speaks against it';
  if (effects.some(({ overtimeMinutes }) => overtimeMinutes > 0)) return 'it would bring overtime';
  if (new Set(roles).size > 1) return 'the shifts are of different roles';
  return null;
}

/** The rules of a site as sentences. */
export function ruleSentences(rules: RequestRules, named: Readonly<Record<RequestKind, string>>): string[] {
  const list = (kinds: readonly RequestKind[]) =>
    REQUEST_KINDS.filter((kind) => kinds.includes(kind))
      .map((kind) => named[kind].toLowerCase())
      .join(', ');
  const { kinds, byThemselves } = rules;
  const self = byThemselves.filter((kind) => kinds.includes(kind));
  return [
    kinds.length === 0
      ? 'Nothing is asked for here but leave and availability.'
      : `Staff may ask: ${list(kinds)}.`,
    `It has to be asked at least ${rules.noticeHours} h before the shift begins${kinds.includes('take') ? ', for an open shift until it begins' : ''}.`,
    ...(kinds.includes('take')
      ? [
          rules.open === 'first'
            ? 'An open shift goes to the first who could work it.'
            : 'Who gets an open shift is chosen among those who ask.',
        ]
      : []),
    self.length === 0
      ? 'Somebody decides about everything else.'
      : `Approved by itself where no snag appears, no overtime, and the role stays: ${list(self)}; not within ${rules.decideHours} h of the beginning.`,
    rules.leadsDecide ? 'Schedulers decide, and leads in their area.' : 'Schedulers decide.',
  ];
}
