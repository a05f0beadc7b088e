import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { CLOCK, instant, punch, punchesOf } from '../clock/testing';
import { workedPay } from '../clock/pay-lines';
import type { Leave } from '../plan/types';
import { MONDAY, repeats, shift } from '../testing';
import { DAY } from '../time/span';
import { weeksOf } from './pay-period';
import { payKindKey } from './pay-kind';
import { type SheetSource, figuresOf, sheetOf } from './sheet';
import { WEEK, sourceOf, typed } from './testing';
import { canStep, holdingStep, stateAfter, type SheetStep, type SheetStepKind } from './steps';
import { parseTypedHours, typedMinutes } from './typed-hours';

const HALF_HOUR = [{ atLeastMinutes: 360, minutes: 30, paid: false }];

const totals = (source: SheetSource, period = WEEK) =>
  Object.fromEntries(
    sheetOf(source, period).totals.map(({ kind, minutes, cost }) => [payKindKey(kind), [minutes, cost]]),
  );

describe('the hours of a period', () => {
  test('are what was clocked, by kind of pay, with overtime by whole weeks', () => {
    const days = [0, 1, 2, 3, 4].flatMap((weekday) => punchesOf('p', MONDAY + weekday, ['8-17']));
    const source = sourceOf({}, { punches: days });
    expect(totals(source)).toEqual({ regular: [2400, 48_000], 'overtime:1.5': [300, 9000] });
    // The last two days of the week alone have all of its overtime: it is only worked there.
    expect(totals(source, { first: MONDAY + 3, days: 4 })).toEqual({
      regular: [780, 15_600],
      'overtime:1.5': [300, 9000],
    });
  });

  test('cost what the week costs by its own reckoning, whatever was worked', () => {
    const day = fc.tuple(fc.integer({ min: 6, max: 11 }), fc.integer({ min: 12, max: 23 }));
    fc.assert(
      fc.property(fc.array(fc.option(day), { minLength: 7, maxLength: 7 }), (days) => {
        const punches = days.flatMap((one, weekday) =>
          one ? punchesOf('p', MONDAY + weekday, [`${one[0]}-${one[1]}`]) : [],
        );
        const source = sourceOf({}, { punches });
        const { cost } = workedPay(source.context, source.person, source.entries, WEEK, 2);
        const sheet = sheetOf(source, WEEK);
        // Each line is rounded once, so that the lines add up to what stands under them.
        expect(Math.abs(sheet.cost - cost)).toBeLessThan(sheet.totals.length);
        expect(sheet.days.reduce((sum, { worked }) => sum + worked, 0)).toBe(sheet.worked);
        expect(sheet.weeks.reduce((sum, { minutes }) => sum + minutes, 0)).toBe(sheet.worked);
      }),
      { numRuns: repeats(60) },
    );
  });

  test('of a night over their end belong to the date on which the shift starts', () => {
    const night = shift('p', 5, '22-30');
    const punches = [punch('in', MONDAY + 5, '22'), punch('out', MONDAY + 5, '30')];
    const source = sourceOf({ shifts: [night] }, { punches });
    // The clocks go forward that night.
    expect(sheetOf(source, { first: MONDAY, days: 6 }).worked).toBe(7 * 60);
    expect(sheetOf(source, { first: MONDAY + 6, days: 7 }).worked).toBe(0);
  });

  test('are what was planned where they are only confirmed', () => {
    const source = sourceOf(
      { shifts: [shift('p', 0, '9-17'), shift('p', 1, '9-13')], rules: { breaks: HALF_HOUR } },
      { from: 'plan' },
    );
    const sheet = sheetOf(source, WEEK);
    expect([sheet.worked, sheet.planned, sheet.toLookAt]).toEqual([450 + 240, 450 + 240, 0]);
  });

  test('have leave by its kind, holidays, and what is not there has nothing to look at', () => {
    const shifts = [shift('p', 0, '9-17'), shift('p', 1, '9-17')];
    const away: Leave = {
      ...{ id: 'l', state: 'approved', from: MONDAY * DAY, to: (MONDAY + 1) * DAY },
      credit: [[MONDAY, 450]],
    };
    const source = sourceOf(
      { shifts, leave: [away], holidays: [{ date: MONDAY + 2, name: 'Day off', closed: true }] },
      { leave: [{ date: MONDAY, type: 'annual', minutes: 450, isPaid: true }] },
    );
    const sheet = sheetOf(source, WEEK);
    expect(totals(source)).toEqual({ 'leave:annual': [450, 9000], 'holiday-off': [480, 9600] });
    expect(sheet.days.map(({ toLookAt }) => toLookAt.map(({ code }) => code)).slice(0, 3)).toEqual([
      [],
      ['absent'],
      [],
    ]);
    expect([sheet.worked, sheet.credited]).toEqual([0, 930]);
  });

  test('on a holiday are paid as it says, and it pays besides', () => {
    const source = sourceOf(
      { holidays: [{ date: MONDAY, name: 'Day', closed: false, multiplier: 2, extra: 10 }] },
      { punches: punchesOf('p', MONDAY, ['9-13']) },
    );
    expect(totals(source)).toEqual({ 'holiday:2': [240, 9600], 'holiday:1': [0, 1000] });
  });
});

