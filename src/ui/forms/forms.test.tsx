/** @jest-environment jsdom */
import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { PersonDraft } from '@/server/people/payload';
import { fine, pretendServer } from './testing';

const server = pretendServer();
const { CommandForm } = await import('./command-form');
const { useCommandForm } = await import('./use-command-form');
const { TextInput } = await import('../kit/inputs/text-input');
const { DateInput } = await import('../kit/inputs/date-input');
const { AmountInput } = await import('../kit/inputs/parsed-input');

const ANN: PersonDraft = {
  name: 'Ann',
  number: null,
  email: null,
  phone: null,
  birthDate: null,
  employedFrom: 20_000,
  employedTo: null,
  contractKind: null,
  contractMinutes: null,
  maxWeekMinutes: null,
  standardDayMinutes: null,
  payKind: 'hourly',
  usualWeek: null,
  groups: [],
  manager: null,
  homeSite: null,
  notes: null,
  sites: ['quay'],
  roles: [],
  pay: [{ role: null, since: null, rate: 14 }],
  fields: {},
};

function PersonForm({ stored = ANN }: { stored?: PersonDraft }) {
  const form = useCommandForm('person.update', {
    stored: { id: 'ann', person: stored },
    key: 'person ann',
    clean: ({ id, person }) => ({
      id,
      person: { ...person, pay: person.pay.filter(({ rate }) => rate > 0) },
    }),
  });
  const { draft, change } = form.part('person');
  const setRate = (at: number, rate: number) =>
    change({ pay: draft.pay.map((one, i) => (i === at ? { ...one, rate } : one)) });
  return (
    <CommandForm form={form}>
      <TextInput name="person.name" label="Name" value={draft.name} onChange={(name) => change({ name })} />
      <TextInput
        name="person.email"
        label="E-mail"
        value={draft.email ?? ''}
        onChange={(email) => change({ email: email || null })}
      />
      <DateInput
        name="person.employedTo"
        label="Last day"
        value={draft.employedTo}
        onChange={(employedTo) => change({ employedTo })}
      />
      {draft.pay.map((pay, i) => (
        <AmountInput
          key={i}
          name={`person.pay.${i}.rate`}
          label={`Rate ${i}`}
          value={pay.rate}
          onChange={(rate) => setRate(i, rate ?? 0)}
        />
      ))}
    </CommandForm>
  );
}

const field = (label: string) => screen.getByLabelText(label);
const wrongWith = (label: string) => {
  const id = field(label).getAttribute('aria-describedby');
  return id && document.getElementById(id)?.textContent;
};
const bar = () => screen.queryByRole('region', { name: 'Not saved yet' });

afterEach(() => {
  cleanup();
  sessionStorage.clear();
  server.done.length = 0;
  server.answer = () => fine('Saved');
});

describe('a form about a command', () => {
  test('says all that its schema finds wrong, each at its field, while it is filled in', async () => {
    render(<PersonForm />);
    expect(bar()).toBeNull();
    await userEvent.type(field('E-mail'), 'ann at quay');
    await userEvent.clear(field('Name'));
    await waitFor(() => expect(wrongWith('Name')).toBe('Must not be empty.'));
    expect(wrongWith('E-mail')).toBe('Must be an e-mail address.');
    expect(wrongWith('Last day')).toBeNull();
    await userEvent.type(field('Name'), 'Anna');
    await waitFor(() => expect(wrongWith('Name')).toBeNull());
    expect(wrongWith('E-mail')).toBe('Must be an e-mail address.');
  });

  test('says at its field what only the server knows, counting lines that are not sent', async () => {
    server.answer = () => ({
      ok: false,
      problem: { code: 'taken', message: 'somebody has this name', path: 'input.person.name' },
      problems: [
        { code: 'taken', message: 'somebody has this name', path: 'input.person.name' },
        { code: 'odd', message: 'is more than anybody gets', path: 'input.person.pay[0].rate' },
      ],
    });
    const pay = [{ role: 'bar', since: null, rate: 0 }, { ...ANN.pay[0] }];
    render(<PersonForm stored={{ ...ANN, pay }} />);
    await userEvent.type(field('Name'), 'a');
    await waitFor(() => expect(wrongWith('Name')).toBe('Somebody has this name.'));
    expect([wrongWith('Rate 0'), wrongWith('Rate 1')]).toEqual([null, 'Is more than anybody gets.']);
    expect(within(bar()!).getAllByText(/somebody|anybody/i)).toHaveLength(2);
    // There it is named by its label, and leads to it.
    await userEvent.click(await within(bar()!).findByRole('button', { name: 'Rate 1' }));
    expect(document.activeElement).toBe(field('Rate 1'));
    // Saving leads to the first that is wrong, and sends nothing.
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(document.activeElement).toBe(field('Name'));
    expect(server.done).toEqual([]);
  });

  test('sends what it says with what it was opened on, and follows what is stored from then on', async () => {
    const { rerender } = render(<PersonForm />);
    await userEvent.type(field('Name'), 'a');
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    await waitFor(() => expect(bar()).toBeNull());
    expect(server.done).toMatchObject([
      {
        kind: 'person.update',
        input: { id: 'ann', person: { name: 'Anna' } },
        opened: { id: 'ann', person: { name: 'Ann' } },
      },
    ]);
    rerender(<PersonForm stored={{ ...ANN, name: 'Anna Li' }} />);
    await waitFor(() => expect((field('Name') as HTMLInputElement).value).toBe('Anna Li'));
    expect(bar()).toBeNull();
  });

  test('keeps what is edited while it is looked away from, also where the stored changes under it', async () => {
    const { unmount } = render(<PersonForm />);
    await userEvent.type(field('Name'), 'a');
    unmount();
    const { rerender } = render(<PersonForm />);
    await waitFor(() => expect((field('Name') as HTMLInputElement).value).toBe('Anna'));
    rerender(<PersonForm stored={{ ...ANN, phone: '7' }} />);
    expect((field('Name') as HTMLInputElement).value).toBe('Anna');
    await userEvent.click(screen.getByRole('button', { name: 'Discard' }));
    expect((field('Name') as HTMLInputElement).value).toBe('Ann');
    expect(bar()).toBeNull();
    expect(sessionStorage).toHaveLength(0);
  });

  test('shows what two people changed, and sends whose is to count', async () => {
    server.answer = ({ prefer }) =>
      prefer
        ? fine('Saved')
        : {
            ok: false,
            problem: { code: 'changed-meanwhile', message: 'somebody else changed this', path: '' },
            conflicts: [{ what: 'Name', theirs: 'Anne', mine: 'Anna' }],
          };
    render(<PersonForm />);
    await userEvent.type(field('Name'), 'a');
    await userEvent.click(await screen.findByRole('button', { name: 'Save mine' }));
    await waitFor(() => expect(server.done.map(({ prefer }) => prefer)).toEqual(['mine']));
  });
});
