/**
 * One log of everything done, with its subjects and the sites whose revision it raised, in place of one for plans
 * and one for commands. What the two held is brought over by `fill-activity.ts`.
 */
export const activity: readonly string[] = [
  `create table activity (
    seq integer primary key, id text not null unique, at text not null, actor text not null, kind text not null,
    title text not null, request text, undoes text, payload blob not null, inverse blob
  ) strict`,
  `create index activity_undoes on activity (undoes) where undoes is not null`,
  `create index activity_by_time on activity (at) where inverse is not null`,
  `create table activity_site (
    site_id text not null, revision integer not null, seq integer not null references activity (seq),
    primary key (site_id, revision)
  ) strict, without rowid`,
  `create index activity_site_by_seq on activity_site (seq)`,
  `create table activity_subject (
    id text not null, kind text not null, seq integer not null references activity (seq),
    primary key (id, kind, seq)
  ) strict, without rowid`,
  `create index activity_subject_by_seq on activity_subject (seq) where kind <> 'shift'`,
];

/** Once what they held is in the new log. */
export const afterActivity: readonly string[] = [
  'drop table command_about',
  'drop table command_log',
  'drop table change_log',
];
