import { toMajor, decimalsOf } from '../../hours/money';
import type { Plan } from '../../plan/types';
import type { Day } from '../../time/day';
import { type HourFormat, formatDay, formatHours, formatTime, formatTimeSpan } from '../../time/format';

/** How snags are put into words for one plan: names instead of ids, times in the site's hour format. */
export interface Words {
  time(minute: number): string;
  span(from: number, to: number): string;
  hours(minutes: number): string;
  /** `Sat 27`. */
  day(day: Day): string;
  person(id: string | null): string;
  role(id: string | null): string;
  site(id: string): string;
  crew(id: string | null): string;
  /** A job by its place, else by what it is: `Curlew`. */
  job(id: string): string;
  money(major: number): string;
}

/** Words for a plan. `sites`: names of other sites at which its people work. */
export function wordsFor(
  plan: Plan,
  hourFormat: HourFormat = '24',
  sites: ReadonlyMap<string, string> = NO_NAMES,
): Words {
  const people = new Map(plan.people.map((person) => [person.id, person.name]));
  const roles = new Map(plan.roles.map((role) => [role.id, role.name]));
  const { currency } = plan.site;
  const places = new Map(plan.work?.places.map((place) => [place.id, place.name]));
  const crews = new Map(plan.work?.crews.map((crew) => [crew.id, crew.name]));
  const jobs = new Map(plan.work?.jobs.map(({ id, place, title }) => [id, places.get(place ?? '') ?? title]));
  return {
    time: (minute) => formatTime(minute, hourFormat),
    span: (from, to) => formatTimeSpan(from, to, hourFormat),
    hours: formatHours,
    day: formatDay,
    person: (id) => (id === null ? 'Open' : (people.get(id) ?? id)),
    role: (id) => (id === null ? 'everybody' : (roles.get(id) ?? id)),
    site: (id) => sites.get(id) ?? id,
    crew: (id) => (id === null ? 'Nobody' : (crews.get(id) ?? id)),
    job: (id) => jobs.get(id) ?? id,
    money: (major) => formatMoney(major, currency),
  };
}

const NO_NAMES: ReadonlyMap<string, string> = new Map();

const FORMATS = new Map<string, Intl.NumberFormat>();

/** An amount of money in major units with its currency, as `€6,450` or `€108.75`. */
export function formatMoney(major: number, currency: string, whole = false): string {
  const key = `${currency} ${whole}`;
  let format = FORMATS.get(key);
  if (!format) {
    const digits = whole ? 0 : decimalsOf(currency);
    try {
      format = new Intl.NumberFormat('en', {
        style: 'currency',
        currency,
        currencyDisplay: 'narrowSymbol',
        minimumFractionDigits: digits,
        maximumFractionDigits: digits,
      });
    } catch {
      format = new Intl.NumberFormat('en', { minimumFractionDigits: digits, maximumFractionDigits: digits });
    }
    FORMATS.set(key, format);
  }
  return format.format(major);
}

/** Minor units as money. */
export function formatMinor(minor: number, currency: string, whole = false): string {
  return formatMoney(toMajor(minor, decimalsOf(currency)), currency, whole);
}
