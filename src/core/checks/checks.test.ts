import { describe, expect, test } from '@jest/globals';
import { judge, snagsOf } from '../consequences/judge';
import type { Plan } from '../plan/types';
import { MONDAY, available, person, plan, shift, span } from '../testing';
import { CHECKS, checkOf } from './list';
import { wordsFor } from './shared/messages';
import { type Snag, bySeverity } from './shared/snag';
import { FIELD_CASES } from './testing-cases-field';
import { OTHER_CASES } from './testing-cases-other';
import { PERSON_CASES } from './testing-cases-person';

const BREAKS = [{ atLeastMinutes: 360, minutes: 30, paid: false }];

function found(p: Plan, code: string): Snag[] {
  return snagsOf(judge(p))
    .filter((snag) => snag.code === code)
    .sort(bySeverity);
}

/** `amount` of each snag of a code, null where it has none. */
function amounts(p: Plan, code: string): (number | null)[] {
  return found(p, code).map((snag) => snag.amount);
}

const around = (who: string, offset: number, times: string, site: string | null = null) => ({
  person: who,
  role: null,
  site,
  date: MONDAY + offset,
  ...span(times),
  break: null,
});

const CASES = [...OTHER_CASES, ...PERSON_CASES, ...FIELD_CASES];

describe('each check finds what it is for, and nothing at its limit', () => {
  test.each(CASES)('%s: %s', (code, _what, p, expected) => {
    const sorted = (list: (number | null)[]) => [...list].sort((a, b) => Number(a) - Number(b));
    expect(sorted(amounts(p, code))).toEqual(sorted(expected));
  });

  test('none is without a case', () => {
    const covered = new Set(CASES.map(([code]) => code));
    expect(CHECKS.map((check) => check.code).filter((code) => !covered.has(code))).toEqual([]);
  });

  test('every sentence is made of the plan’s words', () => {
    for (const [, , p] of CASES) {
      const words = wordsFor(p);
      for (const snag of snagsOf(judge(p))) {
        const text = CHECKS.find((check) => check.code === snag.code)!.message(snag, words);
        expect(text).toMatch(/^[A-Z“].*\.$/);
        expect(text).not.toMatch(/undefined|null|NaN|Infinity/);
      }
    }
  });
});

describe('what a snag says of its place', () => {
  test('one shift: its date and times; two: the later one’s', () => {
    const late = shift('ann', 0, '14-25');
    const early = shift('ann', 1, '9-12');
    const p = plan({ shifts: [early, late] });
    expect(found(p, 'short-rest')[0]).toMatchObject({
      date: MONDAY + 1,
      from: 540,
      to: 720,
      shifts: [late.id, early.id],
      limit: 660,
      severity: 'warn',
    });
    expect(found(p, 'long-shift')[0]).toMatchObject({ date: MONDAY, from: 840, to: 1500 });
  });

  test.each([
    ['9-13', around('ann', 0, '12-16', 'chandlery'), '12:00–16:00 at The Chandlery and Mon 22 9:00–13:00'],
    ['9-13', around('ann', 0, '8-10', 'chandlery'), '8:00–10:00 at The Chandlery and Mon 22 9:00–13:00'],
    ['5-9', around('ann', -1, '22-30'), 'Sun 21 22:00–6:00 and Mon 22 5:00–9:00'],
  ])('an overlap of %s tells of the other shift: %#', (times, other, expected) => {
    const p = plan({ shifts: [shift('ann', 0, times)], surroundingShifts: [other] });
    const [snag] = found(p, 'overlap');
    const words = wordsFor(p, '24', new Map([['chandlery', 'The Chandlery']]));
    expect(checkOf('overlap')!.message(snag, words)).toBe(
      `ANN is in two shifts at once for 1 h: ${expected}.`,
    );
  });

  test('a site changes severities and turns checks off, but not overlap', () => {
    const p = plan({
      shifts: [shift('ann', 0, '9-13'), shift('ann', 0, '12-17'), shift(null, 0, '9-12')],
      rules: { off: ['overlap', 'unfilled'], severity: { overlap: 'warn' } },
    });
    expect(found(p, 'overlap').map((snag) => snag.severity)).toEqual(['warn']);
    expect(found(p, 'unfilled')).toEqual([]);
  });

  test('a mend clears the snag it belongs to', () => {
    const p = plan({
      people: [person('ann', { availability: [available([0], '9-17')] }), person('bo')],
      rules: { breaks: BREAKS },
      shifts: [
        shift('ann', 0, '8-17:30'),
        shift('bo', 0, '14-23'),
        shift('bo', 1, '8-15', { break: { minutes: 0, at: null, paid: false } }),
      ],
    });
    const words = wordsFor(p);
    for (const code of ['not-available', 'short-rest', 'no-break']) {
      const [snag] = found(p, code);
      const fix = CHECKS.find((check) => check.code === code)!.fix!(snag, p, words)!;
      const change = fix.changes[0];
      if (change.do !== 'set') throw new Error('a mend sets something');
      const shifts = p.shifts.map((s) => (s.id === change.id ? { ...s, ...change.shift } : s));
      expect(found({ ...p, shifts }, code)).toEqual([]);
    }
  });
});
