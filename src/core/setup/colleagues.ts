/** What staff of a site may see of each other; each has a word by which it is known in every layer. */
export const COLLEAGUE_VIEWS = [
  {
    id: 'team',
    name: 'The team’s shifts',
    what: 'Who else works on a day: published times and roles, never drafts.',
  },
  { id: 'names', name: 'Names', what: 'Without them a colleague is named by the role alone.' },
  { id: 'contacts', name: 'Telephone and e-mail', what: 'To call somebody about a shift.' },
  { id: 'hours', name: 'Hours', what: 'How many hours each works on the day and in the week.' },
  {
    id: 'notes',
    name: 'Notes, stations and duties',
    what: 'What a shift says besides its times and its role.',
  },
] as const;

export type ColleagueView = (typeof COLLEAGUE_VIEWS)[number]['id'];

/**
 * What of a list of words staff see; others, from a newer version, are left out. Without the team's shifts there is
 * nothing that anything else could be seen of.
 */
export function colleagueViewsIn(words: readonly string[]): ReadonlySet<ColleagueView> {
  if (!words.includes('team')) return new Set();
  return new Set(COLLEAGUE_VIEWS.filter(({ id }) => words.includes(id)).map(({ id }) => id));
}

/** What staff of a new site see of each other. */
export const USUAL_COLLEAGUE_VIEWS: readonly ColleagueView[] = ['team', 'names'];
