import { describe, expect, test } from '@jest/globals';
import { judge } from '../consequences/judge';
import type { Need, Plan } from '../plan/types';
import { seeded } from '../seeded';
import { MONDAY, available, need, person, plan, randomPlan, repeats, shift } from '../testing';
import { WeekSolver } from './best-week';
import { BUDGET_PRICES } from './budget';
import { missingIn } from './missing';
import { modelOf } from './model';
import { totalOf } from './whole';
import { partOf } from './part';
import { boundAt } from './prices';
import { type Proposal, boundsOf, propose, proposeWeeks } from './propose';

const bar = { role: 'bar', until: null, hourlyRate: null };
const staff = (count: number, more: object = {}) =>
  Array.from({ length: count }, (_, i) =>
    person(`p${i}`, { roles: [bar], contractMinutes: 2400, maxWeekMinutes: 2400, ...more }),
  );
const everyDay = (times: string, count: number): Need[] =>
  [0, 1, 2, 3, 4, 5, 6].map((day) => need('bar', day, times, count));
const gap = ({ score, bound }: Proposal) => score - bound;

describe('a proposal', () => {
  test('fills what can be filled, keeps what stands, and is proven to be the best', async () => {
    const stands = shift('p0', 0, '9-17', { fixed: true });
    const week = plan({ people: staff(5), needs: everyDay('9-17', 2), shifts: [stands] });
    const found = await propose(week);
    expect(found).toMatchObject({ missingMinutes: 0, leastMissingMinutes: 0, holes: [] });
    expect(gap(found)).toBe(0);
    expect(found.shifts).toHaveLength(13);
    expect(found.shifts.filter(({ date, person: who }) => date === MONDAY && who === 'p0')).toEqual([]);
    const after = judge({ ...week, shifts: [stands, ...found.shifts] });
    expect(after.people.flatMap(({ snags }) => snags).filter(({ severity }) => severity !== 'note')).toEqual(
      [],
    );
  });

  test('is the same for the same seed', async () => {
    const week = plan({ people: staff(4), needs: [...everyDay('9-17', 2), ...everyDay('17-23', 1)] });
    const asked = { times: [540, 900].map((from) => ({ role: 'bar', from, to: from + 480 })), seed: 7 };
    const [one, two] = [await propose(week, asked), await propose(week, asked)];
    expect(two).toEqual(one);
    expect(boundsOf(week, one.certificate, one.missingMinutes, asked)).toEqual({
      leastMissingMinutes: one.leastMissingMinutes,
      bound: one.bound,
    });
  });

  test('leaves open what nobody could work, and proves that no plan leaves less', async () => {
    // Two people of whom each can work five days of eight hours, and 7 × 2 such shifts.
    const week = plan({ people: staff(2), needs: everyDay('9-17', 2) });
    const found = await propose(week, { times: [{ role: 'bar', from: 540, to: 1020 }] });
    expect(found.missingMinutes).toBe(4 * 480);
    expect(found.leastMissingMinutes).toBe(4 * 480);
    expect(found.holes.reduce((sum, { from, to, count }) => sum + (to - from) * count, 0)).toBe(4 * 480);
  });

  test.each<[string, Plan, number]>([
    ['a week that needs nobody', plan({ people: staff(3) }), 0],
    ['nobody at all', plan({ people: [], needs: everyDay('9-17', 1) }), 7 * 480],
    [
      'nobody who is available',
      plan({
        people: staff(3, { availability: [available([0, 1, 2, 3, 4, 5, 6], '0-24', 'not-available')] }),
        needs: everyDay('9-17', 1),
      }),
      7 * 480,
    ],
    [
      'rules that forbid everything',
      plan({ people: staff(3), needs: everyDay('9-17', 1), rules: { maxDayMinutes: 60 } }),
      7 * 480,
    ],
    ['200 needed of three', plan({ people: staff(3), needs: [need('bar', 0, '9-17', 200)] }), 197 * 480],
  ])('of %s says so', async (_, week, missing) => {
    const found = await propose(week, { times: [{ role: 'bar', from: 540, to: 1020 }] });
    expect([found.missingMinutes, found.leastMissingMinutes]).toEqual([missing, missing]);
  });

  test('stopped at once is still a plan, and its bound one', async () => {
    const week = plan({ people: staff(4), needs: everyDay('9-17', 2) });
    const found = await propose(week, { goesOn: () => false });
    expect(found.leastMissingMinutes).toBeLessThanOrEqual(found.missingMinutes);
    expect(gap(found)).toBeGreaterThanOrEqual(0);
    expect(gap(found)).toBeLessThan(Infinity);
  });

  test('of two weeks keeps the rules between them', async () => {
    const needs = Array.from({ length: 14 }, (_, i): Need => ({
      ...need('bar', 0, i === 6 ? '15-23' : '7-15', 1),
      ...{ days: null, date: MONDAY + i },
    }));
    const weeks = plan({ days: 14, people: staff(2), needs });
    // Shifts of eight hours only: whoever works on Sunday works until its night.
    const times = [420, 900].map((from) => ({ role: 'bar', from, to: from + 480 }));
    const [first, second] = await proposeWeeks(weeks, { times });
    expect([first.missingMinutes, second.missingMinutes]).toEqual([0, 0]);
    const sunday = first.shifts.find(({ date }) => date === MONDAY + 6)!;
    const monday = second.shifts.find(({ date }) => date === MONDAY + 7)!;
    // Eight hours from Sunday night to Monday morning are no rest.
    expect(monday.person).not.toBe(sunday.person);
  });

  test('before a week that stands makes no run of days too long', async () => {
    const stand = [7, 8, 9, 10].map((day) => shift('p0', day, '9-17'));
    const weeks = plan({
      ...{ days: 14, people: staff(1, { maxWeekMinutes: null }), shifts: stand },
      needs: everyDay('9-17', 1),
      rules: { maxDaysInARow: 6, weeklyRestMinutes: 1440 },
    });
    const { shifts } = await propose(weeks, { times: [{ role: 'bar', from: 540, to: 1020 }] });
    // Four days stand from the next Monday on: of the last three before it two can be worked at most.
    expect(shifts.filter(({ date }) => date >= MONDAY + 4).length).toBeLessThanOrEqual(2);
    expect(shifts).toHaveLength(6);
  });

  test('costs less first where people are dearer, and leaves those alone who would rather not', async () => {
    const people = [
      person('dear', { roles: [{ ...bar, hourlyRate: 20 }] }),
      person('cheap', { roles: [{ ...bar, hourlyRate: 12 }] }),
      person('unwilling', {
        roles: [{ ...bar, hourlyRate: 12 }],
        availability: [available([0], '0-24', 'rather-not')],
      }),
    ];
    const found = await propose(plan({ people, needs: [need('bar', 0, '9-17')] }));
    expect(found.shifts.map(({ person: who }) => who)).toEqual(['cheap']);
  });
});

