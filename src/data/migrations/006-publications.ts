/** What was published or withdrawn, when, by whom, and what of it was news. */
export const publications: readonly string[] = [
  `create table publication (
    id text primary key, site_id text not null references site (id), at text not null, actor text not null,
    kind text not null check (kind in ('publish', 'withdraw')), from_date text not null, to_date text not null,
    is_partial integer not null, message text not null, content text not null
  ) strict`,
  `create index publication_by_site on publication (site_id, from_date)`,
];
