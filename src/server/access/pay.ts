import { withoutPay } from '@/core/plan/without-pay';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import type { Row, RowChange, TableName } from '@/data/records/records';
import { type StoredPlan, loadPlan } from '@/data/week/plan-store';
import type { Actor } from './actor';
import { checkAccess } from './permissions';

/** Whether the actor sees rates, costs and money budgets at a site (null: in the whole business). */
export function seesPay(actor: Actor, site: string | null): boolean {
  return checkAccess(actor, 'pay.read', site) === null;
}

/** Whether the actor sees pay at one site of several at least; of none: in the whole business. */
export function seesPayAtOne(actor: Actor, sites: readonly string[]): boolean {
  return sites.length === 0 ? seesPay(actor, null) : sites.some((site) => seesPay(actor, site));
}

/** Whether the actor sees pay at each of some sites. */
export function seesPayAtAll(actor: Actor, sites: Iterable<string>): boolean {
  return [...sites].every((site) => seesPay(actor, site));
}

/** The plan of a site as the actor may see it. Null: there is no such site. */
export async function planFor(
  db: Database,
  actor: Actor,
  site: string,
  from: Day,
  days: number,
): Promise<StoredPlan | null> {
  const stored = await loadPlan(db, site, from, days);
  if (!stored) return null;
  const shown = checkAccess(actor, 'leave.read', site) === null ? stored : hideBalances(stored);
  return seesPay(actor, site) ? shown : hidePay(shown);
}

/** A plan without what is left of anybody's leave. */
function hideBalances<T extends Pick<StoredPlan, 'plan'>>(stored: T): T {
  const people = stored.plan.people.map(({ balances: _hidden, ...person }) => person);
  return { ...stored, plan: { ...stored.plan, people } };
}

/** A plan with what it looks like, without pay. */
export function hidePay<T extends Pick<StoredPlan, 'plan' | 'roles'>>(stored: T): T {
  return {
    ...stored,
    plan: withoutPay(stored.plan),
    roles: stored.roles.map((role) => ({ ...role, hourlyRate: null })),
  };
}

/** Columns that are money. Of a table without columns every row is. */
const PAY: Partial<Record<TableName, readonly string[]>> = {
  person_pay: [],
  role: ['rate_minor'],
  site_budget: ['cost_minor', 'sales_minor'],
  site: ['sales_per_hour_minor'],
  service: ['price'],
  job: ['price'],
};

/**
 * Changes of rows with all money as it was: who does not see pay cannot change it either, whatever a form that does
 * not show it says. What then changes nothing is left out.
 */
export function withPayAsItWas(rows: readonly RowChange[]): RowChange[] {
  return rows.flatMap((change) => {
    const columns = PAY[change.table];
    if (!columns) return change;
    if (columns.length === 0) return [];
    const { table, before, after } = change;
    const money = (row: Row | null) => Object.fromEntries(columns.map((name) => [name, row?.[name] ?? null]));
    if (after === null) {
      // A budget of hours may go; the one of money that stands beside it stays.
      const isMoney = table === 'site_budget' && columns.some((name) => before![name] !== null);
      return isMoney ? { table, before, after: { ...before!, minutes: null } } : change;
    }
    const kept = { ...after, ...money(before) };
    const isSame = before !== null && Object.entries(kept).every(([name, value]) => before[name] === value);
    return isSame ? [] : { table, before, after: kept };
  });
}

/** Whether changes of rows come to money. */
export function touchesPay(rows: readonly RowChange[]): boolean {
  return JSON.stringify(withPayAsItWas(rows)) !== JSON.stringify(rows);
}
