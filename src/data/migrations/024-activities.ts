/**
 * `work_activity`: what people work at besides their roles, at every site; `person_groups`: whose it is, groups as JSON, empty: everybody's;
 * `budget_minutes` null: none. `site.clock_asks`: whether the clock asks for it, null: never; `clock_device.activity_id`: what is worked at where nobody
 * says at a device.
 */
export const activities: readonly string[] = [
  `create table work_activity (
    id text primary key,
    code text not null,
    name text not null,
    budget_minutes integer,
    person_groups text not null default '[]',
    is_retired integer not null default 0 check (is_retired in (0, 1)),
    position integer not null
  ) strict`,
  `alter table site add column clock_asks text check (clock_asks in ('offered', 'asked'))`,
  `alter table clock_device add column activity_id text references work_activity (id)`,
];
