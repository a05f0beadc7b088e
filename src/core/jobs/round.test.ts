import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { repeats } from '../testing';
import { formatDate, parseDate } from '../time/day';
import { judge } from '../consequences/judge';
import { calledOut } from './call-out';
import {
  type GivenJob,
  type MadeJob,
  type Round,
  changedRound,
  givenJobs,
  jobsOn,
  madeThrough,
} from './round';
import { crew, fieldPlan, job } from './testing';
import { MONDAY, person } from '../testing';
import type { Service } from './types';

const day = (text: string) => parseDate(text)!;
const round = (more: Partial<Round> = {}): Round => ({
  ...{ id: 'r', name: 'Engine check', service: 'check', places: ['tern', 'knot'], since: day('2027-01-04') },
  ...{ rule: 'FREQ=MONTHLY;BYDAY=1MO', until: null, days: 5, personMinutes: null },
  ...more,
});
const service = (more: Partial<Service> = {}): Service => ({
  ...{ id: 'check', name: 'Engine check', personMinutes: 120, role: null, price: null, factors: null },
  ...more,
});
const shown = (jobs: readonly GivenJob[]) =>
  jobs.map((one) => [formatDate(one.date), one.place, one.personMinutes, formatDate(one.latest)]);

describe('the jobs of a round', () => {
  test('come on the dates of its rule, in the order of its places, by the factor of the month', () => {
    const factors = [1, 1.5, 1, 1, 1, 1, 1, 1, 1, 1, 1, 1];
    expect(shown(givenJobs(round(), service({ factors }), day('2027-01-01'), day('2027-03-01')))).toEqual([
      ['2027-01-04', 'tern', 120, '2027-01-08'],
      ['2027-01-04', 'knot', 120, '2027-01-08'],
      ['2027-02-01', 'tern', 180, '2027-02-05'],
      ['2027-02-01', 'knot', 180, '2027-02-05'],
      ['2027-03-01', 'tern', 120, '2027-03-05'],
      ['2027-03-01', 'knot', 120, '2027-03-05'],
    ]);
  });

  test('begin and end with it, and take what the round says before what its service does', () => {
    const ended = round({ until: day('2027-02-01'), personMinutes: 60, days: 1 });
    expect(shown(givenJobs(ended, service(), day('2026-01-01'), day('2028-01-01')))).toEqual([
      ['2027-01-04', 'tern', 60, '2027-01-04'],
      ['2027-01-04', 'knot', 60, '2027-01-04'],
      ['2027-02-01', 'tern', 60, '2027-02-01'],
      ['2027-02-01', 'knot', 60, '2027-02-01'],
    ]);
    expect(givenJobs(round({ service: null }), null, day('2027-01-01'), day('2027-01-31'))[0]).toMatchObject({
      title: 'Engine check',
      personMinutes: 60,
    });
  });

  test('are none where it is called out by hand, or its rule has no dates', () => {
    const from = [day('2027-01-01'), day('2028-01-01')] as const;
    expect(givenJobs(round({ rule: null }), service(), ...from)).toEqual([]);
    expect(givenJobs(round({ rule: 'FREQ=DAILY;UNTIL=20200101' }), service(), ...from)).toEqual([]);
    expect(shown(jobsOn(round({ rule: null, days: 1 }), service(), day('2027-01-07')))).toHaveLength(2);
  });

  test('are made twelve weeks ahead, or to its end, at most a year', () => {
    const today = day('2027-01-04');
    expect(madeThrough({ until: null }, today) - today).toBe(84);
    expect(madeThrough({ until: today + 200 }, today) - today).toBe(200);
    expect(madeThrough({ until: today + 2000 }, today) - today).toBe(366);
  });
});

