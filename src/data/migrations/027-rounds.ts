/**
 * Rounds that make their jobs. `job_round.days`: within how many days from its date a job of the round is to be done; null: on that very
 * date. `person_minutes`: of each of its jobs; null: as its service says. `made_until`: the last date for which its jobs have been made;
 * null: none were.
 */
export const rounds: readonly string[] = [
  `alter table job_round add column days integer`,
  `alter table job_round add column person_minutes integer`,
  `alter table job_round add column made_until text`,
  `update job_round set
    made_until = (select max(round_date) from job where round_id = job_round.id),
    days = (
      select cast(max(julianday(latest) - julianday(round_date)) as integer) + 1 from job where round_id = job_round.id
    )`,
];
