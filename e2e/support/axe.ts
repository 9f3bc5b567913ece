/** What axe finds seriously wrong with a page as it stands. */
import { createRequire } from 'node:module';
import type { Page } from '@playwright/test';
import type { AxeResults, RunOptions } from 'axe-core';

interface AxeColor {
  r: number;
  g: number;
  b: number;
  alpha: number;
  parseString(text: string): AxeColor;
}
interface Axe {
  run(options: RunOptions): Promise<AxeResults>;
  commons: { color: { Color: { prototype: AxeColor } } };
}
declare global {
  var axe: Axe | undefined;
}

const { source } = createRequire(import.meta.url)('axe-core') as { source: string };

/** A page has twenty colours and a thousand words in them: axe works each colour out once, not once a word. */
function readColoursOnce(): void {
  const { prototype } = globalThis.axe!.commons.color.Color;
  const read = prototype.parseString;
  const known = new Map<string, Pick<AxeColor, 'r' | 'g' | 'b' | 'alpha'>>();
  prototype.parseString = function (text) {
    const colour = known.get(text);
    if (colour) return Object.assign(this, colour);
    const { r, g, b, alpha } = read.call(this, text);
    known.set(text, { r, g, b, alpha });
    return this;
  };
}

/**
 * No view has a frame in it, so that the page is asked itself; the engine is handed to it once, since reading half a megabyte
 * of script takes longer than most answers.
 * @param without rules that were asked before, where nothing has changed for them
 * @returns rule and first offender of each violation that axe calls serious or critical
 */
export async function seriousViolations(page: Page, without: readonly string[] = []): Promise<string[]> {
  if (await page.evaluate(() => globalThis.axe === undefined)) {
    await page.evaluate(source);
    await page.evaluate(readColoursOnce);
  }
  return page.evaluate(async (without) => {
    const { violations } = await globalThis.axe!.run({
      resultTypes: ['violations'],
      rules: Object.fromEntries(without.map((id) => [id, { enabled: false }])),
    });
    return violations
      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .map(({ id, nodes }) => `${id}: ${nodes[0].html}`);
  }, without);
}