describe('a round that is changed', () => {
  const span = [day('2027-01-01'), day('2027-03-31')] as const;
  const made = (of = round()): MadeJob[] =>
    givenJobs(of, service(), ...span).map((one, i) => ({ ...one, id: `j${i}`, isOpen: true }));
  const before = { round: round(), service: service(), madeUntil: span[1] };
  const change = (to: Partial<Round>, jobs = made()) =>
    changedRound(before, { round: round(to), service: service() }, jobs, span);

  test('that is new makes all its jobs', () => {
    const { add, set, remove } = changedRound(null, { round: round(), service: service() }, [], span);
    expect([add.length, set, remove]).toEqual([6, [], []]);
  });

  test('changes those that nobody touched, and leaves what was begun, done or changed by hand', () => {
    const jobs = made().map((one, i) =>
      i === 0 ? { ...one, isOpen: false } : i === 1 ? { ...one, personMinutes: 90 } : one,
    );
    const { add, set, remove } = change({ personMinutes: 150 }, jobs);
    expect(set.map(({ id, to }) => [id, to.personMinutes])).toEqual([
      ['j2', 150],
      ['j3', 150],
      ['j4', 150],
      ['j5', 150],
    ]);
    expect([add, remove]).toEqual([[], []]);
  });

  test('takes those of a place away that it does not visit any more, and makes those of a new one', () => {
    const { add, set, remove } = change({ places: ['knot', 'auk'] });
    expect(add.map(({ place }) => place)).toEqual(['auk', 'auk', 'auk']);
    expect([set, remove]).toEqual([[], ['j0', 'j2', 'j4']]);
  });

  test('does not make a job again that was taken away by hand', () => {
    expect(change({ days: 3 }, made().slice(1)).add).toEqual([]);
  });

  test('changed and changed back is as it was, and each place has one job a date', () => {
    const some = fc.record({
      places: fc.subarray(['tern', 'knot', 'auk', 'ibis'], { minLength: 1 }),
      rule: fc.constantFrom('FREQ=WEEKLY', 'FREQ=WEEKLY;INTERVAL=2', 'FREQ=MONTHLY;BYDAY=1MO', null),
      days: fc.integer({ min: 1, max: 7 }),
      personMinutes: fc.option(fc.integer({ min: 30, max: 300 })),
    });
    fc.assert(
      fc.property(some, some, (one, two) => {
        let jobs = made(round(one));
        let at = round(one);
        for (const next of [round(two), round(one)]) {
          const changes = changedRound(
            { round: at, service: service(), madeUntil: span[1] },
            { round: next, service: service() },
            jobs,
            span,
          );
          const gone = new Set(changes.remove);
          jobs = [
            ...jobs
              .filter(({ id }) => !gone.has(id))
              .map((job) => ({ ...job, ...changes.set.find(({ id }) => id === job.id)?.to })),
            ...changes.add.map((job, i) => ({ ...job, id: `new-${i}-${next.places.join()}`, isOpen: true })),
          ];
          at = next;
          const plain = ({ date, place, latest, personMinutes }: GivenJob) =>
            [date, place, latest, personMinutes].join(' ');
          expect(jobs.map(plain).sort()).toEqual(
            givenJobs(next, service(), ...span)
              .map(plain)
              .sort(),
          );
        }
      }),
      { numRuns: repeats(100) },
    );
  });
});

describe('a round that is called out', () => {
  test('sends each crew from place to place from the hour on, whoever can be there first', () => {
    const storm = { ...crew(), id: 'storm', members: [{ person: 'cy', from: null, to: null }] };
    const jobs = ['tern', 'knot', 'auk', 'ibis', 'skua'].map((id) => job(id, 1));
    const plan = fieldPlan(
      { crews: [crew(), storm], jobs, travel: { usual: 10, pairs: [] } },
      { people: [person('ann'), person('bo'), person('cy')] },
    );
    const { context, field } = judge(plan);
    const visits = calledOut(
      context,
      field!.index,
      [field!.crews.get('engine')!, field!.crews.get('storm')!],
      jobs,
      { date: MONDAY + 3, at: 23 * 60 },
      ({ id }) => `v-${id}`,
    );
    // Two are done after half an hour, one after an hour; the next place is ten minutes away.
    expect(visits.map(({ id, crew: of, date, from }) => [id, of, date - MONDAY, from])).toEqual([
      ['v-tern', 'engine', 3, 1380],
      ['v-knot', 'storm', 3, 1380],
      ['v-auk', 'engine', 3, 1420],
      ['v-ibis', 'storm', 4, 10],
      ['v-skua', 'engine', 4, 20],
    ]);
    expect(visits.every(({ isThrough }) => isThrough)).toBe(true);
  });
});
