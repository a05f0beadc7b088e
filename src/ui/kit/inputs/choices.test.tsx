/** @jest-environment jsdom */
import { afterEach, beforeAll, describe, expect, jest, test } from '@jest/globals';
import { cleanup, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { Button } from '../button';
import { type DataColumn, DataTable } from '../data-table';
import { Dialog } from '../dialog';
import { FaultsProvider } from './faults';
import { Field } from './field';
import { Menu } from '../menu';
import { Segmented } from './segmented';
import { ErrorState } from '../states';
import { TextInput } from './text-input';
import { Tooltip } from '../tooltip';

beforeAll(() => {
  // The list draws what fits, and nothing fits where nothing has a height.
  Object.defineProperty(HTMLElement.prototype, 'clientHeight', { configurable: true, value: 600 });
  Object.defineProperty(HTMLElement.prototype, 'clientWidth', { configurable: true, value: 900 });
  globalThis.CSS ??= { escape: (text: string) => text.replace(/[^\w-]/g, '\\$&') } as typeof CSS;
  HTMLDialogElement.prototype.showModal = function () {
    this.open = true;
  };
  HTMLDialogElement.prototype.close = function () {
    this.open = false;
    this.dispatchEvent(new Event('close'));
  };
});
afterEach(cleanup);

test('a button that is busy says so and cannot be pressed again', async () => {
  const press = jest.fn();
  const { rerender } = render(<Button onClick={press}>Save</Button>);
  await userEvent.click(screen.getByRole('button'));
  rerender(
    <Button busy onClick={press}>
      Save
    </Button>,
  );
  await userEvent.click(screen.getByRole('button'));
  expect(press).toHaveBeenCalledTimes(1);
  expect(screen.getByRole('button').getAttribute('aria-busy')).toBe('true');
});

test('a field says what is wrong with it where it stands', () => {
  render(
    <FaultsProvider value={(name) => (name === 'site.name' ? 'There is another site of this name.' : null)}>
      <Field label="Name">
        <TextInput name="site.name" value="Quay" onChange={() => undefined} />
      </Field>
      <Field label="Zone">
        <TextInput name="site.zone" value="UTC" onChange={() => undefined} />
      </Field>
    </FaultsProvider>,
  );
  expect(screen.getByLabelText('Zone').getAttribute('aria-invalid')).toBeNull();
  expect(screen.getByLabelText(/^Name/).getAttribute('aria-invalid')).toBe('true');
  expect(screen.getByRole('alert').textContent).toBe('There is another site of this name.');
});

test('one of a few is chosen by a press and by arrows', async () => {
  function Days() {
    const [days, show] = useState(7);
    const options = [7, 3, 1].map((value) => ({ value, name: `${value} days` }));
    return <Segmented label="Days shown" value={days} onChange={show} options={options} />;
  }
  render(<Days />);
  const chosen = () => screen.getAllByRole<HTMLInputElement>('radio').findIndex(({ checked }) => checked);
  expect(chosen()).toBe(0);
  await userEvent.click(screen.getByRole('radio', { name: '3 days' }));
  expect(chosen()).toBe(1);
  await userEvent.keyboard('{ArrowRight}');
  expect(chosen()).toBe(2);
});

test('a menu is gone through by arrows and first letters, and closed by Escape', async () => {
  const [copy, remove] = [jest.fn(), jest.fn()];
  render(
    <Menu
      label="More"
      items={[
        { name: 'Copy', run: copy },
        { name: 'Delete', run: remove },
      ]}
    />,
  );
  await userEvent.click(screen.getByRole('button', { name: 'More' }));
  await userEvent.keyboard('d');
  await waitFor(() => expect(document.activeElement?.textContent).toBe('Delete'));
  await userEvent.keyboard('{Enter}');
  expect([copy.mock.calls.length, remove.mock.calls.length]).toEqual([0, 1]);
  expect(screen.queryByRole('menu')).toBeNull();
  await userEvent.click(screen.getByRole('button', { name: 'More' }));
  expect(screen.getAllByRole('menuitem')).toHaveLength(2);
  await userEvent.keyboard('{Escape}');
  expect(screen.queryByRole('menu')).toBeNull();
});

test('a dialog has its title as its name, and is closed by its button', async () => {
  const closed = jest.fn();
  render(
    <Dialog title="Coverage" onClose={closed}>
      Figures
    </Dialog>,
  );
  const dialog = screen.getByRole('dialog', { name: 'Coverage' });
  expect(dialog.textContent).toContain('Figures');
  await userEvent.click(within(dialog).getAllByRole('button', { name: 'Close' })[0]);
  expect(closed).toHaveBeenCalled();
});

test('a word about a control is there while it has the focus', async () => {
  render(
    <Tooltip text="Hours of the weeks around this one">
      <Button>Month</Button>
    </Tooltip>,
  );
  expect(screen.queryByRole('tooltip')).toBeNull();
  await userEvent.tab();
  expect((await screen.findByRole('tooltip')).textContent).toBe('Hours of the weeks around this one');
});

test('what could not be shown can be tried again', async () => {
  const again = jest.fn();
  render(<ErrorState onRetry={again}>The server cannot be reached.</ErrorState>);
  expect(screen.getByRole('alert').textContent).toContain('cannot be reached');
  await userEvent.click(screen.getByRole('button', { name: 'Try again' }));
  expect(again).toHaveBeenCalled();
});

describe('a table', () => {
  interface Person {
    readonly id: string;
    readonly name: string;
    readonly hours: number;
  }
  const rows: readonly Person[] = [
    { id: 'a', name: 'Ilse', hours: 9 },
    { id: 'b', name: 'bram', hours: 40 },
    { id: 'c', name: 'Teo', hours: 32 },
  ];
  const columns: readonly DataColumn<Person>[] = [
    { id: 'name', header: 'Name', value: ({ name }) => name },
    { id: 'hours', header: 'Hours', value: ({ hours }) => hours, cell: ({ hours }) => `${hours} h` },
    { id: 'id', header: 'Id', value: ({ id }) => id, isHidden: true },
  ];
  function People({ heard }: { heard: (ids: ReadonlySet<string>) => void }) {
    const [chosen, choose] = useState<ReadonlySet<string>>(new Set());
    return (
      <DataTable
        label="People"
        rows={rows}
        columns={columns}
        rowId={({ id }) => id}
        rowName={({ name }) => name}
        chosen={chosen}
        onChosen={(ids) => {
          choose(ids);
          heard(ids);
        }}
        exports={[{ name: 'CSV', href: '#as-csv' }]}
        remember="columns of people"
        empty="Nobody."
      />
    );
  }
  const first = () =>
    screen
      .getAllByRole('row')
      .slice(1)
      .map((row) => within(row).getAllByRole('cell')[1]?.textContent)
      .filter(Boolean);

  test('is sorted by its heads, text as people sort it and numbers by size', async () => {
    render(<People heard={() => undefined} />);
    expect(first()).toEqual(['bram', 'Ilse', 'Teo']);
    await userEvent.click(screen.getByRole('button', { name: 'Hours' }));
    expect(first()).toEqual(['Ilse', 'Teo', 'bram']);
    await userEvent.click(screen.getByRole('button', { name: /^Hours/ }));
    expect(first()).toEqual(['bram', 'Teo', 'Ilse']);
    expect(screen.getByRole('columnheader', { name: /^Hours/ }).getAttribute('aria-sort')).toBe('descending');
  });

  test('has rows chosen one by one and all together', async () => {
    const heard = jest.fn<(ids: ReadonlySet<string>) => void>();
    render(<People heard={heard} />);
    await userEvent.click(screen.getByRole('checkbox', { name: 'Choose Teo' }));
    expect([...heard.mock.lastCall![0]]).toEqual(['c']);
    const all = screen.getByRole<HTMLInputElement>('checkbox', { name: 'Choose all that are shown' });
    expect(all.indeterminate).toBe(true);
    await userEvent.click(all);
    expect([...heard.mock.lastCall![0]].sort()).toEqual(['a', 'b', 'c']);
    await userEvent.click(all);
    expect(heard.mock.lastCall![0].size).toBe(0);
  });

  test('shows the columns that were asked for, also the next time', async () => {
    const { unmount } = render(<People heard={() => undefined} />);
    expect(screen.queryByRole('columnheader', { name: 'Id' })).toBeNull();
    await userEvent.click(screen.getByText('Columns'));
    await userEvent.click(screen.getByRole('checkbox', { name: 'Id' }));
    expect(screen.getByRole('columnheader', { name: 'Id' })).toBeTruthy();
    unmount();
    render(<People heard={() => undefined} />);
    expect(await screen.findByRole('columnheader', { name: 'Id' })).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Export' }));
    const csv = await screen.findByRole('menuitem', { name: 'CSV' });
    expect(csv.getAttribute('href')).toBe('#as-csv');
  });
});
