/** A browser that cannot draw in three dimensions, as on an old machine. */
import type { Page } from '@playwright/test';

export async function withoutWebGl(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const get = HTMLCanvasElement.prototype.getContext;
    HTMLCanvasElement.prototype.getContext = function (
      this: HTMLCanvasElement,
      kind: string,
      ...rest: unknown[]
    ) {
      return kind.startsWith('webgl') ? null : get.call(this, kind as '2d', ...(rest as []));
    } as typeof get;
  });
}
