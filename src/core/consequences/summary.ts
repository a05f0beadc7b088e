import { checkOf } from '../checks/list';
import type { Snag } from '../checks/shared/snag';
import type { Words } from '../checks/shared/messages';
import type { Consequences } from './consequences';
import { decimalsOf, toMajor } from '../hours/money';
import { groupedBy } from '../grouped';
import { bareHours, formatSignedHours } from '../time/format';

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
/** What is said of changes that do nothing worth a word. */
export const NO_CONSEQUENCES = 'no consequences';
/** Kinds that are added up. */
const COUNTED: ReadonlySet<string> = new Set(['gap', 'unfilled']);

/**
 * What changes would do, in a line, good news first: `+8 h · closes 2½ h of gaps, 1 left · 2 × overtime 3 h`. Gaps are
 * counted in hours of people who are missing; snags of one kind are said once. Money is added where it changes and
 * `currency` is given.
 */
export function summarise(
  { appeared, cleared, paidMinutes, cost }: Consequences,
  words: Words,
  currency: string | null,
): string {
  const figures: string[] = [];
  if (paidMinutes !== 0) figures.push(formatSignedHours(paidMinutes));
  if (currency !== null && cost !== 0) {
    const money = words.money(toMajor(Math.abs(cost), decimalsOf(currency)));
    figures.push(`${cost > 0 ? '+' : '−'}${money}`);
  }
  const good: string[] = [];
  const bad: string[] = [];
  const gaps = gapPart(gapsOf(appeared, cleared), gapsOf(cleared, appeared));
  if (gaps) (gaps.isGood ? good : bad).push(gaps.text);
  const open = appeared.filter(isUnfilled).length - cleared.filter(isUnfilled).length;
  if (open !== 0) (open < 0 ? good : bad).push(`${Math.abs(open)} ${open > 0 ? 'more' : 'fewer'} to fill`);
  const told = (snag: Snag) => !LEFT_OUT.has(snag.code) && !COUNTED.has(snag.code);
  const alike = (a: Snag) => (b: Snag) => a.code === b.code && a.person === b.person;
  // What is there again with another figure is not cleared.
  const gone = cleared.filter((snag) => told(snag) && !appeared.some(alike(snag)));
  for (const snags of byCode(gone)) good.push(`clears ${kindOf(snags)}`);
  for (const snags of byCode(appeared.filter(told))) {
    const figure = sumOf(snags, words);
    bad.push(`${kindOf(snags)}${figure ? ` ${figure}` : ''}`);
  }
  const parts = [...figures, ...good, ...bad];
  return parts.length > 0 ? parts.join(' · ') : NO_CONSEQUENCES;
}

function byCode(snags: readonly Snag[]): Snag[][] {
  return [...groupedBy(snags, (snag) => snag.code).values()];
}

/** `overtime`, `3 × overtime`. */
function kindOf(snags: readonly Snag[]): string {
  const title = titleOf(snags[0]).toLowerCase();
  return snags.length === 1 ? title : `${snags.length} × ${title}`;
}

/** The figure of snags of one kind: of several the sum, where it is one of time, or the least there is of it. */
function sumOf(snags: readonly Snag[], words: Words): string {
  if (snags.length === 1) return figureOf(snags[0], words);
  if (snags.some(({ unit, amount }) => unit !== 'minutes' || amount === null)) return '';
  const amounts = snags.map(({ amount }) => amount!);
  // What there is too little of, a rest, is no sum.
  if (snags.some(({ amount, limit }) => limit !== null && amount! < limit))
    return `down to ${figureOf({ ...snags[0], amount: Math.min(...amounts) }, words)}`;
  return figureOf({ ...snags[0], amount: amounts.reduce((sum, amount) => sum + amount, 0) }, words);
}

/** What a kind of snag is called. */
export function titleOf(snag: Snag): string {
  return checkOf(snag.code)!.title;
}

/** Gaps of roles; where only everybody together is counted, those. */
function gapsOf(snags: readonly Snag[], others: readonly Snag[]): readonly Snag[] {
  const isGap = ({ code }: Snag) => code === 'gap';
  const ofRoles = (snag: Snag) => isGap(snag) && snag.role !== null;
  return [...snags, ...others].some(ofRoles) ? snags.filter(ofRoles) : snags.filter(isGap);
}

function isUnfilled(snag: Snag): boolean {
  return snag.code === 'unfilled';
}

function gapPart(
  appeared: readonly Snag[],
  cleared: readonly Snag[],
): { readonly text: string; readonly isGood: boolean } | null {
  if (appeared.length === 0 && cleared.length === 0) return null;
  const minutes = missing(appeared) - missing(cleared);
  if (minutes === 0) return { text: 'moves a gap', isGood: false };
  const hours = `${bareHours(Math.abs(minutes))} h of gaps`;
  if (minutes > 0) return { text: `opens ${hours}`, isGood: false };
  return { text: `closes ${hours}${appeared.length > 0 ? `, ${appeared.length} left` : ''}`, isGood: true };
}

/** Minutes of people who are missing. */
function missing(gaps: readonly Snag[]): number {
  return gaps.reduce((sum, gap) => sum + gap.amount! * (gap.to! - gap.from!), 0);
}
