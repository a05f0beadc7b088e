/**
 * Work at customers' places. `site.field_work`: how long it is from place to place, as JSON; null: the site visits nobody. `crew.hours`: by
 * weekday, Monday first, as JSON; `crew_date.hours`: instead of those on a date. `service.price`, `service.factors`, `job.price`: as JSON.
 * `job.tasks`: its check-list, as JSON. `job.progress`: what was said of it; whether it is planned its visits say. `job_round.places`: in their
 * order, as JSON; `job_round.rule`: RFC 5545, null: called out by hand. `visit`: of a crew, or of somebody without one.
 */
export const fieldWork: readonly string[] = [
  `alter table site add column field_work text`,
  `create table customer (
    id text primary key,
    name text not null,
    contact text not null default '',
    note text not null default ''
  ) strict`,
  `create table place (
    id text primary key,
    site_id text not null references site (id),
    customer_id text references customer (id),
    name text not null,
    address text not null default '',
    zone text,
    latitude real,
    longitude real,
    contact text not null default '',
    access_note text not null default '',
    is_retired integer not null default 0 check (is_retired in (0, 1))
  ) strict`,
  `create index place_of_site on place (site_id)`,
  `create table service (
    id text primary key,
    site_id text not null references site (id),
    name text not null,
    person_minutes integer,
    role_id text references role (id),
    price text,
    factors text,
    position integer not null,
    is_retired integer not null default 0 check (is_retired in (0, 1))
  ) strict`,
  `create table crew (
    id text primary key,
    site_id text not null references site (id),
    name text not null,
    ink text not null,
    hours text not null,
    start_place_id text references place (id),
    until text,
    position integer not null
  ) strict`,
  `create table crew_member (
    id text primary key,
    crew_id text not null references crew (id),
    person_id text not null references person (id),
    from_date text,
    to_date text
  ) strict`,
  `create index crew_member_of_crew on crew_member (crew_id)`,
  `create table crew_date (
    crew_id text not null references crew (id),
    date text not null,
    hours text not null,
    reason text not null,
    primary key (crew_id, date)
  ) strict`,
  `create table job_round (
    id text primary key,
    site_id text not null references site (id),
    name text not null,
    service_id text references service (id),
    crew_id text references crew (id),
    places text not null,
    rule text,
    since text not null,
    until text,
    position integer not null
  ) strict`,
  `create table job (
    id text primary key,
    site_id text not null references site (id),
    title text not null,
    place_id text references place (id),
    service_id text references service (id),
    person_minutes integer not null,
    people integer not null default 1,
    earliest text,
    latest text,
    window_from integer,
    window_to integer,
    price text,
    round_id text references job_round (id),
    round_date text,
    progress text not null default 'open' check (progress in ('open', 'started', 'done')),
    note text not null default '',
    tasks text not null default '[]',
    done_at text
  ) strict`,
  `create index job_open on job (site_id, progress, latest)`,
  `create index job_of_round on job (round_id, round_date)`,
  `create table visit (
    id text primary key,
    site_id text not null references site (id),
    job_id text not null references job (id),
    crew_id text references crew (id),
    person_id text references person (id),
    date text not null,
    from_minute integer not null,
    minutes integer,
    person_minutes integer,
    is_through integer not null default 0 check (is_through in (0, 1)),
    is_fixed integer not null default 0 check (is_fixed in (0, 1)),
    note text,
    check ((crew_id is null) <> (person_id is null))
  ) strict`,
  `create index visit_by_date on visit (site_id, date)`,
  `create index visit_of_job on visit (job_id)`,
];
