import { type Snag, bySeverity } from '../checks/shared/snag';
import { DAY } from '../time/span';
import { type Judgement, snagsOf } from './judge';

const lists = new WeakMap<Judgement, readonly Snag[]>();

/**
 * The snags of a plan as people are shown them, in the order of their weight: with {@link joinGaps}. Worked out once
 * for each state of the plan.
 */
export function visibleSnags(judgement: Judgement): readonly Snag[] {
  let list = lists.get(judgement);
  if (!list) {
    list = joinGaps(snagsOf(judgement)).sort(bySeverity);
    lists.set(judgement, list);
  }
  return list;
}

/** Whether a snag wants something done; a note is only to be known. */
export function isTrouble(snag: Snag): boolean {
  return snag.severity !== 'note';
}

/**
 * The same snags with one line for one lack: of a gap of everybody only what those of roles at the same time do not
 * already say, and a gap over midnight as one. Gaps come last; all others stay as and where they are.
 *
 * @example
 * joinGaps([everybody -1 9-12, kitchen -1 9-11]) // kitchen -1 9-11, everybody -1 11-12
 */
export function joinGaps(snags: readonly Snag[]): Snag[] {
  const gaps = snags.filter(({ code }) => code === 'gap');
  if (gaps.length === 0) return snags.slice();
  const ofRoles = gaps.filter(({ role }) => role !== null);
  const others = gaps.filter(({ role }) => role === null).flatMap((gap) => leftOf(gap, ofRoles));
  return [...snags.filter(({ code }) => code !== 'gap'), ...overMidnight([...ofRoles, ...others])];
}

/** What a gap says beyond others of its date: pieces of it, each with how many more are missing. */
function leftOf(gap: Snag, others: readonly Snag[]): readonly Snag[] {
  const beside = others.filter((one) => one.date === gap.date && one.from! < gap.to! && one.to! > gap.from!);
  if (beside.length === 0) return [gap];
  const cuts = beside.flatMap(({ from, to }) => [from!, to!]).filter((at) => at > gap.from! && at < gap.to!);
  const ends = [...new Set([gap.from!, ...cuts, gap.to!])].sort((a, b) => a - b);
  const pieces: Snag[] = [];
  for (let i = 0; i + 1 < ends.length; i++) {
    const [from, to] = [ends[i], ends[i + 1]];
    const said = beside.reduce((sum, one) => sum + (one.from! < to && one.to! > from ? one.amount! : 0), 0);
    const amount = gap.amount! - said;
    if (amount <= 0) continue;
    const last = pieces.at(-1);
    if (last?.to === from && last.amount === amount) pieces[pieces.length - 1] = { ...last, to };
    else pieces.push({ ...gap, from, to, amount, ...(said > 0 ? { params: UNKNOWN } : {}) });
  }
  return pieces;
}

/** How many are on and needed, where no one figure is true. */
const UNKNOWN = { staffed: null, needed: null };

/** Gaps with those that go on at midnight joined, unless one of them is a whole day. */
function overMidnight(gaps: readonly Snag[]): Snag[] {
  const morning = (evening: Snag) =>
    gaps.find(
      ({ date, from, to, role, amount, severity }) =>
        date === evening.date + 1 &&
        from === 0 &&
        to! < DAY &&
        role === evening.role &&
        amount === evening.amount &&
        severity === evening.severity,
    );
  const joined = new Set<Snag>();
  const all = gaps.map((gap) => {
    const next = gap.to === DAY && gap.from! > 0 ? morning(gap) : undefined;
    if (!next) return gap;
    joined.add(next);
    const { staffed, needed } = gap.params;
    const isSame = staffed === next.params.staffed && needed === next.params.needed;
    return { ...gap, to: DAY + next.to!, ...(isSame ? {} : { params: UNKNOWN }) };
  });
  return all.filter((_, i) => !joined.has(gaps[i]));
}
