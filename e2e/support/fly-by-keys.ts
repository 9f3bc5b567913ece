/** A hand on the keyboard that looks at the trainer's own instruments and presses keys, as a student does. */
import type { Page } from '@playwright/test';

export interface Instruments {
  bankDeg: number;
  altitudeFt: number;
  airspeed: number;
  verticalFpm: number;
  headingDeg: number;
  /** Only a turn's card counts them. */
  turnedDeg: number;
}

/** Reads the panel and the card as they stand on the screen. */
export async function readPanel(page: Page): Promise<Instruments> {
  // Asked in one go: the airplane flies on between two questions.
  const [texts, turns] = await page.evaluate(() =>
    ['.instrument', '.turned strong'].map((selector) =>
      Array.from(document.querySelectorAll(selector), ({ textContent }) => textContent ?? ''),
    ),
  );
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
  return {
    bankDeg: number(bank) * (bank.includes('L') ? -1 : 1),
    altitudeFt: value('altitude, ft'),
    airspeed: value('airspeed'),
    verticalFpm: value('vertical'),
    headingDeg: value('heading'),
    turnedDeg: number(turns[0] ?? '0'),
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
