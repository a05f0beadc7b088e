import { describe, expect, test } from '@jest/globals';
import { judge, snagsOf } from '../consequences/judge';
import type { Plan } from '../plan/types';
import { parseDate } from '../time/day';
import { DAY } from '../time/span';
import { MONDAY, available, need, person, plan, shift, span } from '../testing';
import { checkOf } from './list';
import { bySeverity } from './shared/snag';
import { wordsFor } from './shared/messages';

const ann = (more: Parameters<typeof person>[1] = {}) => [person('ann', { name: 'Ann Bo', ...more })];
const fixed = (at: number, minutes: number) => ({ minutes, at: at * 60, paid: false });
const BREAKS = [{ atLeastMinutes: 360, minutes: 30, paid: false }];
const OVERTIME = { weekMinutes: 480, multiplier: 1.5, day: [], after: [], seventhDay: null };
const YOUNG = [{ underAge: 18, from: 360, to: 1320, dayMinutes: 480, weekMinutes: 600 }];
const seventeen = parseDate('2010-01-15')!;
const noon = MONDAY * DAY + 720;
const week = (times: string) => [0, 1, 2, 3, 4, 5, 6].map((day) => shift('ann', day, times));
const closed = [0, 1, 2, 3, 4, 5, 6].map((day) => (day === 0 ? [span('9-17')] : []));
const elsewhere = (offset: number, times: string) => ({
  ...{ person: 'ann', role: null, site: 'chandlery', date: MONDAY + offset, ...span(times), break: null },
});
const sites = new Map([['chandlery', 'The Chandlery']]);

/** What is planned, the check, and what it says of it: the sentence, and the way out where there is one. */
const CASES: readonly (readonly [Plan, string, string, string?, unknown?])[] = [
  [plan({ needs: [need('bar', 0, '9-12', 2)] }), 'gap', 'Mon 22 9:00–12:00, Bar: nobody is on, 2 needed.'],
  [
    plan({ needs: [need('bar', 0, '9-12', 2)], shifts: [shift('ann', 0, '9-12')] }),
    'gap',
    'Mon 22 9:00–12:00, Bar: 1 of 2 needed are on.',
  ],
  [
    plan({
      needs: [need(null, 0, '9-12', 3), need(null, 0, '10-11', 4)],
      shifts: [shift('ann', 0, '9-12'), shift('bo', 0, '10-11')],
    }),
    'gap',
    'Mon 22 9:00–12:00, everybody: 2 fewer on than needed.',
  ],
  [
    plan({ needs: [need('bar', 0, '9-12')], shifts: ['ann', 'bo'].map((id) => shift(id, 0, '9-12')) }),
    'surplus',
    'Mon 22 9:00–12:00, Bar: 1 more on than needed.',
  ],
  [
    plan({ shifts: [shift(null, 0, '9-12')] }),
    'unfilled',
    'Mon 22 9:00–12:00, Bar: an open shift with nobody on it.',
  ],
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
    plan({
      people: ann({ leave: [{ id: 'l', from: noon, to: noon + 90, state: 'approved' }] }),
      shifts: [shift('ann', 0, '9-15')],
    }),
    'on-leave',
    'Ann Bo is on leave for 1½ h of Mon 22 9:00–15:00.',
    'Turn Mon 22 9:00–15:00 open',
    expect.objectContaining({ do: 'set', shift: { person: null } }),
  ],
  [
    plan({
      people: ann({ leave: [{ id: 'l', from: noon, to: noon + 90, state: 'waiting' }] }),
      shifts: [shift('ann', 0, '9-15')],
    }),
    'leave-waiting',
    'Ann Bo has asked for leave, not decided yet, over 1½ h of Mon 22 9:00–15:00.',
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
    plan({ people: ann(), shifts: week('9-17') }),
    'no-weekly-rest',
    'Ann Bo: the longest rest of the week is 16 h; the rule here is 35 h without a break.',
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
      people: ann({ maxWeekMinutes: 600 }),
      shifts: [shift('ann', 0, '8-16'), shift('ann', 2, '8-13')],
    }),
    'long-week',
    'Ann Bo is planned for 13 h; their weekly maximum is 10 h.',
  ],
  [
    plan({
      people: ann(),
      shifts: [shift('ann', 0, '8-16'), shift('ann', 2, '8-13')],
      rules: { overtime: OVERTIME },
    }),
    'overtime',
    'Ann Bo: 5 h of overtime, which adds €30.00.',
  ],
  [
    plan({ people: ann({ contractMinutes: 900 }), shifts: [shift('ann', 0, '8-16')] }),
    'under-contract',
    'Ann Bo has 8 h, 7 h under a contract of 15 h.',
  ],
  [
    plan({
      people: ann({
        contractMinutes: 900,
        leave: [{ id: 'l', from: (MONDAY + 3) * DAY, to: (MONDAY + 4) * DAY, state: 'approved' }],
      }),
      shifts: [shift('ann', 0, '8-16')],
    }),
    'under-contract',
    'Ann Bo has 11 h, 3 h of it credited, 4 h under a contract of 15 h.',
  ],
  [
    plan({ people: ann(), shifts: week('9-17') }),
    'days-in-a-row',
    'Ann Bo works 7 days in a row, Mon 22 to Sun 28; the limit here is 6.',
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
    plan({ people: ann(), shifts: [shift('ann', 0, '8-12')], site: { openHours: closed } }),
    'closed',
    'Ann Bo, Mon 22 8:00–12:00: 1 h while the place is closed.',
  ],
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '8-16')], budget: { minutes: 420, cost: null } }),
    'over-budget',
    'The week holds 8 h, 1 h over the budget of 7 h.',
  ],
  [
    plan({ people: ann(), shifts: [shift('ann', 0, '8-16')], budget: { minutes: null, cost: 90.5 } }),
    'over-budget',
    'The week costs €96.00, €5.50 over the budget of €90.50.',
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

describe('what a check says, with its way out', () => {
  test.each(CASES.map((one) => [one]))('%#', ([p, code, sentence, label, changes]) => {
    const [snag] = snagsOf(judge(p))
      .filter((one) => one.code === code)
      .sort(bySeverity);
    const words = wordsFor(p, '24', sites);
    const check = checkOf(code)!;
    expect(check.message(snag, words)).toBe(sentence);
    const fix = check.fix?.(snag, p, words) ?? null;
    expect([fix?.label, fix?.changes[0]]).toEqual([label, changes]);
  });
});
