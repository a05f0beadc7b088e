import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseDate } from '../time/day';
import { balanceParts, endsNext } from './balance';
import { type EntryKind, type LedgerEntry, balanceOn } from './ledger';

const at = (date: string) => parseDate(date)!;
const TODAY = at('2027-02-10');
const entry = (kind: EntryKind, date: string, amount: number): LedgerEntry => ({
  ...{ id: `${kind} ${date}`, date: at(date), kind, amount, reverses: null },
});

test('is what came, what was taken of it, and what is approved for later', () => {
  const entries = [
    entry('grant', '2026-01-01', 20_000),
    entry('taken', '2026-07-01', -12_000),
    entry('carry-over', '2026-12-31', -8000),
    entry('carry-over', '2027-01-01', 5000),
    entry('grant', '2027-01-01', 20_000),
    entry('taken', '2027-01-11', -1000),
    entry('taken', '2027-03-01', -3000),
    entry('given-back', '2027-03-01', 1000),
  ];
  expect(balanceParts(entries, { from: 'calendar' }, null, TODAY)).toEqual({
    granted: 25_000,
    taken: 1000,
    ahead: 2000,
    left: 22_000,
  });
  const carry = { most: 5000, endsAfter: 3 };
  expect(endsNext(entries, { from: 'calendar' }, null, carry, TODAY)).toEqual({
    date: at('2027-03-31'),
    amount: 2000,
  });
  expect(endsNext(entries, { from: 'calendar' }, null, carry, at('2027-04-01'))).toBeNull();
  expect(endsNext(entries, { from: 'calendar' }, null, { most: null, endsAfter: null }, TODAY)).toBeNull();
});

test('is the sum of the entries until today less what is approved ahead, whatever they are', () => {
  const kinds: readonly EntryKind[] = [
    'grant',
    'accrual',
    'expiry',
    'taken',
    'given-back',
    'correction',
    'earned',
  ];
  const entries = fc.array(
    fc.record({
      id: fc.uuid(),
      date: fc.integer({ min: TODAY - 600, max: TODAY + 300 }),
      kind: fc.constantFrom(...kinds),
      amount: fc.integer({ min: -5000, max: 5000 }),
      reverses: fc.constant(null),
    }),
  );
  fc.assert(
    fc.property(entries, (all) => {
      const { left, ahead } = balanceParts(all, { from: 'calendar' }, null, TODAY);
      expect(left + ahead).toBe(balanceOn(all, TODAY));
    }),
  );
});
