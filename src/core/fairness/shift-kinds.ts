import { type Day, weekdayOf } from '../time/day';
import { WEEKDAY_NAMES } from '../time/format';

/** The part of the day a shift belongs to, by its start: before 11:00, before 15:00, later. */
export type DayPart = 'early' | 'midday' | 'late';

/** What makes shifts alike when they are shared out: the weekday and the part of the day. */
export interface ShiftKind {
  readonly weekday: number;
  readonly part: DayPart;
}

/** Weeks that are looked back on. */
export const LOOK_BACK_WEEKS = 13;

const PARTS: readonly { readonly part: DayPart; readonly before: number }[] = [
  { part: 'early', before: 660 },
  { part: 'midday', before: 900 },
  { part: 'late', before: 1440 },
];

/** The kind of a shift that starts at a minute of a date. */
export function shiftKindOf(date: Day, from: number): ShiftKind {
  return { weekday: weekdayOf(date), part: PARTS.find(({ before }) => from < before)!.part };
}

/** The minutes in which a shift of this part starts; half-open. */
export function startsOf(part: DayPart): { from: number; to: number } {
  const at = PARTS.findIndex((one) => one.part === part);
  return { from: at === 0 ? 0 : PARTS[at - 1].before, to: PARTS[at].before };
}

/** `late Fridays`. */
export function nameOfKind({ weekday, part }: ShiftKind): string {
  return `${part} ${WEEKDAY_NAMES[weekday]}s`;
}

/** A kind of shift in one word. */
export function kindKey({ weekday, part }: ShiftKind): string {
  return `${weekday} ${part}`;
}
