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
import { peopleOf } from '@/core/today/people-of';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Database } from '@/data/database';
import { clockAtDevice, identify } from '@/server/clock/at-device';
import { type PairedDevice, deviceOf, pairDevice, pairingCode } from '@/server/clock/devices';
import { makePins } from '@/server/clock/pins';
import { payrollFile } from '@/server/hours/payroll';
import { hoursAt } from '@/server/hours/queries';
import { figure, percentile } from './figures';
import { MONDAY, does, succeeded, withLargeSite } from './large-site';

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
  await atTheDoor(db, site);
  await hours(db, site);
  await end();
}

/** Twenty devices at once, each with somebody whose PIN was right; then twenty PINs at once. Everything is on the disk when it is answered. */
async function atTheDoor(db: Database, site: string): Promise<void> {
  process.env.VICENDA_DATA = mkdtempSync(join(tmpdir(), 'vicenda-bench-keys-'));
  const devices: PairedDevice[] = [];
  for (let i = 0; i < DEVICES; i++) {
    const id = `door-${i}`;
    await does(db, id, 'device.save', {
      ...{
        id,
        site,
        name: id,
        groups: [],
        keeper: null,
        clocksBreaks: true,
        hoursValid: null,
        activity: null,
      },
    });
    const { code } = succeeded(await pairingCode(db, OWNER, { site, device: id }));
    const made = await pairDevice(db, code);
    if (!('cookie' in made)) throw new Error(made.problem.message);
    devices.push((await deviceOf(db, made.cookie.split(';')[0]))!);
  }
  const people = Array.from({ length: DEVICES }, (_, i) => `g${200 + i}`);
  const made = succeeded(await makePins(db, OWNER, { site, people, how: 'random', digits: 6 })).pins.made;
  const names = new Map(made.map(({ name, pin }) => [name, pin]));
  const rows = await db.selectFrom('person').select(['id', 'name']).where('id', 'in', people).execute();
  const pins = new Map(rows.map(({ id, name }) => [id, names.get(name)!]));
  const begun = performance.now();
  let last = 0;
  const known = await Promise.all(
    people.map(async (person, i) => {
      const { at } = succeeded(
        await identify(db, devices[i], { person, number: null, pin: pins.get(person)! }),
      );
      last = performance.now() - begun;
      return at.ticket;
    }),
  );
  figure('pin-check-20', last, 'ms');
  const each: number[] = [];
  const start = performance.now();
  await Promise.all(
    devices.map(async (device, i) => {
      for (let n = 0; n < PUNCHES; n++) {
        const one = performance.now();
        const kind = n % 2 ? 'out' : 'in';
        succeeded(await clockAtDevice(db, device, { id: `door-${i}-${n}`, ticket: known[i], kind }));
        each.push(performance.now() - one);
      }
    }),
  );
  figure('clock-punches-per-second', (each.length * 1000) / (performance.now() - start), '/s');
  figure('clock-punch-p95', percentile(each, 95), 'ms');
}

const [DEVICES, PUNCHES] = [20, 25];

/** The table of a week of 600 people, all of them approved, and the file for payroll. */
async function hours(db: Database, site: string): Promise<void> {
  await db
    .updateTable('site')
    .set({ hours_rules: JSON.stringify({ periods: [{ since: null, kind: 'weekly' }] }) })
    .where('id', '=', site)
    .execute();
  const spent: number[] = [];
  let people: string[] = [];
  for (let i = 0; i < 5; i++) {
    const start = performance.now();
    const { page } = succeeded(await hoursAt(db, OWNER, site, MONDAY));
    spent.push(performance.now() - start);
    people = page.rows.map(({ id }) => id);
  }
  if (people.length < 590) throw new Error('people are missing');
  figure('hours-600-worked-out', percentile(spent, 50), 'ms');
  await does(db, 'approve', 'hours.approve', { site, first: MONDAY, people });
  const columns = ['number', 'name', 'from', 'to', 'code', 'kind', 'hours', 'amount'];
  const start = performance.now();
  await does(db, 'payroll', 'hours.payroll', { id: 'file', site, first: MONDAY, people, by: 'day', columns });
  succeeded(await payrollFile(db, OWNER, 'file', 'csv'));
  figure('payroll-export-600', performance.now() - start, 'ms');
}

await main();
