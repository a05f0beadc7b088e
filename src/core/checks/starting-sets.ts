import type { OvertimeRules, Rules } from '../plan/types';

/** Rules to begin with, taken from something published; every site may change them afterwards. */
export interface StartingSet {
  readonly id: string;
  readonly name: string;
  /** Where the figures come from, for the person who chooses. */
  readonly source: string;
  readonly description: string;
  readonly rules: Partial<Rules>;
}

const NO_OVERTIME: OvertimeRules = { weekMinutes: null, multiplier: 1, day: [], after: [], seventhDay: null };

/** The sets a site can start from. None of them is legal advice: what binds a business is its own law and contracts. */
export const STARTING_SETS: readonly StartingSet[] = [
  {
    id: 'eu',
    name: 'European working time',
    source: 'Directive 2003/88/EC, Articles 3 to 6; Directive 94/33/EC, Articles 8 to 10 and 12',
    description:
      '11 h of rest a day, 35 h in a row each week, a break in days over 6 h. Under 18: 8 h a day and 40 h a week, ' +
      'between 6:00 and 22:00, with 30 min of break after 4½ h. No overtime pay.',
    rules: {
      dailyRestMinutes: 660,
      weeklyRestMinutes: 2100,
      maxDaysInARow: 6,
      breaks: [{ atLeastMinutes: 360, minutes: 30, paid: false }],
      overtime: null,
      young: [{ underAge: 18, from: 360, to: 1320, dayMinutes: 480, weekMinutes: 2400 }],
    },
  },
  {
    id: 'us',
    name: 'United States, federal',
    source: '29 CFR 778.110 (overtime), 785.19 (meal periods), 570.35 (14 and 15 year olds)',
    description:
      'Time and a half over 40 h a week. A meal period of 30 min is not paid. Under 16: between 7:00 and 19:00, ' +
      'at most 8 h a day and 40 h a week (3 h and 18 h in school weeks).',
    rules: {
      dailyRestMinutes: 480,
      weeklyRestMinutes: 1440,
      breaks: [{ atLeastMinutes: 360, minutes: 30, paid: false }],
      overtime: { ...NO_OVERTIME, weekMinutes: 2400, multiplier: 1.5 },
      young: [{ underAge: 16, from: 420, to: 1140, dayMinutes: 480, weekMinutes: 2400 }],
    },
  },
  {
    id: 'california',
    name: 'California',
    source: 'California Labor Code §510 (overtime), §512 (meal periods), §551 and §552 (a day of rest)',
    description:
      'Time and a half over 8 h a day, over 40 h a week and on the seventh day; double over 12 h a day, and over ' +
      '8 h on the seventh. A meal period of 30 min in shifts over 5 h, two over 10 h.',
    rules: {
      dailyRestMinutes: 480,
      weeklyRestMinutes: 1440,
      maxDaysInARow: 6,
      breaks: [
        { atLeastMinutes: 301, minutes: 30, paid: false },
        { atLeastMinutes: 601, minutes: 60, paid: false },
      ],
      overtime: {
        weekMinutes: 2400,
        multiplier: 1.5,
        day: [
          { overMinutes: 480, multiplier: 1.5 },
          { overMinutes: 720, multiplier: 2 },
        ],
        after: [],
        seventhDay: { multiplier: 1.5, overMinutes: 480, thenMultiplier: 2 },
      },
      young: [{ underAge: 16, from: 420, to: 1140, dayMinutes: 480, weekMinutes: 2400 }],
    },
  },
];
