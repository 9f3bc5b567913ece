/**
 * Three hours at 10 Hz at Debrief, in headless Chromium against the whole program: how long the scoring takes on the
 * server, how long the scored recording takes to open, and what script a frame of panning costs.
 */
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { CHROMIUM_ARGS, chromiumPath } from './browser.mjs';
import { freePort } from './free-port.mjs';
import { startDemo } from './start-demo.mjs';

const FRAMES = 120;
const SIGN_IN = { email: 'idris@skelmere.example', password: 'instructor-at-skelmere' };

interface DebriefFigures {
  scoringS: number;
  openS: number;
  wholeFlightS: number;
  panScriptMs: number;
  panLongestMs: number;
}

export async function debriefBench(csv: string): Promise<DebriefFigures> {
  const data = mkdtempSync(join(tmpdir(), 'keel-bench-demo-'));
  // The database runs as another user, who has to be able to enter.
  chmodSync(data, 0o755);
  const demo = await startDemo({ data, port: await freePort(), pgPort: await freePort() });
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: CHROMIUM_ARGS });
  try {
    const context = await browser.newContext({ baseURL: demo.url, viewport: { width: 1280, height: 800 } });
    const page = await context.newPage();
    await page.request.post('/api/session', { data: SIGN_IN });
    const { id, scoringS } = await scored(page, csv);
    // Once before, so that the program itself is loaded and compiled.
    await page.goto('/lessons');
    const began = performance.now();
    await page.goto(`/debrief/${id}`);
    await page.getByRole('slider', { name: 'Cursor in the keel chart' }).locator('canvas').waitFor();
    const openS = (performance.now() - began) / 1000;
    return { scoringS, openS, ...(await panned(page)) };
  } finally {
    await browser.close();
    await demo.stop();
    rmSync(data, { recursive: true, force: true });
  }
}

async function scored(page: Page, csv: string): Promise<{ id: string; scoringS: number }> {
  const {
    items: [lesson],
  } = await (await page.request.get('/api/lessons')).json();
  const began = performance.now();
  const answer = await page.request.post('/api/recordings', {
    multipart: {
      file: { name: 'three-hours.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) },
      studentId: lesson.student.id,
      airplaneId: lesson.airplane.id,
      standardId: lesson.standard.id,
      lessonId: lesson.id,
    },
  });
  const { id } = await answer.json();
  for (;;) {
    const { status } = await (await page.request.get(`/api/recordings/${id}`)).json();
    if (status === 'analysed') return { id, scoringS: (performance.now() - began) / 1000 };
    if (status === 'refused') throw new Error('the recording was refused');
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

/** Drags the whole flight to and fro, half of it in view, one move a frame. */
async function panned(page: Page): Promise<Omit<DebriefFigures, 'scoringS' | 'openS'>> {
  const began = performance.now();
  await page.keyboard.press('w');
  const flight = page.getByLabel('The whole flight', { exact: true });
  await flight.locator('canvas').waitFor();
  const wholeFlightS = (performance.now() - began) / 1000;
  await flight.getByRole('button', { name: 'Closer' }).click();
  const box = await flight.locator('canvas').boundingBox();
  if (!box) throw new Error('the flight is not drawn');
  const session = await page.context().newCDPSession(page);
  await session.send('Performance.enable');
  const scriptS = async () => {
    const { metrics } = await session.send('Performance.getMetrics');
    return metrics.find(({ name }) => name === 'ScriptDuration')?.value ?? 0;
  };
  const [x, y] = [box.x + box.width / 2, box.y + box.height - 12];
  await page.mouse.move(x, y);
  await page.mouse.down();
  const costsMs: number[] = [];
  for (let i = 0; i < FRAMES; i++) {
    const before = await scriptS();
    await page.mouse.move(x + 160 * Math.sin(i / 9), y);
    await page.evaluate(
      () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
    );
    costsMs.push(1000 * ((await scriptS()) - before));
  }
  await page.mouse.up();
  costsMs.sort((a, b) => a - b);
  return {
    wholeFlightS,
    panScriptMs: costsMs[Math.floor(FRAMES / 2)],
    panLongestMs: costsMs[Math.floor(0.95 * FRAMES)],
  };
}
