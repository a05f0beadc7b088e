/**
 * Calendar dates as whole day numbers: 0 is 1970-01-01. Arithmetic on them is plain addition, so hot loops
 * never touch a date library. The Gregorian rules are those of ISO 8601.
 */

/** Days since 1970-01-01. */
export type Day = number;

export type Weekday = 'mon' | 'tue' | 'wed' | 'thu' | 'fri' | 'sat' | 'sun';

/** Weekdays in ISO order; the index of one is what {@link weekdayOf} returns. */
export const WEEKDAYS: readonly Weekday[] = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'];

const DATE = /^(\d{4})-(\d{2})-(\d{2})$/;

/** The day number of a civil date. Months are 1 to 12; the date is not checked. */
export function dayOf(year: number, month: number, date: number): Day {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yearOfEra = y - era * 400;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + date - 1;
  const dayOfEra = yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
  return era * 146097 + dayOfEra - 719468;
}

/** The civil date of a day number. */
export function civilOf(day: Day): { year: number; month: number; date: number } {
  const z = day + 719468;
  const era = Math.floor(z / 146097);
  const dayOfEra = z - era * 146097;
  const yearOfEra = Math.floor(
    (dayOfEra - Math.floor(dayOfEra / 1460) + Math.floor(dayOfEra / 36524) - Math.floor(dayOfEra / 146096)) /
      365,
  );
  const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const mp = Math.floor((5 * dayOfYear + 2) / 153);
  const date = dayOfYear - Math.floor((153 * mp + 2) / 5) + 1;
  const month = mp < 10 ? mp + 3 : mp - 9;
  return { year: yearOfEra + era * 400 + (month <= 2 ? 1 : 0), month, date };
}

/** Reads `YYYY-MM-DD`; null for anything else and for dates that do not exist. */
export function parseDate(text: string): Day | null {
  const match = DATE.exec(text);
  if (!match) return null;
  const [year, month, date] = [Number(match[1]), Number(match[2]), Number(match[3])];
  const day = dayOf(year, month, date);
  const back = civilOf(day);
  return back.year === year && back.month === month && back.date === date ? day : null;
}

/** Writes a day as `YYYY-MM-DD`. */
export function formatDate(day: Day): string {
  const { year, month, date } = civilOf(day);
  return `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}`;
}

/** 0 for Monday to 6 for Sunday. */
export function weekdayOf(day: Day): number {
  return (((day + 3) % 7) + 7) % 7;
}

/** The weekdays (0 Monday) in their order where weeks begin on `start`. */
export function weekFrom(start: number): number[] {
  return Array.from({ length: 7 }, (_, i) => (start + i) % 7);
}

/** The first day of the week that holds `day`, for weeks that start on `start` (0 Monday to 6 Sunday). */
export function startOfWeek(day: Day, start: number): Day {
  return day - ((weekdayOf(day) - start + 7) % 7);
}

/** Week number and week-numbering year by ISO 8601: week 1 holds the year's first Thursday. */
export function isoWeek(day: Day): { year: number; week: number } {
  const thursday = day - weekdayOf(day) + 3;
  const { year } = civilOf(thursday);
  return { year, week: Math.floor((thursday - dayOf(year, 1, 1)) / 7) + 1 };
}

/** Whole years between a birth date and `on`; someone born on 29 February turns a year older on 1 March. */
export function ageOn(birth: Day, on: Day): number {
  const b = civilOf(birth);
  const n = civilOf(on);
  const before = n.month < b.month || (n.month === b.month && n.date < b.date);
  return n.year - b.year - (before ? 1 : 0);
}
