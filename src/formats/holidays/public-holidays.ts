import Holidays from 'date-holidays';
import { type Day, parseDate } from '@/core/time/day';

/** A day off by law. */
export interface PublicHoliday {
  readonly date: Day;
  /** In English where the data has it, else in the language of the place. */
  readonly name: string;
  /** A working day off in place of a holiday that falls on a weekend. */
  readonly isSubstitute: boolean;
}

/** Where holidays hold: a country, and a part of it by the codes of the data, `BY` or `BY-A`; null: all of it. */
export interface HolidayPlace {
  readonly country: string;
  readonly region: string | null;
}

export interface NamedCode {
  readonly code: string;
  readonly name: string;
}

/** The countries whose holidays are known, by name. */
export function holidayCountries(): NamedCode[] {
  return named(new Holidays().getCountries('en'));
}

/** The parts of a country that have holidays of their own, and the parts of those; none for a country that is unknown. */
export function holidayRegions(country: string): NamedCode[] {
  const data = new Holidays();
  return named(data.getStates(country, 'en')).flatMap(({ code, name }) => [
    { code, name },
    ...named(data.getRegions(country, code, 'en')).map((part) => ({
      code: `${code}-${part.code}`,
      name: `${name}, ${part.name}`,
    })),
  ]);
}

/**
 * The public holidays of a year at a place, by date. What is merely observed, or a holiday of banks, schools or some
 * trades alone, is not among them. None for a place that is unknown.
 *
 * Source: date-holidays, whose data is under CC-BY-3.0.
 */
export function publicHolidays({ country, region }: HolidayPlace, year: number): PublicHoliday[] {
  const [state, part] = region?.split('-') ?? [];
  const data = new Holidays();
  data.init(country, state, part, { languages: ['en'], types: ['public'] });
  return data
    .getHolidays(year)
    .flatMap(({ date, name, substitute, type }) => {
      const day = type === 'public' ? parseDate(date.slice(0, 10)) : null;
      return day === null ? [] : [{ date: day, name, isSubstitute: substitute === true }];
    })
    .sort((a, b) => a.date - b.date);
}

function named(codes: Readonly<Record<string, string>> | undefined): NamedCode[] {
  return Object.entries(codes ?? {})
    .map(([code, name]) => ({ code, name }))
    .sort((a, b) => a.name.localeCompare(b.name));
}
