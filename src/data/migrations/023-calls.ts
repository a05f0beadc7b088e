const raise = (subjects: string) =>
  `insert into staff_revision (subject, revision) ${subjects}
    on conflict (subject) do update set revision = revision + 1;`;

/**
 * `call_round`: a shift that somebody is looked for by asking people; `shift`: as it was when that began, as JSON; `from_minute`: from when
 * on it is offered, where it has begun; `outcome`: how it ended, in words. `call_asked`: who is asked, in their order; `asked_at` null: not yet.
 */
export const calls: readonly string[] = [
  `create table call_round (
    id text primary key,
    site_id text not null references site (id),
    shift_id text not null,
    shift text not null,
    date text not null,
    from_minute integer,
    mode text not null check (mode in ('in-turn', 'at-once')),
    pause_minutes integer not null,
    note text not null,
    state text not null check (state in ('going', 'taken', 'nobody', 'ended', 'over')),
    at text not null,
    by_name text not null,
    ended_at text,
    outcome text not null default ''
  ) strict`,
  `create index call_round_going on call_round (site_id) where state = 'going'`,
  `create index call_round_of_day on call_round (site_id, date)`,
  `create table call_asked (
    round_id text not null references call_round (id),
    person_id text not null references person (id),
    position integer not null,
    asked_at text,
    answer text check (answer in ('yes', 'no')),
    answered_at text,
    answered_by text,
    primary key (round_id, person_id)
  ) strict`,
  `create index call_asked_by_person on call_asked (person_id)`,
  ...['insert', 'update'].map(
    (what) => `create trigger staff_sees_call_asked_${what} after ${what} on call_asked begin
      ${raise(`select 'person:' || new.person_id, 1 where true`)} end`,
  ),
  `create trigger staff_sees_call_round_update after update on call_round begin
    ${raise(`select 'person:' || person_id, 1 from call_asked where round_id = new.id`)} end`,
];