describe('what a proposal goes by besides', () => {
  const lunchAndDinner = (day: number): Need[] => [need('bar', day, '11-15'), need('bar', day, '18-23')];
  const times = [
    { role: 'bar', from: 660, to: 900 },
    { role: 'bar', from: 1080, to: 1380 },
  ];

  test('days are split where they are, with the pause that is usual', async () => {
    const week = plan({ people: staff(1), needs: [0, 2].flatMap(lunchAndDinner) });
    const asked = (least: number) => ({ times, splits: { least, most: 240, longest: 300 } });
    expect((await propose(week, { times })).missingMinutes).toBe(2 * 240);
    expect((await propose(week, asked(241))).missingMinutes).toBe(2 * 240);
    const split = await propose(week, asked(120));
    expect(split.missingMinutes).toBe(0);
    expect(new Set(split.shifts.map(({ id }) => id)).size).toBe(4);
    // What a plan splits already says it too.
    const stands = [shift('p0', 1, '11-15'), shift('p0', 1, '18-23')];
    expect((await propose({ ...week, shifts: stands }, { times })).missingMinutes).toBe(0);
    // Eight hours are more than a day may have.
    const rules = { ...week.rules, maxDayMinutes: 450 };
    expect((await propose({ ...week, rules }, asked(120))).missingMinutes).toBe(2 * 240);
  });

  test('people work as they did the week before, where nothing else speaks for another', async () => {
    const needs = [0, 1, 2].flatMap((day) => [need('bar', day, '7-15'), need('bar', day, '15-23')]);
    const lately = [0, 1, 2].flatMap((day) => [shift('p1', day, '7-15'), shift('p0', day, '15-23')]);
    const { shifts } = await propose(plan({ people: staff(2), needs }), { lately });
    expect(shifts.map(({ person: who, date, from }) => `${who} ${date} ${from}`).sort()).toEqual(
      lately.map(({ person: who, date, from }) => `${who} ${date} ${from}`).sort(),
    );
  });

  test('a week that stands after it keeps its rest', async () => {
    // From Tuesday noon on no rest of the next week is long enough: what there is comes before.
    const stand = [4, 8, 9, 10, 11, 12, 13].map((day) => shift('p0', day, day === 8 ? '12-18' : '9-18'));
    const weeks = (hours: number) =>
      plan({
        ...{ days: 14, shifts: stand, people: staff(1, { maxWeekMinutes: null, contractMinutes: null }) },
        needs: [{ ...need('bar', 0, '15-24'), days: null, date: MONDAY + 6 }],
        rules: { maxDaysInARow: 14, weeklyRestMinutes: hours * 60 },
      });
    const late = [480, 540].map((minutes) => ({ role: 'bar', from: 900, to: 900 + minutes }));
    // From Sunday midnight until Tuesday noon are 36 hours.
    expect((await propose(weeks(36), { times: late })).missingMinutes).toBe(0);
    expect((await propose(weeks(37), { times: late })).missingMinutes).toBe(60);
  });

  test('who alone could step in elsewhere is left in reserve, where that is wished for', async () => {
    const both = [bar, { ...bar, role: 'floor' }];
    const week = plan({
      people: [
        person('able', { roles: both }),
        person('plain', { roles: [{ ...bar, hourlyRate: 12.5 }] }),
        person('floor', { roles: [{ ...bar, role: 'floor' }] }),
      ],
      needs: [need('bar', 0, '9-17'), need('floor', 0, '9-17')],
    });
    const onBar = async (reserve: number) =>
      (await propose(week, { weights: { reserve } })).shifts.find(({ role }) => role === 'bar')!.person;
    expect([await onBar(0), await onBar(4)]).toEqual(['able', 'plain']);
  });
});

