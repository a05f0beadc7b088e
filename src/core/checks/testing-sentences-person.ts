import { expect } from '@jest/globals';
import type { Plan } from '../plan/types';
import { MONDAY, available, person, plan, shift, span } from '../testing';
import { parseDate } from '../time/day';

const ann = (more: Parameters<typeof person>[1] = {}) => [person('ann', { name: 'Ann Bo', ...more })];
const fixed = (at: number, minutes: number) => ({ minutes, at: at * 60, paid: false });
const BREAKS = [{ atLeastMinutes: 360, minutes: 30, paid: false }];
const YOUNG = [{ underAge: 18, from: 360, to: 1320, dayMinutes: 480, weekMinutes: 600 }];
const seventeen = parseDate('2010-01-15')!;
const elsewhere = (offset: number, times: string) => ({
  ...{ person: 'ann', role: null, site: 'chandlery', date: MONDAY + offset, ...span(times), break: null },
});

/** What is planned, the check, and what it says of it: the sentence, and the way out where there is one. */
export const PERSON_CASES: readonly (readonly [Plan, string, string, string?, unknown?])[] = [
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '9-13')], surroundingShifts: [elsewhere(0, '12-16')] }),
    'overlap',
    'Ann Bo is in two shifts at once for 1 h: 12:00–16:00 at The Chandlery and Mon 22 9:00–13:00.',
    'Turn Mon 22 9:00–13:00 open',
    expect.objectContaining({ do: 'set', shift: { person: null } }),
  ],
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '22-30'), shift('ann', 1, '5-9')] }),
    'overlap',
    'Ann Bo is in two shifts at once for 1 h: Mon 22 22:00–6:00 and Tue 23 5:00–9:00.',
    'Turn Tue 23 5:00–9:00 open',
    expect.objectContaining({ do: 'set', shift: { person: null } }),
  ],
  [
    plan({ people: ann({ availability: [available([0], '9-17')] }), shifts: [shift('ann', 0, '8-17')] }),
    'not-available',
    'Ann Bo, Mon 22 8:00–17:00: available from 9:00, 1 h too early.',
    'Start Mon 22 at 9:00',
    expect.objectContaining({ do: 'set', shift: { from: 540, to: 1020 } }),
  ],
  [
    plan({ people: ann({ availability: [available([0], '9-17')] }), shifts: [shift('ann', 0, '9-18:30')] }),
    'not-available',
    'Ann Bo, Mon 22 9:00–18:30: available until 17:00, 1½ h too long.',
    'End Mon 22 at 17:00',
    expect.objectContaining({ do: 'set', shift: { from: 540, to: 1020 } }),
  ],
  [
    plan({ people: ann({ availability: [available([0], '9-17')] }), shifts: [shift('ann', 0, '8-18')] }),
    'not-available',
    'Ann Bo, Mon 22 8:00–18:00: available 9:00–17:00, 2 h outside.',
    'Start Mon 22 at 9:00, end at 17:00',
    expect.objectContaining({ do: 'set', shift: { from: 540, to: 1020 } }),
  ],
  [
    plan({
      people: ann({ availability: [available([0], '9-11'), available([0], '13-15')] }),
      shifts: [shift('ann', 0, '9-15')],
    }),
    'not-available',
    'Ann Bo, Mon 22 9:00–15:00: 2 h outside the hours they are available.',
    'Turn Mon 22 9:00–15:00 open',
    expect.objectContaining({ do: 'set', shift: { person: null } }),
  ],
  [
    plan({ people: ann({ availability: [available([0], '9-10')] }), shifts: [shift('ann', 0, '9-15')] }),
    'not-available',
    'Ann Bo, Mon 22 9:00–15:00: available until 10:00, 5 h too long.',
    'Turn Mon 22 9:00–15:00 open',
    expect.objectContaining({ do: 'set', shift: { person: null } }),
  ],
  [
    plan({ people: ann({ availability: [available([0], '9-11')] }), shifts: [shift('ann', 0, '9-15')] }),
    'not-available',
    'Ann Bo, Mon 22 9:00–15:00: available until 11:00, 4 h too long.',
    'End Mon 22 at 11:00',
    expect.objectContaining({ do: 'set', shift: { from: 540, to: 660 } }),
  ],
  [
    plan({ people: ann({ availability: [available([1], '9-11')] }), shifts: [shift('ann', 0, '9-15')] }),
    'not-available',
    'Ann Bo, Mon 22 9:00–15:00: 6 h outside the hours they are available.',
    'Turn Mon 22 9:00–15:00 open',
    expect.objectContaining({ do: 'set', shift: { person: null } }),
  ],
  [
    plan({ people: ann({ availability: [available([0, 1], '20-24')] }), shifts: [shift('ann', 0, '22-26')] }),
    'not-available',
    'Ann Bo, Mon 22 22:00–2:00: available until 0:00, 2 h too long.',
    'End Mon 22 at 0:00',
    expect.objectContaining({ do: 'set', shift: { from: 1320, to: 1440 } }),
  ],
  [
    plan({
      people: ann({ availability: [available([0], '9-10', 'rather-not')] }),
      shifts: [shift('ann', 0, '9-15')],
    }),
    'rather-not',
    'Ann Bo would rather not work 1 h of Mon 22 9:00–15:00.',
  ],
  [
    plan({ people: ann({ roles: [] }), shifts: [shift('ann', 0, '9-15')] }),
    'not-qualified',
    'Ann Bo does not work Bar (Mon 22).',
    'Turn Mon 22 9:00–15:00 open',
    expect.objectContaining({ do: 'set', shift: { person: null } }),
  ],
  [
    plan({
      people: ann({
        roles: [
          { role: 'bar', until: MONDAY - 9, hourlyRate: null },
          { role: 'bar', until: MONDAY - 2, hourlyRate: null },
          { role: 'bar', until: MONDAY - 5, hourlyRate: null },
        ],
      }),
      shifts: [shift('ann', 0, '9-15')],
    }),
    'not-qualified',
    "Mon 22: Ann Bo's certificate for Bar ended on Sat 20.",
    'Turn Mon 22 9:00–15:00 open',
    expect.objectContaining({ do: 'set', shift: { person: null } }),
  ],
  [
    plan({ people: ann({ employedFrom: MONDAY + 1 }), shifts: [shift('ann', 0, '9-15')] }),
    'not-employed',
    'Ann Bo is first employed on Tue 23, and has a shift on Mon 22.',
    'Turn Mon 22 9:00–15:00 open',
    expect.objectContaining({ do: 'set', shift: { person: null } }),
  ],
  [
    plan({ people: ann({ employedTo: MONDAY }), shifts: [shift('ann', 1, '9-15')] }),
    'not-employed',
    'Ann Bo left on Mon 22, and has a shift on Tue 23.',
    'Turn Tue 23 9:00–15:00 open',
    expect.objectContaining({ do: 'set', shift: { person: null } }),
  ],
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '14-23'), shift('ann', 1, '8-15')] }),
    'short-rest',
    'Ann Bo: Mon 22 ends 23:00, Tue 23 starts 8:00. Rest is 9 h; the rule here is 11 h.',
    'Start Tue 23 at 10:00',
    expect.objectContaining({ do: 'set', shift: { from: 600 } }),
  ],
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '14-23'), shift('ann', 1, '8-11')] }),
    'short-rest',
    'Ann Bo: Mon 22 ends 23:00, Tue 23 starts 8:00. Rest is 9 h; the rule here is 11 h.',
  ],
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '14-23'), shift('ann', 1, '8-12')] }),
    'short-rest',
    'Ann Bo: Mon 22 ends 23:00, Tue 23 starts 8:00. Rest is 9 h; the rule here is 11 h.',
    'Start Tue 23 at 10:00',
    expect.objectContaining({ do: 'set', shift: { from: 600 } }),
  ],
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '14-23')], surroundingShifts: [elsewhere(1, '8-15')] }),
    'short-rest',
    'Ann Bo: Mon 22 ends 23:00, Tue 23 starts 8:00. Rest is 9 h; the rule here is 11 h.',
  ],
  [
    plan({
      people: ann(),
      shifts: [shift('ann', 0, '20-30'), shift('ann', 1, '13-23')],
      rules: { dailyRestMinutes: 1200 },
    }),
    'short-rest',
    'Ann Bo: Mon 22 ends 6:00, Tue 23 starts 13:00. Rest is 7 h; the rule here is 20 h.',
  ],
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '9-20')] }),
    'long-shift',
    'Ann Bo, Mon 22 9:00–20:00: 11 h long, 1 h over the limit of 10 h.',
  ],
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '9-10')] }),
    'short-shift',
    'Ann Bo, Mon 22 9:00–10:00: 1 h long; a shift here is at least 2 h.',
  ],
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '8-13'), shift('ann', 0, '15-21:30')] }),
    'long-day',
    'Ann Bo works 11½ h on Mon 22, 1½ h over the limit of 10 h.',
  ],
  [
    plan({
      people: ann(),
      shifts: [shift('ann', 0, '9-16', { break: fixed(12, 10) })],
      rules: { breaks: BREAKS },
    }),
    'no-break',
    'Ann Bo works 7 h on Mon 22 with a break of 10 min; 30 min are due.',
    'Give Mon 22 a break of 30 min',
    expect.objectContaining({ do: 'set', shift: { break: { minutes: 30, at: null, paid: false } } }),
  ],
  [
    plan({
      people: ann(),
      shifts: [shift('ann', 0, '9-16', { break: fixed(12, 0) })],
      rules: { breaks: BREAKS },
    }),
    'no-break',
    'Ann Bo works 7 h on Mon 22 with no break; 30 min are due.',
    'Give Mon 22 a break of 30 min',
    expect.objectContaining({ do: 'set', shift: { break: { minutes: 30, at: null, paid: false } } }),
  ],
  [
    plan({
      people: ann(),
      shifts: [
        shift('ann', 0, '9-13', { break: fixed(12, 0) }),
        shift('ann', 0, '13:10-17', { break: fixed(14, 0) }),
      ],
      rules: { breaks: BREAKS },
    }),
    'no-break',
    'Ann Bo works 7:50 h on Mon 22 with a break of 10 min; 30 min are due.',
  ],
  [
    plan({
      people: ann({ birthDate: seventeen }),
      shifts: [shift('ann', 0, '20-23')],
      rules: { young: YOUNG },
    }),
    'young-worker',
    'Ann Bo is under 18: 1 h of Mon 22 20:00–23:00 are outside the hours allowed.',
  ],
  [
    plan({
      people: ann({ birthDate: seventeen }),
      shifts: [shift('ann', 0, '9-18')],
      rules: { young: YOUNG },
    }),
    'young-worker',
    'Ann Bo is under 18: 9 h on Mon 22, 8 h are allowed.',
  ],
  [
    plan({
      people: ann({ birthDate: seventeen }),
      shifts: [shift('ann', 0, '9-16'), shift('ann', 2, '9-16')],
      rules: { young: YOUNG },
    }),
    'young-worker',
    'Ann Bo is under 18: 14 h in the week, 10 h are allowed.',
  ],
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '5-22')] }),
    'bad-time',
    'Ann Bo, Mon 22 5:00–22:00: 17 h is more likely a slip than a shift.',
  ],
  [
    plan({
      people: ann(),
      shifts: [shift('ann', 0, '1:30-2:15', { date: parseDate('2027-03-28')! })],
      from: parseDate('2027-03-22')!,
    }),
    'bad-time',
    'Ann Bo, Sun 28 1:30–2:15: the clock change leaves no time between start and end.',
  ],
];
