import { type Day, civilOf } from '../time/day';
import { type HourFormat, formatDay, formatLongDay, formatTimeSpan } from '../time/format';
import { DAY } from '../time/span';
import type { AskedDay } from './asked';

/**
 * Days of leave in words: `Mon 21 to Thu 24 December`, `Mon 21, Wed 23 December`, `Mon 21 December, 9:00–12:00`. Days
 * that touch are one; another year is named.
 *
 * @param today whose year need not be named
 */
export function formatAskedDays(days: readonly AskedDay[], today: Day, hourFormat: HourFormat): string {
  const runs: AskedDay[][] = [];
  for (const day of days) {
    const last = runs.at(-1)?.at(-1);
    if (last && last.date + 1 === day.date && touches(last, day)) runs.at(-1)!.push(day);
    else runs.push([day]);
  }
  const months = new Set(days.map(({ date }) => monthName(date)));
  return runs
    .map((run, i) => {
      // The month is said once where it is the same for all.
      const isNamed = months.size > 1 || i === runs.length - 1;
      return runText(run, isNamed, today, hourFormat);
    })
    .join(', ');
}

function touches(a: AskedDay, b: AskedDay): boolean {
  return (a.part === null || a.part.to === DAY) && (b.part === null || b.part.from === 0);
}

function runText(run: readonly AskedDay[], isNamed: boolean, today: Day, hourFormat: HourFormat): string {
  const [first, last] = [run[0], run.at(-1)!];
  const named = (date: Day) => (isNamed ? `${formatLongDay(date)}${yearOf(date, today)}` : formatDay(date));
  if (first === last) {
    const text = named(first.date);
    return first.part ? `${text}, ${formatTimeSpan(first.part.from, first.part.to, hourFormat)}` : text;
  }
  const isSame = monthName(first.date) === monthName(last.date);
  const start = isSame ? formatDay(first.date) : named(first.date);
  const from = first.part ? ` ${formatTimeSpan(first.part.from, DAY, hourFormat).split('–')[0]}` : '';
  const until = last.part ? ` ${formatTimeSpan(0, last.part.to, hourFormat).split('–')[1]}` : '';
  return `${start}${from} to ${named(last.date)}${until}`;
}

function monthName(date: Day): string {
  const { year, month } = civilOf(date);
  return `${year} ${month}`;
}

function yearOf(date: Day, today: Day): string {
  const { year } = civilOf(date);
  return year === civilOf(today).year ? '' : ` ${year}`;
}
