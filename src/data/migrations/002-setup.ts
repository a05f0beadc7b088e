/**
 * What setting up a site and its people needs: dated opening hours, needs and budgets, areas, what is known of a
 * person, pay by date, the log of commands, and what an import keeps while it is looked at.
 */
export const setup: readonly string[] = [
  `alter table site add column weekend text not null default '[5,6]'`,
  `alter table site add column sales_per_hour_minor integer`,
  `alter table site add column needs_minimum integer not null default 1`,
  `create table site_budget (
    site_id text not null references site (id), since text, minutes integer, cost_minor integer,
    sales_minor integer
  ) strict`,
  `create unique index site_budget_by_date on site_budget (site_id, ifnull(since, ''))`,
  `insert into site_budget (site_id, since, minutes, cost_minor)
    select id, null, budget_minutes, budget_minor from site
    where budget_minutes is not null or budget_minor is not null`,
  `alter table site drop column budget_minutes`,
  `alter table site drop column budget_minor`,
  `alter table site_hours rename to site_hours_before`,
  `create table site_hours (
    site_id text not null references site (id), since text,
    weekday integer not null check (weekday between 0 and 6),
    from_minute integer not null, to_minute integer not null
  ) strict`,
  `create unique index site_hours_by_site on site_hours (site_id, ifnull(since, ''), weekday, from_minute)`,
  `insert into site_hours (site_id, since, weekday, from_minute, to_minute)
    select site_id, null, weekday, from_minute, to_minute from site_hours_before`,
  `drop table site_hours_before`,
  `create table area (
    id text primary key, site_id text not null references site (id), name text not null,
    position integer not null
  ) strict`,

  // A role is retired where it is worked, not in the whole business.
  `alter table site_role add column retired integer not null default 0`,
  `update site_role set retired = (select retired from role where role.id = site_role.role_id)`,
  `alter table role drop column retired`,

  `alter table person add column number text`,
  `alter table person add column email text`,
  `alter table person add column phone text`,
  `alter table person add column contract_kind text`,
  `alter table person add column pay_kind text not null default 'hourly'`,
  `alter table person add column manager_id text references person (id)`,
  `alter table person add column usual_week text`,
  `alter table person add column team text not null default '[]'`,
  `alter table person add column notes text`,
  `create table field (id text primary key, name text not null, position integer not null) strict`,
  `create table person_field (
    person_id text not null references person (id), field_id text not null references field (id),
    value text not null, primary key (person_id, field_id)
  ) strict`,
  `create table person_pay (
    id text primary key, person_id text not null references person (id), role_id text references role (id),
    since text, rate_minor integer not null
  ) strict`,
  `create index person_pay_by_person on person_pay (person_id)`,
  `insert into person_pay (id, person_id, role_id, since, rate_minor)
    select person_id || ' ' || role_id, person_id, role_id, null, rate_minor from person_role
    where rate_minor is not null`,
  `alter table person_role drop column rate_minor`,

  // The usual week is a set without a name, one for each date from which it holds; a variant has a name and dates.
  `create table need_set (
    id text primary key, site_id text not null references site (id), name text, since text
  ) strict`,
  `create index need_set_by_site on need_set (site_id)`,
  `create table need_date (
    site_id text not null references site (id), date text not null,
    set_id text not null references need_set (id), primary key (site_id, date)
  ) strict`,
  `insert into need_set (id, site_id, name, since) select distinct site_id, site_id, null, null from need`,
  // A dated need replaced the weekday needs of its role only: a variant holds the others too.
  `insert into need_set (id, site_id, name, since)
    select distinct site_id || ' ' || date, site_id, date, null from need where date is not null`,
  `insert into need_date (site_id, date, set_id)
    select distinct site_id, date, site_id || ' ' || date from need where date is not null`,
  `alter table need rename to need_before`,
  `create table need (
    id text primary key, set_id text not null references need_set (id), role_id text references role (id),
    weekday integer not null check (weekday between 0 and 6), from_minute integer not null,
    to_minute integer not null, count integer not null
  ) strict`,
  `create index need_by_set on need (set_id)`,
  `insert into need (id, set_id, role_id, weekday, from_minute, to_minute, count)
    select id, site_id, role_id, weekday, from_minute, to_minute, count from need_before where date is null`,
  `insert into need (id, set_id, role_id, weekday, from_minute, to_minute, count)
    select id, site_id || ' ' || date, role_id, (cast(strftime('%w', date) as integer) + 6) % 7, from_minute,
      to_minute, count
    from need_before where date is not null`,
  `insert into need (id, set_id, role_id, weekday, from_minute, to_minute, count)
    select usual.id || ' ' || days.date, days.site_id || ' ' || days.date, usual.role_id, usual.weekday,
      usual.from_minute, usual.to_minute, usual.count
    from (select distinct site_id, date from need_before where date is not null) as days
    join need_before as usual on usual.site_id = days.site_id and usual.date is null
      and usual.weekday = (cast(strftime('%w', days.date) as integer) + 6) % 7
    where not exists (
      select 1 from need_before as dated where dated.site_id = days.site_id and dated.date = days.date
        and dated.role_id is usual.role_id
    ) and not exists (
      select 1 from holiday where holiday.date = days.date and holiday.closed = 1
        and (holiday.site_id is null or holiday.site_id = days.site_id)
    )`,
  `drop table need_before`,

  `create table command_log (
    seq integer primary key, id text not null unique, at text not null, actor text not null,
    kind text not null, title text not null, changes text not null, entries text not null default '[]',
    undoes text
  ) strict`,
  `create table command_about (
    seq integer not null references command_log (seq), kind text not null, id text not null,
    primary key (kind, id, seq)
  ) strict`,
  `create table import_draft (
    id text primary key, at text not null, actor text not null, name text not null, content text not null
  ) strict`,
  `create table known_head (head text primary key, field text not null) strict`,
];
