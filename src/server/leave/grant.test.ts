import { beforeEach, describe, expect, test } from '@jest/globals';
import { balanceOn } from '@/core/leave/ledger';
import { loadContracts, loadEntries } from '@/data/leave/leave-store';
import { OWNER } from '../access/testing';
import { undoCommand } from '../commands/undo';
import { runCommand } from '../commands/run';
import { db } from '../week/testing';
import { balancesAt } from './balances';
import { postLeave } from './post';
import { ledgerOf } from './queries';
import { ANNUAL, DAYS, at, did, leave, withTypes, grant, balance, HAND, lastId, freshLeave } from './testing';

beforeEach(freshLeave);

describe('granting', () => {
  beforeEach(() => withTypes(HAND));

  test('gives each their entry; one undo takes all back by entries of their own, and redoing gives them again', async () => {
    const all = { ...grant(20), to: { kind: 'all' } };
    const answer = await did('leave.grant', all);
    expect(answer.title).toMatch(/^20 days of Annual leave to \d+ people$/);
    const first = await lastId();
    expect(await balance('oona', '2026-11-24')).toBe(20);
    expect(await undoCommand(db, OWNER, first, 'back')).toMatchObject({ ok: true });
    expect(await balance('oona', '2026-11-24')).toBe(0);
    expect(await loadEntries(db, ['oona'], 'annual')).toHaveLength(2);
    expect(await undoCommand(db, OWNER, 'back', 'again')).toMatchObject({ ok: true });
    expect(await balance('oona', '2026-11-24')).toBe(20);
    expect(await undoCommand(db, OWNER, 'again', 'and-back')).toMatchObject({ ok: true });
    expect(await balance('oona', '2026-11-24')).toBe(0);
  });

  test('twice by a double click is once; the same again says so first', async () => {
    const request = { id: 'click', kind: 'leave.grant', input: grant(5) };
    await runCommand(db, OWNER, request, { preview: false });
    expect(await runCommand(db, OWNER, request, { preview: false })).toMatchObject({ ok: true });
    expect(await balance('oona', '2026-11-24')).toBe(5);
    const again = await did('leave.grant', grant(5), { preview: true });
    expect(again.remarks).toEqual(['1 person of them has a grant of 5 days on Thu 1 January already.']);
  });

  test('goes to a group, and to who joins it later their share of the year', async () => {
    await db.updateTable('person').set({ groups: '["Crew"]' }).where('id', 'in', ['oona', 'jonas']).execute();
    await did('leave.grant', grant(12, { to: { kind: 'groups', groups: ['Crew'] }, later: true }));
    expect(await balance('jonas', '2026-11-24')).toBe(12);
    await db
      .updateTable('person')
      .set({ groups: '["Crew"]', employed_from: '2026-10-01' })
      .where('id', '=', 'emil')
      .execute();
    await postLeave(db);
    // 92 of 365 days of 12 are 3.02, in half days upwards.
    expect(await balance('emil', '2026-11-24')).toBe(3.5);
    await postLeave(db);
    expect(await loadEntries(db, ['emil'], 'annual')).toHaveLength(1);
    expect(await balance('jonas', '2026-11-24')).toBe(12);
    const [standing] = (await balancesAt(db, OWNER, 'bistro')).standing;
    expect(standing.text).toBe('12 days of Annual leave of Thu 1 January, its share to who joins Crew later');
    const end = { grant: standing.id, site: 'chandlery' };
    expect(await leave('leave.grant.end', end)).toMatchObject({ problem: { code: 'unknown' } });
    await did('leave.grant.end', { ...end, site: 'bistro' }, { as: 'demo-ilse' });
    expect((await balancesAt(db, OWNER, 'bistro')).standing).toEqual([]);
  });

  test('an entry is never altered or deleted, but taken back once', async () => {
    await did('leave.grant', grant(20));
    const [entry] = await loadEntries(db, ['oona'], 'annual');
    await expect(db.updateTable('leave_entry').set({ amount: 1 }).execute()).rejects.toThrow(
      /reversed, not altered/,
    );
    await expect(db.deleteFrom('leave_entry').execute()).rejects.toThrow(/reversed, not deleted/);
    const back = { person: 'oona', entry: entry.id, note: 'A slip' };
    await did('leave.reverse', back);
    expect(await balance('oona', '2026-11-24')).toBe(0);
    expect(await leave('leave.reverse', back)).toMatchObject({ problem: { code: 'taken' } });
  });

  test('is refused for who is at home elsewhere, has left, or cannot be granted to', async () => {
    const to = (...people: string[]) => ({ to: { kind: 'people', people } });
    expect(await leave('leave.grant', grant(5, to('oona', 'petra')))).toMatchObject({
      problem: { path: 'input.to' },
    });
    await db.updateTable('person').set({ employed_to: '2025-12-31' }).where('id', '=', 'jonas').execute();
    expect(await leave('leave.grant', grant(5, to('jonas')))).toMatchObject({
      problem: { path: 'input.to' },
    });
    expect(await leave('leave.grant', grant(5, { type: 'sick' }))).toMatchObject({
      problem: { path: 'input.type' },
    });
    expect(await leave('leave.grant', grant(5, { ...to('oona'), later: true }))).toMatchObject({
      problem: { path: 'input.later' },
    });
    for (const as of ['demo-noor', 'demo-payroll', 'demo-hanne'])
      expect(await leave('leave.grant', grant(5), { as })).toMatchObject({ problem: { code: 'forbidden' } });
  });
});

