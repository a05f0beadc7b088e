import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseDate } from '../time/day';
import { WHOLE_DAY } from './amount';
import type { Entitled } from './entitlement';
import type { LeaveType } from './leave-type';
import { balanceOn } from './ledger';
import { type KeyedEntry, dueUntil } from './posting';
import { balanceAt, outlook, projected } from './projection';

const at = (date: string) => parseDate(date)!;
const DAYS = WHOLE_DAY;
const WHO: Entitled = { employedFrom: null, employedTo: null, contract: [] };
const type: Pick<LeaveType, 'entitlement' | 'carryOver' | 'since'> = {
  entitlement: {
    ...{
      amount: 20 * DAYS,
      year: { from: 'calendar' },
      comes: 'yearly',
      hourShare: 0,
      fullTimeMinutes: null,
    },
    ...{ step: 500, rounding: 'up', waitingDays: 0, cap: null },
  },
  carryOver: { most: 5 * DAYS, endsAfter: 3 },
  since: at('2026-01-01'),
};
const posted = (until: string) =>
  dueUntil({ ...type, entitlement: type.entitlement! }, WHO, [], type.since, at(until));
const days = (...dates: readonly string[]) => dates.map((date) => ({ date: at(date), amount: -DAYS }));

describe('what is left, now and later', () => {
  test('a week of twenty days leaves fifteen', () => {
    const week = days('2026-12-07', '2026-12-08', '2026-12-09', '2026-12-10', '2026-12-11');
    expect(outlook(type, WHO, posted('2026-11-27'), at('2026-11-27'), week)).toEqual({
      now: 20 * DAYS,
      after: 15 * DAYS,
      yearEnd: 15 * DAYS,
      yearLast: at('2026-12-31'),
      lowest: 15 * DAYS,
    });
  });

  test('over New Year each year pays for its own days, and what is over is carried or lost', () => {
    const over = days('2026-12-30', '2026-12-31', '2027-01-04');
    const found = outlook(type, WHO, posted('2026-11-27'), at('2026-11-27'), over);
    // 18 left on 31 December, of which 5 go on; 20 come; one is taken; the 4 carried days that are left end in March.
    expect(found.after).toBe(24 * DAYS);
    expect(found.yearEnd).toBe(20 * DAYS);
    expect(found.lowest).toBe(18 * DAYS);
  });

  test('is lowest where it was taken ahead of what comes', () => {
    const monthly = {
      ...type,
      carryOver: null,
      entitlement: { ...type.entitlement!, comes: 'monthly' as const, amount: 12 * DAYS },
    };
    const found = outlook(monthly, WHO, [], at('2026-01-15'), days('2026-01-20', '2026-01-21'));
    expect(found).toMatchObject({ now: 0, after: -2 * DAYS, lowest: -2 * DAYS, yearEnd: 10 * DAYS });
  });

  test('what is approved on the last day of a year counts to that year', () => {
    const found = outlook(type, WHO, posted('2026-11-27'), at('2026-11-27'), days('2026-12-31'));
    expect(found).toMatchObject({ after: 19 * DAYS, yearEnd: 19 * DAYS });
  });

  test('without asking for anything nothing changes but by the calendar', () => {
    const found = outlook(type, WHO, posted('2026-11-27'), at('2026-11-27'), []);
    expect(found).toMatchObject({ now: 20 * DAYS, after: 20 * DAYS, yearEnd: 20 * DAYS, lowest: 20 * DAYS });
  });
});

test('what is worked out ahead is what is posted when its day has come', () => {
  const amounts = fc.array(fc.tuple(fc.integer({ min: 0, max: 700 }), fc.integer({ min: 1, max: 6 })));
  fc.assert(
    fc.property(amounts, (all) => {
      const taken = all.map(([day, halves], i): KeyedEntry => ({
        ...{
          id: `t${i}`,
          key: null,
          date: type.since + day,
          kind: 'taken',
          amount: -halves * 500,
          reverses: null,
        },
      }));
      const until = type.since + 800;
      const line = projected(type, WHO, taken, until);
      const fresh = dueUntil({ ...type, entitlement: type.entitlement! }, WHO, taken, type.since, until);
      expect(line.at(-1)!.balance).toBe(balanceOn([...taken, ...fresh], until));
      expect(line.filter(({ isAhead }) => isAhead)).toHaveLength(fresh.length);
      expect(balanceAt(line, type.since - 1)).toBe(0);
    }),
  );
});
