import { readFileSync } from 'node:fs';
import { describe, expect, test } from '@jest/globals';
import { Ajv2020 } from 'ajv/dist/2020.js';
import addFormats from 'ajv-formats';
import fc from 'fast-check';
import { judge } from '@/core/consequences/judge';
import type { RawPlan } from './raw';
import { parseChanges, parsePlan } from './parse';
import { inspectionReport } from './report';
import { PLAN, shapeFaults } from './shape';

const text = readFileSync('docs/example-plan.json', 'utf8');
const schema = JSON.parse(readFileSync('docs/plan-file.schema.json', 'utf8')) as object;
const ajv = new Ajv2020({ allErrors: true, allowUnionTypes: true, strict: false });
(addFormats as unknown as (instance: Ajv2020) => void)(ajv);
const bySchema = ajv.compile(schema);

const example = () => JSON.parse(text) as RawPlan;

function faults(change: (plan: RawPlan) => void): string[] {
  const raw = example();
  change(raw);
  const read = parsePlan(JSON.stringify(raw));
  return read.ok ? [] : read.faults.map((fault) => `${fault.path}: ${fault.message}`);
}

interface Report {
  coverage: { date: string; role: string | null; from: string; to: string; gap: number }[];
  snags: { code: string; shifts: string[]; from: string | null; to: string | null; message: string }[];
  totals: { people: { cost: number }[]; week: { cost: number; budgetCost: number | null } };
}

function inspect(raw: RawPlan): Report {
  const read = parsePlan(JSON.stringify(raw));
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  const written = new Map(raw.shifts.map((shift) => [shift.id, shift]));
  return inspectionReport(judge(read.value.plan), written) as Report;
}

describe('the example plan', () => {
  const report = inspect(example());

  test('holds at least ten kinds of snag, each with a sentence', () => {
    expect(new Set(report.snags.map((snag) => snag.code)).size).toBeGreaterThanOrEqual(10);
    for (const snag of report.snags) expect(snag.message).not.toBe('');
  });

  test('prints times as they are written, and the week as the sum of its people', () => {
    expect(report.snags.find((snag) => snag.shifts[0] === 's1' && snag.code === 'closed')).toMatchObject({
      from: '17:00',
      to: '01:00',
    });
    const sum = report.totals.people.reduce((total, line) => total + Math.round(line.cost * 100), 0);
    expect(Math.round(report.totals.week.cost * 100)).toBe(sum);
  });

  test('lists roles in their order, then everybody, in blocks from midnight', () => {
    const sunday = report.coverage.filter((row) => row.date === '2027-03-28');
    expect([...new Set(sunday.map((row) => row.role))]).toEqual(['bar', 'kitchen', null]);
    expect(sunday[0]).toMatchObject({ from: '00:00', to: '00:30' });
  });

  test('keeps midnight as it was written', () => {
    const raw = example();
    raw.shifts[13] = { ...raw.shifts[13], from: '22:30', to: '00:00' };
    raw.shifts[12] = { ...raw.shifts[12], from: '22:30', to: '24:00' };
    const ends = inspect(raw).snags.filter((snag) => snag.code === 'short-shift');
    expect(ends.map((snag) => snag.to)).toEqual(['24:00', '00:00']);
  });
});

describe('a faulty plan', () => {
  test('has all its faults reported at once, those of form and those of sense', () => {
    const found = faults((raw) => {
      raw.people[1].roles![0].role = 'baar';
      raw.shifts[0].to = raw.shifts[0].from;
      raw.shifts[5].date = '2027-02-30';
      (raw.rules as Record<string, unknown>).minimumOn = '1';
      (raw as unknown as Record<string, unknown>).extra = 1;
    });
    expect(found.sort()).toEqual([
      '$.extra: no such field',
      '$.people[1].roles[0].role: no role "baar"',
      '$.rules.minimumOn: must be a number',
      '$.shifts[0].to: is equal to "from"',
      '$.shifts[5].date: no such date',
    ]);
  });

  test.each<[string, (raw: RawPlan) => void, string]>([
    ['an unknown person', (raw) => (raw.shifts[0].person = 'p9'), '$.shifts[0].person'],
    ['a shift id used twice', (raw) => (raw.shifts[1].id = 's1'), '$.shifts[1].id'],
    ['a date outside the plan', (raw) => (raw.shifts[0].date = '2027-03-29'), '$.shifts[0].date'],
    ['a time that is none', (raw) => (raw.shifts[0].from = '25:00'), '$.shifts[0].from'],
    ['a start at 24:00', (raw) => (raw.needs[0].from = '24:00'), '$.needs[0].from'],
    [
      'a fixed break outside its shift',
      (raw) => (raw.shifts[1].break = { minutes: 30, at: '14:45', paid: false }),
      '$.shifts[1].break.at',
    ],
    ['a missing field', (raw) => delete (raw as Partial<RawPlan>).from, '$.from'],
    ['another version', (raw) => ((raw as { version: number }).version = 2), '$.version'],
    ['an unknown check', (raw) => (raw.rules!.off = ['gaps']), '$.rules.off[0]'],
    [
      'an impossible opening date',
      (raw) => (raw.site.openDates = { '2027-02-29': [] }),
      '$.site.openDates["2027-02-29"]',
    ],
    [
      'leave that ends before it begins',
      (raw) => (raw.people[0].leave![0].to = '2027-03-23'),
      '$.people[0].leave[0].to',
    ],
    ['an unknown time zone', (raw) => (raw.site.timeZone = 'Europe/Saltmere'), '$.site.timeZone'],
  ])('with %s names it', (_, change, path) => {
    expect(faults(change).map((line) => line.split(': ')[0])).toEqual([path]);
  });

  test('that is no JSON at all says so', () => {
    expect(parsePlan('{')).toMatchObject({ ok: false, faults: [{ path: '$' }] });
    expect(parsePlan('[]')).toMatchObject({
      ok: false,
      faults: [{ path: '$', message: 'must be an object' }],
    });
  });
});

