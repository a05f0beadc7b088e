import type { Model } from './model';
import { type PersonWeek, type Rewards, noOptions, weekOf } from './person-week';
import { type Choice, type Pair, type Standing, type Worker, weekCost, weeklyPremium } from './worker-of';

/** An option on a day, or two with a pause, as it is worth: cost less reward, and when it is worked. */
interface Offer {
  readonly option: number;
  /** The one after the pause; -1: none. */
  readonly then: number;
  readonly value: number;
  readonly start: number;
  readonly end: number;
  readonly paid: number;
  /** Paid minutes that count for the week's overtime. */
  readonly plain: number;
}

/** How many partial weeks are looked at for one person at most. */
const MOST = 1 << 19;
/** What a partial week did on its day, besides an option by its number. */
const [OFF, STOOD, BEGUN, DROPPED] = [-1, -2, -3, -4];
/** Paid minutes of a week are told apart up to here. */
const MOST_PAID = 10_080;

/** What can still matter of a partial week: the weekly rest was had; any other is better not set. */
const RESTED = 1;
/** Something is proposed; in the run of days that goes on; the last shift is. */
const PROPOSED = 2;
const IN_RUN = 4;
const LAST = 8;

/** Where partial weeks are kept while one person is looked at: one at a time, so that all solvers share it. */
const SCRATCH = {
  cost: new Float64Array(MOST),
  paid: new Int32Array(MOST),
  young: new Int32Array(MOST),
  plain: new Int32Array(MOST),
  end: new Float64Array(MOST),
  run: new Int16Array(MOST),
  flags: new Uint8Array(MOST),
  parent: new Int32Array(MOST),
  did: new Int32Array(MOST),
  then: new Int32Array(MOST),
  next: new Int32Array(MOST),
  head: new Int32Array(MOST_PAID + 1),
};

/**
 * The best week of one person for given rewards, exactly: partial weeks are carried from day to day, and dropped where
 * another is at least as good in everything that can still matter: what it cost, what is paid so far, how much of it
 * counts for the week's overtime, when its last shift ended, how many days in a row are worked, whether the weekly rest was
 * had, and what of it is proposed. Every rule of a person that the core knows as a stop or a warning is kept by what is
 * proposed; what stands may break them, as long as nothing proposed has a part in it. With whole numbers the answer is exact.
 */
export class WeekSolver {
  private readonly cost = SCRATCH.cost;
  private readonly paid = SCRATCH.paid;
  private readonly young = SCRATCH.young;
  private readonly plain = SCRATCH.plain;
  private readonly end = SCRATCH.end;
  private readonly run = SCRATCH.run;
  private readonly flags = SCRATCH.flags;
  private readonly parent = SCRATCH.parent;
  private readonly did = SCRATCH.did;
  private readonly then = SCRATCH.then;
  private readonly next = SCRATCH.next;
  private readonly head = SCRATCH.head;
  /** The partial week that is about to be kept. */
  private readonly fresh = { cost: 0, paid: 0, young: 0, plain: 0, end: 0, run: 0, flags: 0, then: -1 };
  private count = 0;

  constructor(private readonly model: Model) {}

  /**
   * The week that costs least when each option earns its reward; `value`: its cost less what it earns. Null where none
   * is below `limit`. One in which nothing is proposed is always among them.
   */
  best(
    worker: Worker,
    rewards: Rewards,
    limit = Infinity,
  ): { readonly value: number; readonly week: PersonWeek } | null {
    const offers = worker.choices.map((list, day) => this.offersOf(list, worker.pairs[day], rewards));
    const { rest, soonest } = this.outlook(worker, offers);
    const { cost, end, run, flags, paid, young, plain, did, fresh } = this;
    this.begin(worker);
    let [first, last] = [0, 1];
    for (let day = 0; day < 7; day++) {
      this.head.fill(-1);
      const stands = worker.standing[day];
      const goal = {
        most: limit - rest[day + 1],
        left: 6 - day + worker.runAfter,
        soonest: soonest[day + 1],
      };
      for (let at = first; at < last; at++) {
        if (did[at] === DROPPED) continue;
        if (stands) {
          if (this.stand(worker, at, stands)) this.keep(worker, at, STOOD, goal);
          continue;
        }
        fresh.cost = cost[at];
        fresh.paid = paid[at];
        fresh.young = young[at];
        fresh.plain = plain[at];
        fresh.end = end[at];
        fresh.run = 0;
        fresh.then = -1;
        fresh.flags = flags[at] & ~IN_RUN;
        this.keep(worker, at, OFF, goal);
        for (const offer of offers[day]) {
          const daysInRow = run[at] + 1;
          if (offer.start < end[at] + worker.dailyRest || daysInRow > worker.mostDays) continue;
          if (paid[at] + offer.paid > worker.mostPaid) continue;
          fresh.young = young[at];
          if (worker.young?.days[day]) {
            fresh.young += offer.paid;
            if (fresh.young > worker.young.most) continue;
          }
          fresh.cost = cost[at] + offer.value;
          fresh.paid = paid[at] + offer.paid;
          fresh.plain = plain[at] + offer.plain;
          fresh.then = offer.then;
          fresh.run = daysInRow;
          fresh.flags = flags[at] | PROPOSED | IN_RUN | LAST | this.restBefore(worker, at, offer.start);
          fresh.end = Math.max(end[at], offer.end);
          this.keep(worker, at, offer.option, goal);
        }
      }
      [first, last] = [last, this.count];
    }
    return this.bestOf(worker, first, last, rewards, limit);
  }

