/** Raises a revision of something that staff see, where there is such a thing. */
const raise = (subject: string, from = '') =>
  `insert into staff_revision (subject, revision) select ${subject}, 1 ${from || `where ${subject} is not null`}
    on conflict (subject) do update set revision = revision + 1;`;

const person = (side: 'old' | 'new', column = 'person_id') => raise(`'person:' || ${side}.${column}`);
const site = (side: 'old' | 'new', column = 'site_id') => raise(`'site:' || ${side}.${column}`);

/** Triggers after a table is written; `old` and `new` say what is raised by the row as it was and as it is. */
function whenever(table: string, parts: readonly ((side: 'old' | 'new') => string)[]): string[] {
  const all = (...sides: ('old' | 'new')[]) =>
    sides.flatMap((side) => parts.map((part) => part(side))).join(' ');
  return [
    `create trigger staff_sees_${table}_insert after insert on ${table} begin ${all('new')} end`,
    `create trigger staff_sees_${table}_update after update on ${table} begin ${all('old', 'new')} end`,
    `create trigger staff_sees_${table}_delete after delete on ${table} begin ${all('old')} end`,
  ];
}

/** The sites at which somebody works: colleagues see the name there. */
const sitesOf = (side: 'old' | 'new') =>
  raise(`'site:' || site_id`, `from person_site where person_id = ${side}.id and ${side}.id is not null`);

/** The person whose availability a block belongs to. */
const ownerOf = (side: 'old' | 'new') =>
  raise(`'person:' || person_id`, `from availability where id = ${side}.availability_id`);

/** The sites that keep a holiday. */
const keepers = (side: 'old' | 'new') =>
  raise(`'site:' || id`, `from site where ${side}.site_id is null or id = ${side}.site_id`);

/**
 * A revision of what each person sees of their own, and of what staff of a site see together: raised by the database
 * itself, so that whatever writes cannot forget it. What is ticked off, what is wished for, and availability that
 * somebody proposes. `wish_points`: what each may give to wishes in a quarter; 0: no wishes are asked for.
 */
export const staff: readonly string[] = [
  `create table staff_revision (subject text primary key, revision integer not null) strict`,
  `create table task_tick (
    shift_id text not null, task text not null, person_id text not null, at text not null,
    primary key (shift_id, task)
  ) strict`,
  `create table availability_proposal (
    id text primary key, person_id text not null, at text not null, content text not null,
    state text not null check (state in ('waiting', 'accepted', 'declined', 'withdrawn')),
    reason text not null, decided_by text, decided_at text
  ) strict`,
  `create index availability_proposal_by_person on availability_proposal (person_id, at)`,
  `create table wish (
    person_id text not null, date text not null, kind text not null check (kind in ('early', 'late', 'free')),
    weight integer not null check (weight between 1 and 3), primary key (person_id, date)
  ) strict`,
  `create index wish_by_date on wish (date)`,
  `alter table site add column wish_points integer not null default 0`,
  ...whenever('published_shift', [person, site]),
  ...whenever('leave', [person]),
  ...whenever('news', [person]),
  ...whenever('task_tick', [person]),
  ...whenever('availability', [person]),
  ...whenever('availability_block', [ownerOf]),
  ...whenever('availability_proposal', [person]),
  ...whenever('wish', [person]),
  ...whenever('told_wish', [person]),
  ...whenever('person_role', [person]),
  ...whenever('person_site', [person, site]),
  ...whenever('person', [(side) => person(side, 'id'), sitesOf]),
  ...whenever('daybook', [site]),
  ...whenever('holiday', [keepers]),
  // The version of a site, which every draft raises, is not told.
  `create trigger staff_sees_site after update of
    name, time_zone, hour_format, week_start, rules, staff_sees, capabilities_off, wish_points on site
    begin ${site('new', 'id')} end`,
  `create trigger staff_sees_role after update on role begin
    ${raise(`'site:' || site_id`, 'from site_role where role_id = new.id')} end`,
];
