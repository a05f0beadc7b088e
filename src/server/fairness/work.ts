import { type Fairness, type KindShares, fairnessOf, kindSharesOf } from '@/core/fairness/fairness';
import { LOOK_BACK_WEEKS } from '@/core/fairness/shift-kinds';
import { judge } from '@/core/consequences/judge';
import { withoutPay } from '@/core/plan/without-pay';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import { loadPlan } from '@/data/week/plan-store';
import { wishesOf } from '../staff/wishes';

/** Weeks from this one on that count as far as they are planned. */
const AHEAD_WEEKS = 5;

/** What fairness is worked out of. `isTold`: only what staff were told of counts, and no draft. */
interface FairnessAsked {
  readonly site: string;
  readonly week: Day;
  readonly today: Day;
  readonly isTold: boolean;
}

/** Who carried what at a site in the weeks before one, and in it and those after as far as they are planned. */
export async function workOutFairness(
  db: Database,
  { site, week, today, isTold }: FairnessAsked,
): Promise<Fairness> {
  const from = week - LOOK_BACK_WEEKS * 7;
  const days = (LOOK_BACK_WEEKS + AHEAD_WEEKS) * 7;
  const stored = (await loadPlan(db, site, from, days))!;
  const plan = isTold ? { ...stored.plan, shifts: stored.published } : stored.plan;
  const ids = plan.people.map(({ id }) => id);
  const { weekend } = await db
    .selectFrom('site')
    .select('weekend')
    .where('id', '=', site)
    .executeTakeFirstOrThrow();
  return fairnessOf({
    judgement: judge(withoutPay(plan)),
    planned: today,
    weekend: JSON.parse(weekend) as number[],
    wishes: await wishesOf(db, ids, from, from + days),
  });
}

/** How many shifts of each kind people had in the weeks before a day, against their share. */
export async function workOutKindShares(
  db: Database,
  { site, day }: { readonly site: string; readonly day: Day },
): Promise<KindShares> {
  const days = LOOK_BACK_WEEKS * 7;
  const { plan } = (await loadPlan(db, site, day - days, days))!;
  return kindSharesOf(judge(withoutPay(plan)));
}
