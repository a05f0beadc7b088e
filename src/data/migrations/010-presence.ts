/** Which week somebody has open just now, so that all processes on the file can say so to others. */
export const presence: readonly string[] = [
  `create table presence (
    tab text primary key, user_id text not null, site_id text not null, week text not null, at text not null
  ) strict`,
  `create index presence_by_time on presence (at)`,
];
