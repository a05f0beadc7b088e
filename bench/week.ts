import { candidatesFor } from '@/core/cover/candidates';
import { judge } from '@/core/consequences/judge';
import { toShiftSpec } from '../src/core/plan/shift-spec';
import { type Pattern, occurrencesOf, patternFaults } from '@/core/patterns/pattern';
import { materialize } from '../src/core/patterns/materialize';
import { applyAll } from '@/core/plan/change';
import type { Plan } from '@/core/plan/types';
import { parseDate } from '@/core/time/day';
import { swapOptions } from '@/core/requests/exchange';
import { copyShifts } from '@/core/week/copy-week';
import { largePlan } from '../demo/large';
import { figure, percentile } from './figures';

const MONDAY = parseDate('2026-11-23')!;
const all = { mode: 'add', people: true, open: true } as const;
let made = 0;
const newId = () => `n${++made}`;

function median(times: number, run: () => void): number {
  const spent: number[] = [];
  for (let i = 0; i < times; i++) {
    const start = performance.now();
    run();
    spent.push(performance.now() - start);
  }
  return percentile(spent, 50);
}

const plan = largePlan(600, MONDAY);
const judgement = judge(plan);
const empty: Plan = { ...plan, from: MONDAY + 7, shifts: [] };

/** Everybody who holds the role, ranked; every role in turn. */
function benchCover(): void {
  const slots = plan.roles.map((role, i) => ({
    ...plan.shifts[i * 17],
    id: `slot-${i}`,
    person: null,
    role: role.id,
    date: MONDAY + (i % 7),
  }));
  for (const slot of slots) candidatesFor(judgement, slot);
  let i = 0;
  figure(
    'who-can-cover-600',
    median(40, () => candidatesFor(judgement, slots[i++ % slots.length])),
    'ms',
  );
  // At worst everybody holds the role.
  const versatile = judge({
    ...plan,
    people: plan.people.map((person) => ({
      ...person,
      roles: plan.roles.map(({ id }) => ({ role: id, until: null, hourlyRate: null })),
    })),
  });
  figure(
    'who-can-cover-600-all-roles',
    median(20, () => candidatesFor(versatile, slots[0])),
    'ms',
  );
}

/** All shifts that could be had for one, of several in turn. */
function benchSwap(): void {
  const held = plan.shifts.filter(({ person }) => person !== null);
  let i = 0;
  swapOptions(judgement, held[0], 0);
  figure(
    'swap-options-600',
    median(40, () => swapOptions(judgement, held[(i += 37) % held.length], 0)),
    'ms',
  );
}

/** The week of 600 people onto the next: worked out, applied and judged. */
function benchCopy(): void {
  const run = () => {
    const copied = copyShifts(plan.shifts, 7, empty, all, newId);
    const done = applyAll(empty, copied.changes);
    if (!done.ok) throw new Error(done.problem.message);
    judge(done.plan);
  };
  for (let i = 0; i < 5; i++) run();
  figure('copy-week-600', median(20, run), 'ms');
}

/** A cycle of eight weeks for 600 people at staggered starts, checked and written into eight weeks. */
function benchPattern(): void {
  const pattern: Pattern = {
    id: 'p',
    name: 'Eight weeks',
    anchor: MONDAY + 7,
    since: MONDAY + 7,
    until: null,
    weeks: 8,
    rule: null,
    shifts: Array.from({ length: 8 }, (_, week) =>
      [0, 1, 2, 3, 4].map((day) => ({
        ...toShiftSpec({ ...plan.shifts[0], ...SPANS[week % SPANS.length] }),
        id: `s${week}-${day}`,
        day: week * 7 + ((day + week) % 7),
      })),
    ).flat(),
    members: plan.people.map((person, i) => ({ id: `m${i}`, person: person.id, offset: i % 8 })),
    endings: [],
  };
  const run = () => {
    const [fault] = patternFaults(pattern, 0);
    if (fault) throw new Error(fault.message);
    for (let week = 0; week < 8; week++) {
      const target = { ...empty, from: MONDAY + 7 * (week + 1) };
      const given = occurrencesOf(pattern, target.from, target.from + 7, 0);
      materialize(target, pattern, given, new Set(), () => false, newId);
    }
  };
  for (let i = 0; i < 2; i++) run();
  figure('pattern-600x8-weeks', median(8, run), 'ms');
}

const SPANS = [
  { from: 420, to: 900 },
  { from: 540, to: 1020 },
  { from: 900, to: 1380 },
];

benchCover();
benchSwap();
benchCopy();
benchPattern();
