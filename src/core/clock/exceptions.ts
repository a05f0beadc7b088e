import type { Counting, Part } from './counted';
import type { Entry } from './entries';
import type { PlannedSpan } from './planned-span';
import { standingOf } from './standing-of';
import { type TimeModel, hasTimes } from './time-model';

/** What somebody should look at in a day. Minutes are how many, where it has a length; `at` where it is, in elapsed minutes. */
export interface ClockException {
  readonly code: ExceptionCode;
  readonly minutes: number | null;
  readonly at: number | null;
}

export type ExceptionCode =
  | 'late'
  | 'left-early'
  | 'absent'
  | 'missing-in'
  | 'missing-out'
  | 'open-break'
  | 'overtime'
  | 'not-planned'
  | 'repeated'
  | 'wrong-pin'
  | 'elsewhere';

/** What is to be looked at in a day of one person, in the order of its time. */
export function exceptionsOf(
  { parts, repeated }: Pick<Entry, 'parts' | 'repeated'>,
  planned: readonly PlannedSpan[],
  how: Counting & { readonly model: TimeModel },
): ClockException[] {
  const found: ClockException[] = [];
  const add = (code: ExceptionCode, at: number | null, minutes: number | null = null) =>
    found.push({ code, at, minutes });
  for (const part of parts) ofPart(part, how, add);
  for (const span of planned)
    if (!parts.some((part) => part.planned === span) && how.now > span.end + how.rules.openAfterEnd)
      add('absent', span.start, span.end - span.start);
  for (const { at } of repeated) add('repeated', at);
  for (const { at, isUnverified, isElsewhere } of standingOf({ parts, repeated })) {
    if (isUnverified) add('wrong-pin', at);
    if (isElsewhere) add('elsewhere', at);
  }
  return found.sort((a, b) => (a.at ?? 0) - (b.at ?? 0));
}

function ofPart(
  { planned, stints }: Part,
  { rules, model }: Counting & { readonly model: TimeModel },
  add: (code: ExceptionCode, at: number | null, minutes?: number | null) => void,
): void {
  const [first, last] = [stints[0], stints.at(-1)!];
  const begins = first.stint.in?.at ?? null;
  if (!planned) add('not-planned', begins ?? last.stint.out?.at ?? first.breaks[0]?.from ?? null);
  for (const { stint, start, end, breaks, isRunning } of stints) {
    if (stint.in === null) add('missing-in', planned?.start ?? start.counted ?? stint.out?.at ?? null);
    if (stint.out === null && !isRunning)
      add('missing-out', planned?.end ?? end.counted ?? stint.in?.at ?? null);
    breaks.forEach(({ minutes, from }, i) => {
      const isOnBreak = isRunning && i === breaks.length - 1 && stint.breaks[i].ends === null;
      if (minutes === null && !isOnBreak) add('open-break', from);
    });
  }
  if (!planned || !hasTimes(model)) return;
  const { late, leaving } = rules;
  const beyond = (minutes: number, { grace, from }: typeof late) =>
    from === 'grace' ? minutes - grace : minutes;
  if (begins !== null && begins > planned.start + late.grace)
    add('late', begins, beyond(begins - planned.start, late));
  const gone = last.stint.out?.at ?? null;
  if (gone !== null && gone < planned.end - leaving.grace)
    add('left-early', gone, beyond(planned.end - gone, leaving));
  if (last.end.counted !== null && last.end.counted > planned.end)
    add('overtime', planned.end, last.end.counted - planned.end);
}
