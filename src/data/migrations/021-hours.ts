/**
 * `site.hours_rules`: how hours become pay, as JSON. `person.time_model`: what their hours are measured by, as JSON, null: by
 * shifts; `person.hours_from`: where their hours come from, null: as is usual at their site. `typed_hours`: hours that were typed;
 * `about`: a date of a locked period that a row puts right. `timesheet_step`: what was done with the hours of a period, with the
 * figures as they stood: a row is never changed. `payroll_export`: files for payroll with what they contained. `punch_request`:
 * what somebody forgot to clock, or clocked wrongly, and asks to have put right.
 */
export const hours: readonly string[] = [
  `alter table site add column hours_rules text`,
  `alter table person add column time_model text`,
  `alter table person add column hours_from text check (hours_from in ('clock', 'typed', 'plan'))`,
  `create table typed_hours (
    id text primary key,
    person_id text not null references person (id),
    date text not null,
    position integer not null,
    kind text,
    from_minute integer,
    to_minute integer,
    minutes integer not null,
    role_id text references role (id),
    note text not null,
    about text,
    at text not null,
    by_name text not null
  ) strict`,
  `create index typed_hours_of_person on typed_hours (person_id, date)`,
  `create table timesheet_step (
    id text primary key,
    person_id text not null references person (id),
    first text not null,
    days integer not null check (days > 0),
    kind text not null check (kind in ('submit', 'approve', 'lock', 'send-back', 'note')),
    at text not null,
    by_name text not null,
    content text not null,
    figures text
  ) strict`,
  `create index timesheet_step_of_person on timesheet_step (person_id, first)`,
  `create trigger timesheet_step_is_never_changed before update of
    id, person_id, first, days, kind, at, figures on timesheet_step
  begin select raise(abort, 'a step of a timesheet is never changed'); end`,
  `create table payroll_export (
    id text primary key,
    site_id text not null references site (id),
    first text not null,
    days integer not null,
    at text not null,
    by_name text not null,
    form text not null,
    people text not null,
    content text not null
  ) strict`,
  `create index payroll_export_of_site on payroll_export (site_id, first)`,
  `create table punch_request (
    id text primary key,
    person_id text not null references person (id),
    site_id text not null references site (id),
    punch_id text references punch (id),
    kind text,
    at text not null,
    reason text not null,
    asked_at text not null,
    state text not null check (state in ('waiting', 'agreed', 'declined', 'withdrawn')),
    answered_at text,
    answered_by text,
    answer text not null default ''
  ) strict`,
  `create index punch_request_of_person on punch_request (person_id, at)`,
];
