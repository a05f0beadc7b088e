/** @jest-environment jsdom */
import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { act, cleanup, configure, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { snagsOf } from '@/core/consequences/judge';
import { OPEN_ROW, rowOf } from '@/core/grid/cell';
import { need, person, plan, shift } from '@/core/testing';
import { screenOf } from '../testing';

// Panels as their user has them: what is typed and pressed, and what becomes of the plan.

jest.unstable_mockModule('@/server/actions', () => ({
  doCommand: () => Promise.reject(new Error('no server')),
  undo: () => Promise.reject(new Error('no server')),
}));
jest.unstable_mockModule('next/navigation', () => ({
  useRouter: () => ({ refresh: () => undefined, push: () => undefined }),
}));
const { ControllerProvider } = await import('../state/controller');
const { ShiftPanel } = await import('./shift-panel');
const { BulkPanel } = await import('./bulk-panel');
const { RowsPanel } = await import('./rows-panel');
const { CoverPanel } = await import('./cover-panel');
const { Selected } = await import('./selected');
const { SidePanel } = await import('./side-panel');
const { PageHeaderProvider } = await import('../state/header-context');

// Every core is at work where all tests run: what comes at once alone may take a moment.
configure({ asyncUtilTimeout: 6000 });
Element.prototype.scrollIntoView = () => undefined;
const early = shift('ann', 0, '9-13');
const late = shift('ann', 0, '14-18');
const open = shift(null, 2, '9-17');
const week = plan({
  people: [
    person('ann', { name: 'Ann', contractMinutes: 2400 }),
    person('bo', { name: 'Bo' }),
    person('cy', { name: 'Cy', roles: [{ role: 'floor', until: null, hourlyRate: null }] }),
  ],
  needs: [need('bar', 0, '9-17', 2)],
  shifts: [early, late, open, shift('bo', 0, '12-20')],
});

function show(panel: React.ReactNode, more: Parameters<typeof screenOf>[1] = {}, of = week) {
  const desk = screenOf(of, more);
  render(<ControllerProvider value={desk.controller}>{panel}</ControllerProvider>);
  return desk;
}
const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));
const type = async (label: string, text: string) => {
  await userEvent.clear(screen.getByLabelText(label));
  await userEvent.type(screen.getByLabelText(label), text);
};
const foot = () => screen.getByRole('status').textContent;

afterEach(cleanup);

describe('a shift in full', () => {
  test('says what its change would do, and is kept as one edit with Ctrl Enter', async () => {
    const desk = show(<ShiftPanel id={early.id} />);
    await type('Times', '8-13');
    expect(foot()).toMatch(/\+1 h/);
    await type('Note', 'Keys');
    await userEvent.keyboard('{Control>}{Enter}{/Control}');
    expect(desk.lines).toContain('ann 0 8-13');
    expect(desk.sent).toHaveLength(1);
    await act(() => desk.undo());
    expect((screen.getByLabelText('Times') as HTMLInputElement).value).toBe('9-13');
  });

  test('times that cannot be read stay as typed with the reason, and nothing is kept', async () => {
    const desk = show(<ShiftPanel id={early.id} />);
    await type('Note', 'Keys');
    await type('Times', '8-what');
    const field = screen.getByLabelText('Times');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    expect((screen.getByRole('button', { name: 'Save' }) as HTMLButtonElement).disabled).toBe(true);
    await userEvent.keyboard('{Control>}{Enter}{/Control}');
    expect(desk.sent).toEqual([]);
    await press('Discard');
    expect((screen.getByLabelText('Times') as HTMLInputElement).value).toBe('9-13');
  });

  test('over another shift of the person is refused, with that shift named', async () => {
    show(<ShiftPanel id={early.id} />);
    await type('Times', '9-15');
    expect(foot()).toMatch(/Ann.*14:00–18:00/);
    expect((screen.getByRole('button', { name: 'Save' }) as HTMLButtonElement).disabled).toBe(true);
  });

  test('goes to somebody found by typing a part of the name', async () => {
    const desk = show(<ShiftPanel id={open.id} />);
    const who = screen.getByLabelText('Person');
    await userEvent.clear(who);
    await userEvent.type(who, 'b');
    await userEvent.click(await screen.findByRole('option', { name: 'Bo' }));
    await press('Save');
    expect(desk.lines).toContain('bo 2 9-17');
  });

  test('what is typed stays on top of what others change under it', async () => {
    const desk = show(<ShiftPanel id={early.id} />);
    await type('Note', 'Keys');
    act(() => void desk.controller.commit([{ do: 'set', id: early.id, shift: { from: 480 } }]));
    expect((screen.getByLabelText('Times') as HTMLInputElement).value).toBe('8-13');
    expect((screen.getByLabelText('Note') as HTMLTextAreaElement).value).toBe('Keys');
  });

  test('has breaks and duties with times of their own, inside it', async () => {
    const desk = show(<ShiftPanel id={early.id} />);
    await press('Set breaks by hand');
    await type('Length of break 1 in minutes', '500');
    expect(foot()).toContain('no longer than its shift');
    await type('Length of break 1 in minutes', '20');
    await press('Add a duty');
    await type('Name of duty 1', 'Delivery');
    await press('Save');
    const kept = desk.controller.plan.judgement.plan.shifts.find(({ id }) => id === early.id)!;
    expect(kept.break).toMatchObject({ minutes: 20, at: null });
    expect(kept.detail!.duties).toMatchObject([{ name: 'Delivery' }]);
  });

  test('is split at a time inside it, and joined again', async () => {
    const desk = show(<ShiftPanel id={early.id} />);
    await press('Split');
    await type('Split at', '20');
    expect(screen.getByRole('alert').textContent).toContain('between 9:00–13:00');
    await type('Split at', '11');
    await userEvent.click(screen.getAllByRole('button', { name: 'Split' })[1]);
    expect(desk.lines).toEqual(expect.arrayContaining(['ann 0 9-11', 'ann 0 11-13']));
    await press('Join');
    await userEvent.click(screen.getAllByRole('button', { name: 'Join' })[1]);
    expect(desk.lines).toContain('ann 0 9-13');
  });

  test('is given to others who hold its role, each a shift of their own', async () => {
    const desk = show(<ShiftPanel id={early.id} />);
    await press('Assign to others');
    expect(screen.queryByLabelText('Cy')).toBeNull();
    await userEvent.click(screen.getByLabelText('Bo'));
    // Bo works from 12 on that day.
    expect(foot()).toMatch(/Bo/);
    const give = screen.getByRole('button', { name: 'Assign to 1 other' }) as HTMLButtonElement;
    expect(give.disabled).toBe(true);
    act(() => void desk.controller.commit([{ do: 'set', id: early.id, shift: { to: 720 } }]));
    await userEvent.click(give);
    expect(desk.lines).toEqual(expect.arrayContaining(['ann 0 9-12', 'bo 0 9-12']));
  });

  test('turns open, and is taken away', async () => {
    const desk = show(<ShiftPanel id={late.id} />);
    await press('Turn open');
    await userEvent.click(screen.getAllByRole('button', { name: 'Turn open' })[1]);
    expect(desk.lines).toContain('open 0 14-18');
    await press('Delete');
    await userEvent.click(screen.getAllByRole('button', { name: 'Delete' })[1]);
    expect(desk.lines).not.toContain('open 0 14-18');
    expect(desk.view.getState().panel).toBeNull();
  });
});

