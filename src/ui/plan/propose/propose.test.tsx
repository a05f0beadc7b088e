/** @jest-environment jsdom */
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import { act, cleanup, configure, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { rowOf } from '@/core/grid/cell';
import { MONDAY, need, person, plan, shift } from '@/core/testing';
import type { Alternative, ProposalEvent, ProposalPayload, ProposalRequest } from '@/server/propose/payload';
import { screenOf } from '../testing';

// Proposing as its user has it: what is asked of the server, and what becomes of the plan.

jest.unstable_mockModule('@/server/actions', () => ({
  doCommand: () => Promise.reject(new Error('no server')),
  undo: () => Promise.reject(new Error('no server')),
}));
jest.unstable_mockModule('next/navigation', () => ({ useRouter: () => ({ refresh: () => undefined }) }));
jest.unstable_mockModule('next/dynamic', () => ({ default: () => () => null }));
const { ControllerProvider } = await import('../state/controller');
const { ProposePanel } = await import('./propose-panel');
const { ComparePanel } = await import('./compare-panel');
const { reasonText, nearestText } = await import('./reason-text');

configure({ asyncUtilTimeout: 6000 });
const week = plan({
  people: [person('ann', { name: 'Ann', contractMinutes: 2400 }), person('bo', { name: 'Bo' })],
  needs: [need('bar', 0, '9-17', 2), need('bar', 1, '9-17', 1)],
  shifts: [shift('bo', 3, '9-17'), shift(null, 1, '9-17')],
});
const proposed = [
  { ...shift('ann', 0, '9-17'), id: 'one' },
  { ...shift('bo', 0, '9-17'), id: 'two' },
  { ...shift('ann', 1, '9-17'), id: 'three' },
];
const FOUND: ProposalPayload = {
  ...{ shifts: proposed, movable: [], seconds: 3, isStopped: false, weeks: [], asked: {}, kept: 0 },
  ...{ missingMinutes: 60, leastMissingMinutes: 30, score: 1000, bound: 990 },
  holes: [{ row: 0, from: 540, to: 600, count: 1 }],
  reasons: [
    {
      ...{ isAsked: true, isReached: true, able: 2, nearest: null, scarce: null },
      groups: [{ cause: { kind: 'then' }, people: ['ann', 'bo'] }],
    },
  ],
};

let asked: { address: string; body: ProposalRequest }[];
let lines: ProposalEvent[];
beforeEach(() => {
  asked = [];
  lines = [{ progress: { seconds: 1, total: 2000, bound: 900, missingMinutes: 480 } }, { found: FOUND }];
  const anything = globalThis as unknown as Record<string, unknown>;
  anything.TextDecoderStream ??= class {};
  globalThis.fetch = ((address: string, { body }: { body: string }) => {
    asked.push({ address, body: JSON.parse(body) as ProposalRequest });
    const rest = lines.map((line) => `${JSON.stringify(line)}\n`);
    const read = () => Promise.resolve({ done: rest.length === 0, value: rest.shift() });
    return Promise.resolve({ body: { pipeThrough: () => ({ getReader: () => ({ read }) }) } });
  }) as unknown as typeof fetch;
});
afterEach(cleanup);

function show() {
  const desk = screenOf(week);
  const shown = render(
    <ControllerProvider value={desk.controller}>
      <ProposePanel />
    </ControllerProvider>,
  );
  return { ...desk, ...shown };
}
const press = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));
const shiftsOf = ({ controller }: ReturnType<typeof screenOf>) => controller.plan.judgement.plan.shifts;

