/** Sites, people, availability, needs, weeks and the log of what was done to them. */
export const first = [
  `create table setting (name text primary key, value text not null) strict`,
  `create table site (
    id text primary key, name text not null, time_zone text not null, currency text not null,
    week_start integer not null check (week_start between 0 and 6),
    hour_format text not null check (hour_format in ('24', '12')),
    block_minutes integer not null check (block_minutes > 0 and 1440 % block_minutes = 0),
    margin_before integer not null default 0, margin_after integer not null default 0,
    never_closed integer not null default 0,
    budget_minutes integer, budget_minor integer,
    rules text not null default '{}', position integer not null, version integer not null default 0
  ) strict`,
  `create table site_hours (
    site_id text not null references site (id), weekday integer not null check (weekday between 0 and 6),
    from_minute integer not null, to_minute integer not null,
    primary key (site_id, weekday, from_minute)
  ) strict`,
  `create table site_date (
    id integer primary key, site_id text not null references site (id), date text not null,
    from_minute integer, to_minute integer
  ) strict`,
  `create index site_date_by_date on site_date (site_id, date)`,
  `create table role (
    id text primary key, name text not null, mark text not null, ink text not null, rate_minor integer,
    retired integer not null default 0
  ) strict`,
  `create table site_role (
    site_id text not null references site (id), role_id text not null references role (id),
    position integer not null, primary key (site_id, role_id)
  ) strict`,
  `create table person (
    id text primary key, name text not null, birth_date text, employed_from text, employed_to text,
    contract_minutes integer, max_week_minutes integer, standard_day_minutes integer
  ) strict`,
  `create table person_site (
    person_id text not null references person (id), site_id text not null references site (id),
    position integer not null, primary key (person_id, site_id)
  ) strict`,
  `create index person_site_by_site on person_site (site_id)`,
  `create table person_role (
    person_id text not null references person (id), role_id text not null references role (id),
    until text, rate_minor integer, position integer not null, primary key (person_id, role_id)
  ) strict`,
  `create table availability (
    id text primary key, person_id text not null references person (id), since text, until text, comment text
  ) strict`,
  `create index availability_by_person on availability (person_id)`,
  `create table availability_block (
    availability_id text not null references availability (id), weekday integer not null,
    from_minute integer not null, to_minute integer not null,
    kind text not null check (kind in ('available', 'rather-not', 'not-available'))
  ) strict`,
  `create index availability_block_by_id on availability_block (availability_id)`,
  `create table leave (
    id text primary key, person_id text not null references person (id), from_at text not null,
    to_at text not null,
    state text not null check (state in ('draft', 'waiting', 'approved', 'declined', 'withdrawn'))
  ) strict`,
  `create index leave_by_person on leave (person_id)`,
  `create table holiday (
    id text primary key, site_id text references site (id), date text not null, name text not null,
    closed integer not null
  ) strict`,
  `create table need (
    id text primary key, site_id text not null references site (id), role_id text references role (id),
    weekday integer check (weekday between 0 and 6), date text, from_minute integer not null,
    to_minute integer not null, count integer not null,
    check ((weekday is null) <> (date is null))
  ) strict`,
  `create index need_by_site on need (site_id)`,
  ...['shift', 'published_shift'].flatMap((table) => [
    `create table ${table} (
      id text primary key, site_id text not null references site (id),
      person_id text references person (id), role_id text references role (id), date text not null,
      from_minute integer not null check (from_minute between 0 and 1439),
      to_minute integer not null check (to_minute > from_minute and to_minute <= from_minute + 1440),
      break_minutes integer, break_at integer, break_paid integer not null default 0,
      ${table === 'shift' ? 'fixed integer not null default 0,' : ''}
      note text, label text
    ) strict`,
    `create index ${table}_by_date on ${table} (site_id, date)`,
    `create index ${table}_by_person on ${table} (person_id, date)`,
  ]),
  `create table change_log (
    seq integer primary key, id text not null unique, at text not null, actor text not null,
    site_id text not null references site (id), version integer not null, changes text not null,
    inverse text not null
  ) strict`,
  `create index change_log_by_site on change_log (site_id, version)`,
];
