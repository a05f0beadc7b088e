import { beforeEach, describe, expect, test } from '@jest/globals';
import { wholeDays } from '@/core/leave/asked';
import { freshDemo } from '../week/testing';
import { LAST, didAs, hoursRules, sheet } from './testing';

beforeEach(async () => {
  await freshDemo();
  await hoursRules();
});

describe('leave entered where hours are looked at', () => {
  test('is offered to who decides about leave, and to nobody else', async () => {
    const offered = async (account: string | null) =>
      (await sheet('noor', LAST, account)).leaveTypes.map(({ id }) => id);
    expect(await offered('demo-ilse')).toContain('annual');
    expect(await offered(null)).toContain('overtime');
    // Payroll reads hours, and staff their own; neither decides about leave.
    expect(await offered('demo-payroll')).toEqual([]);
    expect(await offered('demo-noor')).toEqual([]);
  });

  test('counts in the hours of its date at once', async () => {
    const before = await sheet('oona', LAST, 'demo-ilse');
    const free = before.days.find(({ worked, planned }) => worked === 0 && planned === 0)!.date;
    const asked = wholeDays(free, free);
    const input = { id: 'was-leave', person: 'oona', type: 'annual', asked, note: '', approve: true };
    const answer = await didAs('demo-ilse', 'leave.enter', input, true);
    expect(answer.ok).toBe(true);
    // Looked at only: nothing has changed.
    expect(await sheet('oona', LAST, 'demo-ilse')).toEqual(before);
    await didAs('demo-ilse', 'leave.enter', input);
    const after = await sheet('oona', LAST, 'demo-ilse');
    const credited = after.days.find(({ date }) => date === free)!.credited;
    expect(credited).toBeGreaterThan(0);
    expect(after.totals.find(({ key }) => key === 'leave:annual')).toMatchObject({
      name: 'Annual leave',
      minutes: credited,
    });
    expect(after.worked).toBe(before.worked);
  });
});
