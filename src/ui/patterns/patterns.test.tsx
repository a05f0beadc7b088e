/** @jest-environment jsdom */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { parseDate } from '@/core/time/day';
import { OWNER } from '@/server/access/testing';
import { recurringOf } from '@/server/week/queries';
import type { RecurringPayload } from '@/server/week/payload';
import { consequences, demoServer, typeInto } from '../forms/testing-server';

// Patterns and templates as their user has them, judged, previewed and saved by the server on the demo's data.

const server = await demoServer();
const { PatternsSection } = await import('./patterns-section');
const { RuleFields } = await import('./rule-fields');
const { TemplatesSection } = await import('../templates/templates-section');

async function stored(): Promise<RecurringPayload> {
  const found = await recurringOf(server.db, OWNER, 'bistro');
  if (!found.ok) throw new Error(found.problem.message);
  return found.recurring;
}
const press = (name: string) => userEvent.click(screen.getByRole('button', { name }));

beforeEach(() => server.begin());
afterEach(() => {
  cleanup();
  sessionStorage.clear();
});

describe('a pattern', () => {
  test('says what it still lacks, then what it would come to, and is written into the weeks ahead', async () => {
    render(<PatternsSection recurring={await stored()} />);
    await press('New cycle');
    expect(screen.getByText('Still missing: a name, a shift, somebody who works it.')).toBeTruthy();
    expect(screen.queryByRole('region', { name: 'Not saved yet' })).toBeNull();
    await typeInto(screen.getByLabelText('Name'), 'Sundays');
    const days = screen.getAllByRole('textbox', { name: /Sun/ });
    await typeInto(days[0], '9-13 floor');
    await typeInto(screen.getByLabelText('Person to add'), 'oona');
    expect(screen.getByText('Oona Kelly', { selector: 'span' })).toBeTruthy();
    await consequences(/./);
    await server.save();
    const { patterns } = await stored();
    expect(patterns.find(({ name }) => name === 'Sundays')).toMatchObject({
      weeks: 1,
      shifts: [{ day: 6, from: 540, to: 780, role: 'floor' }],
      members: [{ person: 'oona' }],
    });
  });

  test('that ends before it begins is told at its last day', async () => {
    render(<PatternsSection recurring={await stored()} />);
    await typeInto(screen.getByLabelText('Last day'), '1/11/2026');
    await consequences(/ends before it begins/);
    expect(screen.getByLabelText('Last day').getAttribute('aria-invalid')).toBe('true');
    await press('Discard');
    expect(screen.getByLabelText('Last day').getAttribute('aria-invalid')).toBeNull();
    expect(screen.queryByRole('region', { name: 'Not saved yet' })).toBeNull();
  });

  test('whose cycle gets shorter loses the shifts of the weeks that go', async () => {
    const { patterns } = await stored();
    render(<PatternsSection recurring={await stored()} />);
    await userEvent.selectOptions(screen.getByLabelText('Weeks in the cycle'), '1');
    await userEvent.click(screen.getByRole('button', { name: 'Remove Bram de Wit from the pattern' }));
    await server.save();
    const [now] = (await stored()).patterns;
    expect(now.weeks).toBe(1);
    expect(now.shifts).toHaveLength(patterns[0].shifts.filter(({ day }) => day < 7).length);
    expect(now.members).toHaveLength(1);
  });

  test('that recurs by the month is chosen, by weekday or by day', async () => {
    const said: string[] = [];
    function Fields() {
      const [rule, setRule] = useState('FREQ=WEEKLY;BYDAY=TU');
      const change = (next: string) => {
        said.push(next);
        setRule(next);
      };
      return <RuleFields rule={rule} anchor={parseDate('2026-12-01')!} onChange={change} />;
    }
    render(<Fields />);
    const choose = (label: string, option: string) =>
      userEvent.selectOptions(screen.getByLabelText(label), option);
    await choose('Recurs', 'on a day of the month');
    await choose('Day of the month', 'last');
    await choose('Every so many months', 'every 2 months');
    await choose('Recurs', 'on a weekday of the month');
    await choose('Which of the month', 'last');
    await choose('Weekday', 'Friday');
    expect(said).toEqual([
      'FREQ=MONTHLY;BYMONTHDAY=1',
      'FREQ=MONTHLY;BYMONTHDAY=-1',
      'FREQ=MONTHLY;INTERVAL=2;BYMONTHDAY=-1',
      'FREQ=MONTHLY;BYDAY=1TU',
      'FREQ=MONTHLY;BYDAY=-1TU',
      'FREQ=MONTHLY;BYDAY=-1FR',
    ]);
    expect(screen.getByText(/Fri 25 December, Fri 29 January/)).toBeTruthy();
  });

  test('that was changed from a date on is one name with its parts', async () => {
    const recurring = await stored();
    const [turns] = recurring.patterns;
    const later = { ...turns, id: 'later', since: turns.since + 70, weeks: 1 };
    render(<PatternsSection recurring={{ ...recurring, patterns: [later, turns] }} />);
    const list = screen.getByRole('navigation', { name: 'Patterns' });
    expect(list.textContent!.split(turns.name)).toHaveLength(2);
    const parts = screen.getAllByRole('button', { name: new RegExp(`^${turns.name}, `) });
    expect(parts.map((part) => part.getAttribute('aria-current'))).toEqual([null, 'true']);
    await userEvent.click(parts[0]);
    expect(parts[0].getAttribute('aria-current')).toBe('true');
  });

  test('is ended after a look at what goes', async () => {
    render(<PatternsSection recurring={await stored()} />);
    await press('End this pattern');
    await waitFor(() =>
      expect((screen.getByRole('button', { name: 'End it' }) as HTMLButtonElement).disabled).toBe(false),
    );
    await press('End it');
    await waitFor(async () => expect((await stored()).patterns).toEqual([]));
  });
});