describe('several shifts at once', () => {
  test('are picked by a rule wherever they stand, moved, and unpicked', async () => {
    const desk = show(<BulkPanel />);
    await userEvent.selectOptions(screen.getByLabelText('On it'), 'open');
    await press('Pick 1 shift');
    expect(screen.getByText(/1 shift picked by the rule/)).toBeTruthy();
    await type('By', '45 min');
    await press('Move in time');
    expect(desk.lines).toContain('open 2 9:45-17:45');
    await press('Unpick');
    expect(screen.getByText(/2 shifts in the selected cells/)).toBeTruthy();
  });

  test('what cannot be read is said, and nothing is done', async () => {
    const desk = show(<BulkPanel />);
    act(() => desk.controller.act.match([open.id]));
    await type('By', 'soon');
    expect(foot()).not.toMatch(/would change/);
    expect((screen.getByRole('button', { name: 'Move in time' }) as HTMLButtonElement).disabled).toBe(true);
  });

  test('get a role, a break, a label, and go', async () => {
    const desk = show(<BulkPanel />);
    act(() => desk.controller.act.match([early.id, late.id]));
    const kind = screen.getByLabelText('Do') as HTMLSelectElement;
    const choose = async (name: string) => {
      await userEvent.selectOptions(kind, name);
      return kind.selectedOptions[0].textContent;
    };
    for (const [name, fill, seen] of [
      [
        'role',
        () => userEvent.selectOptions(screen.getAllByLabelText('Role')[0], 'Floor'),
        { role: 'floor' },
      ],
      ['break', () => type('Break in minutes', '25'), { break: { minutes: 25 } }],
      ['label', () => type('Shift name', 'Regatta'), { label: 'Regatta' }],
    ] as const) {
      const verb = (await choose(name))!;
      await fill();
      await press(verb);
      const { shifts } = desk.controller.plan.judgement.plan;
      expect(shifts.filter(({ person: who }) => who === 'ann')).toMatchObject([seen, seen]);
    }
    await press((await choose('remove'))!);
    expect(desk.lines).toEqual(['bo 0 12-20', 'open 2 9-17']);
  });
});

describe('rows', () => {
  test('are filtered by a part of a name, and all shown again', async () => {
    const desk = show(<RowsPanel />);
    await type('Name contains', 'b');
    expect(desk.view.getState().rows.order).toEqual([rowOf('bo'), OPEN_ROW]);
    expect(screen.getByText(/1 of 3 people are shown/)).toBeTruthy();
    await press('Show all rows as listed');
    expect(desk.view.getState().rows.order).toHaveLength(4);
  });

  test('are grouped, sorted, and from the side of what is needed', async () => {
    const desk = show(<RowsPanel />);
    await userEvent.selectOptions(screen.getByLabelText('Group by'), 'Role');
    expect(desk.view.getState().rows.lines.filter(({ kind }) => kind === 'group')).toHaveLength(2);
    await userEvent.selectOptions(screen.getByLabelText('Rows are'), 'needs');
    expect(desk.view.getState().rows.order).toEqual(['need:540-1020:bar']);
    expect(screen.queryByLabelText('Group by')).toBeNull();
  });
});