test('what is left out may be left out', () => {
  const raw = {
    format: 'vicenda-plan',
    version: 1,
    site: { name: 'Small' },
    from: '2027-03-22',
    days: 1,
    roles: [{ id: 'bar' }],
    people: [{ id: 'p1' }],
    needs: [{ from: '09:00', to: '10:00', count: 1 }],
    shifts: [{ id: 's1', date: '2027-03-22', from: '09:00', to: '10:00' }],
  };
  expect(parsePlan(JSON.stringify(raw)).ok).toBe(true);
  expect(bySchema(raw)).toBe(true);
});

test('the published schema and the reader agree on form', () => {
  expect(bySchema(example())).toBe(true);
  // A place in the document and something else to stand there: both accept it, or neither.
  const places: (string | number)[][] = [];
  const walk = (value: unknown, path: (string | number)[]) => {
    if (path.length > 0) places.push(path);
    if (value && typeof value === 'object')
      for (const key of Object.keys(value))
        walk((value as Record<string, unknown>)[key], [...path, Array.isArray(value) ? Number(key) : key]);
  };
  walk(example(), []);
  const other = fc.constantFrom<unknown>(null, '', 'x', 0, -1, 1.5, true, [], {}, '09:00', '2027-03-24');
  fc.assert(
    fc.property(fc.constantFrom(...places), other, fc.boolean(), (path, value, remove) => {
      const raw = example() as unknown as Record<string, unknown>;
      let at = raw;
      for (const step of path.slice(0, -1)) at = at[step] as Record<string, unknown>;
      const last = path[path.length - 1];
      if (remove && !Array.isArray(at)) delete at[last];
      else at[last] = value;
      // Zones and divisors of the day are not a matter of form.
      if (last === 'timeZone' || last === 'blockMinutes') return;
      expect([path.join('.'), value, shapeFaults(PLAN, raw).length === 0]).toEqual([
        path.join('.'),
        value,
        bySchema(raw),
      ]);
    }),
    { numRuns: 500 },
  );
});

describe('changes', () => {
  const read = () => {
    const plan = parsePlan(text);
    if (!plan.ok) throw new Error('the example is faulty');
    return plan.value;
  };

  test('are read each against the plan as the ones before leave it', () => {
    const changes = [
      { do: 'remove', id: 's1' },
      {
        do: 'add',
        shift: { id: 's1', person: 'p2', role: 'bar', date: '2027-03-24', from: '09:00', to: '12:00' },
      },
      { do: 'set', id: 's1', shift: { to: '13:00' } },
      { do: 'set-leave', person: 'p1', id: 'l2', leave: { state: 'approved' } },
    ];
    const result = parseChanges(JSON.stringify(changes), read());
    expect(result.ok && result.value.changes).toHaveLength(4);
    expect(result.ok && result.value.shifts.get('s1')).toMatchObject({ to: '13:00', person: 'p2' });
  });

  test('have all their faults reported at once', () => {
    const changes = [
      { do: 'set', id: 's99', shift: { to: '13:00' } },
      { do: 'move', id: 's1' },
      { do: 'set', id: 's1', shift: { role: 'baar', from: '01:00' } },
      { do: 'remove-leave', person: 'p1', id: 'l9' },
      { do: 'add', shift: { id: 's2', date: '2027-03-24', from: '09:00', to: '12:00', colour: 'red' } },
    ];
    const result = parseChanges(JSON.stringify(changes), read());
    expect(!result.ok && result.faults.map((fault) => fault.path)).toEqual([
      '$[0].id',
      '$[1].do',
      '$[2].shift.role',
      '$[2].shift.to',
      '$[3].id',
      '$[4].shift.colour',
    ]);
  });
});