  private begin(worker: Worker): void {
    this.cost[0] = 0;
    this.paid[0] = worker.paid;
    this.young[0] = worker.young?.paid ?? 0;
    this.plain[0] = worker.plain;
    this.end[0] = worker.lastEnd;
    this.run[0] = Math.min(worker.run, 1000);
    this.flags[0] = worker.weeklyRest === 0 ? RESTED : 0;
    this.parent[0] = -1;
    this.did[0] = BEGUN;
    this.count = 1;
  }

  /** Whether the rest up to a start is one of the week, as its bit: the one under way at its beginning counts whole. */
  private restBefore({ weeklyRest }: Worker, at: number, start: number): number {
    if (start <= this.model.begin) return 0;
    const since = this.end[at] === -Infinity ? this.model.begin : this.end[at];
    return start - since >= weeklyRest ? RESTED : 0;
  }

  /** A partial week over a day on which shifts stand; false: something proposed would break a rule with them. */
  private stand(worker: Worker, at: number, { parts, isOwn }: Standing): boolean {
    const { fresh, flags, end } = this;
    const isLast = (flags[at] & LAST) !== 0;
    if (isLast && parts.some(({ start }) => start < end[at] + worker.dailyRest)) return false;
    const daysInRow = this.run[at] + 1;
    if (isOwn && flags[at] & IN_RUN && daysInRow > worker.mostDays) return false;
    fresh.cost = this.cost[at];
    fresh.paid = this.paid[at];
    fresh.young = this.young[at];
    fresh.plain = this.plain[at];
    fresh.then = -1;
    fresh.run = daysInRow;
    fresh.end = end[at];
    fresh.flags = flags[at];
    for (const part of parts) {
      if (part.start > this.model.begin) {
        const since = fresh.end === -Infinity ? this.model.begin : fresh.end;
        if (part.start - since >= worker.weeklyRest) fresh.flags |= RESTED;
      }
      fresh.end = Math.max(fresh.end, part.end);
    }
    if (parts.length > 0) fresh.flags &= ~LAST;
    return true;
  }

  /** Keeps a partial week unless another is at least as good; drops those that it is at least as good as. */
  private keep(
    worker: Worker,
    from: number,
    what: number,
    goal: { readonly most: number; readonly left: number; readonly soonest: number },
  ): void {
    const { cost, end, run, flags, young, plain, did, next, head, fresh } = this;
    if (fresh.cost > goal.most) return;
    // A run that cannot grow too long any more is none.
    if (fresh.run + goal.left <= worker.mostDays) {
      fresh.run = 0;
      fresh.flags &= ~IN_RUN;
    }
    // With the weekly rest had, shifts that ended long before the next can begin are alike.
    if (fresh.flags & RESTED && fresh.end <= goal.soonest) {
      fresh.end = goal.soonest;
      fresh.flags &= ~LAST;
    }
    const bucket = Math.min(MOST_PAID, fresh.paid);
    let before = -1;
    for (let at = head[bucket]; at >= 0; at = next[at]) {
      const its = flags[at] ^ RESTED;
      const ours = fresh.flags ^ RESTED;
      if (
        (its & ~ours) === 0 &&
        cost[at] <= fresh.cost &&
        end[at] <= fresh.end &&
        run[at] <= fresh.run &&
        young[at] <= fresh.young &&
        plain[at] <= fresh.plain
      )
        return;
      if (
        (ours & ~its) === 0 &&
        fresh.cost <= cost[at] &&
        fresh.end <= end[at] &&
        fresh.run <= run[at] &&
        fresh.young <= young[at] &&
        fresh.plain <= plain[at]
      ) {
        did[at] = DROPPED;
        if (before < 0) head[bucket] = next[at];
        else next[before] = next[at];
      } else before = at;
    }
    if (this.count >= MOST) throw new Error('a week has too many ways to be worked');
    const n = this.count++;
    cost[n] = fresh.cost;
    this.paid[n] = fresh.paid;
    young[n] = fresh.young;
    plain[n] = fresh.plain;
    this.then[n] = fresh.then;
    end[n] = fresh.end;
    run[n] = fresh.run;
    flags[n] = fresh.flags;
    this.parent[n] = from;
    did[n] = what;
    next[n] = head[bucket];
    head[bucket] = n;
  }