describe('who can cover', () => {
  const counts = { people: {} as Record<string, number> };
  const answering = (ok: boolean) =>
    (globalThis.fetch = (() =>
      Promise.resolve({
        ok,
        statusText: 'gone',
        json: () => Promise.resolve({ counts: counts.people, shares: {} }),
      } as Response)) as typeof fetch);

  test('lists who could work it once it is known how often they did, and gives it with a key', async () => {
    answering(true);
    const desk = show(<CoverPanel shift={open} isNew={false} />);
    const list = await screen.findByRole('listbox', { name: 'Who can cover' });
    expect(within(list).getAllByRole('option')).toHaveLength(2);
    list.focus();
    await userEvent.keyboard('{ArrowDown}{ArrowUp}1');
    expect(desk.lines.filter((line) => line.endsWith('2 9-17'))).not.toContain('open 2 9-17');
    expect(desk.said).toMatch(/ has Wed 24 9:00–17:00/);
    expect(desk.view.getState().panel).toBeNull();
  });

  test('of a gap may be for other times; what is no time stays with the reason', async () => {
    answering(true);
    const desk = show(<CoverPanel shift={{ ...open, id: 'gap', date: week.from }} isNew />);
    await screen.findByRole('listbox');
    await type('A shift of', '9-1x');
    expect(screen.getByLabelText('A shift of').getAttribute('aria-invalid')).toBe('true');
    await userEvent.clear(screen.getByLabelText('A shift of'));
    await userEvent.type(screen.getByLabelText('A shift of'), '20-22');
    screen.getByRole('listbox').focus();
    await userEvent.keyboard('{Enter}');
    expect(desk.lines.some((line) => line.endsWith('0 20-22'))).toBe(true);
  });

  test('says so where the shift has gone meanwhile', async () => {
    answering(true);
    const desk = show(<CoverPanel shift={open} isNew={false} />);
    act(() => void desk.controller.commit([{ do: 'remove', id: open.id }]));
    await waitFor(() => expect(screen.getByText('This shift is no longer there.')).toBeTruthy());
  });
});

describe('the list of snags', () => {
  const side = (
    <PageHeaderProvider
      value={{
        sites: [],
        site: { id: 'bistro', name: 'Quay Bistro', timeZone: 'Europe/Lisbon' },
        week: week.from,
        weeks: [],
        today: week.from,
        dates: { order: 'day', weekStart: 0 },
        actor: {
          id: 'demo-owner',
          name: 'Runa Deering',
          isPerson: false,
          seesAccounts: true,
          seesOutbox: true,
        },
        may: { publish: true, change: true },
        off: [],
      }}
    >
      <SidePanel />
    </PageHeaderProvider>
  );

  test('has each that needs a look, with its sentence and the ways on', async () => {
    const desk = show(side);
    const troubles = snagsOf(desk.controller.plan.judgement).filter(({ severity }) => severity !== 'note');
    await screen.findByText(`${troubles.length} snags`);
    const list = screen.getByRole('region', { name: `${troubles.length} snags` });
    expect(within(list).getAllByRole('listitem')).toHaveLength(troubles.length);
    expect(list.textContent).toContain('Gap, Bar');
    expect(list.textContent).toContain('Open shift, Bar');
  });

  test('leads to the place of a snag, and follows what is mended', async () => {
    const desk = show(side);
    await userEvent.click(await screen.findByText('Open shift, Bar'));
    expect(desk.view.getState().active).toEqual({ row: OPEN_ROW, day: 2 });
    act(() => void desk.controller.commit([{ do: 'remove', id: open.id }]));
    await waitFor(() => expect(screen.queryByText('Open shift, Bar')).toBeNull());
  });
});

describe('what is selected', () => {
  test('of a role says who is on and who is missing', () => {
    const desk = show(<Selected />);
    act(() => {
      desk.controller.arrange({ rowKind: 'roles' });
      desk.controller.goTo({ row: 'role:bar', day: 0 });
    });
    const text = screen.getByRole('region', { name: 'Selected' }).textContent!;
    expect(text).toContain('Bar, Mon 22');
    expect(text).toContain('1 missing 9:00–12:00');
    expect(text).toContain('Ann 9:00–13:00');
  });

  test('of several rows counts a shift once', () => {
    const desk = show(
      <Selected />,
      {},
      { ...week, needs: [need('bar', 0, '9-12'), need('bar', 0, '12-17')] },
    );
    act(() => {
      desk.controller.arrange({ rowKind: 'needs' });
      desk.controller.step(1, 0, true);
    });
    expect(screen.getByRole('region', { name: 'Selected' }).textContent).toContain('2 cells, 3 shifts');
  });
});
