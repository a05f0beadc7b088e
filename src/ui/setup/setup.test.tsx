/** @jest-environment jsdom */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactElement } from 'react';
import { OWNER } from '@/server/access/testing';
import { setupOf } from '@/server/site/queries';
import type { SetupPayload } from '@/server/site/payload';
import { consequences, demoServer, typeInto } from '../forms/testing-server';

// Set-up as its user has it: what is typed is judged, previewed and saved by the server on the demo's data.

const server = await demoServer();
const { RolesSection } = await import('./roles-section');
const { RulesSection } = await import('./rules-section');
const { SiteSection } = await import('./site-section');
const { HoursSection } = await import('./hours-section');
const { Overview } = await import('./overview');

async function stored(): Promise<SetupPayload> {
  const found = await setupOf(server.db, OWNER, 'bistro');
  if (!found.ok) throw new Error(found.problem.message);
  return found.setup;
}
async function open(section: (setup: SetupPayload) => ReactElement) {
  const shown = render(section(await stored()));
  return { again: async () => shown.rerender(section(await stored())) };
}

beforeEach(() => server.begin());
afterEach(() => {
  cleanup();
  sessionStorage.clear();
});

describe('roles', () => {
  const roles = (setup: SetupPayload) => <RolesSection setup={setup} />;

  test('are renamed, moved, added and saved together; what is made has its id then', async () => {
    const { again } = await open(roles);
    await typeInto(screen.getAllByLabelText('Name')[0], 'Galley');
    await userEvent.click(screen.getByRole('button', { name: 'Move Galley down' }));
    await userEvent.type(screen.getByLabelText('New role'), 'Pastry{Enter}');
    await consequences(/Nothing changes/);
    await server.save();
    expect((await stored()).roles.map(({ name }) => name)).toEqual([
      'Bar',
      'Galley',
      'Floor',
      'Lead',
      'Pastry',
    ]);
    await again();
    expect(screen.queryByRole('region', { name: 'Not saved yet' })).toBeNull();
    expect((await stored()).roles.every(({ id }) => id !== null)).toBe(true);
  });

  test('of one name are told before they are saved, and saving leads to the second', async () => {
    await open(roles);
    const [, second] = screen.getAllByLabelText('Name');
    await typeInto(second, 'kitchen');
    await consequences(/two roles of this name/);
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(document.activeElement).toBe(second);
    expect(server.answers).toEqual([]);
  });

  test('that are in use are retired, not removed', async () => {
    await open(roles);
    await userEvent.click(screen.getByRole('button', { name: 'Retire Bar: it is in use' }));
    await server.save();
    expect((await stored()).roles.find(({ name }) => name === 'Bar')).toMatchObject({ retired: true });
  });

  test('of another site can be used here', async () => {
    const { otherRoles } = await stored();
    await open(roles);
    await userEvent.selectOptions(screen.getByLabelText('Use a role of another site'), otherRoles[0].name);
    await server.save();
    expect((await stored()).roles.at(-1)).toMatchObject({ id: otherRoles[0].id });
  });
});

describe('rules', () => {
  const rules = (setup: SetupPayload) => <RulesSection setup={setup} />;

  test('say what they would do to planned weeks before they are saved', async () => {
    await open(rules);
    await typeInto(screen.getByLabelText('Short rest'), '14');
    await consequences(/rest/i);
    await server.save();
    expect((await stored()).rules.dailyRestMinutes).toBe(840);
  });

  test('a limit that cannot be read stays with the reason, and Escape gives it up', async () => {
    await open(rules);
    const field = screen.getByLabelText('Short rest') as HTMLInputElement;
    await typeInto(field, 'ten');
    expect(field.getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByRole('alert').textContent).toContain('38, 37.5 or 37:30');
    expect(field.value).toBe('ten');
    await userEvent.type(field, '{Escape}');
    expect(field.value).toBe('11');
  });

  test('a check is turned off and on again, and is then as usual', async () => {
    await open(rules);
    const severity = screen.getByLabelText('Severity of Short rest');
    await userEvent.selectOptions(severity, 'off');
    await consequences(/./);
    await userEvent.selectOptions(severity, 'warn');
    await waitFor(() => expect(screen.queryByRole('region', { name: 'Not saved yet' })).toBeNull());
  });

  test('a starting set fills in what it names, and may be looked at first', async () => {
    await open(rules);
    await userEvent.click(screen.getByRole('button', { name: 'California' }));
    const [, , use] = screen.getAllByRole('button', { name: 'Use it' });
    await userEvent.click(use);
    await server.save();
    expect((await stored()).rules.overtime).not.toBeNull();
  });
});

describe('the site', () => {
  const site = (setup: SetupPayload) => <SiteSection setup={setup} />;

  test('lines that were left empty are not saved, and those after them keep their faults', async () => {
    await open(site);
    await userEvent.click(screen.getByRole('button', { name: 'Add an area' }));
    await userEvent.click(screen.getByRole('button', { name: 'Add an area' }));
    await typeInto(screen.getByLabelText('Area 5'), 'Jetty');
    await server.save();
    expect((await stored()).site.areas.map(({ name }) => name)).toEqual([
      'Dining room',
      'Terrace',
      'Galley',
      'Jetty',
    ]);
  });

  test('a time zone that is none is told at its field', async () => {
    await open(site);
    await typeInto(screen.getByLabelText('Time zone'), 'Europe/Quay');
    await consequences(/Time zone/);
    const field = screen.getByLabelText(/^Time zone/);
    expect(document.getElementById(field.getAttribute('aria-describedby')!)?.textContent).toBe(
      'There is no time zone "Europe/Quay".',
    );
  });

  test('a budget from a date on leaves the one before', async () => {
    await open(site);
    await userEvent.click(screen.getByRole('button', { name: 'Change it from a date on' }));
    const [, hours] = screen.getAllByLabelText('Hours');
    await typeInto(hours, '400');
    await server.save();
    expect((await stored()).site.budgets.map(({ minutes }) => minutes)).toEqual([435 * 60, 400 * 60]);
  });
});

describe('opening hours', () => {
  const hours = (setup: SetupPayload) => <HoursSection setup={setup} />;

  test('are typed, given to every day, and closed', async () => {
    await open(hours);
    await typeInto(screen.getByLabelText('Opening hours on Monday'), '8-13 15-22');
    await userEvent.click(screen.getByRole('button', { name: 'Every day as Monday' }));
    await typeInto(screen.getByLabelText('Opening hours on Sunday'), 'closed');
    expect(screen.getByText('72 h')).toBeTruthy();
    await server.save();
    const days = (await stored()).site.hours.at(-1)!.days;
    expect(days.map((spans) => spans.length)).toEqual([2, 2, 2, 2, 2, 2, 0]);
  });

  test('of a single date go before the weekday', async () => {
    await open(hours);
    const fresh = screen.getByLabelText('Date with hours of its own');
    await userEvent.type(fresh, '24/12/2026');
    await userEvent.click(screen.getByRole('button', { name: 'Add the date' }));
    await typeInto(screen.getByLabelText('Opening hours on Thu 24 December'), '10-14');
    await server.save();
    expect(
      (await stored()).site.dates.some(({ spans }) => spans[0]?.from === 600 && spans[0].to === 840),
    ).toBe(true);
  });
});

test('the overview leads to what is missing', async () => {
  await open((setup) => <Overview setup={setup} />);
  expect(screen.getByText('Missing for a good plan')).toBeTruthy();
  const links = screen.getAllByRole('link').map((link) => link.getAttribute('href'));
  expect(links).toContain('/people/bistro');
});
