/** @jest-environment jsdom */
import { afterEach, describe, expect, jest, test } from '@jest/globals';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import type { Day } from '@/core/time/day';
import { formatDate, parseDate } from '@/core/time/day';
import Calendar from './calendar';
import { Combobox } from './combobox';
import { DateHabitsProvider } from './date-habits';
import { DateInput } from './date-input';
import { AmountInput, CountInput, LengthInput } from './parsed-input';
import { TimeInput } from './time-input';

afterEach(cleanup);

const field = (name: string) => screen.getByLabelText<HTMLInputElement>(name);
const offered = () => screen.queryAllByRole('option').map((option) => option.textContent);

describe('a time', () => {
  function Time({
    heard,
    ...rest
  }: { heard: (minute: number | null) => void } & Partial<Parameters<typeof TimeInput>[0]>) {
    const [value, set] = useState<number | null>(540);
    const take = (minute: number | null) => {
      set(minute);
      heard(minute);
    };
    return <TimeInput label="From" step={30} hourFormat="24" {...rest} value={value} onChange={take} />;
  }

  test('is offered by the blocks that what is typed may become, and picked with arrows', async () => {
    const heard = jest.fn<(minute: number | null) => void>();
    render(<Time heard={heard} />);
    await userEvent.clear(field('From'));
    await userEvent.type(field('From'), '5');
    expect(offered()).toEqual(['5:00', '5:30', '17:00', '17:30']);
    await userEvent.keyboard('{ArrowDown}{ArrowDown}{ArrowDown}{Enter}');
    expect(heard).toHaveBeenLastCalledWith(1020);
    expect(field('From').value).toBe('17:00');
    expect(offered()).toEqual([]);
  });

  test('that cannot be stays as it was typed, with the reason; Escape goes back', async () => {
    const heard = jest.fn<(minute: number | null) => void>();
    const wrong = jest.fn<(message: string | null) => void>();
    render(<Time heard={heard} onWrong={wrong} within={{ from: 480, to: 1020 }} />);
    await userEvent.clear(field('From'));
    await userEvent.type(field('From'), '23:10');
    await userEvent.tab();
    expect(field('From').value).toBe('23:10');
    expect(screen.getByRole('alert').textContent).toBe('"23:10" is no time from 8:00 to 17:00.');
    expect(wrong).toHaveBeenLastCalledWith('"23:10" is no time from 8:00 to 17:00');
    expect(heard).not.toHaveBeenCalledWith(1390);
    await userEvent.click(field('From'));
    await userEvent.keyboard('{Escape}{Escape}');
    expect(screen.queryByRole('alert')).toBeNull();
    expect(wrong).toHaveBeenLastCalledWith(null);
  });

  test('may be left out only where none is needed', async () => {
    const heard = jest.fn<(minute: number | null) => void>();
    render(<Time heard={heard} isNeeded={false} />);
    await userEvent.clear(field('From'));
    await userEvent.tab();
    expect(heard).toHaveBeenLastCalledWith(null);
    cleanup();
    render(<Time heard={heard} />);
    await userEvent.clear(field('From'));
    await userEvent.tab();
    expect(screen.getByRole('alert').textContent).toBe('A time is needed.');
  });
});

