import type { Day } from '../time/day';
import { weekdayOf } from '../time/day';
import { DAY, type Span } from '../time/span';
import { type CountedDay, type LeaveGround, countDays } from './count-days';

/** The most days that one request is for. */
export const MOST_DAYS = 400;

/** Leave as somebody asks for it: a span, several loose days, or the same weekdays until a date. */
export type AskedLeave =
  | {
      readonly kind: 'span';
      readonly from: Day;
      /** The last day away. */
      readonly to: Day;
      /** Minute of the first day at which it begins, and of the last day at which it ends. */
      readonly fromMinute: number;
      readonly toMinute: number;
    }
  | { readonly kind: 'days'; readonly days: readonly Day[] }
  | {
      readonly kind: 'weekly';
      readonly from: Day;
      /** The last day that may be one of them. */
      readonly until: Day;
      /** 0 Monday. */
      readonly weekdays: readonly number[];
    };

/** A day that is asked for; `part`: minutes of it, null the whole day. */
export interface AskedDay {
  readonly date: Day;
  readonly part: Span | null;
}

/** A day that is asked for, with what it counts and why it does not. */
export interface CountedAsk extends CountedDay {
  readonly part: Span | null;
}

/** Whole days from one to another, the last one included. */
export function wholeDays(from: Day, to: Day): AskedLeave {
  return { kind: 'span', from, to, fromMinute: 0, toMinute: DAY };
}

/** The days that are asked for, in their order, each once. Empty where there is none, such as a span that ends before it begins. */
export function askedDays(asked: AskedLeave): AskedDay[] {
  if (asked.kind === 'days')
    return [...new Set(asked.days)].sort((a, b) => a - b).map((date) => ({ date, part: null }));
  if (asked.kind === 'weekly')
    return between(asked.from, asked.until)
      .filter((date) => asked.weekdays.includes(weekdayOf(date)))
      .map((date) => ({ date, part: null }));
  const { from, to, fromMinute, toMinute } = asked;
  return between(from, to).flatMap((date): AskedDay[] => {
    const part = { from: date === from ? fromMinute : 0, to: date === to ? toMinute : DAY };
    if (part.to <= part.from) return [];
    return [{ date, part: part.from === 0 && part.to === DAY ? null : part }];
  });
}

function between(from: Day, to: Day): Day[] {
  return Array.from({ length: Math.max(0, Math.min(to - from + 1, 3660)) }, (_, i) => from + i);
}

/** What each of some days counts, in its order. */
export function countAsked(days: readonly AskedDay[], ground: LeaveGround): CountedAsk[] {
  return days.flatMap((day) => countDays(spanOfDay(day), ground).map((one) => ({ ...one, part: day.part })));
}

/** A day as wall-clock minutes. */
export function spanOfDay({ date, part }: AskedDay): Span {
  return { from: date * DAY + (part?.from ?? 0), to: date * DAY + (part?.to ?? DAY) };
}

/** Days in their order as spans of wall-clock minutes: days that touch are one. */
export function spansOfDays(days: readonly AskedDay[]): Span[] {
  const spans: { from: number; to: number }[] = [];
  for (const { from, to } of days.map(spanOfDay)) {
    const last = spans.at(-1);
    if (last && last.to === from) last.to = to;
    else spans.push({ from, to });
  }
  return spans;
}

/** What is wrong with what is asked for, in words; null: nothing. */
export function askedFault(asked: AskedLeave): string | null {
  const days = askedDays(asked);
  if (days.length === 0)
    return asked.kind === 'days'
      ? 'Choose at least one day.'
      : asked.kind === 'weekly'
        ? 'None of these weekdays lies between the two dates.'
        : 'The last day away lies before the first.';
  if (days.length > MOST_DAYS) return `One request is for at most ${MOST_DAYS} days; this is ${days.length}.`;
  return null;
}
