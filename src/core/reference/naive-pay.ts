import type { Break, Person, Plan } from '../plan/types';
import { type Work, DAY } from './naive-ground';

/** A standard day for each closed holiday and each day away, the share of it for a part of one; rounded once. */
export function creditOf(
  plan: Plan,
  person: Person,
  week: number,
  employed: (date: number) => boolean,
): number {
  const standard = person.standardDayMinutes ?? (person.contractMinutes ?? 0) / 5;
  let away = 0;
  for (let date = week; date < week + 7; date++)
    for (let minute = date * DAY; employed(date) && minute < (date + 1) * DAY; minute++)
      if (
        plan.holidays.some((one) => one.closed && one.date === date) ||
        person.leave.some((leave) => leave.state === 'approved' && leave.from <= minute && minute < leave.to)
      )
        away++;
  return Math.round((away * standard) / DAY);
}

export function payOf(
  { rules, roles }: Plan,
  person: Person,
  week: readonly Work[],
  {
    elapsed,
    restsOf,
    paidOf,
    lasting,
  }: {
    elapsed: (wall: number) => number;
    restsOf: (work: Work) => readonly Break[];
    paidOf: (work: Work) => number;
    lasting: (work: Work) => number;
  },
): { over: bigint; under: bigint; overtime: number; byDate: Map<number, bigint> } {
  const millionths = (value: number) => Math.round(value * 1_000_000);
  const rateOf = ({ role, date }: Work) => {
    if (role === null) return 0;
    const held = person.roles.find((one) => one.role === role);
    const later = held?.laterRates?.filter((rate) => rate.since <= date).at(-1);
    const own = later ? later.hourlyRate : held?.hourlyRate;
    return own ?? roles.find((one) => one.id === role)?.hourlyRate ?? 0;
  };
  /** Unpaid breaks with a time lie there; what else is unpaid is taken from the middle of what is left. */
  const workedMinutes = (work: Work): number[] => {
    const all = Array.from({ length: lasting(work) }, (_, i) => work.start + i);
    const paid = paidOf(work);
    const rests = restsOf(work);
    const unpaid = rests.filter((rest) => !rest.paid && rest.minutes > 0);
    const left = all.filter(
      (minute) =>
        !unpaid.some(
          ({ at, minutes }) =>
            at !== null &&
            minute >= elapsed(work.date * DAY + at) &&
            minute < elapsed(work.date * DAY + at + minutes),
        ),
    );
    const ahead = Math.floor(paid / 2);
    return left.filter((_, i) => i < ahead || i >= ahead + Math.max(0, left.length - paid));
  };
  let earned = 0n;
  let paid = 0;
  let overtime = 0;
  let extra = 0n;
  const dated = new Map<number, { earned: bigint; extra: bigint }>();
  const note = ({ date }: Work, amount: bigint, more: bigint) => {
    const { earned: sum, extra: all } = dated.get(date) ?? { earned: 0n, extra: 0n };
    dated.set(date, { earned: sum + amount, extra: all + more });
  };
  /** Minutes at the plain rate, in the order they are worked. */
  const plain: Work[] = [];
  const rule = rules.overtime;
  const dates = [...new Set(week.map((work) => work.date))];
  const worked = new Map<number, number>();
  for (const work of week) {
    if (work.own) {
      const amount = BigInt(millionths(rateOf(work)) * paidOf(work));
      earned += amount;
      note(work, amount, 0n);
      paid += paidOf(work);
    }
    if (!rule) continue;
    for (const minute of workedMinutes(work)) {
      const index = worked.get(work.date) ?? 0;
      worked.set(work.date, index + 1);
      const factors: number[] = [];
      for (const tier of rule.day) if (index >= tier.overMinutes) factors.push(tier.multiplier);
      for (const late of rule.after)
        if (minute >= elapsed(work.date * DAY + late.time)) factors.push(late.multiplier);
      if (rule.seventhDay && dates.indexOf(work.date) === 6) {
        const { multiplier, overMinutes, thenMultiplier } = rule.seventhDay;
        factors.push(
          overMinutes !== null && index >= overMinutes ? (thenMultiplier ?? multiplier) : multiplier,
        );
      }
      if (factors.length === 0) plain.push(work);
      else if (work.own) {
        overtime++;
        const more = BigInt(millionths(Math.max(...factors) - 1));
        extra += more;
        note(work, 0n, more);
      }
    }
  }
  if (rule && rule.weekMinutes !== null)
    for (const work of plain.slice(rule.weekMinutes))
      if (work.own) {
        overtime++;
        const more = BigInt(millionths(rule.multiplier - 1));
        extra += more;
        note(work, 0n, more);
      }
  // earned ÷ (60 × 10⁶) + extra × (earned ÷ paid) ÷ (60 × 10¹²)
  const share = BigInt(Math.max(1, paid));
  const over = (of: bigint, more: bigint) => of * share * 1_000_000n + more * earned;
  return {
    over: over(earned, extra),
    under: share * 60_000_000n * 1_000_000n,
    overtime,
    byDate: new Map([...dated].map(([date, one]) => [date, over(one.earned, one.extra)])),
  };
}

export function rounded(over: bigint, under: bigint): number {
  const half = (2n * (over < 0n ? -over : over) + under) / (2n * under);
  return Number(over < 0n ? -half : half);
}
