import { checkOf } from '@/core/checks/list';
import { type Snag, bySeverity } from '@/core/checks/shared/snag';
import { type Words, wordsFor } from '@/core/checks/shared/messages';
import type { Consequences } from '@/core/consequences/consequences';
import { type Judgement, coverageOf, snagsOf } from '@/core/consequences/judge';
import { totalsOf } from '@/core/consequences/totals';
import { decimalsOf, toMajor } from '@/core/hours/money';
import { formatDate } from '@/core/time/day';
import { formatClock } from '@/core/time/format';
import type { RawShift } from './raw';

/** How the shifts are written, by id: snags repeat a shift's times as they stand in the file. */
export type Written = ReadonlyMap<string, Pick<RawShift, 'from' | 'to'>>;

/** What `inspect` prints. */
export function inspectionReport(judgement: Judgement, written: Written): object {
  const words = wordsFor(judgement.plan);
  return {
    coverage: coverageReport(judgement),
    snags: snagsOf(judgement)
      .sort(bySeverity)
      .map((snag) => snagReport(snag, words, written)),
    totals: totalsReport(judgement),
  };
}

/** What `consequences` prints. `before` and `after`: how shifts are written before and after the changes. */
export function consequencesReport(
  judgement: Judgement,
  { appeared, cleared, paidMinutes, cost }: Consequences,
  before: Written,
  after: Written,
): object {
  const words = wordsFor(judgement.plan);
  return {
    appeared: appeared.map((snag) => snagReport(snag, words, after)),
    cleared: cleared.map((snag) => snagReport(snag, words, before)),
    paidMinutes,
    cost: toMajor(cost, decimalsOf(judgement.plan.site.currency)),
  };
}

function coverageReport(judgement: Judgement): object[] {
  const { plan } = judgement;
  const rows: object[] = [];
  for (let day = 0; day <= plan.days; day++)
    for (let row = 0; row <= plan.roles.length; row++)
      for (const block of coverageOf(judgement, row, day))
        rows.push({
          date: formatDate(plan.from + day),
          role: plan.roles[row]?.id ?? null,
          from: formatClock(block.from),
          to: formatClock(block.to),
          staffed: block.staffed,
          needed: block.needed,
          gap: block.gap,
        });
  return rows;
}

function snagReport(snag: Snag, words: Words, written: Written): object {
  const shift = written.get(snag.shifts[snag.shifts.length - 1]);
  const timed = snag.from !== null && snag.to !== null;
  return {
    code: snag.code,
    severity: snag.severity,
    date: formatDate(snag.date),
    from: timed ? (shift?.from ?? formatClock(snag.from!)) : null,
    to: timed ? (shift?.to ?? formatClock(snag.to!)) : null,
    role: snag.role,
    person: snag.person,
    shifts: snag.shifts,
    amount: snag.amount,
    unit: snag.unit,
    limit: snag.limit,
    message: checkOf(snag.code)!.message(snag, words),
  };
}

function totalsReport(judgement: Judgement): object {
  const { plan } = judgement;
  const decimals = decimalsOf(plan.site.currency);
  const { people, days, week } = totalsOf(judgement);
  return {
    people: people.map((line) => ({
      person: line.person,
      paidMinutes: line.paidMinutes,
      overtimeMinutes: line.overtimeMinutes,
      cost: toMajor(line.cost, decimals),
      days: Object.fromEntries([...line.days].map(([day, minutes]) => [formatDate(day), minutes])),
    })),
    days: days.map((line) => ({
      date: formatDate(line.date),
      paidMinutes: line.paidMinutes,
      cost: toMajor(line.cost, decimals),
    })),
    week: {
      paidMinutes: week.paidMinutes,
      overtimeMinutes: week.overtimeMinutes,
      cost: toMajor(week.cost, decimals),
      budgetMinutes: plan.budget.minutes,
      budgetCost: plan.budget.cost,
    },
  };
}
