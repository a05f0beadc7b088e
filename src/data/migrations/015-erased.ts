/** Who was erased, by id alone: a back-up from before that is restored must not bring them back. */
export const erased: readonly string[] = [
  `create table erased_person (person_id text primary key, at text not null) strict`,
];
