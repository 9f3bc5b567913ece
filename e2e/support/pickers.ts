/** What opens over a page: it stands within the window, Escape closes the innermost alone, and the keyboard goes back. */
import { expect, type Locator, type Page } from '@playwright/test';

const POPUPS = '.mantine-Popover-dropdown, .mantine-Combobox-dropdown, .mantine-Menu-dropdown';

interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** The part of it that the window shows is all of it. */
export function expectWithin(box: Box | null, page: Page, what: string): void {
  const window = page.viewportSize();
  if (!box || !window) throw new Error(`${what}: nowhere to be seen`);
  expect(Math.floor(box.x), `${what}: its left edge`).toBeGreaterThanOrEqual(0);
  expect(Math.floor(box.x + box.width), `${what}: its right edge`).toBeLessThanOrEqual(window.width);
  expect(Math.floor(box.y), `${what}: its top`).toBeGreaterThanOrEqual(0);
  expect(Math.floor(box.y + box.height), `${what}: its foot`).toBeLessThanOrEqual(window.height);
}

const nameOf = (element: Locator): Promise<string> =>
  element.evaluate(
    (one) =>
      one.getAttribute('aria-label') ??
      (one as HTMLInputElement).labels?.[0]?.textContent ??
      one.textContent ??
      '',
  );

/** Opens every list, menu and calendar in sight, and closes it by Escape. @returns how many there were. */
export async function walkPickers(page: Page, within: Locator): Promise<number> {
  // A list of one's own words opens nothing.
  const openers = within.locator('[aria-haspopup]:visible:enabled:not(.mantine-TagsInput-inputField)');
  const count = await openers.count();
  for (let i = 0; i < count; i++) {
    const opener = openers.nth(i);
    const name = await nameOf(opener);
    await opener.scrollIntoViewIfNeeded();
    await opener.click();
    const popup = page.locator(POPUPS).locator('visible=true').last();
    await popup.waitFor();
    // It is moved once it knows its size.
    await expect.poll(async () => (await popup.boundingBox())?.width ?? 0, name).toBeGreaterThan(20);
    expectWithin(await popup.boundingBox(), page, name);
    await page.keyboard.press('Escape');
    await expect(page.locator(POPUPS).locator('visible=true'), `${name}: closed by Escape`).toHaveCount(0);
    await expect(within, `${name}: what it stands in stays open`).toBeVisible();
  }
  return count;
}
