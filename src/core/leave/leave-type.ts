import { type Day } from '../time/day';
import { counted, formatHours } from '../time/format';
import { type LeaveAmount, type LeaveUnit, WHOLE_DAY, nearestSteps } from './amount';
import type { LeaveCounting } from './count-days';
import type { Entitlement } from './entitlement';
import type { CarryOver } from './posting';

/** Who decides about leave: nobody (it holds at once), a scheduler, the own manager, or the manager and then a scheduler. */
export type Approval = 'nobody' | 'scheduler' | 'manager' | 'manager-then-scheduler';

/** A kind of leave of the business, and the rules under which it is asked for. */
export interface LeaveType {
  readonly id: string;
  readonly name: string;
  /** Two letters, and an ink, for calendars. */
  readonly mark: string;
  readonly ink: string;
  readonly unit: LeaveUnit;
  /** The smallest amount that can be taken. */
  readonly step: LeaveAmount;
  readonly isPaid: boolean;
  readonly counting: LeaveCounting;
  /** Whether it is taken from a balance, and how much of that may be owed; null: as much as one likes. */
  readonly balance: { readonly mayOwe: LeaveAmount | null } | null;
  /** How a balance fills; null: by hand. */
  readonly entitlement: Entitlement | null;
  /** What becomes of what is left when its year ends; null: it simply stays. */
  readonly carryOver: CarryOver | null;
  /** From which date on balances are kept. */
  readonly since: Day;
  /** Whether hours of overtime can be turned into it. */
  readonly isEarned: boolean;
  /** Who may ask: all, or those of some groups or kinds of contract. */
  readonly askedBy: { readonly groups: readonly string[]; readonly contracts: readonly string[] } | null;
  /** How many days ahead it is asked for at least and at most; null: no matter. */
  readonly ahead: { readonly least: number | null; readonly most: number | null };
  readonly approval: Approval;
  /** Days after which a deputy may decide; null: never. */
  readonly deputyAfter: number | null;
  readonly needsNote: boolean;
  /** History stays; nobody asks for it any more. */
  readonly isRetired: boolean;
}

/** An amount in words: `3 days`, `½ day`, `7½ h`, `16.8 days`. */
export function formatAmount(amount: LeaveAmount, unit: LeaveUnit): string {
  if (unit === 'hours') return formatHours(amount);
  const sign = amount < 0 ? '−' : '';
  const days = Math.abs(amount) / WHOLE_DAY;
  if (days === 0.5) return `${sign}½ day`;
  const whole = Math.floor(days);
  const shown = days - whole === 0.5 ? `${whole}½` : String(Math.round(days * 1000) / 1000);
  return `${sign}${days === 1 ? counted(1, 'day') : `${shown} days`}`;
}

/** Why an amount cannot be taken of a kind, with the nearest that can; null: it can. */
export function stepFault(
  amount: LeaveAmount,
  { name, step, unit }: Pick<LeaveType, 'name' | 'step' | 'unit'>,
): { readonly message: string; readonly below: LeaveAmount; readonly above: LeaveAmount } | null {
  const { below, above } = nearestSteps(amount, step);
  if (below === above) return null;
  const near =
    below > 0 ? `${formatAmount(below, unit)} or ${formatAmount(above, unit)}` : formatAmount(above, unit);
  return {
    message: `${name} is taken in steps of ${formatAmount(step, unit)}: ask for ${near}.`,
    ...{ below, above },
  };
}

/** Who asks, as far as it matters. */
export interface Asking {
  readonly groups: readonly string[];
  readonly contract: string | null;
}

/** Why somebody cannot ask for leave of a kind from a date on; null: they can. */
export function askingFault(type: LeaveType, who: Asking, today: Day, from: Day): string | null {
  const { name, askedBy, ahead, isRetired } = type;
  if (isRetired) return `${name} is no longer given.`;
  if (
    askedBy &&
    !askedBy.groups.some((group) => who.groups.includes(group)) &&
    !(who.contract !== null && askedBy.contracts.includes(who.contract))
  )
    return `${name} is not for your group or kind of contract.`;
  const days = from - today;
  if (ahead.least !== null && days < ahead.least)
    return `${name} is asked for at least ${counted(ahead.least, 'day')} ahead.`;
  if (ahead.most !== null && days > ahead.most)
    return `${name} is asked for at most ${counted(ahead.most, 'day')} ahead.`;
  return null;
}

/** Why a balance does not allow an amount; null: it does. `left`: what it is before. */
export function balanceFault(
  { name, balance, unit }: Pick<LeaveType, 'name' | 'balance' | 'unit'>,
  left: LeaveAmount,
  amount: LeaveAmount,
): string | null {
  if (!balance || balance.mayOwe === null || left - amount >= -balance.mayOwe) return null;
  const owed = balance.mayOwe > 0 ? `, and ${formatAmount(balance.mayOwe, unit)} may be owed` : '';
  return `${name}: ${formatAmount(left, unit)} ${left === WHOLE_DAY ? 'is' : 'are'} left${owed}; this takes ${formatAmount(amount, unit)}.`;
}

const COMMON = {
  askedBy: null,
  ahead: { least: null, most: null },
  deputyAfter: 5,
  needsNote: false,
  isRetired: false,
  entitlement: null,
  carryOver: null,
  isEarned: false,
} as const;

/** Kinds of leave to begin with; ids and marks are given when they are taken over. */
export const STARTING_TYPES: readonly Omit<LeaveType, 'id' | 'since'>[] = [
  {
    ...COMMON,
    ...{ name: 'Annual leave', mark: 'AL', ink: 'sea', unit: 'half-days', step: WHOLE_DAY / 2, isPaid: true },
    counting: 'usual-week',
    balance: { mayOwe: 0 },
    entitlement: {
      amount: 20 * WHOLE_DAY,
      year: { from: 'calendar' },
      comes: 'yearly',
      hourShare: 0,
      fullTimeMinutes: 2400,
      step: WHOLE_DAY / 2,
      rounding: 'up',
      waitingDays: 0,
      cap: null,
    },
    carryOver: { most: 5 * WHOLE_DAY, endsAfter: 3 },
    ahead: { least: 14, most: 400 },
    approval: 'scheduler',
  },
  {
    ...COMMON,
    ...{ name: 'Sick leave', mark: 'SI', ink: 'clay', unit: 'hours', step: 240, isPaid: true },
    counting: 'usual-week',
    balance: null,
    approval: 'nobody',
  },
  {
    ...COMMON,
    ...{ name: 'Unpaid leave', mark: 'UN', ink: 'slate', unit: 'days', step: WHOLE_DAY, isPaid: false },
    counting: 'usual-week',
    balance: null,
    approval: 'manager-then-scheduler',
    needsNote: true,
  },
  {
    ...COMMON,
    ...{ name: 'Parental leave', mark: 'PA', ink: 'plum', unit: 'days', step: WHOLE_DAY, isPaid: false },
    counting: 'calendar',
    balance: null,
    ahead: { least: 30, most: null },
    approval: 'manager-then-scheduler',
  },
  {
    ...COMMON,
    ...{ name: 'Time off for overtime', mark: 'TO', ink: 'moss', unit: 'hours', step: 15, isPaid: true },
    counting: 'usual-week',
    balance: { mayOwe: 0 },
    isEarned: true,
    approval: 'scheduler',
  },
];
