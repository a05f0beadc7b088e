import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { type ShiftTemplate, toShiftSpec } from '@/core/plan/shift-spec';
import { type Pattern, keyOf } from '@/core/patterns/pattern';
import { NO_DETAIL, type Shift } from '@/core/plan/types';
import { shift as bare } from '@/core/testing';
import { parseDate } from '@/core/time/day';
import type { Database } from '../database';
import { demoDatabase } from '../../../demo/testing';
import type { Row } from '../records/records';
import {
  loadPatternExceptions,
  loadPatterns,
  notePatternExceptions,
  patternRow,
} from '../patterns/pattern-store';
import { loadTemplates, templateRow } from '../templates/template-store';
import { loadDaybook } from '../week/daybook-store';
import { applyShiftChanges } from '../week/shift-changes';
import { insertShifts, loadShifts } from '../week/shift-store';

const MONDAY = parseDate('2026-11-23')!;
let db: Database;

beforeAll(async () => {
  db = await demoDatabase();
});
afterAll(() => db.destroy());

const text = fc.string({ unit: 'grapheme', maxLength: 20 }).filter((one) => !one.includes('\0'));
const maybe = <T>(one: fc.Arbitrary<T>) => fc.option(one, { nil: null });
const day = fc.integer({ min: MONDAY - 400, max: MONDAY + 400 });

const form = fc
  .record({
    from: fc.integer({ min: 0, max: 1439 }),
    length: fc.integer({ min: 1, max: 1440 }),
    label: maybe(text),
    note: maybe(text),
    station: maybe(text),
    tasks: fc.array(text, { maxLength: 3 }),
    pause: maybe(
      fc.record({ minutes: fc.nat({ max: 90 }), at: maybe(fc.nat({ max: 1439 })), paid: fc.boolean() }),
    ),
    duty: text,
    oneOff: fc.boolean(),
  })
  .map(({ from, length, label, note, station, tasks, pause, duty, oneOff }) => ({
    ...toShiftSpec(bare(null, 0, '9-17')),
    from,
    to: from + length,
    label,
    note,
    station,
    tasks,
    break: pause,
    moreBreaks: pause ? [pause] : [],
    duties: [{ name: duty, from, to: from + 1, oneOff }],
    oneOff: { label: oneOff, note: !oneOff, station: oneOff },
  }));

const pattern = fc
  .record({
    name: text,
    anchor: day,
    since: day,
    until: maybe(day),
    weeks: fc.integer({ min: 1, max: 8 }),
    rule: maybe(fc.constantFrom('FREQ=WEEKLY;BYDAY=TU', 'FREQ=MONTHLY;BYDAY=1FR')),
    forms: fc.array(form, { minLength: 1, maxLength: 3 }),
    people: fc.array(maybe(fc.constantFrom('ilse', 'bram')), { minLength: 1, maxLength: 3 }),
    stop: maybe(day),
  })
  .map(({ forms, people, stop, ...said }): Pattern => ({
    ...said,
    id: 'mine',
    shifts: forms.map((one, i) => ({ ...one, id: `s${i}`, day: i })),
    members: people.map((person, i) => ({ id: `m${i}`, person, offset: i })),
    endings: stop === null ? [] : [{ member: 'm0', shift: 's0', from: stop }],
  }));

async function put(table: 'pattern' | 'shift_template', row: Row): Promise<void> {
  await db.deleteFrom(table).where('id', '=', 'mine').execute();
  await db
    .insertInto(table)
    .values(row as never)
    .execute();
}

