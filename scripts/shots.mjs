/**
 * `npm run shots`: photographs each main view of the running demo, or of one that it starts itself, at 1280x800
 * into docs/screenshots. `KEEL_URL` names a running server, `KEEL_SHOTS` another folder, arguments pick views.
 */
import { spawn } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { CHROMIUM_ARGS, chromiumPath } from './lib/browser.mjs';
import { freePort } from './lib/free-port.mjs';
import { startDemo } from './lib/start-demo.mjs';
import { answerUsage } from './lib/usage.mjs';

const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');
const folder = process.env.KEEL_SHOTS ?? join(ROOT, 'docs/screenshots');
const USAGE = `npm run shots -- [VIEW …]
KEEL_URL names a running program, KEEL_SHOTS another folder, KEEL_FULL=1 takes whole pages`;
const { positionals: wanted } = answerUsage(USAGE, { allowPositionals: true });

const again = (page) =>
  page.getByRole('region', { name: 'See it again' }).evaluate((sheet) => sheet.scrollIntoView());

/** A view: its name, who looks, where, and what to do there before the picture. */
const VIEWS = [
  { name: 'brief', as: 'idris', path: ({ planned }) => `/brief/${planned}` },
  {
    name: 'brief-compose',
    as: 'idris',
    path: '/brief/new',
    act: (page) => page.getByRole('button', { name: /Review before solo/ }).click(),
  },
  { name: 'fly', as: 'idris', path: ({ planned }) => `/fly/${planned}` },
  {
    name: 'trainer',
    as: 'idris',
    path: ({ planned }) => `/fly/${planned}/trainer?card=1`,
    // The instructor shows it: asked for, answered, confirmed, and well into the turn.
    act: async (page) => {
      await page.locator('.panel').waitFor();
      await page.keyboard.press(' ');
      await page.waitForTimeout(400);
      await page.keyboard.press('h');
      await page.waitForTimeout(2500);
      await page.keyboard.press('x');
      await page.waitForTimeout(24_000);
    },
  },
  { name: 'debrief', as: 'idris', path: ({ debrief }) => `/debrief/${debrief}?attempt=2` },
  { name: 'debrief-stall', as: 'idris', path: ({ review }) => `/debrief/${review}?attempt=3` },
  // What a student takes along: graded by themselves first, in short, on a phone.
  {
    name: 'debrief-student',
    as: 'idris',
    phone: true,
    path: ({ debrief }) => `/debrief/${debrief}/along`,
    act: async (page) => {
      await page.locator('.along-attempt .picture canvas').nth(1).waitFor();
      await page
        .locator('.along-attempt')
        .nth(1)
        .evaluate((sheet) => sheet.scrollIntoView());
    },
  },
  {
    name: 'debrief-replay',
    as: 'idris',
    path: ({ debrief }) => `/debrief/${debrief}?attempt=2`,
    // Software draws the picture: it takes its time.
    act: async (page) => {
      await page.keyboard.press('r');
      await again(page);
      await page.locator('.replay .panel').waitFor();
      await page.waitForTimeout(4000);
    },
  },
  {
    name: 'debrief-compare',
    as: 'idris',
    dark: true,
    path: ({ debrief }) => `/debrief/${debrief}?attempt=2`,
    act: async (page) => {
      await page.keyboard.press('c');
      await again(page);
      await page.locator('.compare canvas').waitFor();
    },
  },
  {
    name: 'debrief-approaches',
    as: 'idris',
    path: ({ review }) => `/debrief/${review}?view=approaches&approach=1`,
    act: (page) => page.locator('.picture canvas').waitFor(),
  },
  {
    name: 'seat',
    as: 'idris',
    tablet: true,
    // A flight of this very minute, sent as it is flown; the picture is taken when its first attempt has ended.
    path: async (_, { context, url }) => `/seat/${(await flyNow(context, url)).lessonId}`,
    act: async (page) => {
      await page.getByRole('button', { name: /Engine started/ }).click();
      await page.getByRole('button', { name: 'Show the verdict' }).waitFor({ timeout: 120_000 });
    },
  },
  { name: 'today', as: 'idris', path: '/' },
  { name: 'matrix', as: 'maren', path: '/path' },
  { name: 'path', as: 'idris', path: ({ near }) => `/path/${near}` },
  { name: 'week', as: 'idris', path: '/week' },
  { name: 'logbook', as: 'idris', path: ({ near }) => `/logbook/${near}` },
  {
    name: 'solo',
    as: 'idris',
    path: ({ near }) => `/solo/${near}`,
    act: async (page) => {
      for (const [label, value] of Object.entries({
        Runway: '24',
        'Wind from, °': '210',
        'Wind, kt': '9',
        'Visibility, sm': '10',
        'Ceiling, ft above the field': '3500',
        'Fuel, gal': '30',
      }))
        await page.getByLabel('The check').getByLabel(label, { exact: true }).fill(value);
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'Check conditions' }).click();
      await page.locator('.release-items').waitFor();
    },
  },
  { name: 'standards', as: 'maren', path: '/standards' },
  // Of the second school, which has two years to look at.
  { name: 'insight', as: 'thea', path: '/insight?part=grading' },
];

const sizeOf = ({ tablet, phone }) =>
  phone ? { width: 390, height: 844 } : tablet ? { width: 820, height: 1180 } : { width: 1280, height: 800 };

