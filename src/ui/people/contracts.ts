/** The kinds of contract, with what they are called. */
export const CONTRACTS = [
  ['full-time', 'full-time'],
  ['part-time', 'part-time'],
  ['on-call', 'on call'],
] as const;
