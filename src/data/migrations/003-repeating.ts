/**
 * What repeats and what is said of a single shift: its detail, stations, templates of shifts and weeks, patterns
 * with the occurrences left out of them, notes of a day, and the area a role belongs to.
 */
export const repeating: readonly string[] = [
  `alter table shift add column detail text`,
  `alter table published_shift add column detail text`,
  `alter table site_role add column area_id text references area (id) on delete set null`,
  `create table station (
    id text primary key, site_id text not null references site (id), name text not null,
    position integer not null
  ) strict`,
  `create table shift_template (
    id text primary key, site_id text not null references site (id), name text not null, short text not null,
    form text not null, position integer not null
  ) strict`,
  `create table week_template (
    id text primary key, site_id text not null references site (id), name text not null, shifts text not null
  ) strict`,
  `create table pattern (
    id text primary key, site_id text not null references site (id), name text not null, anchor text not null,
    since text not null, until text, weeks integer not null, rule text, content text not null
  ) strict`,
  `create index pattern_by_site on pattern (site_id)`,
  `create table left_out (
    pattern_id text not null references pattern (id) on delete cascade, key text not null,
    primary key (pattern_id, key)
  ) strict`,
  `create table daybook (
    site_id text not null references site (id), date text not null, note text not null,
    primary key (site_id, date)
  ) strict`,
];
