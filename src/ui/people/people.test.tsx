/** @jest-environment jsdom */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { OWNER } from '@/server/access/testing';
import { peopleTable, personPage } from '@/server/people/queries';
import type { PeoplePayload, PersonPayload } from '@/server/people/payload';
import { consequences, demoServer, formBar, typeInto } from '../forms/testing-server';

// People as their user has them: what is typed is judged, previewed and saved by the server on the demo's data.

globalThis.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};
const server = await demoServer();
const { PersonPart } = await import('./person-part');
const { AvailabilityPart } = await import('../availability/availability-part');
const { EditableCell } = await import('./editable-cell');
const { columnsOf } = await import('./people-columns');
const { AddPeople } = await import('./add-people');
const { BulkBar } = await import('./bulk-bar');

async function priya(): Promise<PersonPayload> {
  const found = await personPage(server.db, OWNER, 'priya');
  if (!found.ok) throw new Error(found.problem.message);
  return found.page;
}
async function table(): Promise<PeoplePayload> {
  const found = await peopleTable(server.db, OWNER);
  if (!found.ok) throw new Error(found.problem.message);
  return found.table;
}

beforeEach(() => server.begin());
afterEach(() => {
  cleanup();
  sessionStorage.clear();
});

describe('a person', () => {
  test('is changed in many fields at once, after a look at what that does', async () => {
    render(<PersonPart page={await priya()} />);
    await typeInto(screen.getByLabelText('Phone'), '555 0108');
    await typeInto(screen.getByLabelText('Contract hours a week'), '20');
    await typeInto(screen.getByLabelText('Groups, with commas'), 'keys, first aid');
    await consequences(/./);
    await server.save();
    expect((await priya()).person).toMatchObject({
      phone: '555 0108',
      contractMinutes: 1200,
      groups: ['first aid', 'keys'],
    });
  });

  test('whose last day comes before planned shifts: those turn open, which is said first', async () => {
    render(<PersonPart page={await priya()} />);
    await typeInto(screen.getByLabelText('Last day'), '26/11/2026');
    await consequences(/open/i);
    await server.save();
    const open = await server.db
      .selectFrom('shift')
      .select('id')
      .where('person_id', '=', 'priya')
      .where('date', '>', '2026-11-26')
      .execute();
    expect(open).toEqual([]);
  });

  test('has rates by role and date; a rate that nobody can be paid is told at its field', async () => {
    render(<PersonPart page={await priya()} />);
    await userEvent.click(screen.getByRole('button', { name: 'Set a rate of their own' }));
    const rate = screen.getByLabelText('Rate for whatever the role');
    await typeInto(rate, '2000000000');
    await consequences(/Rate for whatever the role: Must be at most 1000000000/);
    await typeInto(rate, '15.5');
    await waitFor(() => expect(rate.getAttribute('aria-invalid')).toBeNull());
    await server.save();
    expect((await priya()).person.pay).toEqual([{ role: null, since: null, rate: 15.5 }]);
  });

  test('is given a role, and a manager found by typing', async () => {
    render(<PersonPart page={await priya()} />);
    await userEvent.selectOptions(screen.getByLabelText('Give a role'), 'Floor');
    await userEvent.type(screen.getByLabelText('Manager'), 'ilse');
    await userEvent.click(await screen.findByRole('option', { name: 'Ilse Brandt' }));
    await server.save();
    expect((await priya()).person).toMatchObject({
      manager: 'ilse',
      roles: [{ role: 'bar' }, { role: 'floor' }],
    });
  });

  test('has a usual week that may differ from the contract', async () => {
    render(<PersonPart page={await priya()} />);
    await userEvent.click(screen.getByRole('button', { name: 'Set the usual week' }));
    expect(screen.getByText(/of 38 h in the contract/)).toBeTruthy();
    await typeInto(screen.getByLabelText('Usual hours on Saturday'), '4');
    await server.save();
    expect((await priya()).person.usualWeek).toEqual([456, 456, 456, 456, 456, 240, 0]);
  });
});

describe('availability', () => {
  test('is typed as text, and what was read is said', async () => {
    render(<AvailabilityPart page={await priya()} />);
    await userEvent.click(screen.getByRole('button', { name: 'Set when they can work' }));
    const text = screen.getByLabelText(/^As text/);
    await userEvent.clear(text);
    await userEvent.type(text, 'Mon-Fri 9-17, not Sat');
    expect(
      screen
        .getAllByRole('status')
        .map((one) => one.textContent)
        .join(),
    ).toContain('Read as: Mon');
    await userEvent.tab();
    await server.save();
    const [version] = (await priya()).versions;
    expect(version.blocks.filter(({ kind }) => kind === 'available')).toHaveLength(5);
  });

  test('that cannot be read stays as typed, with its place, and is not saved', async () => {
    render(<AvailabilityPart page={await priya()} />);
    await userEvent.click(screen.getByRole('button', { name: 'Set when they can work' }));
    const text = screen.getByLabelText(/^As text/) as HTMLInputElement;
    await typeInto(text, 'Mon 9-17, Blursday 9');
    expect(text.getAttribute('aria-invalid')).toBe('true');
    expect(text.value).toBe('Mon 9-17, Blursday 9');
    await userEvent.click(within(await formBar()).getByRole('button', { name: 'Save' }));
    expect(document.activeElement).toBe(text);
    expect(server.answers).toEqual([]);
  });
});

