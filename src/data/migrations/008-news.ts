/** What each person is told, when they saw it, and what they answered; and how much notice a site asks for. */
export const news: readonly string[] = [
  `create table news (
    id text primary key, person_id text not null, site_id text not null, publication_id text not null,
    at text not null, kind text not null check (kind in ('publish', 'withdraw')), message text not null,
    content text not null, is_late integer not null, seen_at text, answer text check (answer in ('yes', 'no')),
    answered_at text, decision text check (decision in ('keep', 'give back')), decided_by text, decided_at text
  ) strict`,
  `create index news_by_person on news (person_id, at)`,
  `create index news_by_publication on news (publication_id)`,
  `alter table site add column notice_days integer not null default 0`,
];
