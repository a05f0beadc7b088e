import { describe, expect, test } from '@jest/globals';
import { judge } from '../consequences/judge';
import type { Need, Plan } from '../plan/types';
import { seeded } from '../seeded';
import { MONDAY, available, need, person, plan, randomPlan, repeats, shift } from '../testing';
import { WeekSolver } from './best-week';
import { BUDGET_PRICES } from './budget';
import { missingIn } from './missing';
import { modelOf } from './model';
import { totalOf } from './improve';
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