describe('a cell of the table', () => {
  const cell = async (field: 'phone' | 'contractMinutes' | 'contractKind') => {
    const person = (await table()).people.find(({ id }) => id === 'priya')!;
    render(<EditableCell person={person} field={field} />);
    await userEvent.click(screen.getByRole('button'));
  };

  test('is opened, typed into and saved with Enter', async () => {
    await cell('contractMinutes');
    await userEvent.type(screen.getByRole('textbox'), '{Control>}a{/Control}30:30{Enter}');
    await waitFor(() => expect(server.answers).toHaveLength(1));
    expect((await priya()).person.contractMinutes).toBe(1830);
  });

  test('keeps what cannot be read, with the reason; Escape leaves it as it was', async () => {
    await cell('contractMinutes');
    const field = screen.getByRole('textbox') as HTMLInputElement;
    await userEvent.clear(field);
    await userEvent.type(field, 'lots{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('38 or 37:30');
    await userEvent.type(field, '{Escape}');
    expect(screen.queryByRole('textbox')).toBeNull();
    expect(server.answers).toEqual([]);
  });

  test('of a few is chosen', async () => {
    await cell('contractKind');
    await userEvent.selectOptions(screen.getByRole('combobox'), 'on-call');
    await waitFor(() => expect(server.answers).toHaveLength(1));
    expect((await priya()).person.contractKind).toBe('on-call');
  });
});

test('people are added a line each; what is no role is asked about, and nobody is left out', async () => {
  const { choices } = await table();
  let closed = 0;
  render(<AddPeople choices={choices} site="bistro" onDone={() => (closed += 1)} />);
  const field = screen.getByLabelText(/^One person a line/) as HTMLTextAreaElement;
  await userEvent.type(field, 'Mira Holt, Bar{Enter}Jon Reed, Diver{Enter}');
  expect(screen.getByText('2 people to add')).toBeTruthy();
  const add = screen.getByRole('button', { name: 'Add' }) as HTMLButtonElement;
  expect(add.disabled).toBe(true);
  await userEvent.selectOptions(screen.getByLabelText('What Diver means'), 'Kitchen');
  await userEvent.click(add);
  await waitFor(() => expect(closed).toBe(1));
  const added = (await table()).people.filter(({ name }) => name === 'Mira Holt' || name === 'Jon Reed');
  expect(added.map(({ roles }) => roles.length)).toEqual([1, 1]);
});

test('many people are changed at once, and what that does is said before', async () => {
  const { choices, people } = await table();
  const ids = people.filter(({ sites }) => sites.includes('bistro')).map(({ id }) => id);
  render(<BulkBar ids={ids} choices={choices} onClear={() => undefined} />);
  const change = screen.getByRole('button', { name: `Change ${ids.length}` });
  expect((change as HTMLButtonElement).disabled).toBe(true);
  await userEvent.selectOptions(screen.getByLabelText('What to do'), 'Set the weekly maximum to');
  await typeInto(screen.getByLabelText('Hours'), '20');
  await waitFor(() => expect(screen.getByText(/long week/)).toBeTruthy());
  await userEvent.click(change);
  await waitFor(() => expect(server.answers).toHaveLength(1));
  expect((await priya()).person.maxWeekMinutes).toBe(1200);
});

test('who changes nobody here reads the same in each cell, without a way to change it, and no pay', async () => {
  const { people, choices } = await table();
  const columns = columnsOf({ ...choices, mayChange: false, seesPay: false }, people, 'bistro');
  const row = people.find(({ id }) => id === 'priya')!;
  const textOf = (id: string) => {
    const { cell } = columns.find((column) => column.id === id)!;
    render(<div data-testid={id}>{cell!(row)}</div>);
    return screen.getByTestId(id).textContent;
  };
  expect(['number', 'contractKind', 'contractMinutes', 'email'].map(textOf)).toEqual([
    '108',
    'full-time',
    '38 h',
    'priya@saltmere.example',
  ]);
  expect(screen.queryByRole('button')).toBeNull();
  expect(columns.map(({ id }) => id)).not.toContain('rate');
  expect(columnsOf(choices, people, 'bistro').map(({ id }) => id)).toContain('rate');
});
