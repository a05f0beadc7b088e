import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { formatDate, parseDate } from '../time/day';
import { WHOLE_DAY } from './amount';
import type { Entitled, Entitlement } from './entitlement';
import { balanceOn } from './ledger';
import { type CarryOver, type KeyedEntry, dueUntil, earnedUntil } from './posting';

const at = (date: string) => parseDate(date)!;
const rule = (more: Partial<Entitlement> = {}): Entitlement => ({
  ...{
    amount: 20 * WHOLE_DAY,
    year: { from: 'calendar' },
    comes: 'yearly',
    hourShare: 0,
    fullTimeMinutes: null,
  },
  ...{ step: 500, rounding: 'up', waitingDays: 0, cap: null },
  ...more,
});
const WHO: Entitled = { employedFrom: null, employedTo: null, contract: [] };
const SINCE = at('2026-01-01');
const taken = (date: string, days: number): KeyedEntry => ({
  ...{ id: date, key: null, date: at(date), kind: 'taken', amount: -days * WHOLE_DAY, reverses: null },
});
const CARRY: CarryOver = { most: 5 * WHOLE_DAY, endsAfter: 3 };
const due = (
  entries: readonly KeyedEntry[],
  until: string,
  carryOver: CarryOver | null = CARRY,
  entitlement = rule(),
) =>
  dueUntil({ entitlement, carryOver }, WHO, entries, SINCE, at(until)).map(
    ({ date, kind, amount }) => `${formatDate(date)} ${kind} ${amount / WHOLE_DAY}`,
  );

describe('what is due', () => {
  test('is what a year brings, what of it goes on, what is lost, and what ends of it', () => {
    expect(due([taken('2026-08-10', 12), taken('2027-02-01', 2)], '2027-06-01')).toEqual([
      '2026-01-01 grant 20',
      '2026-12-31 expiry -3',
      '2026-12-31 carry-over -5',
      '2027-01-01 carry-over 5',
      '2027-01-01 grant 20',
      '2027-03-31 expiry -3',
    ]);
  });

  test('carries what is owed as it is', () => {
    const entries = [taken('2026-08-10', 22)];
    expect(due(entries, '2027-01-01')).toEqual(['2026-01-01 grant 20', '2027-01-01 grant 20']);
  });

  test('without carrying over is what a year brings alone', () => {
    expect(due([], '2027-06-01', null)).toEqual(['2026-01-01 grant 20', '2027-01-01 grant 20']);
  });

  test('stops at the cap, and goes on once something is taken', () => {
    const monthly = rule({ comes: 'monthly', hourShare: 0, amount: 12 * WHOLE_DAY, cap: 3 * WHOLE_DAY });
    expect(due([taken('2026-06-15', 2)], '2026-09-30', null, monthly)).toEqual([
      '2026-01-31 accrual 1.5',
      '2026-02-28 accrual 0.5',
      '2026-03-31 accrual 1',
      '2026-04-30 accrual 0',
      '2026-05-31 accrual 0',
      '2026-06-30 accrual 1',
      '2026-07-31 accrual 1',
      '2026-08-31 accrual 0',
      '2026-09-30 accrual 0',
    ]);
  });

  test('lies before nothing that the balance is not kept for', () => {
    const since = at('2026-07-01');
    const list = dueUntil({ entitlement: rule(), carryOver: null }, WHO, [], since, at('2027-01-01'));
    expect(list.map(({ date }) => formatDate(date))).toEqual(['2027-01-01']);
  });
});

