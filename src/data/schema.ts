import type {
  CrewDateTable,
  CrewMemberTable,
  CrewTable,
  CustomerTable,
  JobRoundTable,
  JobTable,
  PlaceTable,
  ServiceTable,
  JobMaterialTable,
  JobNoteTable,
  PublishedVisitTable,
  VisitTable,
} from './jobs/tables';
import type { Generated } from 'kysely';
import type {
  CredentialTable,
  Flag,
  GrantTable,
  InvitationTable,
  SessionTable,
  UserTable,
} from './accounts/tables';
import type {
  LeaveEntryTable,
  LeaveEventTable,
  LeaveExceptionTable,
  LeaveGrantTable,
  LeaveLimitTable,
  LeaveRequestTable,
  LeaveTypeTable,
  PersonContractTable,
} from './leave/tables';
import type { CallAskedTable, CallRoundTable } from './calls/tables';
import type {
  ClockAlertTable,
  ClockDeviceTable,
  ConfirmedPhoneTable,
  PersonPinTable,
  PunchPhotoTable,
  PunchTable,
  WorkActivityTable,
} from './clock/tables';
import type {
  PayrollExportTable,
  PunchRequestTable,
  TimesheetStepTable,
  TypedHoursTable,
} from './hours/tables';
import type { AlternativeTable } from './propose/tables';
import type { ShiftRequestEventTable, ShiftRequestTable } from './requests/tables';
import type { NewsTable, OutboxTable } from './staff/tables';