describe('a date', () => {
  function Dated({ heard, isNeeded }: { heard: (day: Day | null) => void; isNeeded?: boolean }) {
    const [value, set] = useState<Day | null>(parseDate('2026-11-24'));
    const take = (day: Day | null) => {
      set(day);
      heard(day);
    };
    return <DateInput label="Since" value={value} onChange={take} isNeeded={isNeeded} />;
  }
  const type = async (text: string) => {
    await userEvent.clear(field('Since'));
    if (text) await userEvent.type(field('Since'), text);
    await userEvent.tab();
  };

  test.each([
    ['day', '3/4/2027', '2027-04-03'],
    ['month', '3/4/2027', '2027-03-04'],
    ['day', '4 Mar 2027', '2027-03-04'],
    ['month', '2027-03-04', '2027-03-04'],
    ['day', '3.4.27', '2027-04-03'],
  ] as const)('where the %s comes first, %s is %s', async (order, text, expected) => {
    const heard = jest.fn<(day: Day | null) => void>();
    render(
      <DateHabitsProvider value={{ order, weekStart: 0 }}>
        <Dated heard={heard} />
      </DateHabitsProvider>,
    );
    expect(field('Since').value).toBe(order === 'day' ? '24/11/2026' : '11/24/2026');
    await type(text);
    expect(formatDate(heard.mock.lastCall![0]!)).toBe(expected);
  });

  test('that is none stays as it was typed, with the reason, and is not taken', async () => {
    const heard = jest.fn<(day: Day | null) => void>();
    render(<Dated heard={heard} />);
    await type('31/2/2027');
    expect(field('Since').value).toBe('31/2/2027');
    expect(screen.getByRole('alert').textContent).toBe('There is no date "31/2/2027".');
    expect(heard).not.toHaveBeenCalled();
    await type('');
    expect(heard).toHaveBeenLastCalledWith(null);
    expect(screen.queryByRole('alert')).toBeNull();
  });

  test('may have to be there', async () => {
    const heard = jest.fn<(day: Day | null) => void>();
    render(<Dated heard={heard} isNeeded />);
    await type('');
    expect(screen.getByRole('alert').textContent).toBe('A date is needed.');
    expect(heard).not.toHaveBeenCalled();
  });

  test('is picked from a month whose weeks begin on the site’s first weekday', async () => {
    const pick = jest.fn<(day: Day) => void>();
    render(<Calendar value={parseDate('2026-11-24')} weekStart={6} onPick={pick} />);
    expect(screen.getAllByRole('columnheader', { hidden: true })[0].textContent).toBe('Su');
    await userEvent.click(screen.getByRole('button', { name: /November 30th, 2026/ }));
    expect(formatDate(pick.mock.lastCall![0])).toBe('2026-11-30');
  });
});

describe('one of many', () => {
  const people = ['Wanja Ekström', 'Anouk Vesper', 'Ann Bo'].map((name) => ({
    value: name.slice(0, 3),
    name,
  }));

  test('is found by a part of the name, in the order of names; what names nothing is not taken', async () => {
    const give = jest.fn<(id: string | null) => void>();
    render(<Combobox label="Person" value="Wan" options={people} onChange={give} />);
    expect(field('Person').value).toBe('Wanja Ekström');
    await userEvent.clear(field('Person'));
    await userEvent.type(field('Person'), 'an');
    expect(offered()).toEqual(['Ann Bo', 'Anouk Vesper', 'Wanja Ekström'].filter((name) => /an/i.test(name)));
    await userEvent.type(field('Person'), 'ou');
    expect(offered()).toEqual(['Anouk Vesper'].filter((name) => name.toLowerCase().includes('anou')));
    await userEvent.keyboard('{Enter}');
    expect(give).not.toHaveBeenCalledWith('Wan');
    await userEvent.clear(field('Person'));
    await userEvent.type(field('Person'), 'nobody');
    expect(screen.getByText('Nobody of that name.')).toBeTruthy();
    await userEvent.tab();
    expect(field('Person').value).toBe('Wanja Ekström');
  });

  test('is taken where only one is left of what is typed', async () => {
    const give = jest.fn<(id: string | null) => void>();
    render(<Combobox label="Person" value={null} options={people} onChange={give} />);
    await userEvent.type(field('Person'), 'vesp{Enter}');
    expect(give).toHaveBeenCalledWith('Ano');
  });
});

describe('a figure', () => {
  test.each([
    ['Length', '37:30', 2250],
    ['Length', '37.5', 2250],
    ['Amount', '14.50', 14.5],
    ['Amount', '', null],
    ['Count', '12', 12],
  ] as const)('%s typed as "%s" is %s', async (label, text, expected) => {
    const heard = jest.fn();
    const given = { label, onChange: heard };
    render(
      label === 'Length' ? (
        <LengthInput {...given} value={2400} />
      ) : label === 'Amount' ? (
        <AmountInput {...given} value={9} />
      ) : (
        <CountInput {...given} value={1} />
      ),
    );
    await userEvent.clear(field(label));
    if (text) await userEvent.type(field(label), text);
    await userEvent.tab();
    expect(heard).toHaveBeenLastCalledWith(expected);
  });

  test('that is none keeps what was typed and says what to type', async () => {
    const heard = jest.fn();
    render(<CountInput label="Count" value={1} onChange={heard} least={1} most={20} />);
    await userEvent.clear(field('Count'));
    await userEvent.type(field('Count'), '21{Enter}');
    expect(field('Count').value).toBe('21');
    expect(screen.getByRole('alert').textContent).toBe('Type a whole number from 1 to 20.');
    expect(field('Count').getAttribute('aria-invalid')).toBe('true');
    await userEvent.keyboard('{Escape}');
    expect(field('Count').value).toBe('1');
    expect(heard).not.toHaveBeenCalled();
  });
});
