/** What a site does without, as JSON: its data stays, and nothing leads to it. */
export const capabilities: readonly string[] = [
  `alter table site add column capabilities_off text not null default '[]'`,
];
