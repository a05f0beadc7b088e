import { beforeEach, describe, expect, test } from '@jest/globals';
import { DEFAULT_HOURS_RULES } from '@/core/timesheet/hours-rules';
import { businessMoney } from '@/data/money';
import { loadPeopleRows } from '@/data/people/person-rows';
import { draftOf } from '../people/rows';
import { db, freshDemo } from '../week/testing';
import { askAs, didAs, hoursRules, sheet } from './testing';

beforeEach(async () => {
  await freshDemo();
  await hoursRules();
});

describe('what hours are measured by', () => {
  const setModel = async (timeModel: object | null, more: object = {}) => {
    const [rows] = (await loadPeopleRows(db, ['noor'])).values();
    const person = { ...draftOf(rows, await businessMoney(db)), timeModel, ...more };
    return askAs('demo-owner', 'person.update', { id: 'noor', person });
  };

  test('of who has hours to fill by day there is a running balance, and nobody is late', async () => {
    const minutes = [300, 300, 300, 300, 0, 0, 0];
    expect(await setModel({ kind: 'day', minutes })).toMatchObject({ ok: true });
    const { balance, days, worked } = await sheet('noor');
    expect(balance).toHaveLength(7);
    expect(balance.at(-1)!.balance).toBe(worked - 1200);
    expect(days.flatMap(({ entry }) => entry?.exceptions.map(({ code }) => code) ?? [])).not.toContain(
      'late',
    );
    // What is not said of somebody stays.
    const [rows] = (await loadPeopleRows(db, ['noor'])).values();
    const { timeModel, hoursFrom, ...rest } = draftOf(rows, await businessMoney(db));
    expect([timeModel, hoursFrom]).toEqual([{ kind: 'day', minutes }, null]);
    await didAs('demo-owner', 'person.update', { id: 'noor', person: rest });
    expect((await sheet('noor')).balance).toHaveLength(7);
  });

  test('fixed hours whose windows overlap are refused where they are', async () => {
    const hours = [
      [
        { from: 540, to: 720 },
        { from: 780, to: 1020 },
      ],
      [],
      [],
      [],
      [],
      [],
      [],
    ];
    expect(await setModel({ kind: 'fixed', hours })).toMatchObject({
      ok: false,
      problem: { path: 'input.person.timeModel.hours.0' },
    });
  });

  test('hours that are only confirmed are those planned', async () => {
    expect(await setModel({ kind: 'shifts' }, { hoursFrom: 'plan' })).toMatchObject({ ok: true });
    const { worked, planned, look } = await sheet('noor');
    expect([worked, look]).toEqual([planned, 0]);
  });

  test('are those of a group where nothing is said of oneself; of several groups the first listed', async () => {
    const day = (minutes: number) => ({ kind: 'day' as const, minutes: Array<number>(7).fill(minutes) });
    const groupModels = [
      { group: 'terrace', model: day(60) },
      { group: 'weekend', model: day(120) },
    ];
    await hoursRules({ groupModels });
    const due = async () => (await sheet('noor')).balance.reduce((sum, one) => sum + one.due, 0);
    expect(await due()).toBe(0);
    expect(await setModel(null, { groups: ['weekend'] })).toMatchObject({ ok: true });
    expect(await due()).toBe(7 * 120);
    await setModel(null, { groups: ['weekend', 'terrace'] });
    expect(await due()).toBe(7 * 60);
    // By shifts is said of her now: no group says otherwise.
    await setModel({ kind: 'shifts' }, { groups: ['weekend'] });
    expect(await due()).toBe(0);
  });

  test('fixed hours of a group are refused as those of a person are', async () => {
    const twice = [
      { from: 540, to: 720 },
      { from: 780, to: 1020 },
    ];
    const model = { kind: 'fixed' as const, hours: [twice, [], [], [], [], [], []] };
    const rules = { ...DEFAULT_HOURS_RULES, groupModels: [{ group: 'weekend', model }] };
    expect(await askAs(null, 'hours.rules', { site: 'bistro', rules })).toMatchObject({
      ok: false,
      problem: { path: 'input.rules.groupModels[0].model.hours.0' },
    });
    const same = [1, 2].map(() => ({ group: 'weekend', model: { kind: 'shifts' } }));
    expect(
      await askAs(null, 'hours.rules', { site: 'bistro', rules: { ...rules, groupModels: same } }),
    ).toMatchObject({ ok: false, problem: { message: 'there are two of this group' } });
  });
});
