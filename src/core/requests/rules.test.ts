import { describe, expect, test } from '@jest/globals';
import type { Snag } from '../checks/shared/snag';
import { MONDAY, shift } from '../testing';
import { DAY } from '../time/span';
import type { Exchanged } from './exchange';
import { basisOf, movedSince } from './moved';
import { KIND_WORDS } from './request';
import { DEFAULT_REQUEST_RULES, type RequestRules, ruleFault, ruleSentences, whyDecided } from './rules';

const effect = (more: Partial<Exchanged> = {}): Exchanged => ({
  ...{ person: 'bo', snags: [], addedMinutes: 0, overtimeMinutes: 0, weekMinutes: 0, rest: null },
  ...more,
});
const snag = (severity: Snag['severity']): Snag => ({
  ...{
    code: 'short-rest',
    severity,
    date: MONDAY,
    from: null,
    to: null,
    role: null,
    person: 'bo',
    shifts: [],
  },
  ...{ amount: null, unit: null, limit: null, params: {} },
});

describe('the rules of a site', () => {
  const rules: RequestRules = { ...DEFAULT_REQUEST_RULES, byThemselves: ['swap'], open: 'first' };

  test('say until when something can be asked, to the minute', () => {
    const friday = shift('bo', 4, '15-23');
    const at = (before: number) => (MONDAY + 4) * DAY + 900 - before;
    expect(ruleFault(rules, 'swap', [friday], at(1440))).toBeNull();
    expect(ruleFault(rules, 'swap', [friday], at(1439))).toMatch('at least 24 hours');
    expect(ruleFault(rules, 'take', [friday], at(1))).toBeNull();
    expect(ruleFault(rules, 'take', [friday], at(0))).toBe('the shift has begun');
    expect(ruleFault(rules, 'swap', [friday], at(0))).toBe('the shift has begun');
    expect(ruleFault({ ...rules, kinds: ['take'] }, 'swap', [friday], at(9999))).toMatch(
      'not asked for here',
    );
  });

  test.each([
    ['swap', {}, null],
    ['give-up', {}, 'somebody decides about it here'],
    ['swap', { left: 2879 }, 'it begins within 48 hours'],
    ['swap', { left: 2880 }, null],
    ['swap', { effects: [effect(), effect({ snags: [snag('note')] })] }, 'something speaks against it'],
    ['swap', { effects: [effect({ overtimeMinutes: 1 })] }, 'it would bring overtime'],
    ['swap', { roles: ['bar', 'floor'] }, 'the shifts are of different roles'],
    ['swap', { effects: [effect({ snags: [snag('stop')] })] }, 'it would break a rule'],
    // The first who could work an open shift has it, whatever would be noted.
    ['take', { left: 1, effects: [effect({ snags: [snag('warn')] })] }, null],
    ['take', { effects: [effect({ snags: [snag('stop')] })] }, 'it would break a rule'],
  ] as const)('say whether a %s with %j waits for somebody', (kind, more, why) => {
    expect(whyDecided(rules, kind, { roles: ['bar', 'bar'], effects: [effect()], left: 9999, ...more })).toBe(
      why,
    );
  });

  test('read as sentences', () => {
    expect(ruleSentences({ ...rules, kinds: ['take', 'swap'] }, KIND_WORDS)).toEqual([
      'Staff may ask: swap, take an open shift.',
      'It has to be asked at least 24 h before the shift begins, for an open shift until it begins.',
      'An open shift goes to the first who could work it.',
      'Approved by itself where no snag appears, no overtime, and the role stays: swap; not within 48 h of the beginning.',
      'Schedulers decide, and leads in their area.',
    ]);
  });
});

test('what became of a shift since is said, and nothing where it is as it was', () => {
  const was = shift('bo', 4, '15-23');
  const said = (now: Partial<typeof was> | null) =>
    movedSince(
      [basisOf('bistro', was)],
      new Map(now ? [[was.id, { ...was, ...now }]] : []),
      '24',
      (role) => role ?? 'no role',
    );
  expect(said({})).toEqual([]);
  expect(said({ note: 'other' })).toEqual([]);
  expect(said(null)).toEqual(['Fri 26 15:00–23:00 is not published any more.']);
  expect(said({ person: 'cy' })).toEqual(['Fri 26 15:00–23:00 changed hands.']);
  expect(said({ to: 1320 })).toEqual(['Fri 26 15:00–23:00 is Fri 26 15:00–22:00 now.']);
  expect(said({ role: 'floor' })).toEqual(['Fri 26 15:00–23:00 is floor now.']);
});