describe('what a year brought at its beginning is set right', () => {
  const full = rule({ fullTimeMinutes: 2400, rounding: 'nearest', step: 250 });
  const FULL: Entitled = { ...WHO, contract: [{ since: 0, minutes: 2400 }] };
  const [grant] = dueUntil({ entitlement: full, carryOver: null }, FULL, [], SINCE, at('2026-03-01'));
  const since = (person: Entitled, entries: readonly KeyedEntry[], until: string, entitlement = full) =>
    dueUntil({ entitlement, carryOver: null }, person, entries, SINCE, at(until));
  const HALF: Entitled = {
    ...FULL,
    contract: [...FULL.contract, { since: at('2026-07-02'), minutes: 1200 }],
  };

  test('where the contract changes within it, once, and again where that is taken back', () => {
    expect(grant).toMatchObject({ kind: 'grant', amount: 20_000 });
    const set = since(HALF, [grant], '2026-07-02');
    // Of 365 days 182 by the whole contract and 183 by half of it.
    expect(set).toMatchObject([{ date: at('2026-07-02'), kind: 'correction', amount: -5000 }]);
    expect(since(HALF, [grant, ...set], '2026-12-30')).toEqual([]);
    const back = since(FULL, [grant, ...set], '2026-07-03');
    expect(back).toMatchObject([{ kind: 'correction', amount: 5000 }]);
    expect(back[0].key).not.toBe(set[0].key);
    expect(since(FULL, [grant, ...set, ...back], '2026-12-30')).toEqual([]);
  });

  test('for who leaves within it, and not for who leaves with it', () => {
    const leaves = (last: string) => since({ ...FULL, employedTo: at(last) }, [grant], '2026-03-02');
    expect(leaves('2026-07-01')).toMatchObject([{ kind: 'correction', amount: -10_000 }]);
    expect(leaves('2026-12-31')).toEqual([]);
  });

  test('where a figure is another for the person from a date within it', () => {
    const figures = { amount: 30 * WHOLE_DAY };
    const person = { ...FULL, exceptions: [{ since: at('2026-07-02'), figures }] };
    expect(since(person, [grant], '2026-03-02')).toMatchObject([{ amount: 5000 }]);
  });

  test('but not over a cap, nor in a year that is over, nor by months', () => {
    const person = {
      ...FULL,
      exceptions: [{ since: at('2026-07-02'), figures: { amount: 30 * WHOLE_DAY } }],
    };
    expect(since(person, [grant], '2026-03-02', { ...full, cap: 50_000 })).toEqual([]);
    const later = since(HALF, [grant], '2027-02-01');
    expect(later).toMatchObject([{ kind: 'grant', date: at('2027-01-01'), amount: 10_000 }]);
    const monthly = since(HALF, [], '2026-12-31', { ...full, comes: 'monthly' });
    expect(monthly.reduce((sum, { amount }) => sum + amount, 0)).toBe(15_000);
  });
});

describe('posting', () => {
  const events = fc.array(fc.tuple(fc.integer({ min: 0, max: 900 }), fc.integer({ min: 1, max: 40 })), {
    maxLength: 8,
  });
  const rules = fc.record({
    comes: fc.constantFrom<Entitlement['comes']>('yearly', 'monthly'),
    cap: fc.constantFrom(null, 15_000),
    carry: fc.constantFrom<CarryOver | null>(
      null,
      CARRY,
      { most: null, endsAfter: null },
      { most: 0, endsAfter: 2 },
    ),
  });
  const with_ = (list: readonly (readonly [number, number])[]) =>
    list.map(([day, halves], i): KeyedEntry => ({
      ...{ id: `t${i}`, key: null, date: SINCE + day, kind: 'taken', amount: -halves * 500, reverses: null },
    }));

  test('twice posts nothing the second time, and no key twice', () => {
    fc.assert(
      fc.property(events, rules, fc.integer({ min: 0, max: 1100 }), (list, { comes, cap, carry }, days) => {
        const of = { entitlement: rule({ comes, cap }), carryOver: carry };
        const entries = with_(list);
        const first = dueUntil(of, WHO, entries, SINCE, SINCE + days);
        expect(new Set(first.map(({ key }) => key)).size).toBe(first.length);
        expect(dueUntil(of, WHO, [...entries, ...first], SINCE, SINCE + days)).toEqual([]);
      }),
    );
  });

  test('day by day comes to the same as at once', () => {
    fc.assert(
      fc.property(
        events,
        rules,
        fc.integer({ min: 0, max: 800 }),
        fc.integer({ min: 0, max: 300 }),
        (list, { comes, carry }, days, more) => {
          const of = { entitlement: rule({ comes }), carryOver: carry };
          const entries = with_(list);
          const until = SINCE + days + more;
          const first = dueUntil(of, WHO, entries, SINCE, SINCE + days);
          const second = dueUntil(of, WHO, [...entries, ...first], SINCE, until);
          const once = dueUntil(of, WHO, entries, SINCE, until);
          expect([...first, ...second].map(({ key, amount }) => [key, amount])).toEqual(
            once.map(({ key, amount }) => [key, amount]),
          );
          expect(balanceOn([...entries, ...first, ...second], until)).toBe(
            balanceOn([...entries, ...once], until),
          );
        },
      ),
    );
  });

  test('never loses what is owed, nor leaves more than the limit on the first day of a year', () => {
    fc.assert(
      fc.property(events, (list) => {
        const of = { entitlement: rule(), carryOver: CARRY };
        const entries = with_(list);
        const all = [...entries, ...dueUntil(of, WHO, entries, SINCE, at('2027-01-01'))];
        const before = balanceOn(
          [...entries, { ...taken('2026-01-01', 0), amount: 20_000 }],
          at('2026-12-31'),
        );
        expect(
          balanceOn(all, at('2027-01-01')) -
            balanceOn(
              entries.filter(({ date }) => date === at('2027-01-01')),
              at('2027-01-01'),
            ),
        ).toBe(Math.min(before, 5000) + 20_000);
      }),
    );
  });
});

