/**
 * A signed-in page that goes from view to view as a person does, by the program's own links: it is loaded once for many
 * tests, where what they look at is the view and not how the program starts.
 */
import { setTimeout } from 'node:timers/promises';
import { test as base, type Page } from '@playwright/test';
import { programs } from '../../playwright.config.ts';
import { signInQuickly } from './people.ts';

/** How long nothing is asked of the server before a view counts as drawn. */
const QUIET_MS = 250;

interface Roam {
  page: Page;
  /** What went wrong in the page since the present view was asked for. */
  errors: string[];
  /** Goes to a view of the same program and waits until it stands. */
  to(path: string): Promise<void>;
}

/** Counts what the page waits for; a stream of live events never ends and is not waited for. */
function waitsOf(page: Page): () => number {
  const open = new Set<unknown>();
  page.on('request', (request) => request.resourceType() !== 'eventsource' && open.add(request));
  page.on('requestfinished', (request) => open.delete(request));
  page.on('requestfailed', (request) => open.delete(request));
  return () => open.size;
}

async function roamIn(page: Page): Promise<Roam> {
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
  const waits = waitsOf(page);
  const quiet = async () => {
    for (let quietSince = Date.now(); Date.now() - quietSince < QUIET_MS; ) {
      // Not the page's own waiting: each call of the browser is written down with where it came from.
      await setTimeout(25);
      if (waits() > 0) quietSince = Date.now();
    }
  };
  const to = async (path: string) => {
    errors.length = 0;
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.evaluate((path) => {
      history.pushState(null, '', path);
      dispatchEvent(new PopStateEvent('popstate'));
    }, path);
    await quiet();
    await page.locator('h1, h2').first().waitFor();
  };
  return { page, errors, to };
}

/** Tests that share one page; whoever fails leaves the next a new one. */
export const roaming = base.extend<object, { roam: Roam }>({
  roam: [
    async ({ browser }, use, { parallelIndex }) => {
      const context = await browser.newContext({
        baseURL: programs[parallelIndex] ?? programs[0],
        viewport: { width: 1280, height: 800 },
        reducedMotion: 'reduce',
        serviceWorkers: 'block',
      });
      await signInQuickly(context.request, 'maren');
      const page = await context.newPage();
      await page.goto('/', { waitUntil: 'networkidle' });
      await use(await roamIn(page));
      await context.close();
    },
    { scope: 'worker' },
  ],
});