/** Tables as Kysely sees them. Dates are `YYYY-MM-DD`, minutes whole numbers, money minor units, flags 0 or 1. */
export interface Schema {
  setting: { name: string; value: string };
  site: SiteTable;
  /** Opening spans; `since` null: from the beginning. Of one weekday the latest that has begun hold. */
  site_hours: {
    site_id: string;
    weekday: number;
    from_minute: number;
    to_minute: number;
    since: string | null;
  };
  site_budget: {
    site_id: string;
    since: string | null;
    minutes: number | null;
    cost_minor: number | null;
    sales_minor: number | null;
  };
  area: { id: string; site_id: string; name: string; position: number };
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
  };
  /** `retired`: no longer given out there; kept for the shifts that have it. */
  site_role: {
    site_id: string;
    role_id: string;
    position: number;
    retired: Generated<number>;
    area_id: Generated<string | null>;
  };
  person: PersonTable;
  person_site: { person_id: string; site_id: string; position: number };
  person_role: {
    person_id: string;
    role_id: string;
    until: string | null;
    position: number;
  };
  /** `role_id` null: whatever the role. `since` null: from the beginning. */
  person_pay: {
    id: string;
    person_id: string;
    role_id: string | null;
    since: string | null;
    rate_minor: number;
  };
  custom_field: { id: string; name: string; position: number };
  person_field: { person_id: string; field_id: string; value: string };
  availability: {
    id: string;
    person_id: string;
    since: string | null;
    until: string | null;
    comment: string | null;
  };
  /** Availability that somebody proposes: a version as JSON, until it is decided. */
  availability_proposal: {
    id: string;
    person_id: string;
    at: string;
    content: string;
    state: string;
    reason: string;
    decided_by: string | null;
    decided_at: string | null;
    /** From when it was accepted, where that is later than proposed. */
    counts_from: string | null;
  };
  /** What somebody wishes for on a day that is not planned yet. */
  wish: { person_id: string; date: string; kind: string; weight: number };
  /** A line of a shift's check-list that is done. */
  task_tick: { shift_id: string; task: string; person_id: string; at: string };
  /** What calendars may know of a person, and how often it changed; kept by triggers. */
  calendar_event: {
    person_id: string;
    kind: string;
    id: string;
    sequence: number;
    is_gone: Flag;
    at: string;
    content: string;
  };
  /** Who was erased, by id alone. */
  erased_person: { person_id: string; at: string };
  /** How often the address of a feed was renewed. */
  calendar_feed: { owner: string; turn: number };
  /** How often what a person, or what staff of a site together, see has changed; raised by triggers. */
  staff_revision: { subject: string; revision: number };
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
    /** The request that it came from. */
    request_id: Generated<string | null>;
    /** Minutes that count for the contract by date, as JSON; null: by the standard day. */
    credit: Generated<string | null>;
  };
  leave_type: LeaveTypeTable;
  leave_exception: LeaveExceptionTable;
  person_contract: PersonContractTable;
  leave_request: LeaveRequestTable;
  shift_request: ShiftRequestTable;
  shift_request_event: ShiftRequestEventTable;
  alternative: AlternativeTable;
  punch: PunchTable;
  clock_device: ClockDeviceTable;
  clock_alert: ClockAlertTable;
  person_pin: PersonPinTable;
  confirmed_phone: ConfirmedPhoneTable;
  customer: CustomerTable;
  place: PlaceTable;
  service: ServiceTable;
  crew: CrewTable;
  crew_member: CrewMemberTable;
  crew_date: CrewDateTable;
  job_round: JobRoundTable;
  job: JobTable;
  visit: VisitTable;
  published_visit: PublishedVisitTable;
  job_material: JobMaterialTable;
  job_note: JobNoteTable;
  punch_photo: PunchPhotoTable;
  typed_hours: TypedHoursTable;
  timesheet_step: TimesheetStepTable;
  payroll_export: PayrollExportTable;
  punch_request: PunchRequestTable;
  work_activity: WorkActivityTable;
  call_round: CallRoundTable;
  call_asked: CallAskedTable;
  leave_event: LeaveEventTable;
  leave_entry: LeaveEntryTable;
  leave_grant: LeaveGrantTable;
  leave_limit: LeaveLimitTable;
  leave_closed: { id: string; site_id: string; from_date: string; to_date: string; reason: string };
  /** `site_id` null: at every site. `detail`: what else the core knows of it, as JSON; null: nothing. */
  holiday: {
    id: string;
    site_id: string | null;
    date: string;
    name: string;
    closed: Flag;
    detail: Generated<string | null>;
  };
  /** Without a name: the usual week from `since` on. With one: a variant, for the dates in `need_date`. */
  need_set: { id: string; site_id: string; name: string | null; since: string | null };
  need_date: { site_id: string; date: string; set_id: string };
  need: {
    id: string;
    set_id: string;
    role_id: string | null;
    weekday: number;
    from_minute: number;
    to_minute: number;
    count: number;
  };
  shift: ShiftTable;
  /** What staff see: shifts as they stood when they were last published. */
  published_shift: Omit<ShiftTable, 'fixed'>;
  /**
   * What staff were told: all of some days, or (`is_partial`) of some rows. `to_date` is not included. `content`: the
   * core's changes as JSON. `message`: what went with it, or why it was withdrawn.
   */
  publication: {
    id: string;
    site_id: string;
    at: string;
    actor: string;
    kind: string;
    from_date: string;
    to_date: string;
    is_partial: Flag;
    message: string;
    content: string;
  };
  /** Section, till, vehicle: where at the site a shift is worked. */
  station: { id: string; site_id: string; name: string; position: number };
  /** `form`: the core's form of a shift as JSON. */
  shift_template: {
    id: string;
    site_id: string;
    name: string;
    short: string;
    form: string;
    position: number;
  };
  /** `shifts`: the core's shifts as JSON, dates counted from the week's first day. */
  week_template: { id: string; site_id: string; name: string; shifts: string };
  /** `content`: shifts, members and endings of the core's pattern as JSON. */
  pattern: {
    id: string;
    site_id: string;
    name: string;
    anchor: string;
    since: string;
    until: string | null;
    weeks: number;
    rule: string | null;
    content: string;
  };
  /** Occurrences of a pattern that are not to be written again. */
  pattern_exception: { pattern_id: string; key: string };
  daybook: { site_id: string; date: string; note: string };
  /** Everything done. `payload`: what it did; `inverse`: what it takes to undo it, null once that is given up. */
  activity: {
    seq: Generated<number>;
    id: string;
    at: string;
    actor: string;
    kind: string;
    title: string;
    request: string | null;
    undoes: string | null;
    payload: Uint8Array;
    inverse: Uint8Array | null;
  };
  /** Which revision of a site an activity made. */
  activity_site: { site_id: string; revision: number; seq: number };
  activity_subject: { id: string; kind: string; seq: number };
  import_draft: { id: string; at: string; actor: string; name: string; content: string };
  /** What a column head meant in earlier imports. */
  import_column_alias: { head: string; field: string };
  user: UserTable;
  session: SessionTable;
  credential: CredentialTable;
  /** The sign-in library's own; nothing of ours stands in it. */
  verification: {
    id: string;
    identifier: string;
    value: string;
    expires_at: string;
    created_at: string;
    updated_at: string;
  };
  news: NewsTable;
  outbox: OutboxTable;
  /** How somebody wishes to be told, besides by news. */
  told_wish: { person_id: string; by_mail: Flag; by_text: Flag; of_requests: Flag };
  /** Which week somebody has open just now. */
  presence: { tab: string; user_id: string; site_id: string; week: string; at: string };
  /** Who alone does something just now, of all processes on the file. */
  lease: { name: string; holder: string; until: string };
  account_grant: GrantTable;
  invitation: InvitationTable;
  /** Guesses, by account and by address, as digests. */
  sign_in_attempt: { key: string; at: string };
  /** Who came in, and who did not. `typed`: what they called themselves. */
  sign_in_event: {
    seq: Generated<number>;
    at: string;
    kind: string;
    user_id: string | null;
    typed: string;
    address: string;
    device: string;
  };
}

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
  /** The core's rules as JSON; what is left out has the default. */
  rules: string;
  position: number;
  /** Raised by every change to its weeks. */
  version: number;
  /** Weekdays, 0 Monday to 6 Sunday, as JSON. */
  weekend: Generated<string>;
  sales_per_hour_minor: Generated<number | null>;
  /** The fewest people that needs computed from sales ask for. */
  needs_minimum: Generated<number>;
  /** Changes of published shifts nearer than so many days are late; 0: none is. */
  notice_days: Generated<number>;
  /** What it does without: words of the core's capabilities, as JSON. */
  capabilities_off: Generated<string>;
  /** What each may give to wishes in a quarter; 0: none are asked for. */
  wish_points: Generated<number>;
  /** What staff see of each other: words of the core's list, as JSON. */
  staff_sees: Generated<string>;
  /** Whether shifts of whoever says that they cannot come turn open at once. */
  absence_opens: Generated<number>;
  /** What may be asked for about shifts, as JSON; null: what is usual. */
  request_rules: string | null;
  /** What proposals go by and what counts as a burden, as JSON; null: what is usual. */
  proposing: string | null;
  /** The rules of the clock, each from its date, as JSON; null: what is usual. */
  clock_rules: string | null;
  /** Whether people may clock by their own phone, as JSON; null: they may not. */
  clock_phone: Generated<string | null>;
  /** What is told of a day by itself, as JSON; null: nothing. */
  clock_alerts: Generated<string | null>;
  /** Whether the clock asks what one works at; null: never. */
  clock_asks: Generated<string | null>;
  /** Whether a photo is taken with a punch and how long it is kept, as JSON; null: none is. */
  clock_photos: Generated<string | null>;
  /** How long it is between customers' places, as JSON; null: the site visits nobody. */
  field_work: Generated<string | null>;
  /** How hours become pay there, as JSON; null: as usual. */
  hours_rules: Generated<string | null>;
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
  number: Generated<string | null>;
  email: Generated<string | null>;
  phone: Generated<string | null>;
  contract_kind: Generated<string | null>;
  pay_kind: Generated<string>;
  manager_id: Generated<string | null>;
  /** Minutes of each weekday, Monday first, as JSON; null: not set. */
  usual_week: Generated<string | null>;
  /** Groups they belong to, as JSON. */
  groups: Generated<string>;
  notes: Generated<string | null>;
  /** Whose weekend, holidays and approver hold for them; null: the first of their sites. */
  home_site_id: Generated<string | null>;
  /** What their hours are measured by, as JSON; null: by shifts. */
  time_model: Generated<string | null>;
  /** Where their hours come from; null: as is usual at their site. */
  hours_from: Generated<string | null>;
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
  /** The core's detail of a shift as JSON; null: none. */
  detail: string | null;
}