describe('the calendar', () => {
  test('posts what a year brings once, by contract, with what is different for one person', async () => {
    await withTypes();
    await db.updateTable('person').set({ contract_minutes: 1200 }).where('id', '=', 'jonas').execute();
    await did('leave.exception', {
      ...{ id: 'x1', person: 'oona', type: 'annual', since: at('2026-01-01'), note: 'By agreement' },
      figures: { amount: 25 * DAYS },
    });
    await postLeave(db);
    await db.updateTable('person').set({ notes: 'x' }).where('id', '=', 'jonas').execute();
    await postLeave(db);
    expect(await balance('oona', '2026-11-24')).toBe(25);
    expect(await balance('jonas', '2026-11-24')).toBe(10);
    const ledger = await ledgerOf(db, OWNER, 'oona', 'annual');
    if (!ledger.ok) throw new Error(ledger.problem.message);
    expect(ledger.ledger.entries.filter(({ isAhead }) => !isAhead)).toMatchObject([
      { kind: 'grant', amount: 25_000, who: 'the calendar', balance: 25_000 },
    ]);
    // The next year is worked out, and says so: of 25 days 5 go over.
    expect(
      ledger.ledger.entries.filter(({ isAhead }) => isAhead).map(({ kind, amount }) => [kind, amount]),
    ).toEqual([
      ['expiry', -20_000],
      ['carry-over', -5000],
      ['carry-over', 5000],
      ['grant', 25_000],
      ['expiry', -5000],
    ]);
    expect(ledger.ledger.exceptions).toMatchObject([{ text: '25 days a year', note: 'By agreement' }]);
  });

  test('sets right what the year brought where a contract changes, by the days of each, and back', async () => {
    await withTypes();
    await did('people.updateMany', { ids: ['jonas'], patch: { contractMinutes: 1200 } });
    await postLeave(db);
    // Who was never anything else had that contract from the first day: 327 of 365 days by the one before.
    const contract = await loadContracts(db, ['jonas']);
    expect(contract.get('jonas')).toMatchObject([{ minutes: expect.any(Number) }, { minutes: 1200 }]);
    const before = await balance('jonas', '2026-11-24');
    await did('people.updateMany', { ids: ['jonas'], patch: { contractMinutes: 2400 } });
    await postLeave(db);
    // 38 of 365 days by twice the hours are one day more.
    expect(await balance('jonas', '2026-11-24')).toBe(before + 1);
    expect((await loadEntries(db, ['jonas'], 'annual')).at(-1)).toMatchObject({ kind: 'correction' });
    expect(await undoCommand(db, OWNER, await lastId(), 'back')).toMatchObject({ ok: true });
    await postLeave(db);
    expect(await balance('jonas', '2026-11-24')).toBe(before);
  });

  test('posts what published hours bring when their month is over, and sets it right', async () => {
    await withTypes({
      ...{ unit: 'hours', step: 1, carryOver: null },
      entitlement: {
        ...ANNUAL.entitlement!,
        comes: 'hourly',
        hourShare: 1207,
        step: 1,
        rounding: 'nearest',
        amount: 0,
      },
    });
    process.env.VICENDA_NOW = '2026-12-01T10:00:00Z';
    await postLeave(db);
    const minutes = async () => balanceOn(await loadEntries(db, ['jonas'], 'annual'), at('2026-12-01'));
    const first = await minutes();
    expect(first).toBeGreaterThan(0);
    const gone = await db
      .selectFrom('published_shift')
      .select('id')
      .where('person_id', '=', 'jonas')
      .where('date', 'like', '2026-11-%')
      .executeTakeFirstOrThrow();
    await db.deleteFrom('published_shift').where('id', '=', gone.id).execute();
    await did('own.phone', { phone: '1' }, { as: 'demo-noor' });
    await postLeave(db);
    expect(await minutes()).toBeLessThan(first);
    const kinds = (await loadEntries(db, ['jonas'], 'annual')).map(({ kind }) => kind);
    expect(kinds).toContain('accrual');
    expect(kinds.at(-1)).toBe('correction');
  });
});
