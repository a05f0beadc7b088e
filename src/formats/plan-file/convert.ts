import { DEFAULT_RULES } from '@/core/plan/types';
import type {
  SurroundingShift,
  AvailabilityEntry,
  Break,
  Holiday,
  Leave,
  LeaveBalance,
  Need,
  Person,
  Plan,
  PlanAwayLimit,
  Rules,
  Shift,
  Site,
} from '@/core/plan/types';
import { WHOLE_DAY } from '@/core/leave/amount';
import { WEEKDAYS, type Weekday, parseDate } from '@/core/time/day';
import { DAY, type Span } from '@/core/time/span';
import { parseClock } from '@/core/time/format';
import type {
  RawAround,
  RawAvailability,
  RawAwayLimit,
  RawBalance,
  RawBreak,
  RawHoliday,
  RawLeave,
  RawNeed,
  RawPerson,
  RawPlan,
  RawRules,
  RawShift,
} from './raw';

/** From the file's form, already checked, to the core's. */
export function planFrom(raw: RawPlan): Plan {
  return {
    site: siteFrom(raw.site),
    from: parseDate(raw.from)!,
    days: raw.days,
    roles: raw.roles.map((role) => ({
      id: role.id,
      name: role.name ?? role.id,
      hourlyRate: role.hourlyRate ?? null,
    })),
    people: raw.people.map(personFrom),
    holidays: (raw.holidays ?? []).map(holidayFrom),
    needs: raw.needs.map(needFrom),
    shifts: raw.shifts.map(shiftFrom),
    surroundingShifts: (raw.around ?? []).map(aroundFrom),
    rules: rulesFrom(raw.rules ?? {}),
    budget: { minutes: raw.budget?.minutes ?? null, cost: raw.budget?.cost ?? null },
    ...(raw.awayLimits ? { awayLimits: raw.awayLimits.map(awayLimitFrom) } : {}),
  };
}

function holidayFrom(raw: RawHoliday): Holiday {
  const { hours, credited, people, multiplier, extra } = raw;
  return {
    ...{ date: parseDate(raw.date)!, name: raw.name ?? '', closed: raw.closed ?? false },
    ...(hours ? { hours: hours.map(([from, to]) => spanFrom(from, to)) } : {}),
    ...(credited == null ? {} : { credited }),
    ...(people ? { people } : {}),
    ...(multiplier == null ? {} : { multiplier }),
    ...(extra == null ? {} : { extra }),
  };
}

function awayLimitFrom(raw: RawAwayLimit): PlanAwayLimit {
  const day = (text: string | null | undefined) => (text == null ? null : parseDate(text));
  return {
    most: raw.most,
    roles: raw.roles ?? null,
    name: raw.name ?? null,
    days: raw.days ? WEEKDAYS.map((name) => raw.days!.includes(name)) : null,
    from: day(raw.from),
    to: day(raw.to),
  };
}

function balanceFrom({ leave, unit, left, mayOwe, changes }: RawBalance): LeaveBalance {
  const amount = (value: number) => Math.round(unit === 'days' ? value * WHOLE_DAY : value);
  return {
    ...{ kind: leave, unit, left: amount(left), mayOwe: mayOwe == null ? null : amount(mayOwe) },
    changes: (changes ?? []).map(({ date, amount: value }) => [parseDate(date)!, amount(value)] as const),
  };
}

/** A span of two clock times; an end not after the start is on the next day. */
export function spanFrom(from: string, to: string): Span {
  const start = parseClock(from)!;
  const end = parseClock(to)!;
  return { from: start, to: end > start ? end : end + DAY };
}

/** A shift of the file as the core holds it. */
export function shiftFrom(raw: RawShift): Shift {
  const span = spanFrom(raw.from, raw.to);
  return {
    id: raw.id,
    person: raw.person ?? null,
    role: raw.role ?? null,
    date: parseDate(raw.date)!,
    ...span,
    break: breakFrom(raw.break, span.from),
    fixed: raw.fixed ?? false,
    note: raw.note ?? null,
    label: raw.label ?? null,
  };
}

/** A leave of the file as the core holds it: whole days run to the midnight after the last. */
export function leaveFrom(raw: RawLeave): Leave {
  return {
    ...{ id: raw.id, state: raw.state, from: momentOf(raw.from, 0), to: momentOf(raw.to, DAY) },
    ...(raw.credit
      ? { credit: raw.credit.map(({ date, minutes }) => [parseDate(date)!, minutes] as const) }
      : {}),
  };
}

/** Wall-clock minutes since 1970 of a date, or of a date with a time. */
export function momentOf(text: string, minuteOfDate: number): number {
  const [date, time] = text.split('T');
  return parseDate(date)! * DAY + (time === undefined ? minuteOfDate : parseClock(time)!);
}

/** A break of the file as the core holds it; its time is the first one not before the shift's start. */
export function breakFrom(raw: RawBreak | null | undefined, from: number): Break | null {
  if (!raw) return null;
  const at = raw.at == null ? null : parseClock(raw.at)!;
  return {
    minutes: raw.minutes,
    at: at === null || at >= from ? at : at + DAY,
    paid: raw.paid ?? false,
  };
}

