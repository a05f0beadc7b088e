import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  type EntryKind,
  type LedgerEntry,
  balanceOn,
  carriedLeft,
  reversalOf,
  runningBalance,
  standing,
} from './ledger';

let made = 0;
const entry = (
  date: number,
  kind: EntryKind,
  amount: number,
  reverses: string | null = null,
): LedgerEntry => ({
  id: `e${++made}`,
  ...{ date, kind, amount, reverses },
});
const entries = fc.array(
  fc.record({
    date: fc.integer({ min: 0, max: 60 }),
    kind: fc.constantFrom<EntryKind>('grant', 'accrual', 'taken', 'given-back', 'correction', 'earned'),
    amount: fc.integer({ min: -5000, max: 5000 }),
  }),
  { maxLength: 20 },
);

describe('a balance', () => {
  test('is the sum of the entries until its date, in whatever order they were made', () => {
    fc.assert(
      fc.property(entries, fc.integer({ min: 0, max: 60 }), (list, date) => {
        const ledger = list.map((one) => entry(one.date, one.kind, one.amount));
        const running = runningBalance(ledger);
        const last = running.filter((one) => one.date <= date).at(-1);
        expect(balanceOn(ledger, date)).toBe(last?.balance ?? 0);
        expect(balanceOn([...ledger].reverse(), date)).toBe(balanceOn(ledger, date));
        expect(running.map(({ date: on }) => on)).toEqual(
          [...running].map(({ date: on }) => on).sort((a, b) => a - b),
        );
      }),
    );
  });

  test('is what it was once an entry is taken back, and an entry is taken back once', () => {
    fc.assert(
      fc.property(
        entries.filter((list) => list.length > 0),
        fc.nat(),
        (list, pick) => {
          const ledger = list.map((one) => entry(one.date, one.kind, one.amount));
          const gone = ledger[pick % ledger.length];
          const reversal = { id: 'r', ...reversalOf(ledger, gone.id)! };
          const after = [...ledger, reversal];
          for (const date of [0, 30, 60])
            expect(balanceOn(after, date)).toBe(
              balanceOn(
                ledger.filter(({ id }) => id !== gone.id),
                date,
              ),
            );
          expect(reversalOf(after, gone.id)).toBeNull();
          expect(reversalOf(after, 'r')).toBeNull();
          expect(standing(after).map(({ id }) => id)).toEqual(
            ledger.filter(({ id }) => id !== gone.id).map(({ id }) => id),
          );
        },
      ),
    );
  });
});

describe('what was carried over', () => {
  const ledger = [entry(0, 'carry-over', 5000), entry(0, 'grant', 20_000)];

  test('is taken first, and what is left of it ends', () => {
    expect(carriedLeft(ledger, 0, 90)).toBe(5000);
    expect(carriedLeft([...ledger, entry(10, 'taken', -3000)], 0, 90)).toBe(2000);
    expect(carriedLeft([...ledger, entry(10, 'taken', -8000)], 0, 90)).toBe(0);
    expect(carriedLeft([...ledger, entry(10, 'taken', -3000), entry(12, 'given-back', 3000)], 0, 90)).toBe(
      5000,
    );
    expect(carriedLeft([...ledger, entry(95, 'taken', -3000)], 0, 90)).toBe(5000);
  });

  test('counts neither what was taken back nor the year before', () => {
    const wrong = entry(20, 'taken', -4000);
    expect(carriedLeft([...ledger, wrong, entry(20, 'taken', 4000, wrong.id)], 0, 90)).toBe(5000);
    expect(carriedLeft([entry(-10, 'taken', -4000), ...ledger], 0, 90)).toBe(5000);
  });
});
