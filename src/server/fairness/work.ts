import { type Behind, behind } from '@/core/fairness/behind';
import {
  type Fairness,
  type FairnessGround,
  type KindShares,
  fairnessOf,
  kindSharesOf,
} from '@/core/fairness/fairness';
import { LOOK_BACK_WEEKS } from '@/core/fairness/shift-kinds';
import { judge } from '@/core/consequences/judge';
import { withoutPay } from '@/core/plan/without-pay';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import { proposingFromRow } from '@/data/propose/proposing';
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
export async function workOutFairness(db: Database, asked: FairnessAsked): Promise<Fairness> {
  return fairnessOf(await groundOf(db, asked));
}

/** What a figure of somebody counts, of the same weeks; null: it counts no shifts. */
export async function workOutBehind(
  db: Database,
  { person, key, ...asked }: FairnessAsked & { readonly person: string; readonly key: string },
): Promise<Behind | null> {
  return behind(await groundOf(db, asked), person, key);
}

async function groundOf(db: Database, { site, week, today, isTold }: FairnessAsked): Promise<FairnessGround> {
  const from = week - LOOK_BACK_WEEKS * 7;
  const days = (LOOK_BACK_WEEKS + AHEAD_WEEKS) * 7;
  const stored = (await loadPlan(db, site, from, days))!;
  const plan = isTold ? { ...stored.plan, shifts: stored.published } : stored.plan;
  const ids = plan.people.map(({ id }) => id);
  const row = await db
    .selectFrom('site')
    .select(['weekend', 'proposing'])
    .where('id', '=', site)
    .executeTakeFirstOrThrow();
  return {
    judgement: judge(withoutPay(plan)),
    planned: today,
    weekend: JSON.parse(row.weekend) as number[],
    limits: proposingFromRow(row).limits,
    wishes: await wishesOf(db, ids, from, from + days),
  };
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
