import { type Day, weekdayOf } from '../time/day';
import { formatDay } from '../time/format';
import { DAY, type Span, covered, subtract, union } from '../time/span';
import { type LeaveAmount, type LeaveUnit, WHOLE_DAY } from './amount';

/** How the days of a kind of leave count: those somebody usually works, those that are no weekend, or all. */
export type LeaveCounting = 'usual-week' | 'weekend' | 'calendar';

/** What days of leave are counted by. */
export interface LeaveGround {
  readonly unit: LeaveUnit;
  readonly counting: LeaveCounting;
  /** Weekend days of the person's home site, 0 Monday. */
  readonly weekend: readonly number[];
  /** Minutes usually worked by weekday, Monday first; null: nobody said, and the weekend decides. */
  readonly usualWeek: readonly number[] | null;
  /** Minutes of a day for whoever has no usual week. */
  readonly standardDay: number;
  /** Days on which the person need not work anyway, with their names. */
  readonly holidays: ReadonlyMap<Day, string>;
  readonly employedFrom: Day | null;
  readonly employedTo: Day | null;
  /** Leave that is approved already, in wall-clock minutes. */
  readonly away: readonly Span[];
}

/** Why a day of a span does not count, or only a part of it. */
export type NotCounted = 'weekend' | 'holiday' | 'day-off' | 'away' | 'before-hiring' | 'after-leaving';

/** One day of a span of leave. */
export interface CountedDay {
  readonly date: Day;
  readonly amount: LeaveAmount;
  /** Minutes of work that it stands for, whatever it is counted in: what counts for the contract. */
  readonly minutes: number;
  /** null: it counts. */
  readonly why: NotCounted | null;
  /** Why, in words: `Sat 3: weekend`, `Thu 8: Harbour Day`; empty where it counts. */
  readonly words: string;
}

/**
 * What each day of a span of leave counts, in its order. The span is wall-clock minutes, half-open; a whole day runs
 * from midnight to midnight. Counted in days a part of a day is a whole one, in half days a half where it is no more
 * than half of the hours of that day. Additive: of two spans of whole days that touch, the days are those of both.
 */
export function countDays(span: Span, ground: LeaveGround): CountedDay[] {
  const days: CountedDay[] = [];
  for (let date = Math.floor(span.from / DAY); date * DAY < span.to; date++) {
    const part = { from: Math.max(span.from, date * DAY), to: Math.min(span.to, (date + 1) * DAY) };
    days.push(countDay(date, part, ground));
  }
  return days;
}

/** The sum of counted days. */
export function amountOf(days: readonly Pick<CountedDay, 'amount'>[]): LeaveAmount {
  return days.reduce((sum, { amount }) => sum + amount, 0);
}

function countDay(date: Day, part: Span, ground: LeaveGround): CountedDay {
  const { unit, away } = ground;
  const barred = barOn(date, ground);
  if (barred) return { date, amount: 0, minutes: 0, ...barred };
  const free = subtract([part], union([...away]));
  const asked = part.to - part.from;
  const left = free.reduce((sum, one) => sum + one.to - one.from, 0);
  if (left === 0)
    return { date, amount: 0, minutes: 0, why: 'away', words: `${formatDay(date)}: already away` };
  const minutes = minutesOn(date, ground);
  // A whole day takes the hours of the day, a part of it what it is long, and never more than the day has.
  const taken = asked === DAY && left === DAY ? minutes : Math.min(left, minutes);
  const amount =
    unit === 'hours' ? taken : unit === 'half-days' && taken * 2 <= minutes ? WHOLE_DAY / 2 : WHOLE_DAY;
  const isPartly = covered(part, away) > 0;
  const worked = workOn(date, ground);
  const share = unit !== 'hours' ? amount / WHOLE_DAY : minutes > 0 ? taken / minutes : 0;
  return {
    date,
    amount,
    minutes: Math.round(worked * share),
    why: isPartly ? 'away' : null,
    words: isPartly ? `${formatDay(date)}: partly away already` : '',
  };
}

/** Why a date does not count at all; null: it does. */
function barOn(date: Day, ground: LeaveGround): Pick<CountedDay, 'why' | 'words'> | null {
  const { counting, weekend, usualWeek, holidays, employedFrom, employedTo } = ground;
  const day = formatDay(date);
  if (employedFrom !== null && date < employedFrom)
    return { why: 'before-hiring', words: `${day}: before the first day here` };
  if (employedTo !== null && date > employedTo)
    return { why: 'after-leaving', words: `${day}: after the last day here` };
  if (counting === 'calendar') return null;
  const holiday = holidays.get(date);
  if (holiday !== undefined) return { why: 'holiday', words: `${day}: ${holiday}` };
  const weekday = weekdayOf(date);
  const isWeekend = weekend.includes(weekday);
  if (counting === 'weekend' || usualWeek === null)
    return isWeekend ? { why: 'weekend', words: `${day}: weekend` } : null;
  return usualWeek[weekday] > 0
    ? null
    : { why: isWeekend ? 'weekend' : 'day-off', words: `${day}: ${isWeekend ? 'weekend' : 'day off'}` };
}

/** Minutes that would be worked on a date: none on a holiday, a weekend or a day off, however it is counted. */
function workOn(date: Day, { holidays, usualWeek, weekend, standardDay }: LeaveGround): number {
  if (holidays.has(date)) return 0;
  const weekday = weekdayOf(date);
  return usualWeek ? usualWeek[weekday] : weekend.includes(weekday) ? 0 : standardDay;
}

/** The hours of a date: those of the usual week, else a standard day. */
function minutesOn(date: Day, { usualWeek, standardDay }: LeaveGround): number {
  const usual = usualWeek?.[weekdayOf(date)] ?? 0;
  return usual > 0 ? usual : standardDay;
}
