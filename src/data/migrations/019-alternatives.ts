/**
 * `site.proposing`: what proposals go by there and what is a burden, as JSON. `alternative`: ways a week could be planned,
 * kept beside it to be compared.
 */
export const alternatives: readonly string[] = [
  `alter table site add column proposing text`,
  `create table alternative (
    id text primary key,
    site_id text not null references site (id),
    first text not null,
    days integer not null check (days > 0),
    name text not null,
    made_at text not null,
    made_by text,
    content text not null
  ) strict`,
  `create index alternative_of_week on alternative (site_id, first)`,
];