describe('typed hours', () => {
  test.each([
    ['9-17:30', { from: 540, to: 1050 }, 0],
    ['22-6', { from: 1320, to: 1800 }, 0],
    ['7:30', null, 450],
    ['7,5', null, 450],
    ['7½ h', null, 450],
    ['45 min', null, 45],
  ])('%s', (text, span, minutes) => {
    expect(parseTypedHours(text)).toEqual({ ok: true, times: { span, minutes } });
  });

  test.each(['', 'half a day', '0', '25', '9-9-9'])('"%s" cannot be read', (text) => {
    expect(parseTypedHours(text)).toMatchObject({ ok: false, message: expect.any(String) });
  });

  test('lose the break of the site, count towards overtime, and those of an own kind do not', () => {
    const rows = [0, 1, 2, 3, 4].map((weekday) => typed(weekday, '8-17:30'));
    const source = sourceOf(
      { rules: { breaks: HALF_HOUR } },
      {
        from: 'typed',
        typed: [...rows, typed(4, '2', { kind: 'call' })],
        kinds: [{ id: 'call', name: 'On call', multiplier: 0.5, isRetired: false }],
      },
    );
    expect(totals(source)).toEqual({
      regular: [2400, 48_000],
      'overtime:1.5': [300, 9000],
      'own:call': [120, 1200],
    });
  });

  test('over the clock change are as long as it leaves them', () => {
    expect(typedMinutes(typed(5, '22-6'), CLOCK, [])).toBe(7 * 60);
  });

  test('besides what was clocked mark the day, and explain who was absent', () => {
    const source = sourceOf({ shifts: [shift('p', 0, '9-17')] }, { typed: [typed(0, '8')] });
    expect(sheetOf(source, WEEK).days[0]).toMatchObject({ worked: 480, isByHand: true, toLookAt: [] });
  });

  test('that put a locked date right are neither overtime nor of that date', () => {
    const source = sourceOf(
      {},
      { typed: [typed(1, '2', { about: MONDAY - 20 }), typed(2, '1', { about: MONDAY - 20, minutes: -30 })] },
    );
    const { days, worked } = sheetOf(source, WEEK);
    expect([days[1].worked, days[2].worked, worked]).toEqual([120, -30, 90]);
  });
});

describe('submitting, approving, locking', () => {
  const after = (...kinds: SheetStepKind[]) => stateAfter(kinds.map((kind) => ({ kind })));

  test('lead from one to the next, and back', () => {
    expect([
      after(),
      after('note'),
      after('submit'),
      after('submit', 'send-back'),
      after('submit', 'approve'),
      after('approve', 'note'),
      after('approve', 'lock'),
    ]).toEqual(['open', 'open', 'submitted', 'open', 'approved', 'approved', 'locked']);
  });

  test.each([
    ['open', ['submit', 'approve', 'note']],
    ['submitted', ['approve', 'send-back', 'note']],
    ['approved', ['lock', 'send-back', 'note']],
    ['locked', []],
  ] as const)('%s hours can be %j', (state, allowed) => {
    const kinds: SheetStepKind[] = ['submit', 'approve', 'lock', 'send-back', 'note'];
    expect(kinds.filter((kind) => canStep(state, kind))).toEqual(allowed);
  });

  test('keep the figures as they stood', () => {
    const source = sourceOf({}, { punches: punchesOf('p', MONDAY, ['9-13']) });
    const figures = figuresOf(sheetOf(source, WEEK));
    const step = (kind: SheetStepKind): SheetStep => ({
      ...{ id: kind, kind, by: 'P', at: '', text: '', figures: kind === 'note' ? null : figures },
    });
    expect(figures).toEqual({
      worked: 240,
      planned: 0,
      lines: [{ date: MONDAY, kind: { kind: 'regular' }, minutes: 240 }],
    });
    expect(holdingStep([step('submit'), step('note')])?.figures).toEqual(figures);
    expect(holdingStep([step('submit'), step('send-back')])).toBeNull();
  });
});

test('hours are not lost or counted twice where a period begins in a week', () => {
  const punches = Array.from({ length: 7 }, (_, weekday) =>
    punchesOf('p', MONDAY + weekday, ['8-18']),
  ).flat();
  const source = sourceOf({}, { punches });
  const parts = [
    { first: MONDAY - 3, days: 5 },
    { first: MONDAY + 2, days: 5 },
  ].map((period) => sheetOf(source, period));
  const whole = sheetOf(source, WEEK);
  const sum = (key: string) =>
    parts
      .flatMap((sheet) => sheet.totals)
      .reduce((all, { kind, minutes }) => (payKindKey(kind) === key ? all + minutes : all), 0);
  for (const { kind, minutes } of whole.totals) expect(sum(payKindKey(kind))).toBe(minutes);
  expect(weeksOf({ first: MONDAY - 3, days: 5 }, 0)).toEqual([MONDAY - 7, MONDAY]);
  expect(instant(MONDAY, '8')).toBeGreaterThan(0);
});
