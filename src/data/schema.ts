import type { ColumnType, Generated } from 'kysely';

/** Tables as Kysely sees them. Dates are `YYYY-MM-DD`, minutes whole numbers, money minor units, flags 0 or 1. */
export interface Schema {
  setting: { name: string; value: string };
  site: SiteTable;
  site_hours: { site_id: string; weekday: number; from_minute: number; to_minute: number };
  /** A date with hours of its own; both minutes null: closed all day. */
  site_date: {
    id: Generated<number>;
    site_id: string;
    date: string;
    from_minute: number | null;
    to_minute: number | null;
  };
  role: {
    id: string;
    name: string;
    mark: string;
    ink: string;
    rate_minor: number | null;
    retired: Flag;
  };
  site_role: { site_id: string; role_id: string; position: number };
  person: PersonTable;
  person_site: { person_id: string; site_id: string; position: number };
  person_role: {
    person_id: string;
    role_id: string;
    until: string | null;
    rate_minor: number | null;
    position: number;
  };
  availability: {
    id: string;
    person_id: string;
    since: string | null;
    until: string | null;
    comment: string | null;
  };
  availability_block: {
    availability_id: string;
    weekday: number;
    from_minute: number;
    to_minute: number;
    kind: string;
  };
  leave: {
    id: string;
    person_id: string;
    /** Wall-clock `YYYY-MM-DDTHH:MM`; a whole day ends at the next day's 00:00. */
    from_at: string;
    to_at: string;
    state: string;
  };
  /** `site_id` null: at every site. */
  holiday: { id: string; site_id: string | null; date: string; name: string; closed: Flag };
  need: {
    id: string;
    site_id: string;
    role_id: string | null;
    weekday: number | null;
    date: string | null;
    from_minute: number;
    to_minute: number;
    count: number;
  };
  shift: ShiftTable;
  /** What staff see: shifts as they stood when they were last published. */
  published_shift: Omit<ShiftTable, 'fixed'>;
  change_log: {
    seq: Generated<number>;
    id: string;
    at: string;
    actor: string;
    site_id: string;
    version: number;
    changes: string;
    inverse: string;
  };
}

type Flag = ColumnType<number, number | boolean, number | boolean>;

export interface SiteTable {
  id: string;
  name: string;
  time_zone: string;
  currency: string;
  week_start: number;
  hour_format: string;
  block_minutes: number;
  margin_before: number;
  margin_after: number;
  never_closed: Flag;
  budget_minutes: number | null;
  budget_minor: number | null;
  /** The core's rules as JSON; what is left out has the default. */
  rules: string;
  position: number;
  /** Raised by every change to its weeks. */
  version: number;
}

export interface PersonTable {
  id: string;
  name: string;
  birth_date: string | null;
  employed_from: string | null;
  employed_to: string | null;
  contract_minutes: number | null;
  max_week_minutes: number | null;
  standard_day_minutes: number | null;
}

export interface ShiftTable {
  id: string;
  site_id: string;
  person_id: string | null;
  role_id: string | null;
  date: string;
  from_minute: number;
  to_minute: number;
  break_minutes: number | null;
  break_at: number | null;
  break_paid: Flag;
  fixed: Flag;
  note: string | null;
  label: string | null;
}
