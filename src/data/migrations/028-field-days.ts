/**
 * What crews are told and what they say. `published_visit`: visits as crews were told of them last, also of jobs that are not there any
 * more; `times_told`: how often before this. `job_material`: what was used for a job; `cost`: of all of it, in major units; null: not said yet. `job_note`: what a crew wrote to
 * a job. `job.billed_at`: when it was taken into a bill; null: it was not.
 */
export const fieldDays: readonly string[] = [
  `create table published_visit (
    id text primary key,
    site_id text not null references site (id),
    job_id text not null,
    crew_id text,
    person_id text,
    date text not null,
    from_minute integer not null,
    minutes integer,
    person_minutes integer,
    is_through integer not null default 0 check (is_through in (0, 1)),
    is_fixed integer not null default 0 check (is_fixed in (0, 1)),
    note text,
    times_told integer,
    told_at text
  ) strict`,
  `create index published_visit_by_date on published_visit (site_id, date)`,
  `create table job_material (
    id text primary key,
    site_id text not null references site (id),
    job_id text not null references job (id),
    name text not null,
    cost real,
    person_id text references person (id),
    at text not null
  ) strict`,
  `create index job_material_of_job on job_material (job_id)`,
  `create table job_note (
    id text primary key,
    site_id text not null references site (id),
    job_id text not null references job (id),
    person_id text references person (id),
    at text not null,
    note text not null
  ) strict`,
  `create index job_note_of_job on job_note (job_id)`,
  `alter table job add column billed_at text`,
];
