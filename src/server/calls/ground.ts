import { notAvailable } from '@/core/checks/person/not-available';
import { overlap } from '@/core/checks/person/overlap';
import type { Snag } from '@/core/checks/shared/snag';
import { checkOf } from '@/core/checks/list';
import { type Failed, type Result, fail } from '@/core/plan/problem';
import { DAY } from '@/core/time/span';
import type { StoredRound } from '@/data/calls/call-store';
import type { Database } from '@/data/database';
import { restOf } from '../publish/reassign';
import {
  type Exchange,
  type RequestGround,
  effectsOf,
  loadGround,
  movedOf,
  requestSite,
} from '../requests/ground';

/** What a call round is judged by: the shift as it is offered, and the people and shifts as they were told. */
export interface CallGround extends RequestGround {
  readonly round: StoredRound;
}

/** What a call round of a site is judged by. `person`: who would take the shift. */
export async function callGround(
  db: Database,
  round: StoredRound,
  person: string | null = null,
): Promise<Result<{ ground: CallGround }>> {
  const at = await requestSite(db, round.site);
  if (!at.ok) return at;
  const ground = await loadGround(db, at.at, [takingBy(round, person)]);
  return { ok: true, ground: { ...ground, round } };
}

/** Why there is nothing to give away any more, in words; null: there is. */
export function whyOver(ground: CallGround): string | null {
  const { shift } = ground.round;
  if (shift.date * DAY + shift.to <= ground.now) return 'the shift is over';
  const [moved] = movedOf(ground, takingBy(ground.round, null));
  return moved ?? null;
}

/**
 * Null where somebody could take the shift as things are; else why not. When they are available is for them to say: who
 * says yes is.
 */
export function callFault(ground: CallGround, person: string): Failed | null {
  const { round, published, words } = ground;
  const shift = published.get(round.shift.id);
  if (!shift) return fail('unknown', 'the shift is not there any more', 'input.round');
  const offered = { ...shift, ...restOf(shift, round.since ?? undefined) };
  const effects = effectsOf(
    { ...ground, published: new Map([[shift.id, offered]]) },
    takingBy(round, person),
  );
  const bad = effects === null ? null : effects[0].snags.find(isBar);
  if (effects === null) return fail('unknown', 'who said yes does not work here any more', 'input.round');
  return bad ? fail('request', checkOf(bad.code)!.message(bad, words), 'input.round') : null;
}

/** Whether a snag keeps somebody from being asked: being available is what they are asked about. */
export function isBar({ severity, code }: Pick<Snag, 'severity' | 'code'>): boolean {
  return code === overlap.code || (severity === 'stop' && code !== notAvailable.code);
}

/** A call round as whoever says yes would take its shift. */
function takingBy({ shift }: StoredRound, person: string | null): Exchange {
  const asker = person ?? shift.person ?? '';
  return { kind: 'take', asker, colleague: null, mine: [], theirs: [shift] };
}
