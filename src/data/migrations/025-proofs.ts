/**
 * `confirmed_phone`: the number somebody was sent a code to, and since when it is theirs for certain, null: not yet; a number that was
 * changed since counts no more. Whoever had asked for text messages before had seen theirs. `punch_photo`: taken with a punch, as JPEG.
 * `site.clock_photos`: whether one is taken and for how many days it is kept, as JSON.
 */
export const proofs: readonly string[] = [
  `create table confirmed_phone (
    person_id text primary key references person (id),
    phone text not null,
    code_hash text,
    sent_at text,
    tries integer not null default 0,
    confirmed_at text
  ) strict`,
  `insert into confirmed_phone (person_id, phone, confirmed_at)
    select person.id, person.phone, strftime('%Y-%m-%dT%H:%M:%fZ', 'now') from person
    join told_wish on told_wish.person_id = person.id
    where told_wish.by_text = 1 and person.phone is not null`,
  `create table punch_photo (
    punch_id text primary key references punch (id),
    site_id text not null references site (id),
    person_id text not null references person (id),
    taken_at text not null,
    image blob not null
  ) strict`,
  `create index punch_photo_by_age on punch_photo (site_id, taken_at)`,
  `alter table site add column clock_photos text`,
];
