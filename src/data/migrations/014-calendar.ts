const NOW = `strftime('%Y-%m-%dT%H:%M:%fZ', 'now')`;

/** Notes that something of a person was told, changed, or is no more. */
const note = (side: 'old' | 'new', kind: 'shift' | 'leave', isGone: 0 | 1, content: string, when = '') =>
  `insert into calendar_event (person_id, kind, id, sequence, is_gone, at, content)
    select ${side}.person_id, '${kind}', ${side}.id, 0, ${isGone}, ${NOW}, ${content}
    where ${side}.person_id is not null ${when}
    on conflict (person_id, kind, id) do update
      set sequence = sequence + 1, is_gone = ${isGone}, at = ${NOW}, content = excluded.content;`;

const shift = (side: 'old' | 'new') =>
  `json_object('site', ${side}.site_id, 'role', ${side}.role_id, 'date', ${side}.date,
    'from', ${side}.from_minute, 'to', ${side}.to_minute)`;
const leave = (side: 'old' | 'new') => `json_object('from', ${side}.from_at, 'to', ${side}.to_at)`;

/**
 * What of a person calendars may know: each published shift and each approved leave with how often it changed since
 * it was told first, and what is gone, so that calendars can take it out. Kept by the database itself, so that
 * whatever publishes cannot forget it. `calendar_feed`: how often the address of somebody's feed was renewed.
 */
export const calendar: readonly string[] = [
  `create table calendar_event (
    person_id text not null, kind text not null check (kind in ('shift', 'leave')), id text not null,
    sequence integer not null, is_gone integer not null, at text not null, content text not null,
    primary key (person_id, kind, id)
  ) strict`,
  `create index calendar_event_of_shift on calendar_event (id) where kind = 'shift'`,
  `create table calendar_feed (owner text primary key, turn integer not null) strict`,
  `insert into calendar_event (person_id, kind, id, sequence, is_gone, at, content)
    select person_id, 'shift', id, 0, 0, ${NOW},
      json_object('site', site_id, 'role', role_id, 'date', date, 'from', from_minute, 'to', to_minute)
    from published_shift where person_id is not null`,
  `insert into calendar_event (person_id, kind, id, sequence, is_gone, at, content)
    select person_id, 'leave', id, 0, 0, ${NOW}, json_object('from', from_at, 'to', to_at)
    from leave where state = 'approved'`,
  `create trigger calendar_shift_told after insert on published_shift begin
    ${note('new', 'shift', 0, shift('new'))} end`,
  `create trigger calendar_shift_changed after update on published_shift begin
    ${note('old', 'shift', 1, shift('old'), 'and new.person_id is not old.person_id')}
    ${note('new', 'shift', 0, shift('new'))} end`,
  `create trigger calendar_shift_gone after delete on published_shift begin
    ${note('old', 'shift', 1, shift('old'))} end`,
  `create trigger calendar_leave_told after insert on leave when new.state = 'approved' begin
    ${note('new', 'leave', 0, leave('new'))} end`,
  `create trigger calendar_leave_changed after update on leave begin
    ${note('old', 'leave', 1, leave('old'), `and old.state = 'approved' and new.state <> 'approved'`)}
    ${note('new', 'leave', 0, leave('new'), `and new.state = 'approved'`)} end`,
  `create trigger calendar_leave_gone after delete on leave when old.state = 'approved' begin
    ${note('old', 'leave', 1, leave('old'))} end`,
];
