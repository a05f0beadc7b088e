/** @jest-environment jsdom */
import { afterEach, expect, jest, test } from '@jest/globals';
import { act, cleanup, configure, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { need, person, plan, shift } from '@/core/testing';
import { scaleOf } from '../../canvas/scale';
import { screenOf } from '../testing';

jest.unstable_mockModule('@/server/actions', () => ({
  doCommand: () => Promise.reject(new Error('no server')),
  undo: () => Promise.reject(new Error('no server')),
}));
const { ControllerProvider } = await import('../state/controller');
const { ReserveStrip } = await import('./reserve-strip');
const { PlaceDetails } = await import('./block-details');

configure({ asyncUtilTimeout: 6000 });
afterEach(cleanup);

const bar = [{ role: 'bar', until: null, hourlyRate: null }];
const week = plan({
  people: [
    person('ann', { name: 'Ann', roles: bar }),
    person('cy', { name: 'Cy', roles: [{ ...bar[0], role: 'floor' }] }),
  ],
  needs: [need('bar', 0, '9-17')],
  shifts: [shift('ann', 0, '9-17')],
});

test('where nobody could step in is counted, said, and leads to its block, which says for whom', async () => {
  const desk = screenOf(week);
  const { judgement } = desk.controller.plan;
  const shown = render(
    <ControllerProvider value={desk.controller}>
      <ReserveStrip judgement={judgement} scale={scaleOf({ from: 480, to: 1200 }, 0, 7, 840)} />
    </ControllerProvider>,
  );
  expect(screen.getByRole('status').textContent).toMatch(/Counting/);
  const band = await screen.findByRole('button', { name: /nobody could step in for Ann/ });
  expect(screen.getByRole('status').textContent).toBe('1 without reserve');
  await userEvent.click(band);
  expect(desk.controller.view.getState()).toMatchObject({ skyline: 0, place: { day: 0, minute: 540 } });
  render(
    <ControllerProvider value={desk.controller}>
      <PlaceDetails />
    </ControllerProvider>,
  );
  expect(screen.getByText(/Nobody could step in for Ann/)).toBeTruthy();
  // Hidden again, nothing of it is kept.
  act(() => shown.unmount());
  expect(desk.controller.plan.reserve).toBeNull();
});