const PASSWORDS = {
  idris: 'instructor-at-skelmere',
  nell: 'student-at-skelmere',
  maren: 'chief-at-skelmere',
  thea: 'chief-at-skelmere',
};
const SCHOOL_OF = { thea: 'langmoor' };

async function signIn(context, url, who) {
  const answer = await context.request.post(`${url}/api/session`, {
    data: { email: `${who}@${SCHOOL_OF[who] ?? 'skelmere'}.example`, password: PASSWORDS[who] },
  });
  if (!answer.ok())
    throw new Error(
      `cannot sign in as ${who}: ${answer.status()}${SCHOOL_OF[who] ? '; load "npm run demo-school" first' : ''}`,
    );
}

/** A lesson of this very hour, and the recorder that flies it, ten times as fast. */
async function flyNow(context, url) {
  const { items } = await (await context.request.get(`${url}/api/lessons?limit=200`)).json();
  const { student } = items.find((lesson) => lesson.student.name.startsWith('Nell'));
  const lesson = await context.request.post(`${url}/api/lessons`, {
    data: {
      studentId: student.id,
      airplaneId: 'sedge-2',
      standardId: 'faa-private',
      title: 'Turns, now',
      plannedAt: new Date().toISOString(),
      conditions: { weightLb: 1300, groundFt: 1900, headingDeg: 360, oatC: 4, qnhHpa: 1012 },
      items: [
        { id: 'level', maneuver: 'level-turn' },
        { id: 'steep', maneuver: 'steep-turn' },
      ],
    },
  });
  const chief = await context.browser().newContext();
  await signIn(chief, url, 'maren');
  const device = await chief.request.post(`${url}/api/devices`, {
    data: { name: 'Box', airplaneId: 'sedge-2' },
  });
  const { key } = await device.json();
  await chief.close();
  const folder = mkdtempSync(join(tmpdir(), 'keel-shots-recorder-'));
  const args = ['--import', 'tsx', 'scripts/recorder.ts', '--to', url, '--airplane', 'sedge-2', '--key', key];
  recorder = spawn(process.execPath, [...args, '--folder', folder, '--speed', '10', '--seed', '4'], {
    stdio: 'ignore',
  });
  return { lessonId: (await lesson.json()).id };
}
let recorder;

/** The lesson, recording and student that the pictures show. */
async function subjects(context, url) {
  await signIn(context, url, 'idris');
  const { items: lessons } = await (await context.request.get(`${url}/api/lessons?limit=200`)).json();
  const joss = lessons.find((lesson) => lesson.student.name.startsWith('Joss'));
  const nell = lessons.filter((lesson) => lesson.student.name.startsWith('Nell'));
  return {
    // Near the first solo.
    near: joss.student.id,
    planned: nell.find((lesson) => lesson.recordings.length === 0).id,
    debrief: nell.find((lesson) => lesson.recordings.length > 0).recordings[0].id,
    review: nell.find((lesson) => lesson.title.startsWith('Review')).recordings[0].id,
    student: nell[0].student.id,
  };
}

/** Loaded, and counted by the running program. */
async function loadSecondSchool(env) {
  const loading = spawn('npm', ['run', '-s', 'demo-school'], {
    cwd: ROOT,
    env: { ...process.env, ...env },
    stdio: 'inherit',
  });
  await new Promise((resolve) => loading.once('exit', resolve));
  await new Promise((resolve) => setTimeout(resolve, COUNTED_MS));
}
const COUNTED_MS = 60_000;

async function main() {
  const { chromium } = await import('@playwright/test');
  let demo;
  let url = process.env.KEEL_URL;
  if (!url) {
    const data = mkdtempSync(join(tmpdir(), 'keel-shots-'));
    chmodSync(data, 0o755);
    const pgPort = await freePort();
    demo = { ...(await startDemo({ data, port: await freePort(), pgPort })), data };
    url = demo.url;
    await loadSecondSchool({ KEEL_DATA: data, KEEL_PG_PORT: String(pgPort) });
  }
  mkdirSync(folder, { recursive: true });
  const browser = await chromium.launch({ executablePath: chromiumPath(), args: CHROMIUM_ARGS });
  try {
    const first = await browser.newContext();
    const known = await subjects(first, url);
    await first.close();
    for (const view of VIEWS) {
      if (wanted.length > 0 && !wanted.includes(view.name)) continue;
      const context = await browser.newContext({
        viewport: sizeOf(view),
        colorScheme: view.dark ? 'dark' : 'light',
      });
      if (view.as) await signIn(context, url, view.as);
      const page = await context.newPage();
      page.on(
        'console',
        (message) => message.type() === 'error' && console.error(`${view.name}: ${message.text()}`),
      );
      page.on('pageerror', (error) => console.error(`${view.name}: ${error.message}`));
      const path = typeof view.path === 'function' ? await view.path(known, { context, url }) : view.path;
      // A stream of a flight under way is never idle.
      await page.goto(`${url}${path}`, { waitUntil: view.name === 'seat' ? 'load' : 'networkidle' });
      await page.evaluate(() => document.fonts.ready);
      await view.act?.(page);
      await page.waitForTimeout(300);
      await page.screenshot({
        path: join(folder, `${view.name}.png`),
        fullPage: process.env.KEEL_FULL === '1',
      });
      await context.close();
      console.log(`${view.name}.png`);
    }
  } finally {
    recorder?.kill();
    await browser.close();
    await demo?.stop();
    if (demo) rmSync(demo.data, { recursive: true, force: true });
  }
}

await main();