  /** The best of whole weeks that may be worked. */
  private bestOf(worker: Worker, first: number, last: number, rewards: Rewards, limit: number) {
    const { model, flags, end, did, paid, plain } = this;
    let [least, which] = [limit, -1];
    for (let at = first; at < last; at++) {
      if (did[at] === DROPPED) continue;
      if (flags[at] & PROPOSED) {
        if (flags[at] & LAST && worker.endBy < end[at]) continue;
        if (flags[at] & IN_RUN && this.run[at] + worker.runAfter > worker.mostDays) continue;
        if (!(flags[at] & RESTED) && model.end - end[at] < worker.weeklyRest) continue;
      }
      const value =
        this.cost[at] +
        weekCost(worker, model.weights, paid[at] - worker.paid, plain[at] - worker.plain) +
        rewards.pay * weeklyPremium(worker, plain[at] - worker.plain);
      if (value <= least && (value < least || which < 0)) [least, which] = [value, at];
    }
    if (which < 0) return null;
    const options = noOptions();
    for (let at = which, day = 6; day >= 0; at = this.parent[at], day--)
      if (did[at] >= 0) {
        options[day] = did[at];
        options[7 + day] = this.then[at];
      }
    return { value: least, week: weekOf(model, worker, options) };
  }

  /**
   * The choices of a day that can be best, alone or two with a pause: of those of one span the best role; of those that
   * pay alike none that another is better than and lies inside of.
   */
  private offersOf(choices: readonly Choice[], pairs: readonly Pair[], rewards: Rewards): Offer[] {
    const bySpan = new Map<object, Offer>();
    for (const { option, cost, pay, apart } of choices) {
      const { span } = this.model.options[option];
      const { start, end, paid } = span.resolved;
      const value = cost - rewards.options[option] + rewards.minute * paid + rewards.pay * pay;
      const known = bySpan.get(span);
      if (known && known.value <= value) continue;
      bySpan.set(span, { option, then: -1, value, start, end, paid, plain: paid - apart });
    }
    const offers: Offer[] = [];
    const offer = (one: Offer) => {
      const isWorse = (than: Offer, other: Offer) =>
        than.paid === other.paid &&
        than.value <= other.value &&
        than.plain <= other.plain &&
        than.start >= other.start &&
        than.end <= other.end;
      if (offers.some((other) => isWorse(other, one))) return;
      for (let i = offers.length - 1; i >= 0; i--) if (isWorse(one, offers[i])) offers.splice(i, 1);
      offers.push(one);
    };
    bySpan.forEach(offer);
    for (const { first, then, cost, pay, apart } of pairs) {
      const [one, other] = [bySpan.get(first), bySpan.get(then)];
      if (!one || !other) continue;
      offer({
        ...{ option: one.option, then: other.option, start: one.start, end: other.end },
        value: one.value + other.value + cost + rewards.pay * pay,
        paid: one.paid + other.paid,
        plain: one.plain + other.plain - apart,
      });
    }
    return offers;
  }

  /** From each day on: the least that can be added, and before when a shift may have ended that hinders nothing. */
  private outlook({ standing, endBy, dailyRest }: Worker, offers: readonly (readonly Offer[])[]) {
    const rest = new Float64Array(8);
    const soonest = new Float64Array(8).fill(endBy);
    for (let day = 6; day >= 0; day--) {
      let least = 0;
      let start = Infinity;
      for (const offer of offers[day]) {
        least = Math.min(least, offer.value);
        start = Math.min(start, offer.start);
      }
      for (const part of standing[day]?.parts ?? []) start = Math.min(start, part.start);
      rest[day] = rest[day + 1] + least;
      soonest[day] = Math.min(soonest[day + 1], start - dailyRest);
    }
    return { rest, soonest };
  }
}