describe('what is kept comes back as it was', () => {
  test('a pattern', async () => {
    await fc.assert(
      fc.asyncProperty(pattern, async (kept) => {
        await put('pattern', patternRow('bistro', kept));
        expect((await loadPatterns(db, 'bistro')).find(({ id }) => id === 'mine')).toEqual(kept);
      }),
    );
    await db.deleteFrom('pattern').where('id', '=', 'mine').execute();
  });

  test('a shift template', async () => {
    await fc.assert(
      fc.asyncProperty(text, form, async (name, said) => {
        const kept: ShiftTemplate = { id: 'mine', short: 'MI', name, form: said };
        await put('shift_template', templateRow('bistro', kept, 99));
        expect((await loadTemplates(db, 'bistro')).at(-1)).toEqual(kept);
      }),
    );
    await db.deleteFrom('shift_template').where('id', '=', 'mine').execute();
  });

  test('a shift with all that is said of it', async () => {
    await fc.assert(
      fc.asyncProperty(form, fc.boolean(), async (said, fixed) => {
        const { duties, station, tasks, oneOff, moreBreaks, ...rest } = said;
        const detail = { ...NO_DETAIL, duties, station, tasks, oneOff, moreBreaks };
        const { template: _of, ...fields } = rest;
        const kept: Shift = { ...bare('ilse', 0, '9-17', { date: MONDAY + 60 }), ...fields, fixed, detail };
        await applyShiftChanges(db, 'bistro', [{ do: 'add', shift: kept }]);
        expect(await loadShifts(db, 'bistro', MONDAY + 60, MONDAY + 61)).toEqual([kept]);
        const other = { note: 'other', detail: null, break: null };
        await applyShiftChanges(db, 'bistro', [{ do: 'set', id: kept.id, shift: other }]);
        const { detail: _gone, ...left } = { ...kept, ...other };
        expect(await loadShifts(db, 'bistro', MONDAY + 60, MONDAY + 61)).toEqual([left]);
        await applyShiftChanges(db, 'bistro', [{ do: 'remove', id: kept.id }]);
      }),
      { numRuns: 50 },
    );
  });
});

test('dates left out are those taken away and those moved, until they are given again', async () => {
  const key = (on: number) => keyOf(on, 'm', 's');
  const of = (on: number, date = on): Shift => ({
    ...bare('ilse', 0, '9-11', { date }),
    id: `${on} on ${date}`,
    detail: {
      ...NO_DETAIL,
      pattern: { id: 'lead-turns', key: key(on), originalDate: on, overridden: date !== on },
    },
  });
  const [{ id }] = await loadPatterns(db, 'bistro');
  const mine = (shift: Shift): Shift => ({
    ...shift,
    detail: { ...shift.detail!, pattern: { ...shift.detail!.pattern!, id } },
  });
  const [gone, moved] = [mine(of(MONDAY + 80)), mine(of(MONDAY + 81, MONDAY + 83))];
  await insertShifts(db, 'bistro', [moved], () => false);
  await notePatternExceptions(db, [gone], []);
  await notePatternExceptions(db, [gone], []);
  const out = async () => [...(await loadPatternExceptions(db, [id, 'none'])).get(id)!].sort();
  expect(await out()).toEqual([key(MONDAY + 80), key(MONDAY + 81)]);
  expect((await loadPatternExceptions(db, ['none'])).get('none')).toEqual(new Set());
  await notePatternExceptions(db, [], [gone]);
  expect(await out()).toEqual([key(MONDAY + 81)]);
  await applyShiftChanges(db, 'bistro', [{ do: 'remove', id: moved.id }]);
  expect(await out()).toEqual([]);
});

test('what belongs to a pattern that is gone is left out of nothing', async () => {
  const stray = bare('ilse', 0, '9-11', {
    detail: { ...NO_DETAIL, pattern: { id: 'never', key: 'k', originalDate: MONDAY, overridden: false } },
  });
  await notePatternExceptions(db, [stray], []);
  expect(
    await db.selectFrom('pattern_exception').selectAll().where('pattern_id', '=', 'never').execute(),
  ).toEqual([]);
});

test('notes of days come by date, those of the days asked for', async () => {
  const values = [5, 3, 9].map((n) => ({
    site_id: 'chandlery',
    date: `2026-12-0${n}`,
    note: `Note ${n}`,
  }));
  await db.insertInto('daybook').values(values).execute();
  const found = await loadDaybook(db, 'chandlery', parseDate('2026-12-03')!, parseDate('2026-12-09')!);
  expect(found.map(({ note }) => note)).toEqual(['Note 3', 'Note 5']);
});
