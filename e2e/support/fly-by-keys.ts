/** A hand on the keyboard that looks at the trainer's own instruments and presses keys, as a student does. */
import type { Page } from '@playwright/test';

export interface Instruments {
  bankDeg: number;
  altitudeFt: number;
  airspeed: number;
  verticalFpm: number;
  headingDeg: number;
  turnedDeg: number;
}

/** Reads the panel and the card as they stand on the screen. */
export async function readPanel(page: Page): Promise<Instruments> {
  const texts = await page.locator('.instrument').allTextContents();
  const number = (text: string) =>
    Number(
      text
        .replaceAll('\u202f', '')
        .replace('−', '-')
        .replace(/[^\d.-]/g, ''),
    );
  const of = (label: string) => texts.find((text) => text.includes(label)) ?? '';
  const bank = of('bank and ball').replace('bank and ball', '');
  const value = (label: string) => number(of(label).split(label)[0]);
  // Only a turn's card counts them.
  const turned = (await page.locator('.turned strong').allTextContents())[0] ?? '0';
  return {
    bankDeg: number(bank) * (bank.includes('L') ? -1 : 1),
    altitudeFt: value('altitude, ft'),
    airspeed: value('airspeed'),
    verticalFpm: value('vertical'),
    headingDeg: value('heading'),
    turnedDeg: number(turned),
  };
}

/** Presses and lets go so that exactly these keys are down. */
export async function holdKeys(page: Page, held: Set<string>, wanted: readonly string[]): Promise<void> {
  for (const key of held) {
    if (wanted.includes(key)) continue;
    await page.keyboard.up(key);
    held.delete(key);
  }
  for (const key of wanted) {
    if (held.has(key)) continue;
    await page.keyboard.down(key);
    held.add(key);
  }
}
