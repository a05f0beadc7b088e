import { checkOf } from '@/core/checks/list';
import type { Words } from '@/core/checks/shared/messages';
import type { HoleCause, HoleReason } from '@/core/propose/reasons';
import { type HourFormat, counted, formatHours, formatTimeSpan } from '@/core/time/format';

const SAYS: Readonly<Record<Exclude<HoleCause['kind'], 'rule'>, string>> = {
  'not-asked': 'not asked for',
  leave: 'on leave',
  availability: 'not available',
  role: 'in no shift time that reaches it',
  employed: 'not employed then',
  then: 'at work then already',
  standing: 'with another shift that day that stands',
  needed: 'needed where they are proposed',
  dear: 'dearer than what it would cover',
};

/** Why a hole stays open: `11 people work as Floor: 4 not available, 3 at work then already, 2 short rest.` */
export function reasonText({ isAsked, isReached, able, groups, scarce }: HoleReason, role: string): string {
  if (!isAsked) return 'Not part of what was asked for.';
  if (!isReached) return 'No shift time in use reaches it.';
  if (able === 0) return `Nobody works as ${role}.`;
  const parts = groups.map(({ cause, people }) => `${people.length} ${causeText(cause)}`);
  const together =
    scarce && groups.some(({ cause }) => cause.kind === 'needed')
      ? ` Of ${formatHours(scarce.minutes)} that the same people are needed for, ${formatHours(scarce.open)} stay open in any plan.`
      : '';
  return `${counted(able, 'person', 'people')} ${able === 1 ? 'works' : 'work'} as ${role}: ${parts.join(', ')}.${together}`;
}

function causeText(cause: HoleCause): string {
  return cause.kind === 'rule' ? `for “${checkOf(cause.code)!.title}”` : SAYS[cause.kind];
}

/** Who is nearest, and what speaks against it; null: nobody is near. */
export function nearestText({ nearest }: HoleReason, words: Words, hourFormat: HourFormat): string | null {
  if (!nearest) return null;
  const { person, shift, snags } = nearest;
  const against = snags.map((snag) => checkOf(snag.code)!.message(snag, words)).join('; ');
  return `Nearest: ${words.person(person)}, ${formatTimeSpan(shift.from, shift.to, hourFormat)}: ${against}`;
}
