/** How long a page takes until it is ready, and what the first one weighs: a real browser on the demo, the machine otherwise idle. */
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, type BrowserContext, chromium } from '@playwright/test';
import { CHROMIUM_ARGS, chromiumPath } from './browser.mjs';
import { scriptAndStyleBytes } from './first-page.ts';
import { freePort } from './free-port.mjs';
import { startDemo } from './start-demo.mjs';

const RUNS = 5;
const SETTLED_MS = 1500;
const AIM = { coldS: 1, warmS: 0.4, trainerS: 1.5, firstKb: 150 };
const SIGN_IN = { email: 'idris@skelmere.example', password: 'instructor-at-skelmere' };

interface PageTime {
  name: string;
  coldS: number;
  warmS: number;
}

const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1];

/** Runs in the page, and is all of the measuring that does: what is asked from outside is run there too, in its time. */
function tellReady(): void {
  const look = () => {
    const ready = document.querySelector('h1, .panel') && !document.querySelector('[data-loading]');
    if (ready) console.debug(`ready ${performance.now()}`);
    else requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}

/** Seconds from the beginning of the navigation until the heading stands and nothing is waited for. */
async function readyS(context: BrowserContext, url: string): Promise<number> {
  const page = await context.newPage();
  // A new window keeps the browser busy with pages of its own, which are not ours to measure.
  await page.waitForTimeout(SETTLED_MS);
  await page.addInitScript(tellReady);
  const told = page.waitForEvent('console', {
    predicate: (message) => message.text().startsWith('ready '),
    timeout: 20_000,
  });
  await page.goto(url, { waitUntil: 'commit' });
  const ms = Number((await told).text().slice('ready '.length));
  await page.close();
  return ms / 1000;
}

async function signedIn(browser: Browser, url: string): Promise<BrowserContext> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
  });
  const answer = await context.request.post(`${url}/api/session`, { data: SIGN_IN });
  if (!answer.ok()) throw new Error(`nobody is signed in: ${answer.status()}`);
  return context;
}

/** Script and style over the wire, kB, until the first page is quiet. */
async function firstPageKb(browser: Browser, url: string, path: string): Promise<number> {
  const context = path === '/' ? await signedIn(browser, url) : await browser.newContext();
  const bytes = await scriptAndStyleBytes(context, url + path);
  await context.close();
  return bytes / 1000;
}

async function placesOf(context: BrowserContext, url: string): Promise<[name: string, path: string][]> {
  const get = async (path: string) => (await context.request.get(`${url}/api${path}`)).json();
  const { items } = await get('/lessons?limit=100');
  const flown = items.find(({ recordings }: { recordings: unknown[] }) => recordings.length > 0);
  const planned = items.find(({ recordings }: { recordings: unknown[] }) => recordings.length === 0);
  const { id: student } = flown.student;
  return [
    ['Today', '/'],
    ['Brief, the list', '/brief'],
    ['Brief, a lesson', `/brief/${planned.id}`],
    ['Fly', `/fly/${planned.id}`],
    ['Trainer', `/fly/${planned.id}/trainer?card=0`],
    ['Debrief', `/debrief/${flown.recordings[0].id}`],
    ['Path, everybody', '/path'],
    ['Path, a student', `/path/${student}`],
    ['Logbook', `/logbook/${student}`],
    ['Week', '/week'],
    ['Hangar', '/hangar'],
    ['Standards', '/standards'],
  ];
}

/** Prints a line a page, medians of five; what misses its aim says so. */
export async function pagesBench(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'keel-pages-'));
  // The database's own user comes through it.
  chmodSync(folder, 0o755);
  const { url, stop } = await startDemo({ data: folder, port: await freePort(), pgPort: await freePort() });
  const browser = await chromium.launch({ executablePath: await chromiumPath(), args: CHROMIUM_ARGS });
  try {
    const places = await placesOf(await signedIn(browser, url), url);
    const times: PageTime[] = [];
    for (const [name, path] of places) {
      const cold: number[] = [];
      const warm: number[] = [];
      for (let run = 0; run < RUNS; run++) {
        const context = await signedIn(browser, url);
        cold.push(await readyS(context, url + path));
        // The browser keeps what it compiled from the second visit on.
        await readyS(context, url + path);
        warm.push(await readyS(context, url + path));
        await context.close();
      }
      times.push({ name, coldS: median(cold), warmS: median(warm) });
    }
    for (const { name, coldS, warmS } of times) {
      const aim = name === 'Trainer' ? { coldS: AIM.trainerS, warmS: AIM.trainerS } : AIM;
      const missed = coldS > aim.coldS || warmS > aim.warmS ? `  aim ${aim.coldS} and ${aim.warmS}` : '';
      console.log(`${name.padEnd(18)} cold ${coldS.toFixed(2)} s  warm ${warmS.toFixed(2)} s${missed}`);
    }
    for (const path of ['/sign-in', '/']) {
      const kb = await firstPageKb(browser, url, path);
      console.log(
        `first page ${path.padEnd(9)} ${kb.toFixed(0)} kB${kb > AIM.firstKb ? `  aim ${AIM.firstKb}` : ''}`,
      );
    }
  } finally {
    await browser.close();
    await stop();
    rmSync(folder, { recursive: true, force: true });
  }
}
