import { DEFAULT_CLOCK_RULES } from '@/core/clock/clock-rules';
import { entriesOf } from '@/core/clock/entries';
import { workedPay } from '@/core/clock/pay-lines';
import { plannedSpan } from '@/core/clock/planned-span';
import type { Punch, PunchKind } from '@/core/clock/punch';
import { BY_SHIFTS } from '@/core/clock/time-model';
import { planContext } from '@/core/plan/plan-context';
import { resolveShift } from '@/core/plan/resolved-shift';
import { seeded } from '@/core/seeded';
import { zoneClock } from '@/core/time/zone';
import { largePlan } from '../demo/large';
import { OWNER } from '@/server/access/testing';
import { runCommand } from '@/server/commands/run';
import { todayAt } from '@/server/today/queries';
import { peopleOf } from '../src/ui/today/people-of';
import { figure, percentile } from './figures';
import { MONDAY, succeeded, withLargeSite } from './large-site';

/** All hours of 600 people over four weeks: days from what they clocked, and what they are paid. */
function derivePeriod(): void {
  const week = largePlan(600, MONDAY, 1);
  const shifts = [0, 1, 2, 3].flatMap((n) =>
    week.shifts.map((shift) => ({ ...shift, id: `${shift.id} ${n}`, date: shift.date + 7 * n })),
  );
  const plan = { ...week, days: 28, shifts };
  const context = planContext(plan);
  const random = seeded(5);
  const people = plan.people.map((person) => {
    const planned = shifts
      .filter((shift) => shift.person === person.id)
      .map((shift) => plannedSpan(resolveShift(context, shift)))
      .sort((a, b) => a.start - b.start);
    const punches = planned.flatMap(({ start, end }, i) => {
      const off = () => Math.floor(random() * 12) - 6;
      const middle = Math.floor((start + end) / 2);
      const clocked: [PunchKind, number][] = [
        ['in', start + off()],
        ['break-begins', middle],
        ['break-ends', middle + 30],
        ['out', end + off()],
      ];
      return clocked.map(([kind, at]): Punch => ({
        ...{ id: `${person.id} ${i} ${kind}`, person: person.id, at, kind, source: 'device', work: null },
        ...{ replaces: null, isRemoval: false, recorded: at * 60_000 },
      }));
    });
    return { person, planned, punches };
  });
  const spent: number[] = [];
  for (let i = 0; i < 4; i++) {
    const start = performance.now();
    let minutes = 0;
    for (const { person, planned, punches } of people) {
      const entries = entriesOf({
        ...{ punches, planned, rules: [DEFAULT_CLOCK_RULES], model: BY_SHIFTS, clock: context.clock },
        ...{ tiers: plan.rules.breaks, now: (MONDAY + 40) * 1440 },
      });
      for (const { first } of context.weeks)
        for (const line of workedPay(context, person, entries, { first, days: 7 }, 2).lines)
          minutes += line.minutes;
    }
    spent.push(performance.now() - start);
    if (minutes < 600 * 4 * 1000) throw new Error('hours are missing');
  }
  figure('derive-period-600x28', percentile(spent, 50), 'ms');
}

async function main(): Promise<void> {
  derivePeriod();
  const { db, site, end } = await withLargeSite();
  const spent: number[] = [];
  for (let i = 0; i < 6; i++) {
    const start = performance.now();
    const { page } = succeeded(await todayAt(db, OWNER, site));
    const clock = zoneClock(page.timeZone, page.date - 2, page.date + 2);
    if (peopleOf(page, clock, page.now).length < 300) throw new Error('people are missing');
    spent.push(performance.now() - start);
  }
  figure('today-600-worked-out', percentile(spent, 50), 'ms');
  const each: number[] = [];
  for (let i = 0; i < 100; i++) {
    const start = performance.now();
    const input = { id: `bench-${i}`, site, person: `g${i}`, kind: 'in', at: null, note: '' };
    succeeded(
      await runCommand(db, OWNER, { id: `clock-${i}`, kind: 'clock.punch', input }, { preview: false }),
    );
    each.push(performance.now() - start);
  }
  figure('clock-by-scheduler-p95', percentile(each, 95), 'ms');
  await end();
}

await main();
