import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { toMinor, units } from '../hours/money';
import { MONDAY, repeats } from '../testing';
import { FORECAST_PARTS, type ForecastJob, forecastOf } from './forecast';
import { type JobLabour, jobFigures, revenueOf } from './job-figures';
import type { Price } from './types';

const labour = (person: string, minutes: number, rate: number): JobLabour => ({
  ...{ person, date: MONDAY, minutes, cost: { whole: units(rate) * minutes, parts: [] } },
});
const by = (kind: Price['by'], amount: number): Price => ({ by: kind, amount });

describe('a job planned against real', () => {
  const work = [labour('ann', 90, 20), labour('bo', 60, 18)];
  const used = [{ cost: 12.5 }, { cost: null }];

  test('by the hour brings what was worked, and what was used at its cost', () => {
    expect(jobFigures({ personMinutes: 180, price: null }, { price: by('hour', 60) }, work, used, 2)).toEqual(
      {
        // 2.5 hours at 60, and 12.50 of materials; 30 and 18 for the two people.
        ...{ planned: 180, worked: 150, labour: 4800, materials: 1250, uncosted: 1 },
        ...{ revenue: 16_250, margin: 10_200 },
      },
    );
  });

  test('at one amount brings that, whatever it took; the price of the job counts before that of its service', () => {
    const job = { personMinutes: 180, price: by('job', 99.9) };
    expect(jobFigures(job, { price: by('hour', 60) }, work, used, 2)).toMatchObject({
      ...{ revenue: 9990, margin: 9990 - 4800 - 1250 },
    });
  });

  test('before anything was worked brings what is planned; without a price nobody knows', () => {
    expect(jobFigures({ personMinutes: 90, price: by('hour', 40) }, null, [], [], 2)).toMatchObject({
      ...{ worked: 0, revenue: 6000, margin: 6000 },
    });
    expect(jobFigures({ personMinutes: 90, price: null }, null, work, [], 2)).toMatchObject({
      ...{ labour: 4800, revenue: null, margin: null },
    });
  });

  test('is counted to the minor unit, also where a currency has none', () => {
    expect(revenueOf(by('hour', 33.33), 100, 0, 2)).toBe(5555);
    expect(revenueOf(by('hour', 3333), 100, 0, 0)).toBe(5555);
    expect(toMinor(labour('ann', 1, 0.3).cost, 2)).toBe(1);
  });
});

describe('the forecast', () => {
  const job = (more: Partial<ForecastJob['job']>, rest: Partial<ForecastJob> = {}): ForecastJob => ({
    job: { ...{ service: 's', personMinutes: 600, progress: 'open', earliest: null, latest: null }, ...more },
    ...{ visits: [], money: 1000, doneOn: null, worked: 0 },
    ...rest,
  });
  const TODAY = MONDAY + 1;
  const of = (jobs: readonly ForecastJob[]) =>
    forecastOf(jobs, { today: TODAY, weekStart: 0 }).map(({ week, part, crew, minutes, money }) => [
      ...[week === null ? null : week - MONDAY, part, crew, minutes, money],
    ]);

  test('has what is done when it was done, what is planned by its visits, and what is not when it is due', () => {
    const visit = (crew: string, day: number, personMinutes: number | null = null) => ({
      ...{ crew, date: MONDAY + day, personMinutes },
    });
    expect(
      of([
        job({ progress: 'done' }, { doneOn: MONDAY - 3, worked: 500, visits: [visit('hull', -3)] }),
        job({}, { visits: [visit('hull', 3, 200), visit('engine', 8, 200)] }),
        job({ latest: MONDAY + 15 }),
        job({ latest: MONDAY - 30 }),
        job({}),
      ]),
    ).toEqual([
      [-7, 'done', 'hull', 500, 1000],
      [0, 'planned', 'hull', 200, 333],
      [7, 'planned', 'engine', 200, 334],
      [null, 'open', null, 800, 1333],
      [14, 'open', null, 600, 1000],
      [0, 'open', null, 600, 1000],
    ]);
  });

  test('of two visits that each do all of it gives half to each', () => {
    const both = [0, 9].map((day) => ({ crew: 'hull', date: TODAY + day, personMinutes: null }));
    expect(of([job({}, { visits: both })])).toEqual([
      [0, 'planned', 'hull', 300, 500],
      [7, 'planned', 'hull', 300, 500],
    ]);
  });

  test('adds up to its jobs exactly, whatever was planned of them', () => {
    const some = fc.record({
      minutes: fc.integer({ min: 1, max: 5000 }),
      money: fc.integer({ min: 0, max: 100_000 }),
      progress: fc.constantFrom('open' as const, 'started' as const, 'done' as const),
      latest: fc.option(fc.integer({ min: -60, max: 60 })),
      visits: fc.array(
        fc.record({
          crew: fc.constantFrom('hull', 'engine'),
          day: fc.integer({ min: -30, max: 30 }),
          minutes: fc.option(fc.integer({ min: 1, max: 3000 })),
        }),
        { maxLength: 4 },
      ),
    });
    fc.assert(
      fc.property(fc.array(some, { maxLength: 8 }), (list) => {
        const jobs = list.map(({ minutes, money, progress, latest, visits }) =>
          job(
            { personMinutes: minutes, progress, latest: latest === null ? null : MONDAY + latest },
            {
              money,
              doneOn: progress === 'done' ? MONDAY - 5 : null,
              visits: visits.map((one) => ({
                ...{ crew: one.crew, date: MONDAY + one.day, personMinutes: one.minutes },
              })),
            },
          ),
        );
        const cells = forecastOf(jobs, { today: TODAY, weekStart: 0 });
        const sum = (key: 'minutes' | 'money') => cells.reduce((all, cell) => all + cell[key], 0);
        expect(sum('minutes')).toBe(list.reduce((all, { minutes }) => all + minutes, 0));
        expect(sum('money')).toBe(list.reduce((all, { money }) => all + money, 0));
        expect(cells.every(({ part, minutes }) => FORECAST_PARTS.includes(part) && minutes >= 0)).toBe(true);
      }),
      { numRuns: repeats(200) },
    );
  });
});
