/**
 * `clock_device`: devices at the door. `people_groups`: whose they are, groups as JSON, empty: everybody of the site; `token_hash`:
 * of what a paired one holds; `code_hash`: of the code with which one is paired. `person_pin`: a slow hash of somebody's PIN, and a
 * keyed one by which two alike are found. `punch.is_unverified`: with a PIN that was wrong when it could be looked at; `place`: whether
 * it was at a place that was set and how far from it, as JSON, and not where. `site.clock_phone`: whether people may clock by their own
 * phone, as JSON; `site.clock_alerts`: what is told by itself, as JSON. `clock_alert`: what was told, once for a case; `told`: whom, as JSON.
 */
export const devices: readonly string[] = [
  `create table clock_device (
    id text primary key,
    name text not null,
    site_id text not null references site (id),
    people_groups text not null default '[]',
    keeper_id text references person (id),
    clocks_breaks integer not null default 1 check (clocks_breaks in (0, 1)),
    hours_valid integer,
    code_hash text,
    code_until text,
    token_hash text,
    paired_at text,
    ends_at text,
    ended_at text,
    seen_at text,
    tries integer not null default 0,
    locked_until text
  ) strict`,
  `create unique index clock_device_by_token on clock_device (token_hash) where token_hash is not null`,
  `create table person_pin (
    person_id text primary key references person (id),
    hash text not null,
    keyed text not null unique,
    digits integer not null,
    set_at text not null,
    tries integer not null default 0,
    locked_until text
  ) strict`,
  `alter table punch add column is_unverified integer not null default 0 check (is_unverified in (0, 1))`,
  `alter table punch add column device_id text references clock_device (id)`,
  `alter table punch add column place text`,
  `alter table site add column clock_phone text`,
  `alter table site add column clock_alerts text`,
  `create table clock_alert (
    id text primary key,
    site_id text not null references site (id),
    person_id text not null references person (id),
    kind text not null,
    at text not null,
    message text not null,
    told text not null
  ) strict`,
  `create index clock_alert_of_site on clock_alert (site_id, at)`,
  `create trigger punch_proof_is_never_changed before update of is_unverified, device_id, place on punch
  begin select raise(abort, 'a punch is never changed'); end`,
];
