/** What a site may use or do without; each has a word by which it is known in every layer. */
export const CAPABILITIES = [
  {
    id: 'templates',
    name: 'Templates',
    what: 'Shifts and weeks that are kept to be used again, and the stations at which shifts are worked.',
  },
  {
    id: 'patterns',
    name: 'Patterns',
    what: 'Cycles of shifts over one to eight weeks, for a person or a crew.',
  },
  {
    id: 'leave',
    name: 'Leave',
    what: 'Kinds of leave and their balances; people ask for it and say when they cannot come.',
  },
  {
    id: 'requests',
    name: 'Requests about shifts',
    what: 'Swaps, hand-overs, shifts given up and open shifts taken; each is decided with what it would do in view.',
  },
  {
    id: 'clock',
    name: 'Clock',
    what: 'People clock in and out, and Today shows who is there.',
  },
  {
    id: 'hours',
    name: 'Hours',
    what: 'Hours worked by period of pay: submitted, approved, locked, and handed to payroll.',
  },
  { id: 'daybook', name: 'Daybook', what: 'Notes for a whole day, seen by everybody who works it.' },
  {
    id: 'outbox',
    name: 'E-mail and text messages',
    what: 'What a publication brings is sent to people too; without it they see it on their own page alone.',
  },
] as const;

export type Capability = (typeof CAPABILITIES)[number]['id'];

/** Capabilities of a list of their words; others, from a newer version, are left out. */
export function capabilitiesIn(words: readonly string[]): Capability[] {
  return CAPABILITIES.filter(({ id }) => words.includes(id)).map(({ id }) => id);
}