describe('what hours bring', () => {
  const hourly = rule({ comes: 'hourly', hourShare: 1207, step: 1, rounding: 'nearest' });
  const month = (first: string, last: string, hours: number) => ({
    ...{ first: at(first), last: at(last), minutes: hours * 60 },
  });
  const told = (entries: readonly KeyedEntry[]) =>
    entries.map(({ date, kind, amount }) => `${formatDate(date)} ${kind} ${amount}`);

  test('comes when a month is over, and is set right where its hours were changed since', () => {
    const march = month('2027-03-01', '2027-03-31', 100);
    const first = earnedUntil(hourly, WHO, [], [march], at('2027-04-10'));
    // 12.07% of 6,000 minutes.
    expect(told(first)).toEqual(['2027-03-31 accrual 724']);
    expect(earnedUntil(hourly, WHO, first, [march], at('2027-04-11'))).toEqual([]);
    const more = earnedUntil(hourly, WHO, first, [{ ...march, minutes: 5400 }], at('2027-04-12'));
    expect(told(more)).toEqual(['2027-03-31 correction -72']);
    expect(
      earnedUntil(hourly, WHO, [...first, ...more], [{ ...march, minutes: 5400 }], at('2027-05-01')),
    ).toEqual([]);
  });

  test('does not come before the month is over, nor over a cap', () => {
    const april = month('2027-04-01', '2027-04-30', 100);
    expect(earnedUntil(hourly, WHO, [], [april], at('2027-04-29'))).toEqual([]);
    expect(told(earnedUntil({ ...hourly, cap: 500 }, WHO, [], [april], at('2027-04-30')))).toEqual([
      '2027-04-30 accrual 500',
    ]);
    expect(earnedUntil(rule(), WHO, [], [april], at('2027-05-30'))).toEqual([]);
  });

  test('keys never meet, however often hours change', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 12_000 }), { minLength: 1, maxLength: 12 }), (all) => {
        let entries: KeyedEntry[] = [];
        for (const minutes of all)
          entries = [
            ...entries,
            ...earnedUntil(
              hourly,
              WHO,
              entries,
              [{ ...month('2027-04-01', '2027-04-30', 0), minutes }],
              at('2027-06-01'),
            ),
          ];
        expect(new Set(entries.map(({ key }) => key)).size).toBe(entries.length);
        expect(balanceOn(entries, at('2027-06-01'))).toBe(Math.round((all.at(-1)! * 1207) / 10_000));
      }),
    );
  });
});