describe('templates', () => {
  test('are added, changed and given up together', async () => {
    render(<TemplatesSection recurring={await stored()} />);
    await press('Add a template');
    const short = screen.getByRole('textbox', { name: 'Short name of the new template' });
    await userEvent.type(short, 'NI');
    await typeInto(screen.getAllByLabelText('Name').at(-1)!, 'Night bar');
    await typeInto(screen.getByLabelText('Times of Night bar'), '22-6');
    await press('Give up Closing lead');
    await server.save();
    const { templates } = await stored();
    expect(templates.map((one) => one.short)).toEqual(['OP', 'EV', 'NI']);
    expect(templates[2].form).toMatchObject({ from: 1320, to: 1800 });
  });

  test('of a short name that is a role’s too are told at that field', async () => {
    render(<TemplatesSection recurring={await stored()} />);
    const short = screen.getByRole('textbox', { name: 'Short name of Evening floor' });
    await typeInto(short, 'bar');
    await consequences(/is what the role Bar is typed as/);
    expect(document.getElementById(short.getAttribute('aria-describedby')!)?.textContent).toMatch(/role Bar/);
  });

  test('a duty outside its shift stays as typed, with the reason', async () => {
    render(<TemplatesSection recurring={await stored()} />);
    const duties = screen.getByLabelText('Duties of Opening kitchen') as HTMLInputElement;
    await typeInto(duties, 'Delivery 18-19');
    expect(duties.value).toBe('Delivery 18-19');
    expect(document.getElementById(duties.getAttribute('aria-describedby')!)?.textContent).toBe(
      '"Delivery" lies outside the shift.',
    );
  });

  test('stations are a line each, and those of one name are told', async () => {
    render(<TemplatesSection recurring={await stored()} />);
    const lines = screen.getByLabelText('Stations, a line each');
    await userEvent.type(lines, '{Enter}Van{Enter}van');
    await press('Save stations');
    await waitFor(() => expect(screen.getByText(/two stations of this name/)).toBeTruthy());
    await userEvent.type(lines, '{Backspace}{Backspace}{Backspace}');
    await press('Save stations');
    await waitFor(async () => expect((await stored()).stations.map(({ name }) => name)).toContain('Van'));
  });
});
