import { type Browser, type Page, expect } from '@playwright/test';
import { goReady } from './ready';
import type { DemoServer } from './server';

/** A device that stands at the door of the bistro. */
export interface Door {
  readonly door: Page;
  /** Says there that one is somebody, by name and PIN. */
  readonly who: (name: string) => Promise<void>;
  /** The same, and presses what one wants to clock. */
  readonly clock: (name: string, what: string) => Promise<void>;
}

/** Adds a device at the door of the bistro, and returns the code that pairs it. `page`: of who sets up; it stays there. */
export async function addDoor(server: DemoServer, page: Page): Promise<string> {
  await goReady(page, `${server.url}/setup/bistro/devices`);
  await page.getByRole('button', { name: 'Add a device' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Back door');
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click();
  await page.getByRole('button', { name: 'Show a code' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Show the code' }).click();
  const code = await page.locator('[data-code]').innerText();
  await page.keyboard.press('Escape');
  return code;
}

/** Pairs a device at the door, and makes PINs for some people. `page`: of who sets up. */
export async function pairDoor(
  server: DemoServer,
  page: Page,
  browser: Browser,
  names: readonly string[],
): Promise<Door> {
  const code = await addDoor(server, page);
  const pins = new Map<string, string>();
  for (const name of names) {
    await page.getByRole('combobox', { name: 'For' }).selectOption({ label: name });
    await page.getByRole('button', { name: 'Make 1 PIN' }).click();
    const line = page.getByRole('dialog').getByRole('row', { name: new RegExp(name) });
    pins.set(name, (await line.getByRole('cell').last().innerText()).trim());
    await page.keyboard.press('Escape');
  }
  const door = await (await browser.newContext({ viewport: { width: 1024, height: 768 } })).newPage();
  await goReady(door, `${server.url}/clock`);
  await door.getByLabel('Code').fill(code);
  await door.getByRole('button', { name: 'Pair' }).click();
  await expect(door.getByRole('heading', { name: 'Quay Bistro' })).toBeVisible();
  const who = async (name: string) => {
    await door.getByRole('button', { name }).click();
    for (const figure of pins.get(name)!)
      await door.getByRole('button', { name: figure, exact: true }).click();
    await door.getByRole('button', { name: 'Go on' }).click();
  };
  const clock = async (name: string, what: string) => {
    await who(name);
    await door.getByRole('button', { name: what }).click();
    // It forgets who that was by itself, as it does where one does not press Done.
    await expect(door.getByLabel('Your name')).toBeVisible();
  };
  return { door, who, clock };
}
