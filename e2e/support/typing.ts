/** Typing as a person types: keys one by one, in the fields as they stand on a page. */
import { type ElementHandle, expect, type Locator, type Page } from '@playwright/test';

type Field = ElementHandle<SVGElement | HTMLElement>;

/** Empties a field by keys and types into it; the field keeps the keyboard. */
export const typeInto = (field: Locator, text: string): Promise<void> => typed(field.page(), field, text);

async function typed(page: Page, field: Field | Locator, text: string): Promise<void> {
  await field.click();
  await page.keyboard.press('Control+A');
  await page.keyboard.press('Delete');
  await page.keyboard.type(text);
}

/** What a field says of what stands in it; empty where it says nothing. */
async function said(field: Field): Promise<string> {
  return field.evaluate((input) =>
    input.getAttribute('aria-invalid') === 'true'
      ? (input.closest('[class*="InputWrapper-root"]')?.textContent ?? '')
      : '',
  );
}

/** Leaves the field by the keyboard, as the next one is gone to. */
const leave = (page: Page) => page.keyboard.press('Tab');

/** So many fields of a form are typed into every way. */
const FEW = 12;

/** A number is taken as it was typed, with a point or a comma, or it is said why not; what is no number never is one. */
async function walkNumber(page: Page, field: Field, name: string, nth: number): Promise<void> {
  const texts = ['30.5', '30,5'];
  // Of very many like it each is typed into one way or the other.
  const chosen = nth < FEW ? texts : [texts[nth % 2]];
  for (const text of chosen) {
    await typed(page, field, text);
    expect(await field.inputValue(), `${name}: while it is typed`).toBe(text);
    await leave(page);
    const value = await field.inputValue();
    if ((await said(field)) === '') expect([text, '30.5'], `${name}: left with ${text}`).toContain(value);
  }
  if (nth >= FEW) return;
  await typed(page, field, '3o');
  await leave(page);
  expect(await said(field), `${name}: what is no number`).toMatch(/number/);
}

async function walkDay(page: Page, field: Field, name: string): Promise<void> {
  await typed(page, field, '3 apr 2027');
  await leave(page);
  expect(await field.inputValue(), name).toBe('Sat 3 Apr 2027');
  await typed(page, field, '31 feb 2027');
  await leave(page);
  expect(await said(field), `${name}: no day of the calendar`).toMatch(/Type a day/);
  await typed(page, field, '2027-04-05');
  await leave(page);
  expect(await field.inputValue(), name).toBe('Mon 5 Apr 2027');
}

async function walkTime(page: Page, field: Field, name: string): Promise<void> {
  await typed(page, field, '1430');
  await leave(page);
  expect(await field.inputValue(), name).toBe('14:30');
  await typed(page, field, '2575');
  await leave(page);
  expect(await said(field), `${name}: no time of day`).toMatch(/Type a time/);
  await typed(page, field, '9:05');
  await leave(page);
  expect(await field.inputValue(), name).toBe('09:05');
}

/** A calendar opens inside the window, and picks. */
async function walkCalendar(page: Page, button: Locator): Promise<void> {
  await button.click();
  const calendar = page.locator('.mantine-Popover-dropdown:visible');
  await expect(calendar).toBeVisible();
  const box = await calendar.boundingBox();
  const width = page.viewportSize()?.width ?? 0;
  expect(box?.x).toBeGreaterThanOrEqual(0);
  expect((box?.x ?? 0) + (box?.width ?? 0)).toBeLessThanOrEqual(width);
  expect(box?.width).toBeLessThan(360);
  await page.keyboard.press('Escape');
}

const WALKS = { number: walkNumber, day: walkDay, time: walkTime };

/** Walks every field for numbers, days and times that is in sight. @returns how many there were. */
export async function walkFields(page: Page, within: Locator): Promise<number> {
  let walked = 0;
  for (const [takes, walk] of Object.entries(WALKS)) {
    // Looked up once: of two hundred fields each look takes its time.
    const fields = (await within
      .locator(`input[data-takes="${takes}"]:visible:enabled:not([readonly])`)
      .elementHandles()) as Field[];
    for (const [i, field] of fields.entries()) {
      const label =
        (await field.getAttribute('aria-label')) ??
        (await field.evaluate((input) => (input as HTMLInputElement).labels?.[0]?.textContent ?? ''));
      await walk(page, field, label, i);
      walked++;
    }
  }
  const calendars = within.getByRole('button', { name: /^Calendar/ });
  for (let i = 0; i < (await calendars.count()); i++) await walkCalendar(page, calendars.nth(i));
  return walked;
}
