import type { Weekday } from '@/core/time/day';

/** A plan file as it is written, once its form has been checked. */
export interface RawPlan {
  format: 'vicenda-plan';
  version: 1;
  site: {
    id?: string | null;
    name?: string | null;
    timeZone?: string | null;
    weekStart?: string | null;
    blockMinutes?: number | null;
    currency?: string | null;
    openHours?: { [Day in Weekday]?: [string, string][] | null } | null;
    openDates?: Record<string, [string, string][]> | null;
    margins?: { before?: number | null; after?: number | null } | null;
  };
  from: string;
  days: number;
  roles: { id: string; name?: string | null; hourlyRate?: number | null }[];
  people: RawPerson[];
  holidays?: RawHoliday[] | null;
  awayLimits?: RawAwayLimit[] | null;
  needs: RawNeed[];
  shifts: RawShift[];
  around?: RawAround[] | null;
  rules?: RawRules | null;
  budget?: { minutes?: number | null; cost?: number | null } | null;
}

export interface RawPerson {
  id: string;
  name?: string | null;
  roles?: { role: string; until?: string | null; hourlyRate?: number | null }[] | null;
  contractMinutes?: number | null;
  maxWeekMinutes?: number | null;
  standardDayMinutes?: number | null;
  employedFrom?: string | null;
  employedTo?: string | null;
  birthDate?: string | null;
  availability?: RawAvailability[] | null;
  leave?: RawLeave[] | null;
  guest?: boolean | null;
  balances?: RawBalance[] | null;
}

export interface RawHoliday {
  date: string;
  name?: string | null;
  closed?: boolean | null;
  hours?: [string, string][] | null;
  credited?: boolean | null;
  people?: string[] | null;
  multiplier?: number | null;
  extra?: number | null;
}

export interface RawAwayLimit {
  most: number;
  roles?: string[] | null;
  name?: string | null;
  days?: string[] | null;
  from?: string | null;
  to?: string | null;
}

export interface RawBalance {
  leave: string;
  unit: 'days' | 'hours';
  left: number;
  mayOwe?: number | null;
  changes?: { date: string; amount: number }[] | null;
}

export interface RawAvailability {
  since?: string | null;
  until?: string | null;
  days?: string[] | null;
  from: string;
  to: string;
  kind: 'available' | 'rather-not' | 'not-available';
}

export interface RawLeave {
  id: string;
  from: string;
  to: string;
  state: 'draft' | 'waiting' | 'approved' | 'declined' | 'withdrawn';
  credit?: { date: string; minutes: number }[] | null;
}

export interface RawNeed {
  role?: string | null;
  days?: string[] | null;
  date?: string | null;
  from: string;
  to: string;
  count: number;
}

export interface RawBreak {
  minutes: number;
  at?: string | null;
  paid?: boolean | null;
}

export interface RawShift {
  id: string;
  person?: string | null;
  role?: string | null;
  date: string;
  from: string;
  to: string;
  break?: RawBreak | null;
  fixed?: boolean | null;
  note?: string | null;
  label?: string | null;
}

export interface RawAround {
  person: string;
  role?: string | null;
  site?: string | null;
  date: string;
  from: string;
  to: string;
  break?: RawBreak | null;
}

export interface RawRules {
  breaks?: { atLeastMinutes: number; minutes: number; paid?: boolean | null }[] | null;
  dailyRestMinutes?: number | null;
  weeklyRestMinutes?: number | null;
  maxDaysInARow?: number | null;
  minShiftMinutes?: number | null;
  maxShiftMinutes?: number | null;
  maxDayMinutes?: number | null;
  slipMinutes?: number | null;
  minimumOn?: number | null;
  surplusTolerance?: number | null;
  overtime?: {
    weekMinutes?: number | null;
    multiplier?: number | null;
    day?: { overMinutes: number; multiplier: number }[] | null;
    after?: { time: string; multiplier: number }[] | null;
    seventhDay?: {
      multiplier: number;
      overMinutes?: number | null;
      thenMultiplier?: number | null;
    } | null;
  } | null;
  young?:
    | {
        underAge: number;
        from?: string | null;
        to?: string | null;
        dayMinutes?: number | null;
        weekMinutes?: number | null;
      }[]
    | null;
  off?: string[] | null;
  severity?: Record<string, 'stop' | 'warn' | 'note' | null> | null;
}

export type RawChange =
  | { do: 'add'; shift: RawShift }
  | { do: 'set'; id: string; shift: Partial<RawShift> }
  | { do: 'remove'; id: string }
  | { do: 'add-leave'; person: string; leave: RawLeave }
  | { do: 'set-leave'; person: string; id: string; leave: Partial<RawLeave> }
  | { do: 'remove-leave'; person: string; id: string };
