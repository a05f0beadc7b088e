/** Raises what staff see of a person, or of every site. */
const raise = (subjects: string) =>
  `insert into staff_revision (subject, revision) ${subjects}
    on conflict (subject) do update set revision = revision + 1;`;
const person = (side: 'old' | 'new') => raise(`select 'person:' || ${side}.person_id, 1 where true`);
const everySite = raise(`select 'site:' || id, 1 from site where true`);

/**
 * Kinds of leave, the ledger of each person and kind, requests with what happened to them, and limits on who is away.
 * An entry of the ledger is neither altered nor deleted, but for its note: the database refuses it.
 * `person_contract`: contract minutes from a date on, of whom they ever changed; who is not there has those of now.
 * `leave.request_id`: the request it came from; `credit`: minutes that count for the contract, by date, as JSON.
 * `person.home_site_id`: whose weekend, holidays and approver hold; null: the first site of the person.
 * `holiday.detail`: what else the core knows of a holiday, as JSON.
 */
export const leave: readonly string[] = [
  `create table leave_type (
    id text primary key, name text not null, mark text not null, ink text not null,
    position integer not null, retired integer not null default 0, rules text not null
  ) strict`,
  `create table leave_exception (
    id text primary key, person_id text not null references person (id),
    type_id text not null references leave_type (id), since text not null, figures text not null,
    note text not null
  ) strict`,
  `create index leave_exception_by_person on leave_exception (person_id)`,
  `create table person_contract (
    person_id text not null references person (id), since text not null, minutes integer,
    primary key (person_id, since)
  ) strict`,
  `create table leave_request (
    id text primary key, person_id text not null references person (id),
    type_id text not null references leave_type (id), at text not null, asked_by text not null,
    state text not null check (state in ('draft', 'sent', 'withdrawn')), asked text not null, days text not null,
    steps text not null, done integer not null, back text not null, rules text not null, note text not null,
    is_absence integer not null default 0, seen_at text
  ) strict`,
  `create index leave_request_by_person on leave_request (person_id, at)`,
  `create table leave_event (
    id text primary key, request_id text not null references leave_request (id), at text not null,
    actor text not null, what text not null, days text not null, reason text not null
  ) strict`,
  `create index leave_event_of on leave_event (request_id, at)`,
  `create table leave_entry (
    id text primary key, person_id text not null references person (id),
    type_id text not null references leave_type (id), date text not null,
    kind text not null check (kind in
      ('grant', 'accrual', 'carry-over', 'expiry', 'taken', 'given-back', 'correction', 'earned')),
    amount integer not null, note text not null, at text not null, actor text not null, request_id text,
    grant_id text, key text, reverses text unique references leave_entry (id)
  ) strict`,
  `create unique index leave_entry_key on leave_entry (person_id, type_id, key)`,
  `create index leave_entry_of on leave_entry (type_id, person_id, date)`,
  `create index leave_entry_taken on leave_entry (date) where kind = 'taken'`,
  `create trigger leave_entry_stays before update of
    person_id, type_id, date, kind, amount, at, actor, request_id, grant_id, key, reverses on leave_entry
    begin select raise(abort, 'an entry of the ledger is reversed, not altered'); end`,
  `create trigger leave_entry_remains before delete on leave_entry
    begin select raise(abort, 'an entry of the ledger is reversed, not deleted'); end`,
  `create table leave_grant (
    id text primary key, type_id text not null references leave_type (id), at text not null, actor text not null,
    date text not null, amount integer not null, note text not null, whom text not null, is_ended integer not null
  ) strict`,
  `create table leave_limit (
    id text primary key, site_id text not null references site (id), of_kind text not null, of_id text,
    most integer not null, weekdays text, from_date text, to_date text, position integer not null
  ) strict`,
  `create table leave_closed (
    id text primary key, site_id text not null references site (id), from_date text not null,
    to_date text not null, reason text not null
  ) strict`,
  `alter table leave add column request_id text`,
  `alter table leave add column credit text`,
  `create index leave_of_request on leave (request_id) where request_id is not null`,
  `alter table person add column home_site_id text`,
  `alter table holiday add column detail text`,
  `alter table site add column absence_opens integer not null default 0`,
  ...['leave_request', 'leave_entry'].flatMap((table) => [
    `create trigger staff_sees_${table}_insert after insert on ${table} begin ${person('new')} end`,
    `create trigger staff_sees_${table}_update after update on ${table} begin ${person('new')} end`,
  ]),
  ...['leave_type', 'leave_limit', 'leave_closed'].flatMap((table) =>
    ['insert', 'update', 'delete'].map(
      (what) => `create trigger staff_sees_${table}_${what} after ${what} on ${table} begin ${everySite} end`,
    ),
  ),
];
