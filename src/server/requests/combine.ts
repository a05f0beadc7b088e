import { type Result, fail } from '@/core/plan/problem';
import type { Shift } from '@/core/plan/types';
import { exchanged, holdsRole, isPossible } from '@/core/requests/exchange';
import { ruleFault } from '@/core/requests/rules';
import { DAY } from '@/core/time/span';
import type { Database } from '@/data/database';
import { loadPublishedById } from '@/data/publish/publication-store';
import type { Actor } from '../access/actor';
import { refuseOff } from '../site/capabilities';
import { staffSites } from '../staff/own-page';
import { askingWeeks } from './options';
import type { SwapLook } from './payload';
import { exchangeView, shiftWords } from './words';

/**
 * What a swap of one's own shifts for those of one colleague would mean, and which others could go with them: more of
 * one's own, and of the colleague, where names are shown, those that one could work for what one gives.
 */
export async function lookAtSwap(
  db: Database,
  actor: Actor,
  siteId: string,
  mine: readonly string[],
  theirs: readonly string[],
): Promise<Result<{ look: SwapLook }>> {
  const { person } = actor;
  const found = staffSites(actor).includes(siteId)
    ? await loadPublishedById(db, siteId, [...mine, ...theirs])
    : [];
  const pick = (ids: readonly string[]) => ids.flatMap((id) => found.find((one) => one.id === id) ?? []);
  const [gives, takes] = [pick(mine), pick(theirs)];
  const colleague = takes[0]?.person ?? null;
  if (
    person === null ||
    colleague === null ||
    colleague === person ||
    gives.length < mine.length ||
    takes.length < theirs.length ||
    gives.some((shift) => shift.person !== person) ||
    takes.some((shift) => shift.person !== colleague)
  )
    return fail('unknown', 'there are no such shifts', 'theirs');
  const off = await refuseOff(db, 'requests', [siteId]);
  if (off) return off;
  const at = await askingWeeks(db, siteId, Math.min(...gives.map(({ date }) => date)));
  if (!at.ok) return at;
  const { judgement, words, roles, site, rules, now } = at.weeks;
  const { plan, indexOf } = judgement;
  const [me, them] = [indexOf.get(person), indexOf.get(colleague)];
  if (me === undefined || them === undefined) return fail('unknown', 'they do not work here', 'theirs');
  const late = ruleFault(rules, 'swap', [...gives, ...takes], now);
  if (late) return fail('request', late, 'mine');
  // What could not be had at all is not looked into any further: nobody learns of a colleague's week by trying.
  const [give, take] = [[gives[0]], [takes[0]]];
  if (
    !isPossible(exchanged(judgement, me, give, take)) ||
    !isPossible(exchanged(judgement, them, take, give))
  )
    return fail('unknown', 'there are no such shifts', 'theirs');
  const own = exchanged(judgement, me, gives, takes);
  const other = exchanged(judgement, them, takes, gives);
  const soonest = now + rules.noticeHours * 60;
  const first = new Set([mine[0], theirs[0]]);
  const more = (of: string) =>
    plan.shifts.filter((one) => one.person === of && !first.has(one.id) && startOf(one) >= soonest);
  const view = exchangeView(own, words.person(person), words);
  const text = (shift: Shift) => shiftWords(shift, roles, site.hourFormat);
  // Why the colleague could not is nobody's business.
  const fault = !isPossible(own)
    ? (view.snags.find(({ severity }) => severity === 'stop') ?? view.snags[0]).text
    : isPossible(other)
      ? null
      : `${rules.showsNames ? words.person(colleague) : 'The colleague'} could not work it.`;
  return {
    ok: true,
    look: {
      ...{ mine: view, fault },
      moreMine: more(person)
        .filter((shift) => holdsRole(plan.people[them], shift))
        .map(text),
      moreTheirs: rules.showsNames
        ? more(colleague)
            .filter((shift) => holdsRole(plan.people[me], shift))
            .filter(
              (shift) =>
                theirs.includes(shift.id) || isPossible(exchanged(judgement, me, gives, [...takes, shift])),
            )
            .map(text)
        : [],
    },
  };
}

function startOf({ date, from }: Shift): number {
  return date * DAY + from;
}
