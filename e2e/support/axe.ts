/** What axe finds seriously wrong with a page as it stands. */
import { createRequire } from 'node:module';
import type { Page } from '@playwright/test';
import type { AxeResults, RunOptions } from 'axe-core';

declare global {
  var axe: { run: (options: RunOptions) => Promise<AxeResults> } | undefined;
}

const { source } = createRequire(import.meta.url)('axe-core') as { source: string };

/**
 * No view has a frame in it, so that the page is asked itself; the engine is handed to it once, since reading half a megabyte
 * of script takes longer than most answers.
 * @param without rules that were asked before, where nothing has changed for them
 * @returns rule and first offender of each violation that axe calls serious or critical
 */
export async function seriousViolations(page: Page, without: readonly string[] = []): Promise<string[]> {
  if (await page.evaluate(() => globalThis.axe === undefined)) await page.evaluate(source);
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
