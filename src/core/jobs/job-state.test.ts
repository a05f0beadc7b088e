import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseDate } from '../time/day';
import { repeats } from '../testing';
import { serviceMinutes } from './factors';
import { JOB_STATES, jobState, unplannedMinutes } from './job-state';
import { job } from './testing';
import { travelMinutes } from './travel';
import type { Progress } from './types';

const share = (personMinutes: number | null) => ({ personMinutes });

describe('the state of a job', () => {
  test.each<[Progress, (number | null)[], string]>([
    ['open', [], 'waiting'],
    ['open', [null], 'planned'],
    ['open', [60], 'waiting'],
    ['open', [60, 60], 'planned'],
    ['open', [200], 'planned'],
    ['started', [], 'under-way'],
    ['started', [null], 'under-way'],
    ['done', [], 'done'],
    ['done', [60], 'done'],
  ])('%s with visits of %j is %s', (progress, shares, expected) => {
    expect(jobState({ progress, personMinutes: 120 }, shares.map(share))).toBe(expected);
  });

  test('is exactly one after whatever was said and planned, and waits only while something is not planned', () => {
    const event = fc.oneof(
      fc.constantFrom<Progress>('open', 'started', 'done'),
      fc.record({ add: fc.option(fc.integer({ min: 1, max: 300 })) }),
      fc.record({ remove: fc.nat(5) }),
    );
    fc.assert(
      fc.property(fc.array(event, { maxLength: 30 }), (events) => {
        let progress: Progress = 'open';
        const visits: { personMinutes: number | null }[] = [];
        for (const one of events) {
          if (typeof one === 'string') progress = one;
          else if ('add' in one) visits.push(share(one.add));
          else visits.splice(one.remove, 1);
          const its = { ...job('a', 2), progress };
          const state = jobState(its, visits);
          expect(JOB_STATES.filter((known) => known === state)).toHaveLength(1);
          if (progress === 'open') expect(state === 'waiting').toBe(unplannedMinutes(its, visits) > 0);
          else expect(['under-way', 'done']).toContain(state);
        }
      }),
      { numRuns: repeats(200) },
    );
  });
});

test('a service takes longer in some months', () => {
  const factors = [1, 1, 1.4, 1, 1, 1, 1, 1, 1, 1, 1, 0.5];
  const on = (date: string) => serviceMinutes({ factors }, 125, parseDate(date));
  expect([on('2027-02-28'), on('2027-03-01'), on('2027-03-31'), on('2027-12-31')]).toEqual([
    125, 175, 175, 63,
  ]);
  expect(serviceMinutes({ factors: null }, 125, parseDate('2027-03-01'))).toBe(125);
  expect(serviceMinutes({ factors }, 125, null)).toBe(125);
});

test('the way between two places is that of the pair, of their zones, or the usual', () => {
  const place = (id: string, zone: string | null) => ({ id, name: id, customer: null, zone });
  const [a, b, c] = [place('a', 'north'), place('b', 'north'), place('c', 'south')];
  const travel = {
    usual: 20,
    pairs: [
      { a: 'south', b: 'north', minutes: 35 },
      { a: 'c', b: 'b', minutes: 50 },
      { a: 'north', b: 'north', minutes: 4 },
    ],
  };
  const minutes = [
    travelMinutes(travel, a, b),
    travelMinutes(travel, a, c),
    travelMinutes(travel, b, c),
    travelMinutes(travel, a, place('d', null)),
    travelMinutes(travel, a, a),
    travelMinutes(travel, null, a),
  ];
  expect(minutes).toEqual([4, 35, 50, 20, 0, 0]);
});
