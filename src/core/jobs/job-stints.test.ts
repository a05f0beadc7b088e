import { describe, expect, test } from '@jest/globals';
import { NO_WORK, type Punch, type PunchKind } from '../clock/punch';
import { jobStints, stintMinutes } from './job-stints';

let made = 0;
const punch = (person: string, at: number, kind: PunchKind, job: string | null = null): Punch => ({
  ...{
    id: `p${++made}`,
    person,
    at,
    kind,
    source: 'phone',
    replaces: null,
    isRemoval: false,
    recorded: made,
  },
  work: kind === 'in' || kind === 'change' ? { ...NO_WORK, job } : null,
});
const shown = (punches: readonly Punch[], now = 2000) =>
  jobStints(punches, now).map(({ job, person, from, to }) => [job, person, from, to]);

describe('time at jobs', () => {
  test('runs from saying so to the next thing that is clocked, of each person apart', () => {
    const punches = [
      punch('ann', 480, 'in'),
      punch('ann', 500, 'change', 'tern'),
      punch('bo', 510, 'in', 'tern'),
      punch('ann', 560, 'change', 'knot'),
      punch('bo', 570, 'out'),
      punch('ann', 600, 'change'),
    ];
    expect(shown(punches)).toEqual([
      ['tern', 'ann', 500, 560],
      ['tern', 'bo', 510, 570],
      ['knot', 'ann', 560, 600],
    ]);
  });

  test('rests in a break and goes on after it', () => {
    const punches = [
      punch('ann', 480, 'in', 'tern'),
      punch('ann', 540, 'break-begins'),
      punch('ann', 570, 'break-ends'),
      punch('ann', 600, 'out'),
    ];
    expect(shown(punches)).toEqual([
      ['tern', 'ann', 480, 540],
      ['tern', 'ann', 570, 600],
    ]);
  });

  test('goes on while nobody said otherwise, as long as anybody works', () => {
    const punches = [punch('ann', 480, 'in', 'tern')];
    const [open] = jobStints(punches, 600);
    expect([open.to, stintMinutes(open, 600)]).toEqual([null, 120]);
    expect(shown(punches, 480 + 960)).toEqual([['tern', 'ann', 480, null]]);
    expect(shown(punches, 480 + 961)).toEqual([['tern', 'ann', 480, 1440]]);
    expect(shown([...punches, punch('ann', 480 + 2000, 'in')], 4000)).toEqual([['tern', 'ann', 480, 1440]]);
  });

  test('is as it was corrected, and knows nothing of what is to come', () => {
    const [begin, end] = [punch('ann', 480, 'in', 'tern'), punch('ann', 560, 'out')];
    const corrected = { ...end, id: 'c', at: 540, replaces: end.id, recorded: 99 };
    expect(shown([begin, end, corrected])).toEqual([['tern', 'ann', 480, 540]]);
    expect(shown([begin, end], 500)).toEqual([['tern', 'ann', 480, null]]);
    const removed = { ...begin, id: 'r', replaces: begin.id, isRemoval: true, recorded: 99 };
    expect(shown([begin, end, removed])).toEqual([]);
  });
});
