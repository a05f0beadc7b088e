import { HyperFormula } from 'hyperformula';
import { tryChanges } from '@/core/consequences/consequences';
import { judge } from '@/core/consequences/judge';
import type { Change } from '@/core/plan/change';
import type { Plan } from '@/core/plan/types';
import { parseDate } from '@/core/time/day';
import { largePlan } from '../demo/large';
import { seeded } from '@/core/seeded';
import { figure, percentile } from './figures';

const MONDAY = parseDate('2026-11-23')!;
const SIZES = [75, 150, 300, 600, 1200];

/** Milliseconds of each of `times` runs. */
function timed(times: number, run: (i: number) => void): number[] {
  const spent: number[] = [];
  for (let i = 0; i < times; i++) {
    const start = performance.now();
    run(i);
    spent.push(performance.now() - start);
  }
  return spent;
}

function edits(plan: Plan, count: number): Change[] {
  const random = seeded(7);
  const pick = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)];
  return Array.from({ length: count }, () => {
    const shift = pick(plan.shifts);
    const from = 360 + 30 * Math.floor(random() * 24);
    const change = { from, to: from + 240 + 30 * Math.floor(random() * 10), person: pick(plan.people).id };
    return { do: 'set', id: shift.id, shift: change };
  });
}

function benchEdits(people: number): number {
  const judgement = judge(largePlan(people, MONDAY));
  const changes = edits(judgement.plan, 3000);
  for (const change of changes.slice(0, 1000)) tryChanges(judgement, [change]);
  const spent = timed(2000, (i) => tryChanges(judgement, [changes[1000 + i]]));
  figure(`edit-consequences-${people}-median`, percentile(spent, 50), 'ms');
  figure(`edit-consequences-${people}-p99`, percentile(spent, 99), 'ms');
  return percentile(spent, 50);
}

function benchInspection(): void {
  for (let i = 0; i < 40; i++) judge(largePlan(600, MONDAY));
  const plans = SIZES.map((people) => largePlan(people, MONDAY));
  // In turn, so that a slow moment of the machine falls on every size alike.
  const spent = plans.map(() => [] as number[]);
  for (let round = 0; round < 40; round++)
    plans.forEach((plan, i) => spent[i].push(...timed(1, () => judge(plan))));
  const medians = spent.map((list) => percentile(list, 50));
  SIZES.forEach((people, i) => figure(`inspect-${people}`, medians[i], 'ms'));
  figure(
    'inspect-growth',
    slope(
      plans.map((plan) => plan.shifts.length),
      medians,
    ),
    'log-log',
  );
  const small = largePlan(44, MONDAY);
  figure(
    'inspect-44',
    percentile(
      timed(60, () => judge(small)),
      50,
    ),
    'ms',
  );
}

/** Slope of a straight line through the logarithms. */
function slope(xs: readonly number[], ys: readonly number[]): number {
  const points = xs.map((x, i) => [Math.log(x), Math.log(ys[i])]);
  const mean = (k: number) => points.reduce((sum, point) => sum + point[k], 0) / points.length;
  const [mx, my] = [mean(0), mean(1)];
  const over = points.reduce((sum, [x, y]) => sum + (x - mx) * (y - my), 0);
  const under = points.reduce((sum, [x]) => sum + (x - mx) ** 2, 0);
  return over / under;
}

/**
 * A spreadsheet engine recalculating only the coverage grid of the same week after one start time changed. Laid out
 * as a good user would: a sheet for each day, so that a formula looks at the shifts of its own day.
 */
function benchSpreadsheet(): number {
  const plan = largePlan(600, MONDAY);
  const sheets: Record<string, (string | number)[][]> = {};
  const lengths: number[] = [];
  for (let day = 0; day < 7; day++) {
    const rows = plan.shifts
      .filter((shift) => shift.date === plan.from + day)
      .map((shift) => [shift.role!, shift.from, shift.to]);
    lengths.push(rows.length);
    sheets[`day${day}`] = rows;
    sheets[`grid${day}`] = plan.roles.map((role) =>
      Array.from({ length: 34 }, (_, block) => {
        const at = 360 + block * 30;
        const column = (name: string) => `day${day}!$${name}$1:$${name}$${rows.length}`;
        return `=COUNTIFS(${column('A')},"${role.id}",${column('B')},"<=${at}",${column('C')},">${at}")`;
      }),
    );
  }
  const book = HyperFormula.buildFromSheets(sheets, { licenseKey: 'gpl-v3' });
  const spent = timed(40, (i) => {
    const sheet = book.getSheetId(`day${i % 7}`)!;
    const row = (i * 251) % lengths[i % 7];
    const from = Number(book.getCellValue({ sheet, row, col: 1 }));
    book.setCellContents({ sheet, row, col: 1 }, [[from + 30]]);
  });
  book.destroy();
  figure('spreadsheet-recalc-600-median', percentile(spent, 50), 'ms');
  return percentile(spent, 50);
}

benchEdits(44);
const edit = benchEdits(600);
benchInspection();
figure('spreadsheet-over-edit-600', benchSpreadsheet() / edit, 'times');
