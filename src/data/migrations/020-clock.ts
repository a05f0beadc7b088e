/**
 * `punch`: what people clocked. A row is never changed or removed: a correction is a row that replaces one, and only what was
 * written to it can be erased. `at`, `recorded_at`: UTC. `site.clock_rules`: the rules of the clock, each from its date, as JSON.
 */
export const clock: readonly string[] = [
  `create table punch (
    id text primary key,
    person_id text not null references person (id),
    site_id text not null references site (id),
    at text not null,
    kind text check (kind in ('in', 'out', 'break-begins', 'break-ends', 'change')),
    source text not null check (source in ('device', 'phone', 'scheduler', 'import')),
    work text,
    replaces text references punch (id),
    is_removal integer not null default 0 check (is_removal in (0, 1)),
    recorded_at text not null,
    recorded_by text,
    note text
  ) strict`,
  `create index punch_of_person on punch (person_id, at)`,
  `create index punch_at_site on punch (site_id, at)`,
  `create trigger punch_is_never_changed before update of
    id, person_id, site_id, at, kind, source, work, replaces, is_removal, recorded_at on punch
  begin select raise(abort, 'a punch is never changed'); end`,
  `create trigger punch_is_never_removed before delete on punch
  begin select raise(abort, 'a punch is never removed'); end`,
  `alter table site add column clock_rules text`,
];
