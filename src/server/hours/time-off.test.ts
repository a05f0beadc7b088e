import { beforeEach, describe, expect, test } from '@jest/globals';
import { balanceOn } from '@/core/leave/ledger';
import { overtimeOf } from '@/core/timesheet/time-off';
import { loadEntries } from '@/data/leave/leave-store';
import { OWNER } from '../access/testing';
import { undoCommand } from '../commands/undo';
import { lastId } from '../leave/testing';
import { db, freshDemo } from '../week/testing';
import { LAST, askAs, didAs, hoursRules, sheet } from './testing';

beforeEach(async () => {
  await freshDemo();
  await hoursRules();
  // Ten hours on each of five days: with what she worked besides, more than forty.
  const row = { kind: null, span: null, minutes: 600, role: null, note: '' };
  for (let date = LAST; date < LAST + 5; date++)
    await didAs('demo-ilse', 'hours.enter', { person: 'noor', date, rows: [{ ...row, id: `t${date}` }] });
});

const timeOff = (more: object = {}) => ({
  ...{ id: 'off-1', person: 'noor', first: LAST, minutes: 120, type: 'overtime', rate: 'as-paid' },
  ...more,
});
const overtime = async () => {
  const { days } = await sheet('noor');
  return overtimeOf(days.flatMap(({ date, lines }) => lines.map((line) => ({ ...line, date }))));
};
const earned = async () => balanceOn(await loadEntries(db, ['noor'], 'overtime'), LAST + 6);

describe('overtime as time off', () => {
  test('is not paid, and the balance grows; undone, redone and taken back both go together', async () => {
    const before = await overtime();
    expect(before).toBeGreaterThan(120);
    const { title } = (await didAs('demo-ilse', 'hours.time-off', timeOff())) as unknown as { title: string };
    expect(title).toBe('2 h of overtime of Noor Haddad as 3 h of Time off for overtime');
    const first = await lastId();
    expect([await overtime(), await earned()]).toEqual([before - 120, 180]);
    const { timeOff: view, totals } = await sheet('noor', LAST, 'demo-ilse');
    expect(view).toMatchObject({
      given: [{ name: 'Time off for overtime', minutes: 120, credited: 180 }],
      types: [{ id: 'overtime', balance: 180 }],
    });
    expect(totals.find(({ key }) => key === 'time-off')).toMatchObject({ minutes: 120 });
    expect(await undoCommand(db, OWNER, first, 'back')).toMatchObject({ ok: true });
    expect([await overtime(), await earned()]).toEqual([before, 0]);
    expect(await undoCommand(db, OWNER, 'back', 'again')).toMatchObject({ ok: true });
    expect([await overtime(), await earned()]).toEqual([before - 120, 180]);
    const [{ entry }] = (await sheet('noor')).timeOff!.given;
    await didAs('demo-ilse', 'leave.reverse', { person: 'noor', entry, note: 'paid after all' });
    expect([await overtime(), await earned()]).toEqual([before, 0]);
    expect(await undoCommand(db, OWNER, await lastId(), 'once-more')).toMatchObject({ ok: true });
    expect([await overtime(), await earned()]).toEqual([before - 120, 180]);
  });

  test('is refused beyond what there is, where the hours are approved, and as leave that is not earned', async () => {
    const refused = async (more: object, account = 'demo-ilse') => {
      const answer = await askAs(account, 'hours.time-off', timeOff(more));
      return answer.ok ? null : answer.problem.path;
    };
    expect(await refused({ minutes: (await overtime()) + 1 })).toBe('input.minutes');
    expect(await refused({ type: 'annual' })).toBe('input.type');
    expect(await refused({ first: LAST + 1 })).toBe('input.first');
    expect(await refused({ minutes: 0 })).toBe('input.minutes');
    expect((await askAs('demo-noor', 'hours.time-off', timeOff())).ok).toBe(false);
    expect(await askAs('demo-ilse', 'hours.time-off', timeOff({ person: 'ilse' }))).toMatchObject({
      problem: { message: 'nobody gives time off to themselves' },
    });
    await didAs('demo-ilse', 'hours.time-off', timeOff());
    await didAs('demo-ilse', 'hours.approve', { site: 'bistro', first: LAST, people: ['noor'] });
    expect(await refused({ id: 'off-2' })).toBe('input.first');
    // What is approved stays so: nor is it taken back by its entry in the ledger of leave.
    const [{ entry }] = (await sheet('noor')).timeOff!.given;
    expect(await askAs('demo-ilse', 'leave.reverse', { person: 'noor', entry, note: 'no' })).toMatchObject({
      ok: false,
      problem: { code: 'approved' },
    });
  });

  test('is nobody’s to give to themselves, and staff see it by its name only', async () => {
    await didAs('demo-ilse', 'hours.time-off', timeOff());
    const own = await sheet('noor', LAST, 'demo-noor');
    expect(own.timeOff).toBeNull();
    expect(own.totals.find(({ key }) => key === 'time-off')).toMatchObject({ name: 'Overtime as time off' });
  });
});
