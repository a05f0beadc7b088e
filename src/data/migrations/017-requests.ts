/** Raises what staff see of some people. */
const raise = (subjects: string) =>
  `insert into staff_revision (subject, revision) ${subjects}
    on conflict (subject) do update set revision = revision + 1;`;
/** Who asks, who is asked; what is given up anybody of the site may see. */
const seen = (side: 'old' | 'new') =>
  raise(`select 'person:' || ${side}.person_id, 1 where true`) +
  raise(`select 'person:' || ${side}.colleague_id, 1 where ${side}.colleague_id is not null`) +
  raise(`select 'site:' || ${side}.site_id, 1 where ${side}.kind = 'give-up'`);

/**
 * Requests about shifts: swaps, hand-overs, shifts given up, open shifts asked for; with what happened to them.
 * `mine`, `theirs`: the shifts each way as they were when it was asked, as JSON. `taken_back`: when an approval was.
 * `site.request_rules`: what may be asked for there, as JSON.
 */
export const requests: readonly string[] = [
  `create table shift_request (
    id text primary key, site_id text not null references site (id),
    kind text not null check (kind in ('swap', 'hand-over', 'give-up', 'take')),
    state text not null check
      (state in ('drafted', 'with-colleague', 'waiting', 'approved', 'declined', 'withdrawn', 'lapsed')),
    person_id text not null references person (id), colleague_id text references person (id),
    mine text not null, theirs text not null, begins text not null, at text not null, note text not null,
    is_asked integer not null default 0, decided_at text, taken_back text, seen_at text
  ) strict`,
  `create index shift_request_open on shift_request (site_id, begins) where state in ('with-colleague', 'waiting')`,
  `create index shift_request_by_person on shift_request (person_id, at)`,
  `create index shift_request_by_colleague on shift_request (colleague_id, at)`,
  `create table shift_request_event (
    id text primary key, request_id text not null references shift_request (id), at text not null,
    actor text not null, what text not null, words text not null
  ) strict`,
  `create index shift_request_event_of on shift_request_event (request_id, at)`,
  `alter table site add column request_rules text`,
  ...['insert', 'update'].map(
    (what) =>
      `create trigger staff_sees_shift_request_${what} after ${what} on shift_request begin ${seen('new')} end`,
  ),
  `create trigger staff_sees_request_rules after update of request_rules on site begin
    ${raise(`select 'site:' || new.id, 1 where true`)} end`,
];
