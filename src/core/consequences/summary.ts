import { checkOf } from '../checks/list';
import type { Snag } from '../checks/shared/snag';
import type { Words } from '../checks/shared/messages';
import type { Consequences } from './consequences';
import { decimalsOf, toMajor } from '../hours/money';
import { bareHours, formatSignedHours, counted } from '../time/format';

/** The figure of a snag, short enough for a label: `−2`, `7½ h`, `7 days`; empty where there is none. */
export function figureOf(snag: Snag, words: Words): string {
  if (snag.amount === null) return '';
  switch (snag.unit) {
    case 'people':
      return snag.code === 'gap' ? `−${snag.amount}` : `+${snag.amount}`;
    case 'minutes':
      return snag.amount < 60 ? `${snag.amount} min` : `${bareHours(snag.amount)} h`;
    case 'days':
      return `${snag.amount} days`;
    case 'money':
      return words.money(snag.amount);
    default:
      return String(snag.amount);
  }
}

/** Notes that follow from nearly every edit and would only be noise in a line about one. */
const LEFT_OUT: ReadonlySet<string> = new Set(['surplus', 'under-contract']);
/** Kinds that are added up. */
const COUNTED: ReadonlySet<string> = new Set(['gap', 'unfilled']);

/**
 * What changes would do, in a line: `+8 h · closes 1 gap · overtime 3 h`. Money is added where it changes and
 * `withCost` asks for it.
 */
export function summarise(
  { appeared, cleared, paidMinutes, cost }: Consequences,
  words: Words,
  currency: string | null,
): string {
  const parts: string[] = [];
  if (paidMinutes !== 0) parts.push(formatSignedHours(paidMinutes));
  if (currency !== null && cost !== 0) {
    const money = words.money(toMajor(Math.abs(cost), decimalsOf(currency)));
    parts.push(`${cost > 0 ? '+' : '−'}${money}`);
  }
  const gaps = gapPart(appeared.filter(isRoleGap), cleared.filter(isRoleGap));
  if (gaps) parts.push(gaps);
  const open = appeared.filter(isUnfilled).length - cleared.filter(isUnfilled).length;
  if (open !== 0) parts.push(`${Math.abs(open)} ${open > 0 ? 'more' : 'fewer'} to fill`);
  const told = (snag: Snag) => !LEFT_OUT.has(snag.code) && !COUNTED.has(snag.code);
  const alike = (a: Snag) => (b: Snag) => a.code === b.code && a.person === b.person;
  for (const snag of appeared.filter(told)) {
    const figure = figureOf(snag, words);
    parts.push(`${titleOf(snag).toLowerCase()}${figure ? ` ${figure}` : ''}`);
  }
  for (const snag of cleared.filter(told))
    if (!appeared.some(alike(snag))) parts.push(`clears ${titleOf(snag).toLowerCase()}`);
  return parts.length > 0 ? parts.join(' · ') : 'no consequences';
}

/** What a kind of snag is called. */
export function titleOf(snag: Snag): string {
  return checkOf(snag.code)!.title;
}

function isRoleGap(snag: Snag): boolean {
  return snag.code === 'gap' && snag.role !== null;
}

function isUnfilled(snag: Snag): boolean {
  return snag.code === 'unfilled';
}

function gapPart(appeared: readonly Snag[], cleared: readonly Snag[]): string | null {
  if (appeared.length === 0 && cleared.length === 0) return null;
  const count = (n: number) => counted(n, 'gap');
  if (appeared.length === 0) return `closes ${count(cleared.length)}`;
  if (cleared.length === 0) return `opens ${count(appeared.length)}`;
  const minutes = missing(appeared) - missing(cleared);
  if (minutes === 0) return 'moves a gap';
  return `gap ${bareHours(Math.abs(minutes))} h ${minutes > 0 ? 'larger' : 'smaller'}`;
}

function missing(gaps: readonly Snag[]): number {
  return gaps.reduce((sum, gap) => sum + gap.amount! * (gap.to! - gap.from!), 0);
}