describe('proposing', () => {
  test('asks for who and what is selected, and says what is missing before', async () => {
    const desk = show();
    expect(screen.getByText(/Ann, Bo have no availability/)).toBeTruthy();
    expect(screen.getByText(/Bo has no contract hours/)).toBeTruthy();
    act(() => desk.controller.goTo({ row: rowOf('bo'), day: 2 }));
    await userEvent.selectOptions(screen.getByLabelText('For whom'), 'selected');
    await userEvent.selectOptions(screen.getByLabelText('On which days'), 'selected');
    await userEvent.selectOptions(screen.getByLabelText('What is filled'), 'open');
    await press('Propose');
    expect(asked[0].address).toMatch(/\/proposal$/);
    expect(asked[0].body).toMatchObject({
      ...{ people: ['bo'], dates: [MONDAY + 2], fill: 'open', mayMove: false, weeks: 1, keep: [] },
    });
  });

  test('lays what is found on the plan, says how good it is and what stays open, and takes it as one edit', async () => {
    const desk = show();
    await press('Propose');
    await screen.findByText(
      /At least ½ h are missing in any plan; in all else it is at most 1\s% from the best/,
    );
    expect(screen.getByText('2 people work as Bar: 2 at work then already.')).toBeTruthy();
    const { proposal } = desk.controller.plan;
    expect(proposal!.items).toHaveLength(3);
    // The open shift of Tuesday is filled as it is.
    expect([...proposal!.shiftIds]).toContain(week.shifts[1].id);
    expect(shiftsOf(desk)).toHaveLength(2);
    await press('Take 3');
    expect(shiftsOf(desk)).toHaveLength(4);
    expect(desk.controller.plan.pending).toHaveLength(1);
    expect(desk.controller.plan.proposal!.items).toEqual([]);
    expect(screen.getByText(/Nothing of it is left to take/)).toBeTruthy();
  });

  test('takes part of it, leaves part out, and looks again around what is kept', async () => {
    const desk = show();
    await press('Propose');
    await screen.findByText(/What stays open/);
    act(() => desk.controller.goTo({ row: rowOf('bo'), day: 0 }));
    await userEvent.selectOptions(screen.getByLabelText('Which of the shifts'), 'selected');
    await press('Leave out');
    await userEvent.selectOptions(screen.getByLabelText('Which of the shifts'), `day ${MONDAY}`);
    expect(desk.controller.plan.proposal!.items.map(({ person: who }) => who)).toEqual(['ann', 'ann']);
    await press('Keep these, look again');
    expect(asked[1].body.keep.map(({ id }) => id)).toEqual(['one']);
    await screen.findByText(/What stays open/);
    await press('Look further');
    expect(asked[2].body).toMatchObject({ keep: [], effort: 3 });
    expect(asked[2].body.known).toHaveLength(3);
  });

  test('shows it again when its panel is opened again, and forgets it when asked anew', async () => {
    const desk = show();
    await press('Propose');
    await screen.findByText(/What stays open/);
    desk.unmount();
    expect(desk.controller.plan.proposal).toBeNull();
    render(
      <ControllerProvider value={desk.controller}>
        <ProposePanel />
      </ControllerProvider>,
    );
    expect(desk.controller.plan.proposal!.items).toHaveLength(3);
    await press('Ask anew');
    expect(screen.getByRole('button', { name: 'Propose' })).toBeTruthy();
    expect(desk.controller.plan.proposal).toBeNull();
    await press('Propose');
    await screen.findByText(/What stays open/);
    expect(desk.controller.plan.proposal!.items).toHaveLength(3);
  });

  test('follows the plan: what no longer fits is said', async () => {
    const desk = show();
    await press('Propose');
    await screen.findByText(/What stays open/);
    act(
      () => void desk.controller.commit([{ do: 'add', shift: { ...shift('ann', 0, '12-14'), id: 'mine' } }]),
    );
    await waitFor(() => expect(screen.getByText('No longer fits')).toBeTruthy());
    expect(desk.controller.plan.proposal!.misfits.map(({ item }) => item.person)).toEqual(['ann']);
  });

  test.each<[string, ProposalEvent[], RegExp]>([
    [
      'refused',
      [{ problem: { code: 'x', message: 'the storage is full', path: '' } }],
      /The storage is full/,
    ],
    ['cut off', [], /The server was stopped while it looked; nothing was changed/],
  ])('that is %s says so, and asks again', async (_, said, text) => {
    lines = said;
    show();
    await press('Propose');
    await screen.findByText(text);
    expect(screen.getByRole('button', { name: 'Propose' })).toBeTruthy();
  });
});

test('why a stretch stays open, in words', () => {
  const reason = FOUND.reasons[0]!;
  const say = (more: object) => reasonText({ ...reason, ...more }, 'Bar');
  expect(say({ isAsked: false })).toBe('Not part of what was asked for.');
  expect(say({ isReached: false })).toBe('No shift time in use reaches it.');
  expect(say({ able: 0 })).toBe('Nobody works as Bar.');
  const needed = {
    groups: [{ cause: { kind: 'needed' }, people: ['ann'] }],
    scarce: { minutes: 1440, open: 480 },
  };
  expect(say({ ...needed, able: 1 })).toBe(
    '1 person works as Bar: 1 needed where they are proposed. Of 24 h that the same people are needed for, 8 h stay open in any plan.',
  );
  expect(say({ scarce: needed.scarce })).not.toContain('in any plan');
  expect(
    say({
      able: 3,
      groups: [
        { cause: { kind: 'leave' }, people: ['a', 'b'] },
        { cause: { kind: 'rule', code: 'short-rest' }, people: ['c'] },
      ],
    }),
  ).toBe('3 people work as Bar: 2 on leave, 1 for “Short rest”.');
  const { words } = screenOf(week).controller.plan;
  expect(nearestText(reason, words, '24')).toBeNull();
});

test('ways that were kept stand side by side with the plan, and one is laid on it to be taken in part', async () => {
  const alternatives: Alternative[] = [
    {
      ...{ id: 'a', name: 'By hand', madeAt: '2026-11-24T10:00:00Z', madeBy: 'Runa', proof: null },
      shifts: [
        ...week.shifts,
        { ...shift('ann', 0, '9-17'), id: 'x' },
        { ...shift('bo', 0, '9-17'), id: 'y' },
      ],
    },
  ];
  globalThis.fetch = ((address: string) =>
    Promise.resolve(
      address.endsWith('/alternatives')
        ? { ok: true, json: () => Promise.resolve({ alternatives }) }
        : { ok: false, json: () => Promise.resolve({}) },
    )) as unknown as typeof fetch;
  const desk = screenOf(week);
  const { unmount } = render(
    <ControllerProvider value={desk.controller}>
      <ComparePanel />
    </ControllerProvider>,
  );
  const row = (await screen.findByRole('row', { name: /^Hours missing/ })).textContent;
  // Two of eight hours on Monday and one on Tuesday; with it only Tuesday's.
  expect(row).toBe('Hours missing248');
  expect(screen.getByRole('row', { name: /^Differs/ }).textContent).toBe('Differs02');
  await press('Show By hand on the plan');
  expect(desk.controller.view.getState().panel).toEqual({ kind: 'propose' });
  unmount();
  render(
    <ControllerProvider value={desk.controller}>
      <ProposePanel />
    </ControllerProvider>,
  );
  expect(screen.getByRole('heading', { name: 'By hand' })).toBeTruthy();
  expect(screen.queryByText('no plan below')).toBeNull();
  // What stands alike is nothing to do.
  expect(desk.controller.plan.proposal!.items.map(({ person: who }) => who)).toEqual(['ann', 'bo']);
  act(() => desk.controller.goTo({ row: rowOf('ann'), day: 0 }));
  await userEvent.selectOptions(screen.getByLabelText('Which of the shifts'), 'selected');
  await press('Take 1');
  expect(shiftsOf(desk)).toHaveLength(3);
});