test('needs that a plan without a snag covers are covered, and that is proven', async () => {
  let planted = 0;
  for (let seed = 1; planted < repeats(30); seed++) {
    const base = randomPlan(seed);
    const { minShiftMinutes: least, maxShiftMinutes: most } = base.rules;
    const own = base.shifts.filter(
      ({ person: who, role, from, to }) =>
        who !== null && role !== null && to - from >= least && to - from <= most,
    );
    const days = new Set<string>();
    // One shift a day each, and nobody with anything more than a note.
    const single = own.filter(({ person: who, date }) => {
      const key = `${who} ${date}`;
      return !days.has(key) && days.add(key);
    });
    const whole = { ...base, shifts: single, needs: [] };
    const clean = judge(whole).people.map(({ snags }) => snags.every(({ severity }) => severity === 'note'));
    const shifts = single.filter(({ person: who }) => clean[base.people.findIndex(({ id }) => id === who)]);
    if (shifts.length === 0) continue;
    planted++;
    const needs = shifts.map(({ role, date, from, to }): Need => ({
      ...{ role, date, days: null, from, to, count: 1 },
    }));
    const times = shifts.map(({ role, from, to }) => ({ role: role!, from, to }));
    const rules = { ...base.rules, minimumOn: 0 };
    const found = await propose({ ...whole, shifts: [], needs, rules }, { times, effort: 0.3 });
    expect([found.missingMinutes, found.leastMissingMinutes]).toEqual([0, 0]);
  }
});

test('no plan that the core finds nothing in is better than the bound of any prices', () => {
  for (let seed = 1; seed <= repeats(60); seed++) {
    const random = seeded(seed);
    // Standing shifts are taken out of a plan and proposed again: as one plan of many.
    const base = randomPlan(seed);
    const times = base.shifts.flatMap(({ role, from, to }) => (role ? [{ role, from, to }] : []));
    const model = modelOf({ ...base, shifts: [] }, { times });
    const solver = new WeekSolver(model);
    const prices = model.segments.map(({ from, to }) => Math.round((to - from) * 2000 * random() ** 3));
    const { bound } = boundAt(model, solver, prices);
    const weeks = model.workers.map((worker) => {
      const rewards = {
        options: new Float64Array(model.options.length).map(() => 9000 * random()),
        minute: 0,
        pay: 0,
      };
      return solver.best(worker, rewards)!.week;
    });
    const shifts = weeks.flatMap(({ options }, index) =>
      [...options].flatMap((option) => {
        if (option < 0) return [];
        const { span, role } = model.options[option];
        const of = { person: base.people[index].id, role: base.roles[role].id };
        return [{ ...span.resolved.planShift!, id: `${index} ${span.day}`, ...of }];
      }),
    );
    const missing = missingIn(judge({ ...base, shifts }));
    const cost = weeks.reduce((sum, week) => sum + week.cost, 0);
    expect(cost + missing * model.weights.missing).toBeGreaterThanOrEqual(bound);
  }
});

test('a part of a plan counts as the plan does while the others stay', () => {
  for (let seed = 1; seed <= repeats(60); seed++) {
    const random = seeded(seed);
    const base = randomPlan(seed);
    const times = base.shifts.flatMap(({ role, from, to }) => (role ? [{ role, from, to }] : []));
    const model = modelOf({ ...base, shifts: [] }, { times });
    const solver = new WeekSolver(model);
    const anyWeeks = () =>
      model.workers.map((worker) => {
        const rewards = {
          options: new Float64Array(model.options.length).map(() => 9000 * random()),
          minute: 0,
          pay: 0,
        };
        return solver.best(worker, rewards)!.week;
      });
    const [one, other] = [anyWeeks(), anyWeeks()];
    const group = model.workers.flatMap(({ index }) => (random() < 0.5 ? [index] : []));
    const { part, prices } = partOf(
      model,
      one,
      group,
      model.segments.map((_, i) => i),
    );
    expect(prices).toHaveLength(part.segments.length + BUDGET_PRICES);
    const mixed = one.map((week, index) => (group.includes(index) ? other[index] : week));
    const of = (weeks: typeof one) => group.map((index) => weeks[index]);
    expect(totalOf(part, of(other)) - totalOf(part, of(one))).toBe(
      totalOf(model, mixed) - totalOf(model, one),
    );
  }
});