function siteFrom(raw: RawPlan['site']): Site {
  const spans = (pairs: [string, string][]) => pairs.map(([from, to]) => spanFrom(from, to));
  return {
    id: raw.id ?? 'site',
    name: raw.name ?? raw.id ?? 'Site',
    timeZone: raw.timeZone ?? 'UTC',
    weekStart: Math.max(0, WEEKDAYS.indexOf((raw.weekStart ?? 'mon') as Weekday)),
    blockMinutes: raw.blockMinutes ?? 30,
    currency: (raw.currency ?? 'EUR').toUpperCase(),
    openHours: raw.openHours ? WEEKDAYS.map((day) => spans(raw.openHours![day] ?? [])) : null,
    openDates: new Map(
      Object.entries(raw.openDates ?? {}).map(([date, pairs]) => [parseDate(date)!, spans(pairs)]),
    ),
    margins: { before: raw.margins?.before ?? 0, after: raw.margins?.after ?? 0 },
  };
}

function personFrom(raw: RawPerson): Person {
  const day = (text: string | null | undefined) => (text == null ? null : parseDate(text));
  return {
    id: raw.id,
    name: raw.name ?? raw.id,
    roles: (raw.roles ?? []).map((held) => ({
      role: held.role,
      until: day(held.until),
      hourlyRate: held.hourlyRate ?? null,
    })),
    contractMinutes: raw.contractMinutes ?? null,
    maxWeekMinutes: raw.maxWeekMinutes ?? null,
    standardDayMinutes: raw.standardDayMinutes ?? null,
    employedFrom: day(raw.employedFrom),
    employedTo: day(raw.employedTo),
    birthDate: day(raw.birthDate),
    availability: (raw.availability ?? []).map(availabilityFrom),
    leave: (raw.leave ?? []).map(leaveFrom),
    ...(raw.guest ? { isGuest: true } : {}),
    ...(raw.balances ? { balances: raw.balances.map(balanceFrom) } : {}),
  };
}

function availabilityFrom(raw: RawAvailability): AvailabilityEntry {
  return {
    since: raw.since == null ? null : parseDate(raw.since),
    until: raw.until == null ? null : parseDate(raw.until),
    days: daysFrom(raw.days) ?? WEEKDAYS.map(() => true),
    ...spanFrom(raw.from, raw.to),
    kind: raw.kind,
  };
}

function daysFrom(days: string[] | null | undefined): boolean[] | null {
  return days == null ? null : WEEKDAYS.map((day) => days.includes(day));
}

function needFrom(raw: RawNeed): Need {
  return {
    role: raw.role ?? null,
    days: daysFrom(raw.days),
    date: raw.date == null ? null : parseDate(raw.date),
    ...spanFrom(raw.from, raw.to),
    count: raw.count,
  };
}

function aroundFrom(raw: RawAround): SurroundingShift {
  const span = spanFrom(raw.from, raw.to);
  return {
    person: raw.person,
    role: raw.role ?? null,
    site: raw.site ?? null,
    date: parseDate(raw.date)!,
    ...span,
    break: breakFrom(raw.break, span.from),
  };
}

function rulesFrom(raw: RawRules): Rules {
  const limits: Partial<Record<keyof Rules, number>> = {};
  for (const key of LIMITS) limits[key] = raw[key] ?? (DEFAULT_RULES[key] as number);
  const { overtime } = raw;
  return {
    ...DEFAULT_RULES,
    ...limits,
    breaks: (raw.breaks ?? []).map((tier) => ({ ...tier, paid: tier.paid ?? false })),
    overtime: overtime
      ? {
          weekMinutes: overtime.weekMinutes ?? null,
          multiplier: overtime.multiplier ?? 1,
          day: overtime.day ?? [],
          after: (overtime.after ?? []).map((rule) => ({
            time: parseClock(rule.time)!,
            multiplier: rule.multiplier,
          })),
          seventhDay: overtime.seventhDay
            ? {
                multiplier: overtime.seventhDay.multiplier,
                overMinutes: overtime.seventhDay.overMinutes ?? null,
                thenMultiplier: overtime.seventhDay.thenMultiplier ?? null,
              }
            : null,
        }
      : null,
    young: (raw.young ?? []).map((rule) => ({
      underAge: rule.underAge,
      ...spanFrom(rule.from ?? '00:00', rule.to ?? '24:00'),
      dayMinutes: rule.dayMinutes ?? null,
      weekMinutes: rule.weekMinutes ?? null,
    })),
    off: raw.off ?? [],
    severity: Object.fromEntries(
      Object.entries(raw.severity ?? {}).filter((entry): entry is [string, 'stop' | 'warn' | 'note'] =>
        Boolean(entry[1]),
      ),
    ),
  };
}

const LIMITS = [
  'dailyRestMinutes',
  'weeklyRestMinutes',
  'maxDaysInARow',
  'minShiftMinutes',
  'maxShiftMinutes',
  'maxDayMinutes',
  'slipMinutes',
  'minimumOn',
  'surplusTolerance',
] as const;
